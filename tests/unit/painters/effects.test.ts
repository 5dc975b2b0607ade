/**
 * Blur, soft edges, gradients and patterns against closed formulas: the error function for a Gaussian over an edge
 * (SVG 1.1, section 15.17: feGaussianBlur by standard deviation), straight lines for gradients, periods for patterns.
 */
import { describe, expect, it } from '@jest/globals'
import { createCanvas } from '@napi-rs/canvas'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { erf } from '@tests/helpers/erf'
import { near } from '@tests/helpers/near'
import { newFrame } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { fillFrames, placePicture, setFrameEdge, setPlaced } from '@/core/document/edits/fills'
import { setBackground, setVeil } from '@/core/document/edits/sheets'
import { coverPlaced } from '@/core/placement/placed'
import { removeItems } from '@/core/document/edits/items'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { renderSheet } from '@/core/render/drawList'
import { blurColours } from '@/core/adjust/blurColours'
import { rimmed, type PixelSource } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'
import sharp from 'sharp'

const blank = (): Project =>
  setBackground(removeItems(sampleProject(), { sheetId: SHEET, ids: ['f-1', 'f-2', 'f-3'] }), {
    sheetId: SHEET,
    background: { kind: 'none' },
  })

const noPixels: PixelSource = () => Promise.reject(new TypeError('nothing to read'))

/** RGBA of a painted sheet at 72 ppi: one pixel a point. */
const painted = async (project: Project, pixels: PixelSource = noPixels) => {
  const canvas = await paintList(renderSheet(project, sheetOf(project, SHEET)), 72, pixels)
  const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
  return (x: number, y: number): readonly number[] => {
    const i = (y * canvas.width + x) * 4
    return [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0, data[i + 3] ?? 0]
  }
}

describe('blur', () => {
  it.each([2, 4, 9, 20])('of %d px comes within 3% of a Gaussian at an edge, mean within 2 of 255', (deviation) => {
    const [w, h] = [240, 12]
    const data = new Uint8ClampedArray(w * h * 4)
    for (let y = 0; y < h; y += 1)
      for (let x = 0; x < w; x += 1) data.set(x < w / 2 ? [0, 0, 0, 255] : [255, 255, 255, 255], (y * w + x) * 4)
    blurColours(data, w, h, deviation)
    let sum = 0
    for (let x = 0; x < w; x += 1) {
      const wanted = 127.5 * (1 + erf((x + 0.5 - w / 2) / (deviation * Math.SQRT2)))
      const off = Math.abs((data[((h >> 1) * w + x) * 4] ?? 0) - wanted)
      expect(off).toBeLessThanOrEqual(0.03 * 255)
      sum += off
    }
    expect(sum / w).toBeLessThanOrEqual(2)
  })

  it('leaves an opaque area opaque to its rim, and lends no colour of what is transparent', () => {
    const data = new Uint8ClampedArray(40 * 40 * 4)
    for (let i = 0; i < data.length; i += 4) data.set((i / 4) % 40 < 20 ? [200, 20, 20, 255] : [0, 255, 0, 0], i)
    blurColours(data, 40, 40, 5)
    expect(data[3]).toBe(255)
    for (let i = 0; i < data.length; i += 4)
      if ((data[i + 3] ?? 0) > 2) expect([data[i], data[i + 1]]).toEqual([200, 20])
  })
})

describe('a soft edge', () => {
  it('rises from nothing at the outline as the error function of the way inward', async () => {
    const feather = 40
    const framed = addFrame(blank(), {
      sheetId: SHEET,
      frame: newFrame('a', { kind: 'rectangle' }, { cx: 400, cy: 300, w: 500, h: 400 }),
    })
    const at = { sheetId: SHEET, ids: ['a'] }
    const filled = fillFrames(framed, { ...at, fill: { kind: 'colour', colour: '#8e2a5b' } })
    const pixel = await painted(setFrameEdge(filled, { ...at, feather }))
    // Two standard deviations make the soft edge; the left edge stands at 150.
    for (let x = 151; x < 150 + 2 * feather; x += 4) {
      const [r = 0, , , alpha = 0] = pixel(x, 300)
      near(alpha / 255, erf((x + 0.5 - 150) / ((feather / 2) * Math.SQRT2)), 0.03)
      if (alpha > 20) near(r, 0x8e, 3)
    }
    expect(pixel(148, 300)[3]).toBe(0)
    expect(pixel(400, 300)[3]).toBe(255)
  })
})

