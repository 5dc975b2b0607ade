import type { Point } from '@/core/geometry/vector'
import type { Path, Segment } from '@/core/path/path'

/** A point of a curve with its derivative by the curve's own parameter. */
export interface Along {
  readonly at: Point
  readonly speed: Point
}

/** Cubics through the points with their derivatives, `step` of the parameter apart (Hermite form). */
export const hermiteSegments = (points: readonly Along[], step: number): readonly Segment[] =>
  points.slice(1).map((to, i): Segment => {
    const from = points[i] ?? to
    const reach = step / 3
    return {
      kind: 'cubic',
      c1: { x: from.at.x + from.speed.x * reach, y: from.at.y + from.speed.y * reach },
      c2: { x: to.at.x - to.speed.x * reach, y: to.at.y - to.speed.y * reach },
      to: to.at,
    }
  })

/** A closed smooth curve through points: each tangent runs along the line between its neighbours (Catmull and Rom, 1974). */
export const smoothLoop = (points: readonly Point[]): Path => {
  const n = points.length
  const at = (i: number): Point => points[(i + n) % n] ?? { x: 0, y: 0 }
  const along = points.map((p, i): Along => ({
    at: p,
    speed: { x: (at(i + 1).x - at(i - 1).x) / 2, y: (at(i + 1).y - at(i - 1).y) / 2 },
  }))
  const [first] = along
  return first ? [{ kind: 'move', to: first.at }, ...hermiteSegments([...along, first], 1), { kind: 'close' }] : []
}
