import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'
import { lineThrough, type Line } from '@/core/region/straight'
import type { Pixels } from '@/core/region/field'
import { crossingOf, lineOf, offLine } from '@/core/region/quadFit'

/** Pixels to either side of a side over which its edge is looked for. */
const REACH = 6
const STEP = 0.5
/** Profiles across one side. */
const PROFILES = 64
/** The ends of a side are left out: corners may be rounded. */
const ENDS = 0.14
/** An edge must differ by this much, in 0 to 255, on both sides. */
const LEAST_CONTRAST = 6
/** Profiles that must have an edge, as a share. */
const LEAST_FOUND = 0.35

// Asked for at every sample of every profile.
const { floor, max, min } = Math

type Colour = readonly [number, number, number]

const sampler = ({ data, width, height }: Pixels) => {
  const at = (x: number, y: number, k: number): number => {
    const [cx, cy] = [min(width - 1, max(0, x)), min(height - 1, max(0, y))]
    return data[(cy * width + cx) * 4 + k] ?? 0
  }
  return ({ x, y }: Point): Colour => {
    const [px, py] = [x - 0.5, y - 0.5]
    const [left, top] = [floor(px), floor(py)]
    const [s, t] = [px - left, py - top]
    const of = (k: number): number =>
      at(left, top, k) * (1 - s) * (1 - t) +
      at(left + 1, top, k) * s * (1 - t) +
      at(left, top + 1, k) * (1 - s) * t +
      at(left + 1, top + 1, k) * s * t
    return [of(0), of(1), of(2)]
  }
}

const mean = (colours: readonly Colour[]): Colour => {
  const sum = colours.reduce<[number, number, number]>(([r, g, b], [p, q, s]) => [r + p, g + q, b + s], [0, 0, 0])
  return [sum[0] / colours.length, sum[1] / colours.length, sum[2] / colours.length]
}

const minus = ([a, b, c]: Colour, [p, q, s]: Colour): Colour => [a - p, b - q, c - s]
const dot3 = ([a, b, c]: Colour, [p, q, s]: Colour): number => a * p + b * q + c * s

const COUNT = Math.round((2 * REACH) / STEP) + 1
const offsetOf = (i: number): number => -REACH + i * STEP

/**
 * Where along a profile the colour comes to the middle between what lies at its ends: there the edge is, however blurred.
 * The crossing nearest to the middle of the profile counts. Null without contrast.
 */
const edgeIn = (profile: readonly Colour[], axis: Colour, middle: number): number | null => {
  const values = profile.map((colour) => dot3(colour, axis) - middle)
  let best: number | null = null
  for (let i = 1; i < values.length; i += 1) {
    const [p = 0, q = 0] = [values[i - 1], values[i]]
    if (p > 0 || q <= 0) continue
    const at = offsetOf(i - 1) + (STEP * -p) / (q - p)
    if (best === null || Math.abs(at) < Math.abs(best)) best = at
  }
  return best
}

/** Points this near to a line are taken to lie on it, in pixels. */
const ON_LINE = 0.8
/** Every so many points are tried as ends of lines. */
const TRIED = 3

/**
 * The line on which most points lie, whatever the others are of (M. Fischler, R. Bolles, "Random sample consensus", 1981; here
 * all pairs of some of them are tried), by least squares; and the share of the points on it.
 */
const robustLine = (points: readonly Point[], like: Line): { readonly line: Line; readonly on: number } | null => {
  let best: readonly Point[] = []
  for (let i = 0; i < points.length; i += TRIED)
    for (let j = i + TRIED * 3; j < points.length; j += TRIED) {
      const [p, q] = [points[i], points[j]]
      if (!p || !q) continue
      const line = lineOf(p, q)
      const on = points.filter((one) => Math.abs(offLine(line, one)) <= ON_LINE)
      if (on.length > best.length) best = on
    }
  return best.length >= 6 ? { line: throughPoints(best, like), on: best.length } : null
}

/** The line nearest to points, running the same way as another. */
const throughPoints = (points: readonly Point[], { along }: Line): Line => {
  const { line } = lineThrough(points)
  const isSame = line.along.x * along.x + line.along.y * along.y >= 0
  return isSame ? line : { ...line, along: { x: -line.along.x, y: -line.along.y } }
}

/** The true edge near one side, to a fraction of a pixel; the side itself where none is seen. */
const edgeLine = (colourAt: (p: Point) => Colour, from: Point, to: Point): { line: Line; firm: number } => {
  const line = lineOf(from, to)
  // Inward, since quads run clockwise in a frame that runs downward.
  const across = { x: -line.along.y, y: line.along.x }
  const profiles = Array.from({ length: PROFILES }, (_, i) => {
    const share = ENDS + ((1 - 2 * ENDS) * (i + 0.5)) / PROFILES
    const foot = { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share }
    const colours = Array.from({ length: COUNT }, (_, k) =>
      colourAt({ x: foot.x + across.x * offsetOf(k), y: foot.y + across.y * offsetOf(k) }),
    )
    return { foot, colours, outside: mean(colours.slice(0, 4)), inside: mean(colours.slice(-4)) }
  })
  const found = profiles.flatMap(({ foot, colours, outside, inside }) => {
    const axis = minus(inside, outside)
    const contrast = Math.sqrt(dot3(axis, axis) / 3)
    if (contrast < LEAST_CONTRAST) return []
    const at = edgeIn(colours, axis, (dot3(inside, axis) + dot3(outside, axis)) / 2)
    return at === null ? [] : [{ x: foot.x + across.x * at, y: foot.y + across.y * at }]
  })
  const fitted = found.length >= PROFILES * LEAST_FOUND ? robustLine(found, line) : null
  const firm = fitted ? fitted.on / PROFILES : 0
  return firm >= LEAST_FOUND && fitted ? { line: fitted.line, firm } : { line, firm: 0 }
}

/** A quad whose sides were brought onto the edges near them, and how much of each side is seen as an edge, in [0, 1]. */
export interface RefinedQuad {
  readonly quad: Quad
  readonly firm: readonly number[]
}

/** Brings the sides of a quad onto the edges of a picture near them, to a fraction of a pixel. */
export const refineQuad = (pixels: Pixels, quad: Quad): RefinedQuad => {
  const colourAt = sampler(pixels)
  const edges = quad.map((p, i) => edgeLine(colourAt, p, quad[(i + 1) % 4] ?? p))
  const corner = (i: number): Point => {
    const [before, own] = [edges[(i + 3) % 4], edges[i]]
    return (before && own && crossingOf(before.line, own.line)) ?? quad[i] ?? { x: 0, y: 0 }
  }
  return { quad: [corner(0), corner(1), corner(2), corner(3)], firm: edges.map(({ firm }) => firm) }
}
