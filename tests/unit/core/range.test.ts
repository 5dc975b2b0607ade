/** Numbers that are typed in a unit: taken up to the ends of their range, refused beyond in that unit. */
import { describe, expect, it } from '@jest/globals'
import { holdsFor, fc } from '@tests/helpers/property'
import { stepped, typedWithin } from '@/core/range'

const range = { min: 0.29, max: 0.57 }
const percent = { times: 100, unit: '%' }

describe('a number typed in a unit', () => {
  it('is the value it stands for, both ends included', () => {
    // 0.29 × 100 and 0.57 × 100 miss 29 and 57 by a last bit of IEEE 754 doubles.
    expect(0.29 * 100).not.toBe(29)
    expect(typedWithin('Blur', 29, range, percent)).toBe(0.29)
    expect(typedWithin('Blur', 57, range, percent)).toBe(0.57)
    holdsFor(fc.integer({ min: 29, max: 57 }), (typed) => {
      const value = typedWithin('Blur', typed, range, percent)
      expect(value).toBeCloseTo(typed / 100, 12)
      expect(value).toBeGreaterThanOrEqual(range.min)
      expect(value).toBeLessThanOrEqual(range.max)
    })
  })
  it('is refused one step beyond, in its unit', () => {
    expect(() => typedWithin('Blur', 58, range, percent)).toThrow(
      'Blur must be from 29 to 57%, but was 58. Give from 29',
    )
    expect(() => typedWithin('Bend', -181, { min: -180, max: 180 }, { times: 1, unit: '°' })).toThrow('-180 to 180°')
    expect(() => typedWithin('Size', 0, { min: 1, max: 9 }, { times: 1, unit: 'mm' })).toThrow('from 1 to 9 mm')
    expect(() => typedWithin('Size', NaN, { min: 1, max: 9 }, { times: 1, unit: '' })).toThrow('from 1 to 9,')
  })
})

describe('a number that is stepped', () => {
  it('goes on by the step, or from one multiple of it to the next', () => {
    expect(stepped(3.4, 1, 1, false)).toBeCloseTo(4.4, 12)
    expect(stepped(3.4, 1, 1, true)).toBe(4)
    expect(stepped(3.4, -1, 1, true)).toBe(3)
    expect(stepped(3, -1, 1, true)).toBe(2)
    expect(stepped(0.3, 2, 0.1, true)).toBeCloseTo(0.5, 12)
    expect(stepped(-0.25, 1, 0.5, true)).toBeCloseTo(0, 12)
    expect(stepped(3.4, 0, 1, true)).toBe(3.4)
  })
})
