import { distance, type Point } from '@/core/geometry/vector'

/** Distance of a point from the segment between two others. */
export const distanceToSegment = (p: Point, from: Point, to: Point): number => {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const square = dx * dx + dy * dy
  if (!square) return distance(p, from)
  const t = Math.min(1, Math.max(0, ((p.x - from.x) * dx + (p.y - from.y) * dy) / square))
  return Math.hypot(p.x - from.x - t * dx, p.y - from.y - t * dy)
}
