/** Vectors do what plain arrays do, whatever the size of a picture and however it lets through. */
import { beforeAll, describe, expect, it, jest } from '@jest/globals'
import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { fc, SEED } from '@tests/helpers/property'
import type { Adjustments } from '@/core/adjust/adjustments'
import type { Plate } from '@/core/adjust/plate'
import { adjustedPixels } from '@/core/adjust/pixels'
import { rowsCode } from '@/core/adjust/rows'
import { ROWS_CODE } from '@/core/adjust/rowsCode'
import { randomFrom } from '@/core/random'

type Adjust = typeof adjustedPixels
let plainly: Adjust = adjustedPixels

beforeAll(async () => {
  const cannot = (): boolean => false
  jest.unstable_mockModule('@/core/adjust/rows', () => ({
    blurRows: cannot,
    sharpenRows: cannot,
    lineRows: cannot,
    recolourRows: cannot,
  }))
  jest.resetModules()
  plainly = (await import('@/core/adjust/pixels')).adjustedPixels
})

/** Hard edges and noise; what lets through does so in patches. */
const plateOf = (width: number, height: number, isOpaque: boolean, seed: number): Plate => {
  const random = randomFrom(seed)
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < data.length; i += 4) {
    const patch = Math.floor(i / 4 / 7) % 2 ? 220 : 20
    for (let c = 0; c < 3; c += 1) data[i + c] = patch + 40 * random() - 20
    data[i + 3] = isOpaque ? 255 : Math.floor(i / 4 / 13) % 3 ? 255 : 256 * random()
  }
  return { data, width, height, part: { x0: 0, y0: 0, x1: width, y1: height }, picture: { w: width, h: height } }
}

const plates = fc.record({
  width: fc.integer({ min: 1, max: 90 }),
  height: fc.integer({ min: 1, max: 60 }),
  isOpaque: fc.boolean(),
  seed: fc.integer({ min: 1, max: 1e6 }),
})

/** The most that two pixels differ as they are seen: colours weigh as much as they are opaque. */
const mostOff = (a: Uint8ClampedArray, b: Uint8ClampedArray): number => {
  let most = 0
  for (let i = 0; i < a.length; i += 1) {
    const weight = i % 4 === 3 ? 1 : (a[i | 3] ?? 0) / 255
    most = Math.max(most, weight * Math.abs((a[i] ?? 0) - (b[i] ?? 0)))
  }
  return most
}

/** exp(−x² / 2σ²) to five deviations, adding to 1, in double precision; what lies beyond the ends is repeated. */
const gaussian = (line: readonly number[], deviation: number): readonly number[] => {
  const reach = Math.ceil(5 * deviation)
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * deviation ** 2)))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const last = line.length - 1
  return line.map((_, x) =>
    weights.reduce((sum, w, i) => sum + (w / total) * (line[Math.min(last, Math.max(0, x + i - reach))] ?? 0), 0),
  )
}

const SIZES = { radius: { min: 0.0001, max: 0.1 }, width: { min: 0.0002, max: 0.04 } }
const amounts = fc.double({ min: 0.01, max: 1, noNaN: true })
const within = ({ min, max }: { readonly min: number; readonly max: number }) => fc.double({ min, max, noNaN: true })

const changes = {
  blur: fc.record({ blur: within({ min: 0.001, max: 0.9 }) }),
  sharpening: fc.record({ sharpen: fc.record({ amount: amounts, radius: within(SIZES.radius) }) }),
  'edge lines': fc.record({ edges: fc.record({ amount: amounts, width: within(SIZES.width) }) }),
  tones: fc.record({
    exposure: fc.double({ min: -1, max: 1, noNaN: true }),
    saturation: fc.double({ min: -1, max: 1, noNaN: true }),
    warmth: fc.double({ min: -1, max: 1, noNaN: true }),
  }),
  monochrome: fc.record({ monochrome: amounts }),
} as const

describe('rows changed by vectors', () => {
  it('are there on this machine, and what is kept of them is what their source compiles to', async () => {
    expect(rowsCode()).not.toBeNull()
    const script =
      "import('./scripts/compile-vectors.mjs').then(async (m) => console.log(Buffer.from(await m.compiledVectors('rows')).toString('base64')))"
    const { stdout } = await promisify(execFile)('node', ['-e', script])
    expect(stdout.trim()).toBe(ROWS_CODE)
  })
  // Lines so narrow that neither of their blurs is shrunk: vectors shrink the wider no more than the narrower.
  it.each([
    ['blur', 1],
    ['sharpening', 1],
    ['edge lines', 1],
    ['tones', 1],
    ['monochrome', 1],
  ] as const)('are as plain arrays make them: %s, to %d levels', (name, levels) => {
    const change: fc.Arbitrary<Adjustments> = changes[name]
    const same = fc.property(plates, change, ({ width, height, isOpaque, seed }, adjustments) => {
      const plate = plateOf(width, height, isOpaque, seed)
      expect(mostOff(plainly(plate, adjustments), adjustedPixels(plate, adjustments))).toBeLessThanOrEqual(
        levels + 0.01,
      )
    })
    fc.assert(same, { seed: SEED, numRuns: 150 })
  })
  it.each([3, 6, 11, 28])('draw lines of %d px no further from the formula than plain arrays', (near) => {
    const [width, height] = [400, 8]
    const upright = plateOf(width, 1, true, 7).data
    const data = new Uint8ClampedArray(width * height * 4)
    for (let y = 0; y < height; y += 1) data.set(upright, y * width * 4)
    const part = { x0: 0, y0: 0, x1: width, y1: height }
    // The width of lines is a share of the short side.
    const plate = { data, width, height, part, picture: { w: width, h: height } }
    const edges = { amount: 1, width: near / height }
    const light = Array.from({ length: width }, (_, x) => {
      const [r = 0, g = 0, b = 0] = upright.subarray(4 * x)
      return 0.2126 * r + 0.7152 * g + 0.0722 * b
    })
    const [narrow, wide] = [gaussian(light, near), gaussian(light, 1.6 * near)]
    const wanted = light.map((_, x) => 255 * (1 - Math.min(1, Math.max(0, ((wide[x] ?? 0) - (narrow[x] ?? 0)) / 10))))
    const off = (made: Uint8ClampedArray): number =>
      wanted.reduce((most, value, x) => Math.max(most, Math.abs(value - (made[4 * (4 * width + x)] ?? 0))), 0)
    expect(off(adjustedPixels(plate, { edges }))).toBeLessThanOrEqual(off(plainly(plate, { edges })) + 1)
  })
  it('leave the plate as it is', () => {
    const plate = plateOf(31, 17, false, 5)
    const before = plate.data.slice()
    adjustedPixels(plate, { blur: 0.2, exposure: 0.4, sharpen: { amount: 1, radius: 0.05 } })
    expect(plate.data).toEqual(before)
  })
})
