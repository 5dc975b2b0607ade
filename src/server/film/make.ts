import { createHash } from 'node:crypto'
import { stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sharp from 'sharp'
import { Failure } from '@/core/failure'
import { pictureAt, slackOf } from '@/core/film/clip'
import { FILM, filmSize, type FilmPlan } from '@/core/film/plan'
import {
  filmAt,
  filmLength,
  pictureCount,
  scenesOf,
  slidePlaces,
  type FilmMoment,
  type SheetMoment,
} from '@/core/film/sequence'
import { atTime } from '@/core/document/atTime'
import { sheetOf } from '@/core/document/read'
import type { PictureRef, Project } from '@/core/document/types'
import type { Size } from '@/core/geometry/vector'
import { exportFile } from '@/server/export/file'
import { filmSink } from '@/server/film/sink'
import { clipPictures, type ClipPictures } from '@/server/film/clipPictures'

/** What a film is made of, outside of the page. */
export interface FilmOrder {
  readonly project: Project
  readonly plan: FilmPlan
  /** Original pictures by hash, and clips by the hash of their file. */
  readonly files: Readonly<Record<string, string>>
  readonly clips: Readonly<Record<string, string>>
  /** A folder for what is made on the way. */
  readonly folder: string
  readonly out: string
}

/** Formats that are made without a browser's encoders. */
const SERVER_FILMS = ['gif', 'apng', 'webp', 'zip'] as const

/** Pictures of clips as files, each written once. */
class ClipFiles {
  private readonly read = new Map<string, ClipPictures>()
  private readonly written = new Map<string, string>()

  constructor(private readonly order: FilmOrder) {}

  get files(): Readonly<Record<string, string>> {
    return Object.fromEntries(this.written)
  }

  /** A picture of a clip as a plain picture of the moment that shows. */
  async still(ref: PictureRef): Promise<PictureRef> {
    if (!('hash' in ref) || !ref.clip || ref.moment === undefined) return ref
    const { clip, moment, ...rest } = ref
    const file = this.order.clips[clip.file]
    if (!file)
      throw new Failure('picture-missing', `The clip “${ref.name}” is not in the bundle. Save the bundle again.`)
    const pictures = this.read.get(clip.file) ?? (await clipPictures(file, clip.container, ref.name))
    this.read.set(clip.file, pictures)
    const index = pictureAt(pictures.starts, moment, slackOf(clip.rate))
    const hash = createHash('sha256').update(`${clip.file} ${index}`).digest('hex')
    if (!this.written.has(hash)) {
      const place = path.join(this.order.folder, `${hash}.png`)
      await writeFile(place, await pictures.png(index))
      this.written.set(hash, place)
    }
    return { ...rest, hash }
  }
}

/** A sheet as it looks at a time, as RGBA of the film's size. */
const sheetPixels = async (
  order: FilmOrder,
  clips: ClipFiles,
  { sheetId, time }: SheetMoment,
  size: Size,
): Promise<Buffer> => {
  const { plan, files, folder } = order
  const now = atTime(order.project, sheetId, time)
  const pictures = Object.fromEntries(
    await Promise.all(Object.entries(now.pictures).map(async ([id, ref]) => [id, await clips.still(ref)] as const)),
  )
  const project: Project = { ...now, pictures }
  const own = sheetOf(project, sheetId).size
  const scale = Math.min(size.w / own.w, size.h / own.h)
  const out = path.join(folder, 'sheet.png')
  await exportFile({
    project,
    parts: [{ sheetId }],
    files: { ...files, ...clips.files },
    out,
    options: {
      format: 'png',
      quality: 90,
      bleed: false,
      sizing: { by: 'side', side: 'longest', pixels: Math.max(1, Math.round(Math.max(own.w, own.h) * scale)) },
      ground: plan.isClear ? 'transparent' : '#ffffff',
    },
  })
  const background = plan.isClear ? { r: 0, g: 0, b: 0, alpha: 0 } : '#000000'
  return sharp(out).ensureAlpha().resize(size.w, size.h, { fit: 'contain', background }).raw().toBuffer()
}

/** Two sheets while one follows the other. */
const both = (
  going: Buffer,
  coming: Buffer,
  { transition, share }: NonNullable<FilmMoment['before']>,
  { w, h }: Size,
): Buffer => {
  const out = Buffer.alloc(going.length)
  if (transition.kind === 'slide') {
    const places = slidePlaces(transition.side ?? 'right', share)
    for (const [from, [x, y]] of [
      [going, places.going],
      [coming, places.coming],
    ] as const) {
      const [left, top] = [Math.round(x * w), Math.round(y * h)]
      for (let row = Math.max(0, top); row < Math.min(h, h + top); row += 1) {
        const [first, end] = [Math.max(0, left), Math.min(w, w + left)]
        if (end > first)
          from.copy(
            out,
            4 * (row * w + first),
            4 * ((row - top) * w + first - left),
            4 * ((row - top) * w + end - left),
          )
      }
    }
    return out
  }
  // Mixed as they are multiplied by their alpha.
  for (let i = 0; i < out.length; i += 4) {
    const [a, b] = [((going[i + 3] ?? 0) / 255) * (1 - share), ((coming[i + 3] ?? 0) / 255) * share]
    out[i + 3] = Math.round(255 * (a + b))
    for (let channel = 0; channel < 3 && a + b > 0; channel += 1)
      out[i + channel] = Math.round(((going[i + channel] ?? 0) * a + (coming[i + channel] ?? 0) * b) / (a + b))
  }
  return out
}

/** Makes a film without a page: of clips that are GIF, APNG or WebP, as GIF, APNG, WebP or a zip of pictures. Throws in words. */
export const makeFilm = async (
  order: FilmOrder,
): Promise<{ readonly size: Size; readonly count: number; readonly bytes: number }> => {
  const { project, plan, out } = order
  if (!(SERVER_FILMS as readonly string[]).includes(plan.format))
    throw new Failure(
      'refused',
      `${FILM[plan.format].name} is encoded by the page. Make the film at the bench, or give --out a .gif, .png, .webp or .zip.`,
    )
  const scenes = scenesOf(plan.sheetIds.map((id) => sheetOf(project, id)))
  const size = filmSize(plan, sheetOf(project, plan.sheetIds[0] ?? '').size)
  const count = pictureCount(filmLength(scenes), plan.rate)
  const clips = new ClipFiles(order)
  const sink = await filmSink(plan, out, size, count)
  try {
    for (let index = 0; index < count; index += 1) {
      const moment = filmAt(scenes, index / plan.rate)
      if (!moment) break
      const coming = await sheetPixels(order, clips, moment, size)
      const { before } = moment
      await sink.add(before ? both(await sheetPixels(order, clips, before, size), coming, before, size) : coming, index)
    }
    await sink.end()
  } catch (error) {
    // Half a film is none.
    await sink.drop()
    throw error
  }
  return { size, count, bytes: (await stat(out)).size }
}
