import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { randomFrom, shuffled } from '@/core/random'

describe('numbers from a seed', () => {
  it('are the same for the same seed, and lie in [0, 1)', () => {
    holdsFor(fc.integer(), (seed) => {
      const [p, q] = [randomFrom(seed), randomFrom(seed)]
      for (let i = 0; i < 20; i += 1) {
        const value = p()
        expect(value).toBe(q())
        expect(value >= 0 && value < 1).toBe(true)
      }
    })
  })
  it('spread evenly: the mean of 100,000 is a half within four standard errors', () => {
    const random = randomFrom(7)
    const count = 100_000
    const sum = Array.from({ length: count }, random).reduce((total, value) => total + value, 0)
    // A uniform value has the variance 1/12.
    near(sum / count, 0.5, 4 * Math.sqrt(1 / 12 / count))
  })
})

describe('a shuffle', () => {
  it('is a permutation and never leaves two or more as they were', () => {
    holdsFor(fc.tuple(fc.integer({ min: 0, max: 12 }), fc.integer()), ([length, seed]) => {
      const values = Array.from({ length }, (_none, i) => i)
      const next = shuffled(values, seed)
      expect([...next].sort((p, q) => p - q)).toEqual(values)
      if (length > 1) expect(next).not.toEqual(values)
    })
  })
})
