import type { Rect } from '@/core/geometry/rect'
import type { Outline } from '@/core/path/path'
import { componentsOf, type Component, type Labelled } from '@/core/region/components'
import type { Field } from '@/core/region/contours'
import { readingRows } from '@/core/geometry/reading'
import { grownOutline } from '@/core/region/grow'
import { TRACE, traceFringe, tracePart } from '@/core/region/trace'

/** Where an opening lies: within the art, open to the picture's border, or it is what surrounds art that was cut out. */
export type OpeningKind = 'inside' | 'border' | 'around'

/** A place of art that shows what lies beneath. Lengths are pixels of the art. */
export interface Opening {
  /** Its edge, with the islands in it as holes. */
  readonly outline: Outline
  readonly bounds: Rect
  readonly area: number
  readonly kind: OpeningKind
  /** What is put beneath: beyond the edge as far as the art lets something through, and as much further as was asked; asked for none, just to the edge. */
  readonly under: Outline
  /** As far as the art shows anything of the opening, its islands left: where the art is cut, or what covers it. Where asked for. */
  readonly cut?: Outline
}

/** What was found; `left` tells how many openings beyond the most that are looked at. */
export interface Openings {
  readonly openings: readonly Opening[]
  readonly left: number
}

/** How openings are looked for. */
export interface OpeningSearch {
  /** By what is transparent or has a colour; a layer's own shape is an opening wherever it lies. */
  readonly by: 'transparency' | 'colour' | 'layer'
  /** Pixels under the art that are added to what is put beneath, from 0. */
  readonly grow: number
  /** Also tells where the art would be cut; what is put beneath then reaches 2 pixels beyond at least. */
  readonly cuts?: boolean
}

/** Most openings that one picture of art gives. */
export const MOST_OPENINGS = 400

/** Smaller than this share of the art, or than so many pixels, is a speck and no opening. */
const SPECK = { share: 2e-5, pixels: 48 } as const

/** What lets through less counts as solid. */
const SEEN = 0.1

/** A share of light that nobody sees: 3 of 255. */
const LEAST_SEEN = 3 / 255

/** An art whose border lets through more is itself thin, like vellum; more than that and it was cut out. */
const THIN = { from: 0.06, to: 0.6 } as const

const BINS = 64
/** The bin of a value from 0 to 1. */
const binOf = (value: number): number => (value < 1 ? Math.floor(value * BINS) : BINS - 1)

/** The value that this share of a histogram lies below. */
const quantile = (bins: ArrayLike<number>, from: number, share: number): number => {
  let total = 0
  for (let k = 0; k < BINS; k += 1) total += bins[from + k] ?? 0
  let sum = 0
  for (let k = 0; k < BINS; k += 1) {
    sum += bins[from + k] ?? 0
    if (sum >= total * share) return (k + 0.5) / BINS
  }
  return 1
}

/** What the art lets through by itself, and up to which value its noise goes, seen along its border. */
interface Ground {
  readonly middle: number
  readonly noise: number
}

/** The border is looked at this share of the shorter side within the picture: a picture's last pixels are often spoilt. */
const INSET = 0.01

const groundOf = ({ values, width, height }: Field): Ground => {
  const inset = Math.min(Math.ceil(INSET * Math.min(width, height)) + 1, Math.floor((Math.min(width, height) - 1) / 2))
  const [right, foot] = [width - 1 - inset, height - 1 - inset]
  const along: number[] = []
  for (let x = inset; x <= right; x += 1) along.push(values[inset * width + x] ?? 0, values[foot * width + x] ?? 0)
  for (let y = inset; y <= foot; y += 1) along.push(values[y * width + inset] ?? 0, values[y * width + right] ?? 0)
  const sorted = Float32Array.from(along).sort()
  const middle = sorted[Math.floor(sorted.length / 2)] ?? 0
  if (middle > THIN.to) return { middle: 0, noise: 0 }
  const isThin = middle > THIN.from
  // Most of the border is art; what an opening at the border lets through is no noise of it.
  const high = sorted[Math.floor(sorted.length * 0.75)] ?? 0
  const noise = high < middle + SEEN ? 2 * (high - middle) : 0
  return { middle: isThin ? middle : 0, noise: noise + (isThin ? 0 : middle) }
}

