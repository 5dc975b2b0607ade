import type { Point } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'
import { distanceToSegment } from '@tests/helpers/segment'

/** Mean and worst distance of a traced outline's points from the true edge, and back. */
export const edgeErrors = (traced: Outline, truth: Outline): { mean: number; worst: number } => {
  const lines = (outline: Outline): readonly (readonly Point[])[] => polylineOf(outline.path, 0.01)
  const away = (p: Point, to: readonly (readonly Point[])[]): number =>
    Math.min(
      ...to.map((ring) =>
        ring.reduce(
          (least, q, i) => Math.min(least, distanceToSegment(p, q, ring[(i + 1) % ring.length] ?? q)),
          Infinity,
        ),
      ),
    )
  const [a, b] = [lines(traced), lines(truth)]
  const samples = a.flatMap((ring) => ring.filter((_, i) => i % Math.max(1, Math.floor(ring.length / 150)) === 0))
  const back = b.flatMap((ring) => ring.filter((_, i) => i % Math.max(1, Math.floor(ring.length / 60)) === 0))
  const all = [...samples.map((p) => away(p, b)), ...back.map((p) => away(p, a))]
  return { mean: all.reduce((sum, e) => sum + e, 0) / all.length, worst: Math.max(...all) }
}
