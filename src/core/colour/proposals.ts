import type { Colour } from '@/core/colour/colour'
import { ciede2000 } from '@/core/colour/difference'
import { nearestInGamut } from '@/core/colour/gamut'
import { toLab, type Lab } from '@/core/colour/lab'
import { tinted, type Slot } from '@/core/colour/slots'
import { toRgb } from '@/core/colour/space'

/** A way of giving every slot a colour of a palette. */
export interface Proposal {
  readonly name: string
  /** By the slots' ids. */
  readonly colours: Readonly<Record<string, Colour>>
}

const labOf = (colour: Colour): Lab => {
  const { r, g, b } = toRgb(colour)
  return toLab(r, g, b)
}

const chromaOf = ({ a, b }: Lab): number => Math.hypot(a, b)

/** Where a palette has fewer colours than there are slots, it goes on with its own, lighter and darker by turns (percent). */
const TINTS = [0, 35, -35, 65, -65] as const

const lastingFor = (palette: readonly Colour[], count: number): readonly Colour[] => {
  const all = TINTS.flatMap((tint) => palette.map((colour) => tinted(colour, tint)))
  return Array.from({ length: count }, (_, i) => all[i % all.length] ?? '#000000')
}

const byLightness = (colours: readonly Colour[]): readonly Colour[] =>
  [...colours].sort((p, q) => labOf(p).L - labOf(q).L)

/** A colour at another lightness: its hue kept, its chroma as far as sRGB has it there. */
const atLightness = (colour: Colour, L: number): Colour => nearestInGamut({ ...labOf(colour), L })

/**
 * Dark slots get dark colours, in the order of their lightness; each at the lightness that its slot has, or with
 * `isReversed` at the opposite one. What stands out from what stays so: contrast follows lightness alone.
 */
const hueForHue = (slots: readonly Slot[], colours: readonly Colour[], isReversed = false): Proposal['colours'] => {
  const ranked = [...slots].sort((p, q) => labOf(p.colour).L - labOf(q.colour).L)
  const sorted = byLightness(colours)
  const given = isReversed ? [...sorted].reverse() : sorted
  return Object.fromEntries(
    ranked.map(({ id, colour }, i) => {
      const { L } = labOf(colour)
      return [id, atLightness(given[i] ?? '#808080', isReversed ? 100 - L : L)]
    }),
  )
}

/** Each slot gets the colour that differs least from its own: of all pairs the most alike first, each colour once. */
const alike = (slots: readonly Slot[], palette: readonly Colour[]): Proposal['colours'] => {
  const colours = [...new Set([...palette, ...lastingFor(palette, slots.length)])]
  const pairs = slots
    .flatMap(({ id, colour: own }) =>
      colours.map((colour) => ({ id, colour, apart: ciede2000(labOf(own), labOf(colour)) })),
    )
    .sort((p, q) => p.apart - q.apart)
  const given: Record<string, Colour> = {}
  const taken = new Set<Colour>()
  const isShort = colours.length < slots.length
  for (const { id, colour } of pairs) {
    if (given[id] !== undefined || (taken.has(colour) && !isShort)) continue
    given[id] = colour
    taken.add(colour)
  }
  return given
}

/**
 * Ways of giving the slots the colours of a palette whose most frequent come first: the most alike as they are, else
 * hues of the palette at the lightness of each slot. Those that come to the same are left out, and there are none for an empty palette. Likeness is CIEDE2000, lightness and chroma are those of CIELAB;
 * which ways are offered is ours.
 */
export const proposalsFor = (slots: readonly Slot[], palette: readonly Colour[]): readonly Proposal[] => {
  if (!palette.length || !slots.length) return []
  const count = slots.length
  const frequent = lastingFor(palette.slice(0, count), count)
  const byChroma = [...palette].sort((p, q) => chromaOf(labOf(q)) - chromaOf(labOf(p)))
  const ways: readonly Proposal[] = [
    { name: 'Most alike', colours: alike(slots, palette) },
    { name: 'Main hues', colours: hueForHue(slots, frequent) },
    { name: 'Vivid', colours: hueForHue(slots, lastingFor(byChroma.slice(0, count), count)) },
    { name: 'Quiet', colours: hueForHue(slots, lastingFor([...byChroma].reverse().slice(0, count), count)) },
    { name: 'Light for dark', colours: hueForHue(slots, frequent, true) },
  ]
  const seen = new Set<string>()
  return ways.filter(({ colours }) => {
    const key = slots.map(({ id }) => colours[id]).join()
    return seen.has(key) ? false : seen.add(key)
  })
}
