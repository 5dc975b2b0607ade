import type { Point } from '@/core/geometry/vector'
import type { Segment } from '@/core/path/path'

/** How far a point lies from the line through two others, or from their one place. */
const fromLine = (p: Point, a: Point, b: Point): number => {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const length = Math.hypot(dx, dy)
  return length < 1e-9 ? Math.hypot(p.x - a.x, p.y - a.y) : Math.abs(dx * (p.y - a.y) - dy * (p.x - a.x)) / length
}

/** The place between two of a run that lies farthest from their line, and how far. */
const farthest = (ring: readonly Point[], from: number, to: number): { readonly at: number; readonly off: number } => {
  const [a, b] = [ring[from], ring[to % ring.length]]
  let found = { at: from, off: 0 }
  if (!a || !b) return found
  for (let i = from + 1; i < to; i += 1) {
    const p = ring[i]
    const off = p ? fromLine(p, a, b) : 0
    if (off > found.off) found = { at: i, off }
  }
  return found
}

/**
 * A closed ring as straight lines that no point of it lies farther from than `tolerance` (U. Ramer 1972; D. Douglas,
 * T. Peucker 1973). Fewer than three points give nothing.
 */
export const polygonOf = (ring: readonly Point[], tolerance: number): readonly Segment[] => {
  if (ring.length < 3) return []
  const half = Math.floor(ring.length / 2)
  const kept = new Set([0, half])
  const runs: (readonly [from: number, to: number])[] = [
    [0, half],
    [half, ring.length],
  ]
  for (let run = runs.pop(); run; run = runs.pop()) {
    const { at, off } = farthest(ring, run[0], run[1])
    if (off <= tolerance) continue
    kept.add(at)
    runs.push([run[0], at], [at, run[1]])
  }
  const points = [...kept].sort((p, q) => p - q).flatMap((i) => ring[i] ?? [])
  const [first, ...rest] = points
  if (!first || rest.length < 2) return []
  return [{ kind: 'move', to: first }, ...rest.map((to): Segment => ({ kind: 'line', to })), { kind: 'close' }]
}
