/** A picture's transparency as a mask, and drawings painted at need: pixels against what they must be by formula. */
import { describe, expect, it } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import sharp from 'sharp'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import { fillFrames } from '@/core/document/edits/fills'
import { sheetOf } from '@/core/document/read'
import { renderSheet } from '@/core/render/drawList'
import { pictureOps } from '@/core/render/needs'
import { originalPixels, rimmed } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import { pictureRef, SHEET } from '@tests/helpers/project'

const SIDE = 100

/** Clear on the left, solid on the right. */
const ramp = () => {
  const data = Buffer.alloc(SIDE * SIDE * 4, 255)
  for (let i = 0; i < SIDE * SIDE; i += 1) data[i * 4 + 3] = ((i % SIDE) / (SIDE - 1)) * 255
  return sharp(data, { raw: { width: SIDE, height: SIDE, channels: 4 } })
}

const masked = (flip: boolean) => {
  const sheet = newSheet(SHEET, 'S', { unit: 'px', size: { w: SIDE, h: SIDE }, ppi: 72, bleed: 0 })
  const known = addPicture(newProject('p', 'P', sheet), { pictureId: 'ramp', picture: pictureRef(9, SIDE, SIDE) })
  const stencil = { kind: 'mask', pictureId: 'ramp', d: 'M0-.5L.5-.5L.5.5L0 .5Z', fillRule: 'nonzero' } as const
  const frame = { ...newFrame('f', stencil, { cx: 50, cy: 50, w: SIDE, h: SIDE }), ...(flip ? { flip } : {}) }
  const clear = setBackground(addFrame(known, { sheetId: SHEET, frame }), {
    sheetId: SHEET,
    background: { kind: 'none' },
  })
  return fillFrames(clear, { sheetId: SHEET, ids: ['f'], fill: { kind: 'colour', colour: '#204080' } })
}

describe('a soft mask', () => {
  it.each([false, true])('lets through what its picture’s transparency does, mirrored %p', async (flip) => {
    const project = masked(flip)
    const list = renderSheet(project, sheetOf(project, SHEET))
    // The mask's picture is among what must be loaded.
    expect(pictureOps(list).map(({ source }) => source)).toEqual([{ kind: 'file', hash: pictureRef(9).hash }])
    const canvas = await paintList(list, 72, () => rimmed(ramp(), { x0: 0, y0: 0, x1: SIDE, y1: SIDE }))
    const { data } = canvas.getContext('2d').getImageData(0, 0, SIDE, SIDE)
    for (let x = 0; x < SIDE; x += 1) {
      const at = flip ? SIDE - 1 - x : x
      expect(Math.abs((data[(50 * SIDE + x) * 4 + 3] ?? 0) - (at / (SIDE - 1)) * 255)).toBeLessThanOrEqual(2)
    }
    expect([
      ...data.subarray((50 * SIDE + (flip ? 0 : SIDE - 1)) * 4, (50 * SIDE + (flip ? 0 : SIDE - 1)) * 4 + 3),
    ]).toEqual([32, 64, 128])
  })
})

describe('a drawing', () => {
  it('is painted anew where more pixels are needed than it has', async () => {
    const file = path.join(mkdtempSync(path.join(tmpdir(), 'drawing-')), 'original.svg')
    writeFileSync(
      file,
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 2" width="400" height="200"><rect width="2.005" height="2" fill="#f00"/></svg>',
    )
    const need = {
      source: { kind: 'file' as const, hash: 'x' },
      pixels: { w: 400, h: 200 },
      density: 3,
      part: { x0: 100, y0: 50, x1: 300, y1: 150 },
    }
    const image = await originalPixels(() => file)(need)
    // Three pixels for each of its own over the part that shows.
    expect(image.width / (image.part.x1 - image.part.x0)).toBeCloseTo(3, 1)
    expect(image.part.x0).toBeLessThanOrEqual(100)
    expect(image.part.x1).toBeGreaterThanOrEqual(300)
  })
})
