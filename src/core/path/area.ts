import { toRadians } from '@/core/geometry/angle'
import { cross, subtract, type Point } from '@/core/geometry/vector'
import type { Arc, Path } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

// Gauss–Legendre nodes and weights for three points on [0, 1]: exact to degree 5,
// which is the degree of x·y' − y·x' along a cubic (values: Abramowitz & Stegun, table 25.4).
const NODES = [0.5 - Math.sqrt(0.15), 0.5, 0.5 + Math.sqrt(0.15)] as const
const WEIGHTS = [5 / 18, 8 / 18, 5 / 18] as const

/** Green's theorem: area = ½ ∮ (x dy − y dx). Clockwise on the sheet (y down) is positive. */
class AreaSink implements PathSink {
  twice = 0
  move(): void {
    // A new contour adds nothing by itself.
  }
  line(from: Point, to: Point): void {
    this.twice += cross(from, to)
  }
  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    NODES.forEach((t, i) => {
      const s = 1 - t
      const at = {
        x: s * s * s * from.x + 3 * s * s * t * c1.x + 3 * s * t * t * c2.x + t * t * t * to.x,
        y: s * s * s * from.y + 3 * s * s * t * c1.y + 3 * s * t * t * c2.y + t * t * t * to.y,
      }
      const speed = {
        x: 3 * (s * s * (c1.x - from.x) + 2 * s * t * (c2.x - c1.x) + t * t * (to.x - c2.x)),
        y: 3 * (s * s * (c1.y - from.y) + 2 * s * t * (c2.y - c1.y) + t * t * (to.y - c2.y)),
      }
      this.twice += (WEIGHTS[i] ?? 0) * cross(at, speed)
    })
  }
  arc(from: Point, arc: Arc, to: Point): void {
    this.twice += cross(arc.centre, subtract(to, from)) + arc.rx * arc.ry * toRadians(arc.sweep)
  }
  close(from: Point, to: Point): void {
    this.line(from, to)
  }
}

/** Signed area of a path's contours; open contours count as closed only where they say `close`. */
export const areaOf = (path: Path): number => {
  const sink = new AreaSink()
  walk(path, sink)
  return sink.twice / 2
}
