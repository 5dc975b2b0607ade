/**
 * Blurs against the Gaussian's own formula: convolution with exp(−x² / 2σ²), its weights adding to 1, taken in double
 * precision to five deviations, what lies beyond the edge being repeated.
 */
import { describe, expect, it } from '@jest/globals'
import { near } from '@tests/helpers/near'
import { SEED } from '@tests/helpers/property'
import { blurPlane } from '@/core/adjust/blur'
import { blurColours } from '@/core/adjust/blurColours'
import { randomFrom } from '@/core/random'

const convolved = (line: readonly number[], deviation: number): readonly number[] => {
  const reach = Math.ceil(5 * deviation)
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * deviation ** 2)))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const last = line.length - 1
  return line.map((_, at) => {
    const sum = weights.reduce(
      (held, weight, i) => held + weight * (line[Math.min(last, Math.max(0, at + i - reach))] ?? 0),
      0,
    )
    return sum / total
  })
}

const rowsOf = (plane: Float32Array, w: number, h: number): number[][] =>
  Array.from({ length: h }, (_, y) => [...plane.subarray(y * w, (y + 1) * w)])

/** By rows and then by columns. */
const gaussian = (plane: Float32Array, w: number, h: number, deviation: number): Float32Array => {
  const across = rowsOf(plane, w, h).map((row) => convolved(row, deviation))
  const out = new Float32Array(w * h)
  for (let x = 0; x < w; x += 1)
    convolved(
      across.map((row) => row[x] ?? 0),
      deviation,
    ).forEach((value, y) => (out[y * w + x] = value))
  return out
}

/** Black and white oblongs over one another: as many hard edges as a picture can have. */
const oblongs = (w: number, h: number, random: () => number): Float32Array => {
  const plane = new Float32Array(w * h)
  for (let n = 0; n < 24; n += 1) {
    const [x0, y0] = [Math.floor(random() * w), Math.floor(random() * h)]
    const [x1, y1] = [x0 + 1 + Math.floor(random() * w * 0.6), y0 + 1 + Math.floor(random() * h * 0.6)]
    const value = n % 2 ? 0 : 255
    for (let y = y0; y < Math.min(h, y1); y += 1) plane.fill(value, y * w + x0, y * w + Math.min(w, x1))
  }
  return plane
}

const mostOff = (a: ArrayLike<number>, b: ArrayLike<number>): number =>
  Array.from(a).reduce((most, value, i) => Math.max(most, Math.abs(value - (b[i] ?? 0))), 0)

describe('a blur', () => {
  it.each([0.3, 0.8, 1.7, 2.9, 3, 4, 7.3, 11.9, 12.1, 16, 27, 64, 200])(
    'of deviation %d is within 2%% of the Gaussian, in sizes that divide by nothing',
    (deviation) => {
      const random = randomFrom(SEED)
      const [w, h] = [151 + Math.floor(random() * 20), 97 + Math.floor(random() * 20)]
      const plane = oblongs(w, h, random)
      const before = plane.slice()
      const blurred = blurPlane(plane, w, h, deviation)
      const off = mostOff(blurred, gaussian(plane, w, h, deviation))
      if (off > 0.02 * 255) expect(`seed ${SEED}: off by ${off}`).toBe('at most 5.1')
      expect(plane).toEqual(before)
    },
    60_000,
  )
  it('of planes narrower than its boxes keeps a constant and its mean', () => {
    for (const [w, h] of [
      [1, 1],
      [1, 9],
      [3, 2],
      [40, 1],
    ] as const) {
      for (const deviation of [0.3, 2, 5, 40, 300]) {
        const flat = blurPlane(new Float32Array(w * h).fill(7), w, h, deviation)
        for (const value of flat) near(value, 7, 1e-3)
      }
    }
  })
  it('of colours lends none from what is not there', () => {
    // Left a clear half that would be green, right an opaque one of red.
    const [w, h] = [60, 20]
    const data = new Uint8ClampedArray(w * h * 4)
    for (let i = 0; i < w * h; i += 1) data.set(i % w < 30 ? [0, 255, 0, 0] : [255, 0, 0, 255], i * 4)
    for (const deviation of [2, 8, 30]) {
      const blurred = data.slice()
      blurColours(blurred, w, h, deviation)
      for (let i = 0; i < w * h; i += 1) {
        if ((blurred[i * 4 + 3] ?? 0) < 4) continue
        near(blurred[i * 4] ?? 0, 255, 1)
        near(blurred[i * 4 + 1] ?? 0, 0, 1)
      }
    }
  })
  it('of an opaque picture is that of each channel', () => {
    const random = randomFrom(SEED)
    const [w, h] = [80, 50]
    const planes = [0, 1, 2].map(() => oblongs(w, h, random))
    const data = new Uint8ClampedArray(w * h * 4).fill(255)
    planes.forEach((plane, channel) => plane.forEach((value, i) => (data[i * 4 + channel] = value)))
    blurColours(data, w, h, 5)
    planes.forEach((plane, channel) => {
      const wanted = blurPlane(plane, w, h, 5)
      wanted.forEach((value, i) => near(data[i * 4 + channel] ?? 0, value, 0.51))
    })
    for (let i = 3; i < data.length; i += 4) expect(data[i]).toBe(255)
  })
})
