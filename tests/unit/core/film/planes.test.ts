/** Pictures as decoders give them, into colours: beside the formulas of ITU-T H.273 (2021), reckoned plainly. */
import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { describe, expect, it } from '@jest/globals'
import { planeColours, type Planes } from '@/core/film/planes'
import { PLANES_CODE } from '@/core/film/planesCode'
import { fc, holdsFor } from '@tests/helpers/property'
import { randomFrom } from '@/core/random'

/** Kr and Kb of table 4: codes 1, and 5 and 6. */
const SHARES = { bt709: [0.2126, 0.0722], bt601: [0.299, 0.114] } as const

const clamped = (value: number): number => Math.min(255, Math.max(0, value))

/** Red, green and blue of a lightness and two colour differences, as bytes have them: equations 38 to 43 and 51 to 53, turned round. */
const rgbOf = (y: number, u: number, v: number, { matrix, isFull }: Planes): readonly number[] => {
  const [kr, kb] = SHARES[matrix]
  const light = isFull ? y / 255 : (y - 16) / 219
  const [blue, red] = [u, v].map((c) => (c - 128) / (isFull ? 255 : 224)) as [number, number]
  const r = light + 2 * (1 - kr) * red
  const b = light + 2 * (1 - kb) * blue
  const g = (light - kr * r - kb * b) / (1 - kr - kb)
  return [r, g, b].map((one) => clamped(255 * one))
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length

/** The mean of a square of `by` pixels of a plane. */
const squareOf = ({ bytes }: Planes, { offset, stride }: Planes['luma'], x: number, y: number, by: number): number =>
  mean(
    Array.from({ length: by * by }, (_, k) => {
      const [i, j] = [x * by + (k % by), y * by + Math.floor(k / by)]
      return bytes[offset + j * stride + i] ?? Number.NaN
    }),
  )

interface Made {
  readonly w: number
  readonly h: number
  readonly times: number
  /** Bytes between what belongs to the picture. */
  readonly gap: number
  readonly matrix: Planes['matrix']
  readonly isFull: boolean
  readonly seed: number
}

const made: fc.Arbitrary<Made> = fc.record({
  w: fc.integer({ min: 1, max: 37 }),
  h: fc.integer({ min: 1, max: 23 }),
  times: fc.integer({ min: 0, max: 4 }),
  gap: fc.integer({ min: 0, max: 9 }),
  matrix: fc.constantFrom('bt709' as const, 'bt601' as const),
  isFull: fc.boolean(),
  seed: fc.integer(),
})

/** A picture that is `w` × `h` once it was halved so often: every byte is any number. */
const planesOf = ({ w, h, times, gap, matrix, isFull, seed }: Made): Planes => {
  const size = { w: w * 2 ** times, h: h * 2 ** times }
  const [wide, high] = [Math.ceil(size.w / 2), Math.ceil(size.h / 2)]
  const luma = { offset: gap, stride: size.w + gap }
  const u = { offset: luma.offset + luma.stride * size.h + gap, stride: wide + gap }
  const v = { offset: u.offset + u.stride * high + gap, stride: wide + gap }
  const next = randomFrom(seed)
  const bytes = Uint8Array.from({ length: v.offset + v.stride * high }, () => Math.floor(256 * next()))
  return { bytes, size, luma, u, v, matrix, isFull }
}

describe('planes of a picture', () => {
  it('are made into colours by code that is what its source compiles to', async () => {
    const script =
      "import('./scripts/compile-vectors.mjs').then(async (m) => console.log(Buffer.from(await m.compiledVectors('planes')).toString('base64')))"
    const { stdout } = await promisify(execFile)('node', ['-e', script])
    expect(stdout.trim()).toBe(PLANES_CODE)
  })

  it('become red, green and blue by the formulas, as large as they are and halved, to a level and half for each halving', () => {
    holdsFor(
      made,
      (one) => {
        const planes = planesOf(one)
        const { w, h, times } = one
        const colours = planeColours(planes, { w, h })
        expect(colours).toHaveLength(w * h * 4)
        // Each colour stands for four pixels of lightness.
        const [by, ofColour] = [2 ** times, 2 ** Math.max(0, times - 1)]
        let most = 0
        for (let y = 0; y < h; y += 1)
          for (let x = 0; x < w; x += 1) {
            const [cx, cy] = times === 0 ? [x >> 1, y >> 1] : [x, y]
            const light = squareOf(planes, planes.luma, x, y, by)
            const [blue, red] = [planes.u, planes.v].map((at) => squareOf(planes, at, cx, cy, ofColour))
            const wanted = [...rgbOf(light, blue ?? 0, red ?? 0, planes), 255]
            wanted.forEach((value, i) => {
              most = Math.max(most, Math.abs((colours?.[(y * w + x) * 4 + i] ?? Number.NaN) - value))
            })
          }
        // Halves of bytes are rounded: half a level each time, of colour differences up to 2.12 times as much.
        expect(most).toBeLessThanOrEqual(0.6 + Math.max(0, times - 1) * 0.5 * (1.17 + 2.12))
      },
      100,
    )
  })

  it('have the colours of bars (white, grey, red, green, blue, black; ITU-R BT.709, 8 bits, from memory)', () => {
    const bars = [
      [235, 128, 128, 255, 255, 255],
      [126, 128, 128, 128, 128, 128],
      [63, 102, 240, 255, 0, 0],
      [173, 42, 26, 0, 255, 0],
      [32, 240, 118, 0, 0, 255],
      [16, 128, 128, 0, 0, 0],
    ] as const
    for (const [y, u, v, ...rgb] of bars) {
      const bytes = Uint8Array.from([y, y, y, y, u, v])
      const at = { luma: { offset: 0, stride: 2 }, u: { offset: 4, stride: 1 }, v: { offset: 5, stride: 1 } }
      const planes: Planes = { bytes, size: { w: 2, h: 2 }, ...at, matrix: 'bt709', isFull: false }
      for (const side of [2, 1]) {
        const got = [...(planeColours(planes, { w: side, h: side })?.subarray(0, 3) ?? [])]
        rgb.forEach((value, i) => expect(Math.abs((got[i] ?? -99) - value)).toBeLessThanOrEqual(2))
      }
    }
  })

  it('are given at no other sizes', () => {
    const planes = planesOf({ w: 8, h: 6, times: 1, gap: 0, matrix: 'bt709', isFull: false, seed: 1 })
    for (const [w, h] of [
      [16, 6],
      [5, 4],
      [32, 24],
      [3, 2],
      [0, 0],
    ] as const)
      expect(planeColours(planes, { w, h })).toBeNull()
  })
})
