import { unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'

/** An elliptical arc: from `start` over `sweep` degrees on an ellipse whose axes are turned by `turn`. */
export interface Arc {
  readonly centre: Point
  readonly rx: number
  readonly ry: number
  readonly turn: number
  readonly start: number
  readonly sweep: number
}

export type Segment =
  | { readonly kind: 'move'; readonly to: Point }
  | { readonly kind: 'line'; readonly to: Point }
  | { readonly kind: 'cubic'; readonly c1: Point; readonly c2: Point; readonly to: Point }
  | ({ readonly kind: 'arc' } & Arc)
  | { readonly kind: 'close' }

/** An outline as data, in points. Arcs stay arcs: four cubics would err by 2.8e-4 of the area. */
export type Path = readonly Segment[]

export const FILL_RULES = ['nonzero', 'evenodd'] as const
export type FillRule = (typeof FILL_RULES)[number]

export interface Outline {
  readonly path: Path
  readonly fillRule: FillRule
}

/** The point of an arc at `degrees` on its own ellipse. */
export const arcPoint = (arc: Arc, degrees: number): Point => {
  const axis = unitVector(arc.turn)
  const { x: cos, y: sin } = unitVector(degrees)
  return {
    x: arc.centre.x + arc.rx * cos * axis.x - arc.ry * sin * axis.y,
    y: arc.centre.y + arc.rx * cos * axis.y + arc.ry * sin * axis.x,
  }
}

/** A closed polygon through the points. */
export const polygonPath = (points: readonly Point[]): Path => [
  ...points.map((to, i): Segment => ({ kind: i === 0 ? 'move' : 'line', to })),
  { kind: 'close' },
]

/** A whole ellipse about the origin. */
export const ellipsePath = (rx: number, ry: number): Path => [
  { kind: 'move', to: { x: rx, y: 0 } },
  { kind: 'arc', centre: { x: 0, y: 0 }, rx, ry, turn: 0, start: 0, sweep: 360 },
  { kind: 'close' },
]
