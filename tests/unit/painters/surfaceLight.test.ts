/**
 * The light of a photograph on what is put into it: a card of one grey there keeps its ratio of luminance from place to place
 * (relative luminance as in IEC 61966-2-1), also where the surface shows something small that is not its shade.
 */
import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { paintedSheet } from '@tests/helpers/painted'
import { SHEET } from '@tests/helpers/project'
import { BACKGROUND_ID, pictureBackground } from '@/core/document/background'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { layFrame, setShade } from '@/core/document/edits/laid'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import type { Quad } from '@/core/geometry/quad'
import { rimmed, type PixelSource } from '@/server/export/pixels'

const [W, H] = [600, 400]
const QUAD: Quad = [
  { x: 120, y: 60 },
  { x: 500, y: 90 },
  { x: 480, y: 330 },
  { x: 100, y: 300 },
]

/** Light that falls off across the scene, in linear units. */
const lightAt = (x: number, y: number): number => 0.35 + (0.6 * x) / W - (0.12 * y) / H

const encoded = (linear: number): number =>
  255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055)
const linear = (value: number): number =>
  value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4

/** A wall of one colour in that light; with `lines`, fine print on it, as on a screen that was photographed. */
const wall =
  (lines: boolean) =>
  (x: number, y: number): number =>
    encoded(lightAt(x, y) * (lines && Math.floor(y / 2) % 3 === 0 ? 0.78 : 1))
const card = (grey: number) => (): number => grey

const pixelsOf = (of: (x: number, y: number) => number): Buffer => {
  const data = Buffer.alloc(W * H * 4, 255)
  for (let y = 0, i = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, i += 4) data.fill(Math.round(of(x + 0.5, y + 0.5)), i, i + 3)
  return data
}

const source =
  (files: readonly Buffer[]): PixelSource =>
  (need) => {
    const data = files[Number(need.source.kind === 'file' ? need.source.hash : 0)] ?? Buffer.alloc(W * H * 4)
    const part = { x0: 0, y0: 0, x1: W, y1: H }
    return rimmed(sharp(data, { raw: { width: W, height: H, channels: 4 } }), part, need)
  }

const scene = (smooth: number): Project => {
  const sheet = newSheet(SHEET, 'Sheet', { unit: 'px', size: { w: W, h: H }, ppi: 72, bleed: 0 })
  const known = [0, 1].reduce(
    (project, n) =>
      addPicture(project, {
        pictureId: `p-${n}`,
        picture: { name: `${n}`, pixels: { w: W, h: H }, hash: String(n).padStart(64, '0'), tags: [] },
      }),
    newProject('p', 'P', sheet),
  )
  const background = pictureBackground({ kind: 'none' }, 'p-0')
  const frame = newFrame('f', { kind: 'rectangle' }, { cx: 300, cy: 200, w: 380, h: 250 })
  const at = { sheetId: SHEET, frameId: 'f' }
  const framed = addFrame(setBackground(known, { sheetId: SHEET, background }), { sheetId: SHEET, frame })
  const laid = layFrame(placePicture(framed, { ...at, pictureId: 'p-1' }), { ...at, quad: QUAD })
  const shade = { of: BACKGROUND_ID, strength: 1, white: 0.9, ...(smooth > 0 ? { smooth } : {}) }
  return setShade(laid, { sheetId: SHEET, ids: ['f'], shade })
}

/** Places well within the quad, far enough apart for the light to differ. */
const PLACES = [
  [160, 110],
  [300, 120],
  [440, 150],
  [180, 260],
  [330, 280],
  [430, 290],
] as const

describe('a card put into a photograph', () => {
  it.each([
    ['white, on a plain wall', 255, false, 0],
    ['grey, on a plain wall', 140, false, 0],
    ['white, on fine print', 255, true, 0.02],
    ['grey, on fine print', 140, true, 0.02],
  ] as const)('%s, keeps the ratio of the light to 3%%', async (_name, grey, lines, smooth) => {
    const painted = await paintedSheet(scene(smooth), source([pixelsOf(wall(lines)), pixelsOf(card(grey))]))
    // The mean of a few rows, so that print is seen as what it comes to.
    const lightOf = (x: number, y: number): number =>
      Array.from({ length: 12 }, (_, k) => linear(painted.at(x, y - 6 + k)[0])).reduce((sum, one) => sum + one) / 12
    for (const [x, y] of PLACES)
      for (const [u, v] of PLACES) {
        const seen = lightOf(x, y) / lightOf(u, v)
        const falls = lightAt(x, y) / lightAt(u, v)
        expect(Math.abs(seen / falls - 1)).toBeLessThan(0.03)
      }
  })

  it('shows nothing of fine print where the shade is smoothed, and all of it where it is not', async () => {
    const files = source([pixelsOf(wall(true)), pixelsOf(card(255))])
    const unevenness = async (smooth: number): Promise<number> => {
      const painted = await paintedSheet(scene(smooth), files)
      const rows = Array.from({ length: 24 }, (_, k) => painted.at(300, 180 + k)[0])
      return Math.max(...rows) - Math.min(...rows)
    }
    expect(await unevenness(0)).toBeGreaterThan(15)
    expect(await unevenness(0.02)).toBeLessThan(3)
  })
})