/** How open each part is where it is most open: nine tenths of its pixels let through less. By label. */
const fullnessOf = (
  labels: Int32Array,
  parts: readonly Component[],
  values: Float32Array,
): ReadonlyMap<number, number> => {
  const most = parts.reduce((all, { label }) => (label > all ? label : all), 0)
  const slots = new Int32Array(most + 1).fill(-1)
  parts.forEach(({ label }, i) => (slots[label] = i * BINS))
  const bins = new Uint32Array(parts.length * BINS)
  for (let i = 0; i < labels.length; i += 1) {
    const label = labels[i] ?? 0
    const slot = label === 0 ? -1 : (slots[label] ?? -1)
    if (slot < 0) continue
    const at = slot + binOf(values[i] ?? 0)
    bins[at] = (bins[at] ?? 0) + 1
  }
  return new Map(parts.map(({ label }, i) => [label, quantile(bins, i * BINS, 0.9)]))
}

/** A part is wholly open from here. */
const WHOLE = 0.95

/**
 * May a part be half transparent? Only where half open pixels lie amid others: those along sharp edges never do. Looked at
 * first, since most art has clear holes and finding parts takes long.
 */
const hasHalfOpen = ({ values, width, height }: Field, seen: number, least: number): boolean => {
  let amid = 0
  for (let y = 1; y < height - 1; y += 1) {
    let run = 0
    for (let x = 0, i = y * width; x < width; x += 1, i += 1) {
      const value = values[i] ?? 0
      run = value >= seen && value < WHOLE ? run + 1 : 0
      if (run < 3) continue
      const [above, below] = [values[i - 1 - width] ?? 0, values[i - 1 + width] ?? 0]
      if (above >= seen && above < WHOLE && below >= seen && below < WHOLE) amid += 1
    }
  }
  return amid >= least / 8
}

/** What is above the ground, which is what thin art lets through everywhere. */
const aboveGround = (field: Field, ground: number): Field =>
  ground > 0 ? { ...field, values: field.values.map((value) => Math.max(0, (value - ground) / (1 - ground))) } : field

/**
 * The field with every part that hangs together brought to 1 where it is most open, so that the edge of a half transparent
 * part lies half way between what it lets through and nothing, as that of a clear one does.
 */
const evened = (given: Field, { middle: ground, noise }: Ground, least: number): Field => {
  const field = aboveGround(given, ground)
  const seen = Math.max(SEEN, 2 * noise)
  if (!hasHalfOpen(field, seen, least)) return field
  const { labels, components } = componentsOf(field, seen)
  const parts = components.filter(({ area }) => area >= least).slice(0, 2 * MOST_OPENINGS)
  const fullness = fullnessOf(labels, parts, field.values)
  if (parts.every(({ label }) => (fullness.get(label) ?? 1) > WHOLE)) return field
  const values = field.values.slice()
  for (let i = 0; i < values.length; i += 1) {
    const full = fullness.get(labels[i] ?? 0)
    if (full !== undefined && full < WHOLE) values[i] = Math.min(1, (values[i] ?? 0) / full)
  }
  return { ...field, values }
}

/** The least rectangle around all that is art. */
const artBounds = ({ values, width, height }: Field): Rect => {
  let [x0, y0, x1, y1] = [width, height, 0, 0]
  for (let y = 0, i = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, i += 1) {
      if ((values[i] ?? 0) >= TRACE.level) continue
      if (x < x0) x0 = x
      if (x >= x1) x1 = x + 1
      if (y < y0) y0 = y
      y1 = y + 1
    }
  return { x0, y0, x1, y1 }
}

/**
 * Art whose corners are open was cut out along its outline: what reaches the border is around it. Of art that fills the
 * picture a hole may be open to the border, where the art's bounds enclose it.
 */
const kinds = (field: Field): ((part: Component) => OpeningKind) => {
  const { values, width, height } = field
  const corners = [0, width - 1, (height - 1) * width, height * width - 1]
  const isCutOut = corners.filter((i) => (values[i] ?? 0) >= TRACE.level).length > 1
  // Looked for once something reaches the border: it takes a pass over the whole.
  let known: Rect | null = null
  return ({ x0, y0, x1, y1 }) => {
    if (x0 > 0 && y0 > 0 && x1 < width && y1 < height) return 'inside'
    const art = (known ??= artBounds(field))
    const isEnclosed = x0 >= art.x0 && y0 >= art.y0 && x1 <= art.x1 && y1 <= art.y1
    return isCutOut || !isEnclosed ? 'around' : 'border'
  }
}

