import { describe, expect, it } from '@jest/globals'
import {
  formatLength,
  fromPoints,
  lengthTrack,
  nudgeStep,
  outputPixels,
  secondsInWords,
  toPoints,
  UNITS,
} from '@/core/units'
import { parseLength, readLength } from '@/core/lengthText'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'

// The inch is 25.4 mm by definition (international yard and pound agreement, 1959; ISO 80000-3).
// 72 points and 6 picas an inch: CSS Values and Units Level 4, section 6.2, where 1pc = 12pt.
describe('units', () => {
  it('agree with their definitions', () => {
    near(toPoints(1, 'in', 300), 72, 0)
    near(toPoints(25.4, 'mm', 300), 72, 1e-12)
    near(toPoints(2.54, 'cm', 300), 72, 1e-12)
    near(toPoints(72, 'pt', 300), 72, 0)
    near(toPoints(6, 'pica', 300), 72, 0)
    near(toPoints(300, 'px', 300), 72, 1e-12)
  })

  it('make one pixel one point at 72 ppi', () => near(toPoints(1080, 'px', 72), 1080, 1e-9))

  it('come back to what they were', () => {
    holdsFor(fc.tuple(fc.constantFrom(...UNITS), real(-5000, 5000), real(10, 2400)), ([unit, value, ppi]) =>
      near(fromPoints(toPoints(value, unit, ppi), unit, ppi), value, 1e-8),
    )
  })

  it('give A4 at 300 ppi its 2480 × 3508 pixels', () => {
    expect(outputPixels(toPoints(210, 'mm', 300), 300)).toBe(2480)
    expect(outputPixels(toPoints(297, 'mm', 300), 300)).toBe(3508)
  })

  it('refuse a resolution of nothing', () => expect(() => toPoints(1, 'px', 0)).toThrow(/above 0/))

  it('nudge by 1 px, 0.5 mm or 1 pt', () => {
    near(nudgeStep('px', 144), 0.5, 1e-12)
    near(nudgeStep('mm', 300), (0.5 * 72) / 25.4, 1e-12)
    near(nudgeStep('in', 300), 1, 0)
  })

  it('are shown without trailing zeros and without minus nought', () => {
    expect(formatLength(72, 'in', 72)).toBe('1')
    expect(formatLength(-0.0001, 'pt', 72)).toBe('0')
    expect(formatLength(toPoints(210.5, 'mm', 300), 'mm', 300)).toBe('210.5')
  })
})

describe('tracks of sliders', () => {
  it('hold the length, lie in its range, and end and step round in the unit', () =>
    holdsFor(
      fc.tuple(fc.constantFrom(...UNITS), real(0.1, 700), real(1, 100), real(30, 600), fc.boolean()),
      ([unit, points, usual, ppi, signed]) => {
        const range = { min: signed ? -720 : 0.1, max: 720 }
        const { min, max, step } = lengthTrack(points, usual, range, { unit, ppi })
        expect(max).toBeGreaterThanOrEqual(Math.min(720, points))
        expect(max).toBeLessThanOrEqual(720)
        expect(min).toBeGreaterThanOrEqual(signed ? -720 : 0)
        // 1, 2 or 5 times a power of ten of the unit.
        const shown = fromPoints(step, unit, ppi)
        const mantissa = shown / 10 ** Math.floor(Math.log10(shown) + 1e-9)
        expect([1, 2, 5].some((k) => Math.abs(mantissa - k) < 1e-6)).toBe(true)
      },
    ))
})

describe('lengths typed beyond their range', () => {
  const units = { unit: 'mm', ppi: 300 } as const
  const range = { min: 0.1, max: 720 }
  it('are refused in the unit that was typed, with what was typed', () => {
    expect(() => readLength('the width', '300', range, units)).toThrow(
      'the width must be from 0.0353 to 254 mm, but was "300"',
    )
    expect(() => readLength('the width', '11in', range, units)).toThrow('from 0.0014 to 10 in, but was "11in"')
    expect(() => readLength('the width', '800 pt', range, units)).toThrow('from 0.1 to 720 pt')
  })
  it('are taken at their very ends, as these are shown', () => {
    near(readLength('the width', '254', range, units), 720, 1e-9)
    near(readLength('the width', '10in', range, units), 720, 1e-9)
    near(readLength('the width', '0.0353', range, units), 0.1, 1e-3)
    near(readLength('the width', '3mm', range, units), (3 * 72) / 25.4, 1e-9)
  })
})

describe('typed lengths', () => {
  const read = (text: string): number => parseLength(text, 'mm', 300)

  it('take the sheet’s unit where none is said', () => near(read('25.4'), 72, 1e-12))
  it('read a comma as a point', () => near(read('25,4'), 72, 1e-12))
  it('read units of their own', () => {
    near(read('1in'), 72, 1e-12)
    near(read('1"'), 72, 1e-12)
    near(read('6 pica'), 72, 1e-12)
    near(read('6pc'), 72, 1e-12)
    near(read('300px'), 72, 1e-12)
  })
  it('work out arithmetic', () => {
    near(read('50.8/2'), 72, 1e-12)
    near(read('1in + 1pt'), 73, 1e-12)
    near(read('2*(10mm+2.7)'), 72, 1e-12)
    near(read('-12.7 × 2'), -72, 1e-12)
    near(read('1in − 0.5in'), 36, 1e-12)
  })
  it.each([
    '',
    '   ',
    'abc',
    '1 2',
    '3mm*2mm',
    '2/1mm',
    '5/0',
    '1mm2',
    '(1',
    '1)',
    '++',
    '1e9e',
    'constructor',
    '9'.repeat(90),
    '('.repeat(40) + '1' + ')'.repeat(40),
  ])('refuse %j in words', (text) => {
    expect(() => read(text)).toThrow(/length must be/)
  })
  it('never answer with anything but a finite number', () => {
    holdsFor(
      fc.string({ maxLength: 30 }),
      (text) => {
        try {
          expect(Number.isFinite(read(text))).toBe(true)
        } catch (error) {
          expect(String(error)).toMatch(/must be/)
        }
      },
      500,
    )
  })
})

describe('a length of time in words', () => {
  it('is one second, and seconds of all others', () => {
    expect([1, 0, 0.5, 2, 1.004, 0.996].map((value) => secondsInWords(value, 2))).toEqual([
      '1 second',
      '0 seconds',
      '0.5 seconds',
      '2 seconds',
      '1 second',
      '1 second',
    ])
  })
})
