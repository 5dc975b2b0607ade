import { distance, type Point } from '@/core/geometry/vector'

/** Distance of a point from the segment between two others. */
export const distanceToSegment = (p: Point, from: Point, to: Point): number => {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const square = dx * dx + dy * dy
  if (!square) return distance(p, from)
  const t = Math.min(1, Math.max(0, ((p.x - from.x) * dx + (p.y - from.y) * dy) / square))
  return Math.hypot(p.x - from.x - t * dx, p.y - from.y - t * dy)
}

/**
 * The polyline with as few of its points as keep it within `tolerance`, its ends included (D. Douglas, T. Peucker,
 * "Algorithms for the reduction of the number of points", Cartographica 10, 1973).
 */
export const simplifyPolyline = (points: readonly Point[], tolerance: number): readonly Point[] => {
  if (points.length < 3) return points
  const keep = new Uint8Array(points.length)
  keep[0] = keep[points.length - 1] = 1
  const spans: [number, number][] = [[0, points.length - 1]]
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [first, last] = span
    const [from, to] = [points[first], points[last]]
    if (!from || !to) continue
    let [far, at] = [tolerance, -1]
    for (let i = first + 1; i < last; i += 1) {
      const d = distanceToSegment(points[i] ?? from, from, to)
      if (d > far) [far, at] = [d, i]
    }
    if (at < 0) continue
    keep[at] = 1
    spans.push([first, at], [at, last])
  }
  return points.filter((_, i) => keep[i])
}

/** The same for a closed ring, cut where it is farthest from its first point. */
export const simplifyRing = (ring: readonly Point[], tolerance: number): readonly Point[] => {
  const [first] = ring
  if (!first || ring.length < 4) return ring
  const far = ring.reduce((best, p, i) => (distance(p, first) > distance(ring[best] ?? first, first) ? i : best), 0)
  const there = simplifyPolyline(ring.slice(0, far + 1), tolerance)
  const back = simplifyPolyline([...ring.slice(far), first], tolerance)
  return [...there, ...back.slice(1, -1)]
}