/** Row by row from the top, each row from the left. */
export const inReadingOrder = <T extends Opening>(openings: readonly T[]): readonly T[] =>
  readingRows(
    openings.map((opening) => {
      const { x0, y0, x1, y1 } = opening.bounds
      return { opening, box: { cx: (x0 + x1) / 2, cy: (y0 + y1) / 2, h: y1 - y0 } }
    }),
  ).flatMap((row) => row.map(({ opening }) => opening))

/** Parts of a field, and what is put beneath each. */
interface Under {
  readonly field: Field
  readonly labelled: Labelled
  /** What lets through more is seen. */
  readonly seen: number
  readonly grow: number
}

/** The outline of what is put beneath an opening, so that nothing shines along the edge of the art. */
const underOf = ({ field, labelled, seen, grow }: Under, part: Component, edge: Outline): Outline => {
  if (grow <= 0) return edge
  return grownOutline(field, labelled, part, { by: grow, seen }) ?? edge
}

/** What is put beneath reaches so many pixels beyond an edge that the art is cut along farther out. */
const BEYOND_CUT = 2

const growOf = ({ grow, cuts = false }: OpeningSearch): number => (cuts ? Math.max(BEYOND_CUT, grow) : grow)

/** Less of an opening in a pixel of the art is not seen. */
const FRINGE_SEEN = 0.06

/** The parts without specks, whose pixels count as what lies between parts. */
const withoutSpecks = ({ labels, components }: Labelled, least: number): Labelled => {
  const large = components.filter(({ area }) => area >= least)
  if (large.length === components.length) return { labels, components }
  const kept = new Set(large.map(({ label }) => label))
  const own = labels.slice()
  for (let i = 0; i < own.length; i += 1) if (own[i] !== 0 && !kept.has(own[i] ?? 0)) own[i] = 0
  return { labels: own, components: large }
}

/** A sharp edge lets this much through beyond its middle, and no more. */
const SHARP = 0.5

/**
 * The openings of art in reading order, those that lie around it last. `open` is 1 where what lies beneath is seen, 0 where
 * the art is solid. Specks do not count.
 */
export const findOpenings = (open: Field, options: OpeningSearch): Openings => {
  const least = Math.max(SPECK.pixels, SPECK.share * open.width * open.height)
  const ground = options.by === 'layer' ? { middle: 0, noise: 0 } : groundOf(open)
  const field = options.by === 'transparency' ? evened(open, ground, least) : open
  const labelled = withoutSpecks(componentsOf(field, TRACE.level), least)
  const kindOf = options.by === 'layer' ? (): OpeningKind => 'inside' : kinds(field)
  const under: Under = { field, labelled, seen: Math.min(SHARP, ground.noise + LEAST_SEEN), grow: growOf(options) }
  const found = labelled.components.slice(0, MOST_OPENINGS).flatMap((part): readonly Opening[] => {
    const outline = tracePart(field, labelled, part, { ...TRACE, leastArea: least })
    const { x0, y0, x1, y1, area } = part
    if (!outline) return []
    const kind = kindOf(part)
    // What lies around art is offered, seldom taken, and as large as the picture.
    const beneath = kind === 'around' ? outline : underOf(under, part, outline)
    const fringe = { ...TRACE, level: FRINGE_SEEN, leastArea: least, as: 'lines' } as const
    const cut = options.cuts ? (traceFringe(field, labelled, part, fringe) ?? outline) : null
    return [{ outline, under: beneath, bounds: { x0, y0, x1, y1 }, area, kind, ...(cut ? { cut } : {}) }]
  })
  const within = found.filter(({ kind }) => kind !== 'around')
  return {
    openings: [...inReadingOrder(within), ...found.filter(({ kind }) => kind === 'around')],
    left: Math.max(0, labelled.components.length - MOST_OPENINGS),
  }
}
