/** Files of a set overlap, and pictures are read ahead: nothing is lost, told twice or left behind by that. */
import { describe, expect, it } from '@jest/globals'
import { readdir, readFile } from 'node:fs/promises'
import path from 'node:path'
import { createCanvas } from '@napi-rs/canvas'
import sharp from 'sharp'
import { inFolder, paintedPicture } from '@tests/helpers/files'
import { pictureRef } from '@tests/helpers/project'
import { unzip } from '@tests/helpers/zip'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { renderSheet } from '@/core/render/drawList'
import type { PaintImage } from '@/painters/canvas/surface'
import { paintList } from '@/server/export/renderSheet'
import { exportSet } from '@/server/export/set'
import type { Progress } from '@/server/export/write'

const SIZE = { unit: 'px', size: { w: 90, h: 60 }, ppi: 72, bleed: 0 } as const
const OPTIONS = { format: 'png', sizing: { by: 'scale', scale: 1 }, quality: 90, bleed: false } as const
const SHEETS = 5

/** Each sheet all covered by a picture of its own. */
const covered = (): Project => {
  const sheets = Array.from({ length: SHEETS }, (_, i) => `s${i}`)
  const empty = sheets.reduce<Project>(
    (held, id, i) => (i ? addSheet(held, { sheet: newSheet(id, id, SIZE), after: `s${i - 1}` }) : held),
    newProject('p', 'Line', newSheet('s0', 's0', SIZE)),
  )
  return sheets.reduce((held, sheetId, i) => {
    const known = addPicture(held, { pictureId: `p${i}`, picture: pictureRef(i + 1, 90, 60) })
    const frame = newFrame('f', { kind: 'rectangle' }, { cx: 45, cy: 30, w: 90, h: 60 })
    return placePicture(addFrame(known, { sheetId, frame }), { sheetId, frameId: 'f', pictureId: `p${i}` })
  }, empty)
}

const shadeOf = (i: number): [number, number, number] => [40 * i, 20 + 30 * i, 200 - 30 * i]

const painted = async (folder: string): Promise<Record<string, string>> => {
  const files: Record<string, string> = {}
  for (let i = 0; i < SHEETS; i += 1) {
    const file = path.join(folder, `picture-${i}.png`)
    await paintedPicture(file, 90, 60, () => shadeOf(i))
    files[pictureRef(i + 1).hash] = file
  }
  return files
}

const setOf = (project: Project) =>
  project.order.map((sheetId) => ({ fileName: `${sheetId}.png`, parts: [{ sheetId }] }))

describe('a set of files', () => {
  it('holds each sheet under its own name, and what is told of it only grows', () =>
    inFolder(async (folder) => {
      const project = covered()
      const out = path.join(folder, 'set.zip')
      const told: number[] = []
      const tell: Progress = (done, of) => void told.push(done / of)
      await exportSet({ project, set: setOf(project), options: OPTIONS, files: await painted(folder), out }, tell)
      const files = await unzip(await readFile(out))
      expect(Object.keys(files)).toEqual(project.order.map((id) => `${id}.png`))
      for (const [i, bytes] of Object.values(files).entries())
        expect([...(await sharp(bytes).raw().toBuffer()).subarray(0, 3)]).toEqual(shadeOf(i))
      expect(told).toEqual([...told].sort((p, q) => p - q))
      expect(told.at(-1)).toBeLessThanOrEqual(1)
    }))
  it.each([0, 2, SHEETS - 1])('ends where file %d cannot be made, and leaves nothing behind', (missing) =>
    inFolder(async (folder) => {
      const project = covered()
      const files = await painted(folder)
      const before = await readdir(folder)
      delete files[pictureRef(missing + 1).hash]
      const job = { project, set: setOf(project), options: OPTIONS, files, out: path.join(folder, 'set.zip') }
      await expect(exportSet(job)).rejects.toMatchObject({ code: 'picture-missing' })
      expect(await readdir(folder)).toEqual(before)
    }),
  )
})

describe('pictures read ahead', () => {
  const rows = (): Project =>
    Array.from({ length: 6 }, (_, i) => i).reduce(
      (held, i) => {
        const known = addPicture(held, { pictureId: `p${i}`, picture: pictureRef(i + 1, 90, 60) })
        const frame = newFrame(`f${i}`, { kind: 'rectangle' }, { cx: 45, cy: 5 + 10 * i, w: 90, h: 10 })
        return placePicture(addFrame(known, { sheetId: 's0', frame }), {
          sheetId: 's0',
          frameId: `f${i}`,
          pictureId: `p${i}`,
        })
      },
      newProject('p', 'Rows', newSheet('s0', 's0', SIZE)),
    )
  const image = (): PaintImage => ({
    source: createCanvas(9, 6) as never,
    width: 9,
    height: 6,
    part: { x0: 0, y0: 0, x1: 90, y1: 60 },
  })
  const listed = () => {
    const project = rows()
    return renderSheet(project, sheetOf(project, 's0'))
  }
  it('are never more than those of one item, each read once', async () => {
    const read: string[] = []
    const ahead: number[] = []
    let done = 0
    await paintList(
      listed(),
      72,
      ({ source }) => {
        if (source.kind === 'file') read.push(source.hash)
        ahead.push(read.length - done)
        return Promise.resolve(image())
      },
      (items) => (done = items - 1),
    )
    // The background is an item without a picture.
    expect(new Set(read).size).toBe(6)
    expect(read).toHaveLength(6)
    expect(Math.max(...ahead)).toBeLessThanOrEqual(2)
  })
  it('that fail are refused when their item comes, after all before it', async () => {
    let [asked, items] = [0, 0]
    const fails = paintList(
      listed(),
      72,
      () => {
        asked += 1
        return asked === 4 ? Promise.reject(new TypeError('gone')) : Promise.resolve(image())
      },
      (done) => (items = done),
    )
    await expect(fails).rejects.toThrow('gone')
    expect(items).toBeGreaterThanOrEqual(3)
    expect(asked).toBe(4)
  })
})
