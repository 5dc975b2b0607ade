/**
 * Adjustments that depend on places in the picture: every level of a picture, shrunk by an independent library (sharp,
 * Lanczos 3 and box), must look alike, since lengths are shares of the short side. Vignettes against their formula.
 */
import { describe, expect, it } from '@jest/globals'
import sharp from 'sharp'
import { randomFrom } from '@/core/random'
import { near } from '@tests/helpers/near'
import { fc, holdsFor, real } from '@tests/helpers/property'
import type { Adjustments } from '@/core/adjust/adjustments'
import { blurPlane } from '@/core/adjust/blur'
import { grainAt, grainRow } from '@/core/adjust/grain'
import { adjustedPixels, adjustmentReach } from '@/core/adjust/pixels'
import type { Plate } from '@/core/adjust/plate'
import { cornerShare, vignetteAt } from '@/core/adjust/vignette'

const [W, H] = [640, 480]

/** Soft hills of colour with a few hard edges, as photographs have. */
const photograph = (): Uint8ClampedArray => {
  const random = randomFrom(5)
  const [p, q] = [random() * 6, random() * 6]
  const { sin } = Math
  const data = new Uint8ClampedArray(W * H * 4)
  for (let y = 0, i = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, i += 4) {
      const edge = (x - 300) * (x - 300) + (y - 200) * (y - 200) < 14_000 ? 70 : 0
      data[i] = 90 + 50 * sin(x / 70 + p) + edge
      data[i + 1] = 110 + 40 * sin(y / 60 + q) + edge / 2
      data[i + 2] = 130 + 45 * sin((x + y) / 90)
      data[i + 3] = 255
    }
  return data
}

const PICTURE = { w: W, h: H }
const whole = { x0: 0, y0: 0, x1: W, y1: H }
const plateOf = (data: Uint8ClampedArray, width: number, height: number): Plate => ({
  data,
  width,
  height,
  part: whole,
  picture: PICTURE,
})

const shrunk = async (
  data: Uint8ClampedArray,
  to: number,
  kernel: 'lanczos3' | 'cubic',
): Promise<Uint8ClampedArray> => {
  const raw = { width: W, height: H, channels: 4 as const }
  const { data: out } = await sharp(Buffer.from(data.buffer), { raw })
    .resize(W / to, H / to, { kernel })
    .raw()
    .toBuffer({ resolveWithObject: true })
  return new Uint8ClampedArray(out)
}

const meanOff = (a: Uint8ClampedArray, b: Uint8ClampedArray): number => {
  let sum = 0
  for (let i = 0; i < a.length; i += 1) sum += Math.abs((a[i] ?? 0) - (b[i] ?? 0))
  return sum / a.length
}

describe('levels of a picture agree', () => {
  it.each<[string, Adjustments, number]>([
    ['blur', { blur: 0.02 }, 1],
    ['sharpening', { sharpen: { amount: 1, radius: 0.01 } }, 2],
    ['edge lines', { edges: { amount: 1, width: 0.006 } }, 3],
    ['vignette', { vignette: { amount: 0.8, start: 0.2, of: 'picture' } }, 1],
    ['grain', { grain: { amount: 0.5, size: 0.012, seed: 4 } }, 2],
    ['tones', { exposure: 0.4, contrast: 0.2, saturation: 0.3, warmth: 0.3 }, 1],
  ])('%s: adjusted and shrunk is shrunk and adjusted', async (_name, adjustments, within) => {
    const data = photograph()
    const first = await shrunk(adjustedPixels(plateOf(data, W, H), adjustments), 2, 'lanczos3')
    const then = adjustedPixels(plateOf(await shrunk(data, 2, 'lanczos3'), W / 2, H / 2), adjustments)
    expect(meanOff(first, then)).toBeLessThanOrEqual(within)
  })
  it('a part of the picture is adjusted as within the whole', () => {
    const data = photograph()
    const adjustments: Adjustments = {
      vignette: { amount: 0.6, start: 0.1, of: 'picture' },
      grain: { amount: 0.3, size: 0.01, seed: 2 },
      blur: 0.008,
    }
    const all = adjustedPixels(plateOf(data, W, H), adjustments)
    const reach = Math.ceil(adjustmentReach(adjustments) * H) + 1
    const part = { x0: 200, y0: 120, x1: 400, y1: 300 }
    const cut = new Uint8ClampedArray(200 * 180 * 4)
    for (let y = 0; y < 180; y += 1)
      cut.set(data.subarray(((120 + y) * W + 200) * 4, ((120 + y) * W + 400) * 4), y * 200 * 4)
    const own = adjustedPixels({ data: cut, width: 200, height: 180, part, picture: PICTURE }, adjustments)
    for (let y = reach; y < 180 - reach; y += 7)
      for (let x = reach; x < 200 - reach; x += 7)
        for (let c = 0; c < 3; c += 1)
          near(own[(y * 200 + x) * 4 + c] ?? 0, all[((y + 120) * W + x + 200) * 4 + c] ?? 0, 1)
  })
})

describe('blurPlane', () => {
  it('keeps the sum of what lies well within, and a constant as it is', () =>
    holdsFor(
      real(0.3, 12),
      (deviation) => {
        const [w, h] = [120, 90]
        const plane = new Float32Array(w * h)
        plane[45 * w + 60] = 1000
        const sum = blurPlane(plane, w, h, deviation).reduce((total, value) => total + value, 0)
        near(sum, 1000, 1)
        const flat = blurPlane(new Float32Array(w * h).fill(7), w, h, deviation)
        near(Math.max(...flat) - Math.min(...flat), 0, 1e-3)
      },
      30,
    ))
})

describe('vignette', () => {
  it('is nothing up to its start and its amount at the corners, rising between', () =>
    holdsFor(fc.tuple(real(0.05, 1), real(0, 0.9)), ([amount, start]) => {
      near(vignetteAt(start, { amount, start }), 0, 1e-9)
      near(vignetteAt(1, { amount, start }), amount, 1e-9)
      expect(vignetteAt(start + (1 - start) * 0.7, { amount, start })).toBeGreaterThan(
        vignetteAt(start + (1 - start) * 0.3, { amount, start }),
      )
    }))
  it('measures corners as 1', () => near(cornerShare(1, -1), 1, 1e-12))
})

describe('grain', () => {
  it('of a row of pixels is that of each of them, coarse and fine', () =>
    holdsFor(
      fc.record({ from: real(-20, 300), v: real(-20, 300), side: real(0.02, 4), seed: fc.nat(999_999) }),
      ({ from, v, side, seed }) => {
        const row = new Float64Array(90)
        grainRow(row, v, { from, side, seed })
        row.forEach((value, x) => near(value, grainAt(from + x * side, v, side, { seed }), 1e-9))
      },
    ))
  it('is the same for the same seed, of mean nothing, and other for another', () => {
    const values = (seed: number): readonly number[] =>
      Array.from({ length: 4000 }, (_, i) => grainAt((i % 80) * 0.7, Math.floor(i / 80) * 0.7, 0.7, { seed }))
    expect(values(3)).toEqual(values(3))
    expect(values(3)).not.toEqual(values(4))
    near(values(3).reduce((sum, value) => sum + value, 0) / 4000, 0, 0.05)
  })
})
