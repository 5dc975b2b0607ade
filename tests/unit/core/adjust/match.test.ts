/** Matching tones: figures by their definitions; a picture changed by known adjustments is found back. */
import { describe, expect, it } from '@jest/globals'
import { randomFrom } from '@/core/random'
import { near } from '@tests/helpers/near'
import { fc, holdsFor, real } from '@tests/helpers/property'
import {
  ADJUSTMENT_KEYS,
  adjustmentText,
  isPlain,
  strengthOf,
  withoutAdjustment,
  withStrength,
  type Adjustments,
} from '@/core/adjust/adjustments'
import { histogramOf } from '@/core/adjust/histogram'
import { LOOKS } from '@/core/adjust/looks'
import { matchedTones, toneOfSample } from '@/core/adjust/match'
import { schemaFaults } from '@/core/document/schema'
import { adjustmentsSchema } from '@/core/document/schema/placed'

const sample = (seed: number, count = 800): Uint8ClampedArray => {
  const random = randomFrom(seed)
  return Uint8ClampedArray.from({ length: count * 4 }, (_, i) => (i % 4 === 3 ? 255 : 60 + 130 * random()))
}

describe('tones', () => {
  it('are the mean, the spread, red less blue, and the distance of channels', () => {
    const tone = toneOfSample(Uint8ClampedArray.from([255, 255, 255, 255, 0, 0, 0, 255]))
    near(tone?.light ?? 0, 127.5, 1e-9)
    near(tone?.contrast ?? 0, 127.5, 1e-9)
    expect(toneOfSample(Uint8ClampedArray.from([200, 100, 50, 255]))).toMatchObject({ warmth: 150, colour: 150 })
    expect(toneOfSample(Uint8ClampedArray.from([1, 2, 3, 0]))).toBeNull()
  })
  it('come to those of the target as near as can be', () =>
    holdsFor(
      fc.tuple(fc.integer({ min: 0, max: 500 }), real(-0.6, 0.6), real(-0.3, 0.4), real(-0.5, 0.5)),
      ([seed, exposure, contrast, warmth]) => {
        const target = toneOfSample(sample(seed), { exposure, contrast, warmth })
        if (!target) throw new TypeError('a sample has tones')
        const found = matchedTones(sample(seed + 1000), { grain: { amount: 0.2, size: 0.002, seed: 1 } }, target)
        const got = toneOfSample(sample(seed + 1000), found)
        near(got?.light ?? 0, target.light, 3)
        near(got?.contrast ?? 0, target.contrast, 4)
        near(got?.warmth ?? 0, target.warmth, 4)
        expect(found.grain).toEqual({ amount: 0.2, size: 0.002, seed: 1 })
      },
      12,
    ))
})

describe('a histogram', () => {
  it('counts each pixel once a channel, transparent ones not', () => {
    const { red, light, count } = histogramOf(Uint8ClampedArray.from([255, 0, 0, 255, 3, 3, 3, 255, 9, 9, 9, 0]))
    expect(count).toBe(2)
    expect([red[63], red[0], light[13]]).toEqual([1, 1, 1])
    expect(red.reduce((sum, n) => sum + n, 0)).toBe(2)
  })
})

describe('adjustments', () => {
  it('are set and taken back one by one; what has parts keeps them at 0', () => {
    for (const key of ADJUSTMENT_KEYS) {
      const on = withStrength({}, key, 0.05)
      expect(strengthOf(on, key)).toBe(0.05)
      expect(isPlain(on)).toBe(false)
      expect(isPlain(withStrength(on, key, 0))).toBe(true)
      expect(withoutAdjustment(on, key)).toEqual({})
      expect(schemaFaults(adjustmentsSchema, on)).toEqual([])
    }
  })
  it('have one text whatever the order of their keys, without what changes nothing', () => {
    const one: Adjustments = { warmth: 0.2, exposure: 0.1, blur: 0 }
    expect(adjustmentText(one)).toBe(adjustmentText({ exposure: 0.1, warmth: 0.2 }))
    expect(adjustmentText({ contrast: 0 })).toBe('')
    expect(adjustmentText({ vignette: { amount: 0.5, start: 0.2, of: 'visible' } })).toBe('')
  })
  it('that come as looks are sound and each its own', () => {
    for (const { adjustments } of LOOKS) expect(schemaFaults(adjustmentsSchema, adjustments)).toEqual([])
    expect(new Set(LOOKS.map(({ name }) => name)).size).toBe(LOOKS.length)
  })
  it('beyond their ranges are refused', () => {
    expect(schemaFaults(adjustmentsSchema, { exposure: 9 })).not.toEqual([])
    expect(schemaFaults(adjustmentsSchema, { glitter: 1 })).not.toEqual([])
    expect(schemaFaults(adjustmentsSchema, { grain: { amount: 1, size: 0.01, seed: 1.5 } })).not.toEqual([])
  })
})