describe('a gradient', () => {
  it('runs straight between its stops across the frame, along its turn', async () => {
    const framed = addFrame(blank(), {
      sheetId: SHEET,
      frame: newFrame('a', { kind: 'rectangle' }, { cx: 400, cy: 300, w: 400, h: 200 }),
    })
    const stops = [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ] as const
    const across = await painted(
      fillFrames(framed, { sheetId: SHEET, ids: ['a'], fill: { kind: 'gradient', shape: 'linear', turn: 0, stops } }),
    )
    for (const x of [210, 300, 400, 590]) near(across(x, 300)[0] ?? 0, (255 * (x + 0.5 - 200)) / 400, 1.5)
    const down = await painted(
      fillFrames(framed, { sheetId: SHEET, ids: ['a'], fill: { kind: 'gradient', shape: 'linear', turn: 90, stops } }),
    )
    for (const y of [205, 300, 390]) near(down(400, y)[0] ?? 0, (255 * (y + 0.5 - 200)) / 200, 1.5)
  })
})

describe('a pattern', () => {
  it('repeats with the period of its tile and gap', async () => {
    // A tile of 100 × 50: red left half, blue right half.
    const tile = createCanvas(100, 50)
    const c = tile.getContext('2d')
    c.fillStyle = '#ff0000'
    c.fillRect(0, 0, 50, 50)
    c.fillStyle = '#0000ff'
    c.fillRect(50, 0, 50, 50)
    const png = tile.toBuffer('image/png')
    const known = {
      ...blank(),
      pictures: { tile: { name: 'tile', pixels: { w: 100, h: 50 }, hash: 'a'.repeat(64), tags: [] } },
    }
    const framed = addFrame(known, {
      sheetId: SHEET,
      frame: newFrame('a', { kind: 'rectangle' }, { cx: 400, cy: 300, w: 800, h: 600 }),
    })
    const at = { sheetId: SHEET, frameId: 'a' }
    // The longer side of a tile is a quarter of the frame's at zoom 1: 200. Zoom ½ makes it 100, its own size.
    const placed = { ...coverPlaced('tile'), fit: 'tile' as const, zoom: 0.5, tileGap: 0.4, focus: { u: 0, v: 0 } }
    const project = setPlaced(placePicture(framed, { ...at, pictureId: 'tile' }), { ...at, placed })
    const pixel = await painted(project, () => rimmed(sharp(png), { x0: 0, y0: 0, x1: 100, y1: 50 }))
    // Its corner at the middle (400, 300); the gap is 0.4 of the short side: 20. The period is 120 × 70.
    const colourAt = (x: number, y: number): string => {
      const [r = 0, , b = 0, alpha = 0] = pixel(x, y)
      return alpha < 20 ? 'gap' : r > 200 ? 'red' : b > 200 ? 'blue' : 'mixed'
    }
    for (const [i, j] of [
      [0, 0],
      [1, 0],
      [-2, 1],
      [3, -4],
    ] as const) {
      const [x, y] = [400 + 120 * i, 300 + 70 * j]
      if (x < 0 || x + 120 > 800 || y < 0 || y + 70 > 600) continue
      expect([
        colourAt(x + 25, y + 25),
        colourAt(x + 75, y + 25),
        colourAt(x + 110, y + 25),
        colourAt(x + 25, y + 60),
      ]).toEqual(['red', 'blue', 'gap', 'gap'])
    }
  })
})

describe('a veil', () => {
  it('washes the background by its opacity and nothing above it', async () => {
    const white = setBackground(blank(), { sheetId: SHEET, background: { kind: 'colour', colour: '#ffffff' } })
    const framed = addFrame(white, {
      sheetId: SHEET,
      frame: newFrame('a', { kind: 'rectangle' }, { cx: 400, cy: 300, w: 100, h: 100 }),
    })
    const filled = fillFrames(framed, { sheetId: SHEET, ids: ['a'], fill: { kind: 'colour', colour: '#336699' } })
    const pixel = await painted(setVeil(filled, { sheetId: SHEET, veil: { colour: '#000000', opacity: 0.4 } }))
    near(pixel(10, 10)[0] ?? 0, 255 * 0.6, 1)
    expect(pixel(400, 300).slice(0, 3)).toEqual([0x33, 0x66, 0x99])
  })
})
