import { apply, type Matrix } from '@/core/geometry/matrix'
import type { Point, Size } from '@/core/geometry/vector'

/** An upright rectangle by its edges. */
export interface Rect {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

/** The smallest rectangle around points; without points its sides are infinite and crossed. */
export const rectAround = (points: readonly Point[]): Rect => ({
  x0: Math.min(...points.map((p) => p.x)),
  y0: Math.min(...points.map((p) => p.y)),
  x1: Math.max(...points.map((p) => p.x)),
  y1: Math.max(...points.map((p) => p.y)),
})

/** A rectangle of `size` with its middle at the origin. */
export const centredRect = ({ w, h }: Size): Rect => ({ x0: -w / 2, y0: -h / 2, x1: w / 2, y1: h / 2 })

/** Top left, top right, bottom right, bottom left. */
export const cornersOf = (r: Rect): readonly [Point, Point, Point, Point] => [
  { x: r.x0, y: r.y0 },
  { x: r.x1, y: r.y0 },
  { x: r.x1, y: r.y1 },
  { x: r.x0, y: r.y1 },
]

/** The rectangle around what a matrix makes of a rectangle. */
export const mapRect = (m: Matrix, r: Rect): Rect => rectAround(cornersOf(r).map((p) => apply(m, p)))
/** A rectangle grown on all sides; by a negative length it shrinks. */
export const growRect = (r: Rect, by: number): Rect => ({
  x0: r.x0 - by,
  y0: r.y0 - by,
  x1: r.x1 + by,
  y1: r.y1 + by,
})
/** Width and height. */
export const rectSize = (r: Rect): Size => ({ w: r.x1 - r.x0, h: r.y1 - r.y0 })
/** What two rectangles share; null where they share nothing. */
export const intersectRects = (r: Rect, q: Rect): Rect | null => {
  const x0 = Math.max(r.x0, q.x0)
  const y0 = Math.max(r.y0, q.y0)
  const x1 = Math.min(r.x1, q.x1)
  const y1 = Math.min(r.y1, q.y1)
  return x0 < x1 && y0 < y1 ? { x0, y0, x1, y1 } : null
}
/** Does a point lie in the rectangle, its edges included? */
export const rectContains = (r: Rect, p: Point): boolean => p.x >= r.x0 && p.x <= r.x1 && p.y >= r.y0 && p.y <= r.y1

/** The smallest rectangle around all; of none, the empty one at the origin. */
export const unionRects = (rects: readonly Rect[]): Rect =>
  rects.length
    ? {
        x0: Math.min(...rects.map((r) => r.x0)),
        y0: Math.min(...rects.map((r) => r.y0)),
        x1: Math.max(...rects.map((r) => r.x1)),
        y1: Math.max(...rects.map((r) => r.y1)),
      }
    : { x0: 0, y0: 0, x1: 0, y1: 0 }

/** The middle. */
export const rectCentre = (r: Rect): Point => ({ x: (r.x0 + r.x1) / 2, y: (r.y0 + r.y1) / 2 })
/** A rectangle moved by a vector. */
export const moveRect = (r: Rect, { x, y }: Point): Rect => ({ x0: r.x0 + x, y0: r.y0 + y, x1: r.x1 + x, y1: r.y1 + y })
/** Is the second rectangle wholly within the first, its edges included? */
export const rectHolds = (outer: Rect, inner: Rect): boolean =>
  inner.x0 >= outer.x0 && inner.y0 >= outer.y0 && inner.x1 <= outer.x1 && inner.y1 <= outer.y1
