import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor } from '@tests/helpers/property'
import type { Colour } from '@/core/colour/colour'
import { ciede2000 } from '@/core/colour/difference'
import { fromLab, toLab } from '@/core/colour/lab'
import { proposalsFor } from '@/core/colour/proposals'
import {
  freeSlotName,
  isColourRef,
  plainColour,
  readSlotRef,
  resolveColour,
  slotRef,
  TINT,
  tinted,
  type Slot,
  type Slots,
} from '@/core/colour/slots'
import { toRgb } from '@/core/colour/space'

const colours = fc.integer({ min: 0, max: 0xffffff }).map((n): Colour => `#${n.toString(16).padStart(6, '0')}`)
const tints = fc.integer(TINT)
const SEA: Slots = { sea: { id: 'sea', name: 'Sea', colour: '#2c6e63' } }

describe('references to slots', () => {
  it('say slot and tint, there and back', () => {
    holdsFor(fc.record({ id: fc.stringMatching(/^[A-Za-z0-9][A-Za-z0-9_-]{0,30}$/), tint: tints }), ({ id, tint }) => {
      expect(readSlotRef(slotRef(id, tint))).toEqual({ slot: id, tint })
    })
  })

  it.each([
    '@',
    '@:20',
    '@sea:',
    '@sea:0',
    '@sea:96',
    '@sea:-96',
    '@sea:+20',
    '@sea:2.5',
    '@sea 20',
    'sea',
    '@-sea',
    '@sea:20:20',
  ])('%s is none', (text) => {
    expect(readSlotRef(text)).toBeNull()
    expect(isColourRef(text)).toBe(false)
  })

  it('beyond the range of tints are brought within it', () => {
    expect(slotRef('sea', 400)).toBe('@sea:95')
    expect(slotRef('sea', -400)).toBe('@sea:-95')
    expect(slotRef('sea', 0.2)).toBe('@sea')
  })

  it('are no colours to paint with, and name a slot that is there', () => {
    expect(() => plainColour('@sea')).toThrow(/a colour to paint with/)
    expect(() => resolveColour('@sand', SEA)).toThrow(/a slot of the project/)
    expect(() => resolveColour('@toString', SEA)).toThrow(/a slot of the project/)
    expect(resolveColour('@sea', SEA)).toBe('#2c6e63')
    expect(resolveColour('#102030', SEA)).toBe('#102030')
  })
})

describe('tints', () => {
  // By hand: 0x2c + (255 − 0x2c) · ½ = 149.5, and so on.
  it('mix with white and black by a share', () => {
    expect(tinted('#2c6e63', 50)).toBe('#96b7b1')
    expect(tinted('#2c6e63', -50)).toBe('#163732')
    expect(tinted('#2c6e63', 0)).toBe('#2c6e63')
  })

  // CSS Color Module Level 5, section 3: color-mix(in srgb, colour, white p%) is (1 − p)·colour + p·white in each channel.
  it('are what color-mix(in srgb) gives, to half a step', () => {
    holdsFor(fc.record({ colour: colours, tint: tints }), ({ colour, tint }) => {
      const [own, seen] = [toRgb(colour), toRgb(tinted(colour, tint))]
      const p = Math.abs(tint) / 100
      for (const channel of ['r', 'g', 'b'] as const)
        expect(Math.abs(seen[channel] - ((1 - p) * own[channel] + p * (tint > 0 ? 255 : 0)))).toBeLessThanOrEqual(
          0.5 + 1e-9,
        )
    })
  })
})

describe('CIELAB', () => {
  it('comes back to the colour that it was of', () => {
    holdsFor(colours, (colour) => {
      const [own, back] = [toRgb(colour), fromLab(labOf(colour))]
      for (const channel of ['r', 'g', 'b'] as const) expect(Math.abs(own[channel] - back[channel])).toBeLessThan(0.01)
    })
  })
})

