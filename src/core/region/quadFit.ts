import { convexHull } from '@/core/geometry/hull'
import { quadFault, type Quad } from '@/core/geometry/quad'
import type { Line } from '@/core/region/straight'
import { cross, distance, dot, subtract, type Point } from '@/core/geometry/vector'

/** At most so many of a hull's sides may be sides of the quad: what hides a corner adds some. */
const MOST_SIDES = 8
/** Sides of a hull that turn by less than this many degrees, as seen over their length, are one. */
const SAME_SIDE = 0.012
/** So much of a hull must lie on the sides of its quad. */
const LEAST_SUPPORT = 0.6

export const lineOf = (p: Point, q: Point): Line => {
  const length = distance(p, q)
  return { through: p, along: { x: (q.x - p.x) / length, y: (q.y - p.y) / length } }
}

/** How far a point lies from a line, to its right hand in a frame that runs downward. */
export const offLine = ({ through, along }: Line, p: Point): number => cross(along, subtract(p, through))

export const crossingOf = (p: Line, q: Line): Point | null => {
  const across = cross(p.along, q.along)
  if (Math.abs(across) < 0.02) return null
  const k = cross(subtract(q.through, p.through), q.along) / across
  return { x: p.through.x + p.along.x * k, y: p.through.y + p.along.y * k }
}

/** The corner of the open ring that lies farthest from the line between its ends (D. Douglas, T. Peucker, 1973). */
const simplified = (points: readonly Point[], tolerance: number): readonly Point[] => {
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last || points.length < 3) return points
  const line = lineOf(first, last)
  let [far, at] = [0, 0]
  points.forEach((p, i) => {
    const off = distance(first, last) > 0 ? Math.abs(offLine(line, p)) : distance(p, first)
    if (off > far) [far, at] = [off, i]
  })
  if (far <= tolerance) return [first, last]
  const [left, right] = [points.slice(0, at + 1), points.slice(at)]
  return [...simplified(left, tolerance).slice(0, -1), ...simplified(right, tolerance)]
}

interface Side {
  readonly line: Line
  readonly length: number
  readonly place: number
}

/** The long sides of a hull, in order around it. */
const sidesOf = (hull: readonly Point[], tolerance: number): readonly Side[] => {
  // Begun at its two farthest points, which are corners of what it is around.
  const start = hull.reduce((best, p, i) => (p.x + p.y < (hull[best]?.x ?? 0) + (hull[best]?.y ?? 0) ? i : best), 0)
  const turned = [...hull.slice(start), ...hull.slice(0, start)]
  const opposite = turned.reduce((best, p, i) => {
    const [a, b] = [turned[0] ?? p, turned[best] ?? p]
    return distance(p, a) > distance(b, a) ? i : best
  }, 0)
  const halves = [turned.slice(0, opposite + 1), [...turned.slice(opposite), ...turned.slice(0, 1)]]
  const ring = halves.flatMap((half) => simplified(half, tolerance).slice(0, -1))
  const all = ring.map((p, i): Side => {
    const q = ring[(i + 1) % ring.length] ?? p
    return { line: lineOf(p, q), length: distance(p, q), place: i }
  })
  const longest = [...all].sort((p, q) => q.length - p.length).slice(0, MOST_SIDES)
  return longest.sort((p, q) => p.place - q.place)
}

const areaOf = (points: readonly Point[]): number =>
  Math.abs(points.reduce((sum, p, i) => sum + cross(p, points[(i + 1) % points.length] ?? p), 0)) / 2

const quadOf = (lines: readonly Line[]): Quad | null => {
  const corners = lines.map((line, i) => crossingOf(lines[(i + 3) % 4] ?? line, line))
  const [p, q, r, s] = corners
  if (!p || !q || !r || !s) return null
  const quad: Quad = [p, q, r, s]
  return quadFault(quad) ? null : quad
}

/** A quad around a hull, and how much of the hull's length lies on its sides, in [0, 1]. */
export interface FittedQuad {
  readonly quad: Quad
  readonly support: number
}

/** So much of a hull may lie outside its quad, such as a handle. */
const MOST_OUTSIDE = 0.1
/** How much of a hull lies on lines; null where too much of it lies outside them. */
const supportOf = (hull: readonly Point[], lines: readonly Line[], tolerance: number): number | null => {
  let [on, out, all] = [0, 0, 0]
  for (const [i, p] of hull.entries()) {
    const q = hull[(i + 1) % hull.length] ?? p
    const length = distance(p, q)
    if (length === 0) continue
    const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
    const offs = lines.map((line) => offLine(line, middle))
    const run = lineOf(p, q)
    const isOn = offs.some(
      (off, k) => Math.abs(off) <= tolerance && Math.abs(dot(run.along, lines[k]?.along ?? run.along)) > 0.97,
    )
    all += length
    if (isOn) on += length
    else if (offs.some((off) => off < -3 * tolerance)) out += length
  }
  return all > 0 && out <= MOST_OUTSIDE * all ? on / all : null
}

/** Every four of some things, in their order. */
const fours = <T>(list: readonly T[]): readonly (readonly T[])[] =>
  list.flatMap((a, i) =>
    list
      .slice(i + 1)
      .flatMap((b, j) => list.slice(i + j + 2).flatMap((c, k) => list.slice(i + j + k + 3).map((d) => [a, b, c, d]))),
  )

/**
 * The quad on whose sides most of the hull of points lies: four of the hull's long sides, met in their order. Corners that are
 * rounded off, or hidden by something else, come to where the sides meet. Null where there is none.
 */
export const fitQuad = (points: readonly Point[]): FittedQuad | null => {
  const hull = convexHull(points)
  if (hull.length < 4) return null
  const size = Math.sqrt(areaOf(hull))
  const tolerance = Math.max(1.2, size * SAME_SIDE)
  let best: FittedQuad | null = null
  let most = 0
  for (const lines of fours(sidesOf(hull, tolerance).map(({ line }) => line))) {
    const quad = quadOf(lines)
    const support = quad && supportOf(hull, lines, tolerance)
    if (!quad || support === null || support < LEAST_SUPPORT) continue
    const worth = support * Math.min(1, areaOf(hull) / areaOf(quad))
    if (worth > most) [best, most] = [{ quad, support }, worth]
  }
  return best
}

export const quadArea = (quad: Quad): number => areaOf(quad)
