import { describe, expect, it } from '@jest/globals'
import { adjustPictures } from '@/core/document/edits/adjust'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { markItems } from '@/core/document/edits/items'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import type { ExportRequest } from '@/contract/exports'
import { planExport } from '@/server/export/plan'
import { pictureRef } from '@tests/helpers/project'

const SHEET = 's'
const HASHES = [1, 2].map((seed) => pictureRef(seed, 900, 900).hash)

/** A sheet far larger than can be written at 300 ppi, with two small frames of one name, each with its own picture. */
const vast = (): Project =>
  [1, 2].reduce(
    (held, seed) => {
      const box = { cx: seed * 1000, cy: 500, w: 100, h: 60 }
      const known = addPicture(held, { pictureId: `p${seed}`, picture: pictureRef(seed, 900, 900) })
      const framed = addFrame(known, {
        sheetId: SHEET,
        frame: newFrame(`f${seed}`, { kind: 'rectangle' }, box, 'Kite'),
      })
      return placePicture(framed, { sheetId: SHEET, frameId: `f${seed}`, pictureId: `p${seed}` })
    },
    newProject('p', 'Vast', newSheet(SHEET, 'Wall', { unit: 'px', size: { w: 14400, h: 14400 }, ppi: 72, bleed: 0 })),
  )

const REQUEST: ExportRequest = {
  sheetIds: [SHEET],
  pattern: '{sheet}',
  format: 'png',
  sizing: { by: 'ppi', ppi: 300 },
  quality: 90,
  bleed: false,
}

const plan = (more: Partial<ExportRequest>, project = vast()) =>
  planExport({ project, request: { ...REQUEST, ...more } })

describe('the plan of an export', () => {
  it('refuses a whole sheet that is too large, not a small part of it', () => {
    expect(() => plan({})).toThrow(/3600 megapixels/)
    expect(plan({ itemIds: ['f1'] })).toMatchObject({ fileName: 'Wall-Kite.png', only: [{ itemIds: ['f1'] }], set: [] })
    // A part that is too large by itself is refused: 100 points at 10,000 ppi are 13,889 pixels, 60 of them 8,333.
    expect(() => plan({ itemIds: ['f1'], sizing: { by: 'side', side: 'width', pixels: 60_000 } })).toThrow(/megapixels/)
  })
  it('makes sheets the pages of one PDF, and refuses a page longer than a PDF can have', () => {
    const card = newSheet('t', 'Card', { unit: 'px', size: { w: 100, h: 50 }, ppi: 72, bleed: 0 })
    const two = addSheet(vast(), { sheet: card, after: SHEET })
    const pages = plan({ format: 'pdf', sheetIds: [SHEET, 't'] }, two)
    expect(pages).toMatchObject({ fileName: 'Vast.pdf', only: [{ sheetId: SHEET }, { sheetId: 't' }], set: [] })
    expect(plan({ format: 'pdf', each: 'frame' }, two).set.map(({ fileName }) => fileName)).toEqual([
      'Wall-Kite.pdf',
      'Wall-Kite-2.pdf',
    ])
    expect(plan({ format: 'svg', sheetIds: [SHEET, 't'] }, two)).toMatchObject({ fileName: 'Vast.zip', only: null })
    // The sheet is as long as a page can be (ISO 32000-1, annex C): marks around it are too much.
    const drawn = { marks: ['trim'], isCropped: false } as const
    expect(() => plan({ format: 'pdf', drawn })).toThrow(/at most 5080 mm/)
  })
  it('needs only the pictures of what is exported', () => {
    expect(plan({ itemIds: ['f2'] }).hashes).toEqual([HASHES[1]])
    expect(plan({ each: 'frame' }).hashes).toEqual(HASHES)
  })
  it('names every frame’s file once, and leaves hidden ones out', () => {
    const names = (project: Project) =>
      plan({ each: 'frame', format: 'tiff' }, project).set.map(({ fileName }) => fileName)
    expect(names(vast())).toEqual(['Wall-Kite.tif', 'Wall-Kite-2.tif'])
    const hidden = markItems(vast(), { sheetId: SHEET, ids: ['f1'], hidden: true })
    expect(names(hidden)).toEqual(['Wall-Kite.tif'])
    expect(() => plan({ itemIds: ['f1'] }, hidden)).toThrow(/not hidden/)
    const none = markItems(hidden, { sheetId: SHEET, ids: ['f2'], hidden: true })
    expect(() => plan({ each: 'frame' }, none)).toThrow(/frames that show something/)
  })
  it('gives each sheet its own resolution where the size is a factor', () => {
    const other = newSheet('t', 'Card', { unit: 'px', size: { w: 100, h: 50 }, ppi: 144, bleed: 0 })
    const two = addSheet(
      newProject('q', 'Two', newSheet('s', 'Post', { unit: 'px', size: { w: 100, h: 50 }, ppi: 72, bleed: 0 })),
      {
        sheet: other,
        after: 's',
      },
    )
    const request = {
      sheetIds: ['s', 't'],
      pattern: '{sheet}-{width}-{ppi}',
      sizing: { by: 'scale', scale: 2 },
    } as const
    // 100 points are 100 pixels at 72 ppi and 200 at 144; twice that.
    expect(plan(request, two).set.map(({ fileName }) => fileName)).toEqual(['Post-200-144.png', 'Card-400-288.png'])
  })
  it('is not changed by tones, which need the same pictures', () => {
    const toned = adjustPictures(vast(), { sheetId: SHEET, ids: ['f1'], change: () => ({ warmth: 0.2 }) })
    expect(plan({ itemIds: ['f1'] }, toned).hashes).toEqual([HASHES[0]])
  })
})
