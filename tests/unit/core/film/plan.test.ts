import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { bitrateOf, FILM_FORMATS, filmSize } from '@/core/film/plan'

describe('the size of a film', () => {
  const sides = fc.tuple(
    fc.constantFrom(...FILM_FORMATS),
    fc.integer({ min: 16, max: 4096 }),
    fc.double({ min: 1, max: 14_400, noNaN: true }),
    fc.double({ min: 1, max: 14_400, noNaN: true }),
  )
  it('has the longer side that is asked for, even where H.264 and VP9 want that, and the shape of the sheet', () => {
    holdsFor(sides, ([format, side, w, h]) => {
      const size = filmSize({ format, side }, { w, h })
      const isEven = format === 'mp4' || format === 'webm'
      expect(Math.abs(Math.max(size.w, size.h) - side)).toBeLessThanOrEqual(isEven ? 1 : 0)
      if (isEven) expect([size.w % 2, size.h % 2]).toEqual([0, 0])
      const short = (Math.min(w, h) * side) / Math.max(w, h)
      if (short > 2) expect(Math.abs(Math.min(size.w, size.h) - short)).toBeLessThanOrEqual(1.01)
    })
  })
})

describe('the bits of a film', () => {
  it('grow with its pixels, its rate and its quality', () => {
    const size = { w: 1280, h: 720 }
    const at = (quality: number, rate = 25): number => bitrateOf(size, { rate, quality })
    expect(at(50)).toBeGreaterThan(at(20))
    expect(at(50, 50)).toBeCloseTo(2 * at(50), -1)
    expect(bitrateOf({ w: 2560, h: 1440 }, { rate: 25, quality: 50 })).toBeCloseTo(4 * at(50), -1)
  })
})
