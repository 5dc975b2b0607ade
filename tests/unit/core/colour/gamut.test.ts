import { describe, expect, it } from '@jest/globals'
import { converter } from 'culori'
import fc from 'fast-check'
import { near } from '@tests/helpers/near'
import { holdsFor } from '@tests/helpers/property'
import type { Colour } from '@/core/colour/colour'
import { fromRgb, toRgb } from '@/core/colour/space'
import { turnedHue } from '@/core/colour/gamut'

// culori is an independent library of colours; its lab is CIELAB at D65 as ours is.
const lab = converter('lab65')
const L = (colour: Colour): number => {
  const { r, g, b } = toRgb(colour)
  return lab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }).l
}

const channel = fc.integer({ min: 0, max: 255 })
const colours = fc.tuple(channel, channel, channel).map(([r, g, b]) => fromRgb({ r, g, b }))

describe('a hue that is turned', () => {
  it('keeps its lightness, so that contrast stays', () => {
    holdsFor(fc.tuple(colours, fc.integer({ min: -360, max: 360 })), ([colour, degrees]) => {
      near(L(turnedHue(colour, degrees)), L(colour), 1)
    })
  })
  it('turned all the way round is itself, to a step of a channel; greys stay as they are', () => {
    holdsFor(colours, (colour) => {
      const [p, q] = [turnedHue(colour, 360), colour].map((one) =>
        [1, 3, 5].map((i) => parseInt(one.slice(i, i + 2), 16)),
      )
      p?.forEach((value, i) => near(value, q?.[i] ?? 0, 1))
    })
    for (const grey of ['#000000', '#808080', '#ffffff'] as const) expect(turnedHue(grey, 123)).toBe(grey)
  })
})
