import { toRadians } from '@/core/geometry/angle'
import { distance, type Point } from '@/core/geometry/vector'
import { arcPoint, type Arc, type Path } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

const MOST_PIECES = 2000

class PolylineSink implements PathSink {
  readonly contours: Point[][] = []
  constructor(private readonly flatness: number) {}

  private get last(): Point[] {
    const contour = this.contours.at(-1)
    if (contour) return contour
    const first: Point[] = []
    this.contours.push(first)
    return first
  }
  move(to: Point): void {
    this.contours.push([to])
  }
  line(_from: Point, to: Point): void {
    this.last.push(to)
  }
  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    // Error of n chords is at most (√3/18)·bend/n² (Sederberg, CAGD notes, flattening bound 0.0722·6·bend/8).
    const bend = Math.max(
      Math.hypot(from.x - 2 * c1.x + c2.x, from.y - 2 * c1.y + c2.y),
      Math.hypot(c1.x - 2 * c2.x + to.x, c1.y - 2 * c2.y + to.y),
    )
    const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / this.flatness))))
    for (let i = 1; i <= pieces; i += 1) {
      const t = i / pieces
      const s = 1 - t
      this.last.push({
        x: s * s * s * from.x + 3 * s * s * t * c1.x + 3 * s * t * t * c2.x + t * t * t * to.x,
        y: s * s * s * from.y + 3 * s * s * t * c1.y + 3 * s * t * t * c2.y + t * t * t * to.y,
      })
    }
  }
  arc(_from: Point, arc: Arc): void {
    const radius = Math.max(arc.rx, arc.ry, this.flatness)
    const step = 2 * Math.acos(Math.max(0.5, 1 - this.flatness / radius))
    const pieces = Math.min(MOST_PIECES, Math.max(2, Math.ceil(toRadians(Math.abs(arc.sweep)) / step)))
    for (let i = 1; i <= pieces; i += 1) this.last.push(arcPoint(arc, arc.start + (arc.sweep * i) / pieces))
  }
  close(_from: Point, to: Point): void {
    const contour = this.last
    const end = contour.at(-1)
    if (end && distance(end, to) > 0) contour.push(to)
  }
}

/** The contours of a path as points no further than `flatness` (points) from the true curve. */
export const polylineOf = (path: Path, flatness: number): readonly (readonly Point[])[] => {
  const sink = new PolylineSink(flatness)
  walk(path, sink)
  return sink.contours.filter((c) => c.length > 1)
}
