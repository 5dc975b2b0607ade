import { directionOf, snapTurn, unitVector } from '@/core/geometry/angle'
import { distance, subtract, type Point } from '@/core/geometry/vector'

/** What a point that is set can snap to. */
export interface PointField {
  /** Points to fall upon. */
  readonly points: readonly Point[]
  /** Upright and level lines. */
  readonly x: readonly number[]
  readonly y: readonly number[]
  /** The point before it: sides run level, upright and at 45° from there. */
  readonly from: Point | null
}

const STEP = 45

const nearest = <T>(list: readonly T[], away: (one: T) => number, reach: number): T | null => {
  let best: T | null = null
  for (const one of list) if (away(one) <= reach && (best === null || away(one) < away(best))) best = one
  return best
}

/** The foot of a point on the nearest ray of 45° steps from another. */
export const onRay = (from: Point, at: Point): Point => {
  const away = subtract(at, from)
  const along = unitVector(snapTurn(directionOf(away), STEP))
  const reach = away.x * along.x + away.y * along.y
  return { x: from.x + along.x * reach, y: from.y + along.y * reach }
}

/** Along a ray to where it meets a line of the field, if that is near. */
const whereMet = (from: Point, at: Point, { x, y }: PointField, reach: number): Point => {
  const run = subtract(at, from)
  const met = [
    ...(Math.abs(run.x) > reach ? x.map((line) => ({ x: line, y: from.y + (run.y * (line - from.x)) / run.x })) : []),
    ...(Math.abs(run.y) > reach ? y.map((line) => ({ x: from.x + (run.x * (line - from.y)) / run.y, y: line })) : []),
  ]
  return nearest(met, (one) => distance(one, at), reach) ?? at
}

/**
 * Where a point that is set at `at` falls: upon a point within `reach`; else on a side that runs level, upright or at 45°
 * from the point before it, and where that meets a line; else on lines. All in one measure, sheet points.
 */
export const snapPoint = (at: Point, field: PointField, reach: number): Point => {
  if (reach <= 0) return at
  const upon = nearest(field.points, (one) => distance(one, at), reach)
  if (upon) return upon
  const { from } = field
  if (from && distance(from, at) > reach) {
    const ray = onRay(from, at)
    if (distance(ray, at) <= reach) return whereMet(from, ray, field, reach)
  }
  return {
    x: nearest(field.x, (line) => Math.abs(line - at.x), reach) ?? at.x,
    y: nearest(field.y, (line) => Math.abs(line - at.y), reach) ?? at.y,
  }
}
