import { add, cross, distance, dot, subtract, type Point } from '@/core/geometry/vector'

/** A straight line through a point along a unit vector. */
export interface Line {
  readonly through: Point
  readonly along: Point
}

/** The line that points lie nearest to (total least squares), and how far off the farthest lies. */
export const lineThrough = (points: readonly Point[]): { readonly line: Line; readonly off: number } => {
  const n = points.length
  const sum = points.reduce((total, p) => add(total, p), { x: 0, y: 0 })
  const through = { x: sum.x / n, y: sum.y / n }
  let [xx, xy, yy] = [0, 0, 0]
  for (const p of points) {
    const d = subtract(p, through)
    xx += d.x * d.x
    xy += d.x * d.y
    yy += d.y * d.y
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2
  const along = { x: Math.cos(turn), y: Math.sin(turn) }
  const off = points.reduce((most, p) => Math.max(most, Math.abs(cross(along, subtract(p, through)))), 0)
  return { line: { through, along }, off }
}

/**
 * The line of a run of points that is straight to within `tolerance`, or null. Its first and last `blunt` of length don't
 * count: pixels round every corner off.
 */
export const straightRun = (points: readonly Point[], tolerance: number, blunt: number): Line | null => {
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last) return null
  const inner = points.filter((p) => distance(p, first) > blunt && distance(p, last) > blunt)
  if (inner.length < 3) return null
  const { line, off } = lineThrough(inner)
  return off <= tolerance ? line : null
}

const onLine = ({ through, along }: Line, p: Point): Point => {
  const k = dot(subtract(p, through), along)
  return { x: through.x + along.x * k, y: through.y + along.y * k }
}

const crossing = (p: Line, q: Line): Point | null => {
  const across = cross(p.along, q.along)
  if (Math.abs(across) < 0.05) return null
  const k = cross(subtract(q.through, p.through), q.along) / across
  return { x: p.through.x + p.along.x * k, y: p.through.y + p.along.y * k }
}

/** Where a corner really is: where the straight sides that meet in it cross, or on the one that is straight. */
export const sharpCorner = (found: Point, before: Line | null, after: Line | null, reach: number): Point => {
  const both = before && after ? crossing(before, after) : null
  if (both) return distance(both, found) <= reach ? both : found
  const one = before ?? after
  return one ? onLine(one, found) : found
}
