import { Failure, isFailure } from '@/core/failure'
import { scenesOf, filmAt, filmLength, pictureCount, type Scene } from '@/core/film/sequence'
import { filmSize, type FilmPlan } from '@/core/film/plan'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { filmFolder } from '@/client/film/folder'
import { FilmImages } from '@/client/film/images'
import { FilmPainter } from '@/client/film/painter'
import { sinkOf, type FilmFile, type FilmShape } from '@/client/film/sinks'

/** Makes films away from the page: each picture is painted when all it is made of is there, and goes straight to a file. */
export interface FilmJob {
  readonly project: Project
  readonly plan: FilmPlan
  /** The address of the program. */
  readonly base: string
  /** Name of the file in the browser's own store. */
  readonly file: string
  /** Only this many pictures from the middle on, to tell how large a film will be. */
  readonly trial?: number
}

export type FilmSaid =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number; readonly picture?: ImageBitmap }
  | { readonly kind: 'done'; readonly bytes: number }
  | { readonly kind: 'failed'; readonly words: string }

/** Milliseconds between pictures that are shown while a film is made. */
const SHOW_MS = 400
const SHOWN_SIDE = 320

const tell = (said: FilmSaid): void =>
  postMessage(said, { transfer: 'picture' in said && said.picture ? [said.picture] : [] })

/** A file of the browser's own store. */
const openFile = async (name: string) => {
  const folder = await filmFolder()
  const handle = await (await folder.getFileHandle(name, { create: true })).createSyncAccessHandle()
  handle.truncate(0)
  let end = 0
  const file: FilmFile = {
    write: (bytes, at = end) => {
      handle.write(bytes as Uint8Array<ArrayBuffer>, { at })
      end = Math.max(end, at + bytes.length)
    },
  }
  return {
    file,
    size: () => end,
    close: () => handle.close(),
    remove: () => folder.removeEntry(name),
  }
}

const scenesOfPlan = (project: Project, { sheetIds }: FilmPlan): readonly Scene[] =>
  scenesOf(sheetIds.map((id) => sheetOf(project, id)))

const make = async ({ project, plan, base, file: name, trial }: FilmJob): Promise<void> => {
  const scenes = scenesOfPlan(project, plan)
  const [firstId = ''] = plan.sheetIds
  const size = filmSize(plan, sheetOf(project, firstId).size)
  const whole = pictureCount(filmLength(scenes), plan.rate)
  const count = Math.min(trial ?? whole, whole)
  const from = trial === undefined ? 0 : Math.floor((whole - count) / 2)
  const shape: FilmShape = { ...plan, size, count }
  const canvas = new OffscreenCanvas(size.w, size.h)
  const context = canvas.getContext('2d', { willReadFrequently: plan.format === 'gif', alpha: plan.isClear })
  if (!context)
    throw new Failure(
      'job-failed',
      'This browser has no memory left for a film. Close other pages, or choose a smaller size.',
    )
  const images = new FilmImages(base)
  const out = await openFile(name)
  const look = { size, isClear: plan.isClear }
  const painter = new FilmPainter(project, look, (op, scale) => images.imageFor(op, scale))
  let shownAt = 0
  try {
    const sink = await sinkOf(out.file, shape)
    for (let index = 0; index < count; index += 1) {
      const moment = filmAt(scenes, (from + index) / plan.rate)
      if (!moment) break
      await images.bring(painter.listsAt(moment))
      painter.paint(context, moment)
      await sink.add(canvas, index)
      const now = performance.now()
      if (now - shownAt > SHOW_MS) {
        shownAt = now
        const k = Math.min(1, SHOWN_SIDE / Math.max(size.w, size.h))
        const options = {
          resizeWidth: Math.max(1, Math.round(size.w * k)),
          resizeHeight: Math.max(1, Math.round(size.h * k)),
        }
        tell({ kind: 'progress', done: index + 1, of: count, picture: await createImageBitmap(canvas, options) })
      }
    }
    await sink.end()
    out.close()
    tell({ kind: 'done', bytes: out.size() })
  } catch (error) {
    out.close()
    await out.remove()
    throw error
  } finally {
    await images.close()
  }
}

addEventListener('message', ({ data }: MessageEvent<FilmJob>) => {
  make(data).catch((error: unknown) => {
    console.warn('A film was not made.', error)
    const isFull = error instanceof DOMException && error.name === 'QuotaExceededError'
    const words = isFull
      ? 'The browser’s store is full. Make room on the disk, or choose a smaller size, and export again.'
      : isFailure(error)
        ? error.message
        : 'The film could not be made here. Choose a smaller size or another format, and export again.'
    tell({ kind: 'failed', words })
  })
})