describe('names of slots', () => {
  it('are each there once, however their letters are written', () => {
    expect(freeSlotName(SEA, 'Sand')).toBe('Sand')
    expect(freeSlotName(SEA, 'SEA')).toBe('SEA 2')
    expect(freeSlotName({ ...SEA, b: { id: 'b', name: 'sea 2', colour: '#000000' } }, 'Sea')).toBe('Sea 3')
  })
})

const lightness = (colour: Colour): number => {
  const { r, g, b } = toRgb(colour)
  return toLab(r, g, b).L
}
const labOf = (colour: Colour) => {
  const { r, g, b } = toRgb(colour)
  return toLab(r, g, b)
}
const luminance = (colour: string): number => {
  const light = [1, 3, 5].map((at) => {
    const c = Number.parseInt(colour.slice(at, at + 2), 16) / 255
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * (light[0] ?? 0) + 0.7152 * (light[1] ?? 0) + 0.0722 * (light[2] ?? 0)
}
const contrast = (p: string, q: string): number => (luminance(p) + 0.05) / (luminance(q) + 0.05)
const slotsOf = (all: readonly Colour[]): readonly Slot[] =>
  all.map((colour, i) => ({ id: `s${i}`, name: `Colour ${i}`, colour }))

describe('proposals for the slots', () => {
  const sets = fc.record({
    slots: fc.array(colours, { minLength: 1, maxLength: 8 }).map(slotsOf),
    palette: fc.uniqueArray(colours, { minLength: 1, maxLength: 16 }),
  })

  it('give every slot a colour, are never two alike, and are none for nothing', () => {
    expect(proposalsFor(slotsOf(['#000000']), [])).toEqual([])
    expect(proposalsFor([], ['#000000'])).toEqual([])
    holdsFor(sets, ({ slots, palette }) => {
      const all = proposalsFor(slots, palette)
      expect(all.length).toBeGreaterThan(0)
      for (const { colours: given } of all) expect(Object.keys(given).sort()).toEqual(slots.map(({ id }) => id).sort())
      expect(new Set(all.map(({ colours: given }) => JSON.stringify(given))).size).toBe(all.length)
    })
  })

  // WCAG 2.2: contrast is (Y1 + 0.05) / (Y2 + 0.05) of relative luminances, by its own formula here.
  it('keep the contrast of every two slots, but where light and dark are turned round', () => {
    holdsFor(sets, ({ slots, palette }) => {
      for (const { name, colours: given } of proposalsFor(slots, palette)) {
        if (name === 'Most alike' || name === 'Light for dark') continue
        for (const p of slots)
          for (const q of slots) {
            const [was, now] = [contrast(p.colour, q.colour), contrast(given[p.id] ?? '', given[q.id] ?? '')]
            // A step of a channel is up to this much where all is dark.
            expect(Math.abs(was - now) / was).toBeLessThan(0.035)
          }
      }
    })
  })

  it('turn lightness round where they say so', () => {
    holdsFor(sets, ({ slots, palette }) => {
      const turned = proposalsFor(slots, palette).find(({ name }) => name === 'Light for dark')
      for (const { id, colour } of turned ? slots : [])
        expect(Math.abs(lightness(turned?.colours[id] ?? '#000000') - (100 - lightness(colour)))).toBeLessThan(0.8)
    })
  })

  it('give the pair of slot and colour that is most alike to one another', () => {
    holdsFor(sets, ({ slots, palette }) => {
      const alike = proposalsFor(slots, palette).find(({ name }) => name === 'Most alike')
      const apart = (p: Colour, q: Colour): number => ciede2000(labOf(p), labOf(q))
      const least = Math.min(...slots.flatMap(({ colour }) => palette.map((one) => apart(colour, one))))
      const got = Math.min(...slots.map(({ id, colour }) => apart(colour, alike?.colours[id] ?? '#000000')))
      expect(got).toBeLessThanOrEqual(least + 1e-9)
    })
  })
})
