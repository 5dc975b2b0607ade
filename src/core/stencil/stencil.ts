import { assertNever, refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { unitVector } from '@/core/geometry/angle'
import { centredRect, cornersOf, rectAround } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { ellipsePath, polygonPath, type Outline, type Path } from '@/core/path/path'

/** What masks a frame: a parametric shape, sharp at any size. */
export type Stencil =
  | { readonly kind: 'rectangle' }
  | { readonly kind: 'ellipse' }
  | { readonly kind: 'triangle' }
  | { readonly kind: 'polygon'; readonly sides: number }

export type StencilKind = Stencil['kind']

/** A regular polygon, one corner up, stretched so that its bounds are the box. */
const polygonPoints = (sides: number, { w, h }: Size): readonly Point[] => {
  if (!Number.isInteger(sides) || sides < RANGE.sides.min || sides > RANGE.sides.max)
    return refuse('sides', `a whole number from ${RANGE.sides.min} to ${RANGE.sides.max}`, sides)
  const raw = Array.from({ length: sides }, (_, i) => unitVector(-90 + (360 * i) / sides))
  const r = rectAround(raw)
  return raw.map((p) => ({
    x: ((p.x - r.x0) / (r.x1 - r.x0) - 0.5) * w,
    y: ((p.y - r.y0) / (r.y1 - r.y0) - 0.5) * h,
  }))
}

const pathOf = (stencil: Stencil, size: Size): Path => {
  switch (stencil.kind) {
    case 'rectangle':
      return polygonPath(cornersOf(centredRect(size)))
    case 'ellipse':
      return ellipsePath(size.w / 2, size.h / 2)
    case 'triangle':
      return polygonPath(polygonPoints(3, size))
    case 'polygon':
      return polygonPath(polygonPoints(stencil.sides, size))
    default:
      return assertNever(stencil)
  }
}

/** The outline of a stencil in a box of `size` points, with the box's centre as origin. */
export const outlineOf = (stencil: Stencil, size: Size): Outline => ({
  path: pathOf(stencil, size),
  fillRule: 'nonzero',
})

/** The trade's word for the stencil. */
export const stencilName = (stencil: Stencil): string => {
  switch (stencil.kind) {
    case 'rectangle':
      return 'Rectangle'
    case 'ellipse':
      return 'Ellipse'
    case 'triangle':
      return 'Triangle'
    case 'polygon':
      return `Polygon, ${stencil.sides} sides`
    default:
      return assertNever(stencil)
  }
}
