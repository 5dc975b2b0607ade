import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { parseColour, type Colour } from '@/core/colour/colour'
import { contrastRatio, standingOut } from '@/core/colour/contrast'
import { sortedStops, withoutStop, withStop } from '@/core/colour/gradient'
import { paletteOf } from '@/core/colour/palette'
import { fromHsl, fromRgb, toHsl, toRgb } from '@/core/colour/space'

const colours = fc.integer({ min: 0, max: 0xffffff }).map((n): Colour => `#${n.toString(16).padStart(6, '0')}`)

describe('contrast', () => {
  // Ratios as WCAG 2.2 defines them: the extremes, and #767676, its well-known grey of 4.54 on white (common practice).
  it('is that of WCAG 2.2', () => {
    near(contrastRatio('#000000', '#ffffff'), 21, 1e-9)
    near(contrastRatio('#767676', '#ffffff'), 4.54, 0.005)
    near(contrastRatio('#ff0000', '#ff0000'), 1, 1e-12)
    near(contrastRatio('#777777', '#ffffff'), 4.48, 0.005)
  })
  it('chooses what stands out, and the first where nothing lies there', () => {
    expect(standingOut(['#ffffff', '#22282b'], ['#102030', '#203040', '#eeeeee'])).toBe('#ffffff')
    expect(standingOut(['#ffffff', '#22282b'], ['#f2ead8', '#c8b090'])).toBe('#22282b')
    expect(standingOut(['#ffffff', '#22282b'], [])).toBe('#ffffff')
  })
})

describe('colour spaces', () => {
  // Values of the named colours: CSS Color Module Level 4, section 6.1; the HSL texts are examples of its section 7.
  it.each<readonly [Colour, number, number, number]>([
    ['#008000', 120, 100, 25.1], // green
    ['#ff0000', 0, 100, 50], // red
    ['#ffa500', 38.8, 100, 50], // orange
    ['#ffff00', 60, 100, 50], // yellow
    ['#0000ff', 240, 100, 50], // blue
    ['#808080', 0, 0, 50.2], // grey
    ['#ee82ee', 300, 76.1, 72.2], // violet
    ['#8b4513', 25, 75.9, 31], // saddlebrown
  ])('%s is hsl(%d %d%% %d%%)', (colour, h, s, l) => {
    const hsl = toHsl(colour)
    near(hsl.h, h, 0.1)
    near(hsl.s, s, 0.1)
    near(hsl.l, l, 0.1)
    expect(fromHsl(hsl)).toBe(colour)
  })

  it('go there and back for every colour', () => {
    holdsFor(colours, (colour) => {
      expect(fromRgb(toRgb(colour))).toBe(colour)
      expect(fromHsl(toHsl(colour))).toBe(colour)
      expect(parseColour(colour.toUpperCase())).toBe(colour)
    })
  })
})

const pixelsOf = (parts: readonly (readonly [Colour, number])[]): Uint8ClampedArray =>
  Uint8ClampedArray.from(
    parts.flatMap(([colour, count]) => {
      const { r, g, b } = toRgb(colour)
      return Array.from({ length: count }).flatMap(() => [r, g, b, 255])
    }),
  )

describe('the palette of a picture', () => {
  it('of few colours is those colours, the most frequent first', () => {
    const pixels = pixelsOf([
      ['#8e2a5b', 40],
      ['#f0b429', 90],
      ['#3f6b2a', 10],
    ])
    expect(paletteOf(pixels, 8)).toEqual(['#f0b429', '#8e2a5b', '#3f6b2a'])
  })
  it('holds no more colours than asked, each within the picture’s range', () => {
    holdsFor(
      fc.tuple(fc.array(colours, { minLength: 1, maxLength: 60 }), fc.integer({ min: 1, max: 9 })),
      ([all, most]) => {
        const palette = paletteOf(pixelsOf(all.map((colour) => [colour, 1] as const)), most)
        expect(palette.length).toBeGreaterThan(0)
        expect(palette.length).toBeLessThanOrEqual(most)
        const reds = all.map((colour) => toRgb(colour).r)
        for (const colour of palette) {
          expect(toRgb(colour).r).toBeGreaterThanOrEqual(Math.min(...reds))
          expect(toRgb(colour).r).toBeLessThanOrEqual(Math.max(...reds))
        }
      },
    )
  })
  it('of nothing, or of what is transparent, is empty', () => {
    expect(paletteOf(new Uint8ClampedArray(), 5)).toEqual([])
    expect(paletteOf(Uint8ClampedArray.from([255, 0, 0, 20]), 5)).toEqual([])
  })
})

describe('stops of a gradient', () => {
  const stops = fc
    .array(fc.record({ at: fc.double({ min: 0, max: 1, noNaN: true }), colour: colours }), {
      minLength: 2,
      maxLength: 8,
    })
    .map(sortedStops)
  it('are added within their range and stay in order', () => {
    holdsFor(stops, (held) => {
      const more = withStop(held)
      expect(more).toHaveLength(held.length + 1)
      expect(sortedStops(more)).toEqual(more)
    })
  })
  it('are never fewer than two', () => {
    holdsFor(fc.tuple(stops, fc.nat({ max: 7 })), ([held, i]) =>
      expect(withoutStop(held, i).length).toBeGreaterThanOrEqual(2),
    )
  })
})
