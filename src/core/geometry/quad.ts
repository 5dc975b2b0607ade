import { TOLERANCE } from '@/core/tolerance'
import { cross, distance, subtract, type Point } from '@/core/geometry/vector'

/** Four corners: of a flat frame the left upper one first, then clockwise. */
export type Quad = readonly [Point, Point, Point, Point]

/** What keeps four corners from being seen as a plane before the eye. */
export type QuadFault = 'apart' | 'crossed' | 'concave' | 'flat' | 'vanishing'

/** Corners nearer than this share of the quad's longest side or diagonal are one. */
const NEAREST = 1e-3
/** The sine of the least angle at a corner, short of a line: about a degree. */
const LEAST_SINE = 0.0175
/** How many times farther from the eye one corner may be than another. */
const MOST_DEPTH = 40

/** Twice the area of the triangle of three points; its sign tells which way they go round. */
const turnOf = (p: Point, q: Point, r: Point): number => cross(subtract(q, p), subtract(r, q))

const isCrossing = (p: Point, q: Point, r: Point, s: Point): boolean =>
  turnOf(p, q, r) * turnOf(p, q, s) < 0 && turnOf(r, s, p) * turnOf(r, s, q) < 0

/** What keeps a quad from being laid into, or null. Mirrored ones, seen from behind, are none the worse. */
export const quadFault = (quad: Quad): QuadFault | null => {
  const [p, q, r, s] = quad
  if (!quad.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y))) return 'apart'
  const pairs = quad.flatMap((one, i) => quad.slice(i + 1).map((other) => distance(one, other)))
  if (!(Math.min(...pairs) > Math.max(TOLERANCE.samePoint, NEAREST * Math.max(...pairs)))) return 'apart'
  if (isCrossing(p, q, r, s) || isCrossing(q, r, s, p)) return 'crossed'
  const corners = [
    [s, p, q],
    [p, q, r],
    [q, r, s],
    [r, s, p],
  ] as const
  const sines = corners.map(([a, b, c]) => turnOf(a, b, c) / (distance(a, b) * distance(b, c)))
  if (sines.some((sine) => !(Math.abs(sine) >= LEAST_SINE))) return 'flat'
  if (sines.some((sine) => sine > 0) && sines.some((sine) => sine < 0)) return 'concave'
  // A corner is as far from the eye as the triangle of the other three is large (from unitToQuad's own formula).
  const depths = corners.map(([a, b, c]) => Math.abs(turnOf(a, b, c)))
  return Math.max(...depths) > MOST_DEPTH * Math.min(...depths) ? 'vanishing' : null
}

/** The fault in words that say what to do. */
export const QUAD_FAULT_WORDS: Readonly<Record<QuadFault, string>> = {
  apart: 'Two corners lie on one another. Draw them apart.',
  crossed: 'The sides cross. Put the corners in order around the plane.',
  concave: 'A corner points inward. Draw it out until all four point outward.',
  flat: 'Three corners lie on a line. Draw one of them away from it.',
  vanishing: 'The plane vanishes into the distance. Bring its far side nearer.',
}

/** Each of the four corners moved, in their order. */
export const mapQuad = ([p, q, r, s]: Quad, to: (corner: Point, i: number) => Point): Quad => [
  to(p, 0),
  to(q, 1),
  to(r, 2),
  to(s, 3),
]

/** The mean of the four corners. */
export const quadMiddle = (quad: Quad): Point => ({
  x: quad.reduce((sum, { x }) => sum + x, 0) / 4,
  y: quad.reduce((sum, { y }) => sum + y, 0) / 4,
})

/** Four points in order around, from the left upper one clockwise. */
export const clockwise = (points: readonly Point[]): Quad | null => {
  const [p, q, r, s] = points
  if (!p || !q || !r || !s) return null
  const area = [p, q, r, s].reduce((sum, a, i, all) => sum + cross(a, all[(i + 1) % 4] ?? a), 0)
  const turned = area < 0 ? [p, s, r, q] : [p, q, r, s]
  // The left upper one is nearest to the left upper corner of what is around them.
  const first = turned.reduce(
    (best, { x, y }, i) => (x + y < (turned[best]?.x ?? 0) + (turned[best]?.y ?? 0) ? i : best),
    0,
  )
  const [a = p, b = q, c = r, d = s] = [...turned.slice(first), ...turned.slice(0, first)]
  return [a, b, c, d]
}
