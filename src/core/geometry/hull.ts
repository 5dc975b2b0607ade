import { cross, subtract, type Point } from '@/core/geometry/vector'

/** One side of a hull: points that would turn it inward are dropped. */
const side = (points: readonly Point[]): Point[] => {
  const kept: Point[] = []
  for (const p of points) {
    for (;;) {
      const [a, b] = [kept.at(-2), kept.at(-1)]
      if (!a || !b || cross(subtract(b, a), subtract(p, a)) > 0) break
      kept.pop()
    }
    kept.push(p)
  }
  return kept
}

/** The convex hull of points, in order around it (A. M. Andrew's monotone chain, 1979). */
export const convexHull = (points: readonly Point[]): readonly Point[] => {
  const sorted = [...points].sort((p, q) => p.x - q.x || p.y - q.y)
  if (sorted.length < 3) return sorted
  return [...side(sorted).slice(0, -1), ...side(sorted.toReversed()).slice(0, -1)]
}
