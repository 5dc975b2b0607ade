/** Films made without a page, of clips that the server reads by itself; numbered by ffmpeg, read back by ffmpeg and sharp. */
import { describe, expect, it } from '@jest/globals'
import { createHash } from 'node:crypto'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { newClip, type Container } from '@/core/film/clip'
import type { FilmPlan } from '@/core/film/plan'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { setClip, setSheetFilm } from '@/core/document/edits/film'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { clipPictures } from '@/server/film/clipPictures'
import { makeFilm } from '@/server/film/make'
import { numberedClip, numberIn, readFilm } from '@tests/helpers/clips'
import { unzip } from '@tests/helpers/zip'

const KINDS = [
  ['gif', [], 'gif'],
  ['apng', ['-plays', '0'], 'apng'],
  ['webp', ['-c:v', 'libwebp_anim', '-lossless', '1'], 'webp'],
] as const satisfies readonly (readonly [Container, readonly string[], string])[]

const CELL = { w: 160, h: 90 }
const COUNT = 20
/** The darker of the two bars. */
const DARK = 16
const RATE = 10

const withFolder = async (act: (folder: string) => Promise<void>): Promise<void> => {
  const folder = mkdtempSync(path.join(tmpdir(), 'film-'))
  try {
    await act(folder)
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** A sheet of three clips side by side, twice as fast the second, and a white sheet that fades in. */
const staged = async (folder: string) => {
  const form = { unit: 'px', size: { w: 3 * CELL.w, h: CELL.h }, ppi: 72, bleed: 0 } as const
  let project: Project = newProject('p', 'Kites', newSheet('s', 'One', form))
  const [files, clips]: [Record<string, string>, Record<string, string>] = [{}, {}]
  for (const [i, [container, as, ending]] of KINDS.entries()) {
    const data = numberedClip({ count: COUNT, rate: RATE, size: CELL, as, ending })
    const hash = createHash('sha256').update(data).digest('hex')
    const [clipFile, stillFile] = [path.join(folder, `${hash}.${ending}`), path.join(folder, `${hash}.still.png`)]
    await writeFile(clipFile, data)
    await writeFile(
      stillFile,
      await sharp({ create: { width: 160, height: 90, channels: 3, background: 'red' } })
        .png()
        .toBuffer(),
    )
    const still = createHash('sha256').update(`${i}`).digest('hex')
    files[still] = stillFile
    clips[hash] = clipFile
    const clip = newClip({ file: hash, container, duration: COUNT / RATE, rate: RATE })
    project = addPicture(project, {
      pictureId: container,
      picture: { name: container, pixels: CELL, hash: still, tags: [], clip },
    })
    const box = { cx: CELL.w * (i + 0.5), cy: CELL.h / 2, ...CELL }
    project = addFrame(project, { sheetId: 's', frame: newFrame(container, { kind: 'rectangle' }, box) })
    project = placePicture(project, { sheetId: 's', frameId: container, pictureId: container })
  }
  project = setClip(project, { pictureId: 'apng', change: { speed: 2 } })
  project = setSheetFilm(project, { sheetId: 's', duration: 1.5 })
  project = addSheet(project, { sheet: newSheet('t', 'Two', form), after: 's' })
  project = setSheetFilm(project, { sheetId: 't', duration: 1, transition: { kind: 'fade', duration: 1 } })
  return { project, files, clips }
}

const planOf = (format: FilmPlan['format'], sheetIds: readonly string[]): FilmPlan => ({
  format,
  sheetIds,
  side: 480,
  rate: RATE,
  quality: 100,
  loops: 0,
  isClear: false,
})

const numbers = (luma: Buffer, width: number, height: number): readonly number[] =>
  [0, 1, 2].map((i) => numberIn(luma, width, height, { x: i / 3, y: 0, w: 1 / 3, h: 1 }))

describe('a film made without a page', () => {
  it.each(['gif', 'apng', 'zip', 'webp'] as const)('as %s shows the numbers that the formulas give', async (format) => {
    await withFolder(async (folder) => {
      const { project, files, clips } = await staged(folder)
      const out = path.join(folder, `out.${format === 'apng' ? 'png' : format}`)
      const made = await makeFilm({ project, plan: planOf(format, ['s']), files, clips, folder, out })
      expect(made).toMatchObject({ count: 15, size: { w: 480, h: 90 } })
      const wanted = Array.from({ length: 15 }, (_, k) => [k, (2 * k) % COUNT, k])
      if (format === 'zip' || format === 'webp') {
        const data = await readFile(out)
        const pages = format === 'zip' ? Object.values(await unzip(data)) : null
        for (const k of [0, 4, 9, 10, 14]) {
          const image = pages ? sharp(pages[k]) : sharp(data, { page: k })
          const { data: luma } = await image.greyscale().raw().toBuffer({ resolveWithObject: true })
          expect(numbers(luma, 480, 90)).toEqual(wanted[k])
        }
        return
      }
      const { width, height, pictures } = readFilm(out)
      expect(pictures.map((luma) => numbers(luma, width, height))).toEqual(wanted)
    })
  })
  it('mixes both sheets while one fades in', async () => {
    await withFolder(async (folder) => {
      const { project, files, clips } = await staged(folder)
      const out = path.join(folder, 'out.zip')
      await makeFilm({ project, plan: planOf('zip', ['s', 't']), files, clips, folder, out })
      const pages = Object.values(await unzip(await readFile(out)))
      expect(pages).toHaveLength(25)
      const dark = async (k: number): Promise<number> => {
        const { data } = await sharp(pages[k]).greyscale().raw().toBuffer({ resolveWithObject: true })
        // The highest bit of every clip is 0: black, until white is mixed in.
        return data[45 * 480 + 8] ?? -1
      }
      for (const [k, share] of [
        [14, 0],
        [15, 0],
        [18, 0.3],
        [24, 0.9],
      ] as const)
        expect(Math.abs((await dark(k)) - (DARK + (255 - DARK) * share))).toBeLessThanOrEqual(2)
    })
  })
  it('says which clip only the page can play, and which formats', async () => {
    await withFolder(async (folder) => {
      const { project, files, clips } = await staged(folder)
      const order = { project, files, clips, folder, out: path.join(folder, 'o') }
      await expect(makeFilm({ ...order, plan: planOf('mp4', ['s']) })).rejects.toThrow(
        /encoded by the page. Make the film at the bench/,
      )
      expect(() => clipPictures('x.mp4', 'mp4', 'kite')).toThrow(/“kite” is MP4, which only the page can play/)
    })
  })
  it('leaves nothing where a clip is missing', async () => {
    await withFolder(async (folder) => {
      const { project, files } = await staged(folder)
      for (const format of ['gif', 'zip'] as const) {
        const out = path.join(folder, `half.${format}`)
        const order = { project, files, clips: {}, folder, out, plan: planOf(format, ['s']) }
        await expect(makeFilm(order)).rejects.toThrow(/is not in the bundle. Save the bundle again/)
        expect(existsSync(out)).toBe(false)
      }
    })
  })
  it('composes the pictures of an APNG as they are laid, cleared and taken back', async () => {
    await withFolder(async (folder) => {
      // ffmpeg writes only what changed of each picture; the whole is composed of that.
      const data = numberedClip({ count: 12, rate: 5, size: CELL, as: ['-plays', '0'], ending: 'apng', first: 500 })
      const file = path.join(folder, 'a.png')
      await writeFile(file, data)
      const { starts, png } = await clipPictures(file, 'apng', 'a')
      expect(starts.map((at) => Math.round(at * 1000))).toEqual(Array.from({ length: 12 }, (_, k) => 200 * k))
      for (const k of [0, 5, 11]) {
        const { data: luma } = await sharp(await png(k))
          .greyscale()
          .raw()
          .toBuffer({ resolveWithObject: true })
        expect(numberIn(luma, CELL.w, CELL.h)).toBe(500 + k)
      }
    })
  })
})
