import { directionOf, unitVector } from '@/core/geometry/angle'
import type { Rect } from '@/core/geometry/rect'
import { dot, type Point } from '@/core/geometry/vector'
import { arcPoint, type Arc, type Path } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

/** How far a path reaches along a direction: least and greatest dot product. */
export interface Extent {
  readonly min: number
  readonly max: number
}

/** Parameters in (0, 1) at which the derivative of a cubic of one variable is zero. */
const cubicTurningPoints = (p0: number, p1: number, p2: number, p3: number): number[] => {
  const a = -p0 + 3 * p1 - 3 * p2 + p3
  const b = 2 * (p0 - 2 * p1 + p2)
  const c = p1 - p0
  // Derivative / 3 = a t² + b t + c.
  if (Math.abs(a) < 1e-14) return Math.abs(b) < 1e-14 ? [] : [-c / b].filter((t) => t > 0 && t < 1)
  const disc = b * b - 4 * a * c
  if (disc < 0) return []
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(disc)) / 2
  return [q / a, q === 0 ? 0 : c / q].filter((t) => t > 0 && t < 1)
}

const cubicAt = (p0: number, p1: number, p2: number, p3: number, t: number): number => {
  const s = 1 - t
  return s * s * s * p0 + 3 * s * s * t * p1 + 3 * s * t * t * p2 + t * t * t * p3
}

/** Is the angle met when turning from `start` by `sweep`? */
const onSweep = (angle: number, start: number, sweep: number): boolean => {
  const ahead = (((sweep >= 0 ? angle - start : start - angle) % 360) + 360) % 360
  return ahead <= Math.abs(sweep)
}

class ExtentSink implements PathSink {
  min = Infinity
  max = -Infinity
  constructor(private readonly along: Point) {}

  private take(value: number): void {
    if (value < this.min) this.min = value
    if (value > this.max) this.max = value
  }
  move(to: Point): void {
    this.take(dot(to, this.along))
  }
  line(_from: Point, to: Point): void {
    this.take(dot(to, this.along))
  }
  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    const [p0, p1, p2, p3] = [from, c1, c2, to].map((p) => dot(p, this.along)) as [number, number, number, number]
    this.take(p3)
    for (const t of cubicTurningPoints(p0, p1, p2, p3)) this.take(cubicAt(p0, p1, p2, p3, t))
  }
  arc(_from: Point, arc: Arc, to: Point): void {
    this.take(dot(to, this.along))
    const axis = unitVector(arc.turn)
    // Along the direction the arc reads A·cos t + B·sin t, extreme at atan2(B, A) and opposite.
    const best = directionOf({
      x: arc.rx * dot(axis, this.along),
      y: arc.ry * dot({ x: -axis.y, y: axis.x }, this.along),
    })
    for (const angle of [best, best + 180])
      if (onSweep(angle, arc.start, arc.sweep)) this.take(dot(arcPoint(arc, angle), this.along))
  }
  close(): void {
    // The closing line ends at a point already taken.
  }
}

/** The exact extent of a path along the direction `degrees`. */
export const extentAlong = (path: Path, degrees: number): Extent => {
  const sink = new ExtentSink(unitVector(degrees))
  walk(path, sink)
  return { min: sink.min, max: sink.max }
}

/** The exact upright bounds of a path. */
export const boundsOf = (path: Path): Rect => {
  const x = extentAlong(path, 0)
  const y = extentAlong(path, 90)
  return { x0: x.min, y0: y.min, x1: x.max, y1: y.max }
}
