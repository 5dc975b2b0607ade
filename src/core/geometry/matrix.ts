import { refuse } from '@/core/failure'
import { TOLERANCE } from '@/core/tolerance'
import { directionOf, unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'

/** The affine map x' = a·x + c·y + e, y' = b·x + d·y + f (the order of the SVG and canvas standards). */
export interface Matrix {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly e: number
  readonly f: number
}

export const IDENTITY: Matrix = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 }
/** Moves by x and y. */
export const translation = (x: number, y: number): Matrix => ({ a: 1, b: 0, c: 0, d: 1, e: x, f: y })
/** Scales about the origin. */
export const scaling = (x: number, y = x): Matrix => ({ a: x, b: 0, c: 0, d: y, e: 0, f: 0 })
/** Turns about the origin by degrees, clockwise with y downwards. */
export const rotation = (degrees: number): Matrix => {
  const { x, y } = unitVector(degrees)
  return { a: x, b: y, c: -y, d: x, e: 0, f: 0 }
}

const multiply = (m: Matrix, n: Matrix): Matrix => ({
  a: m.a * n.a + m.c * n.b,
  b: m.b * n.a + m.d * n.b,
  c: m.a * n.c + m.c * n.d,
  d: m.b * n.c + m.d * n.d,
  e: m.a * n.e + m.c * n.f + m.e,
  f: m.b * n.e + m.d * n.f + m.f,
})

/** The product of the matrices: the last one is applied first. */
export const compose = (...matrices: readonly Matrix[]): Matrix => matrices.reduce(multiply, IDENTITY)

/** How areas change; negative where the matrix mirrors, 0 where it cannot be inverted. */
export const determinant = (m: Matrix): number => m.a * m.d - m.b * m.c

/** The inverse map. Refuses a matrix that flattens the plane. */
export const invert = (m: Matrix): Matrix => {
  const det = determinant(m)
  if (!(Math.abs(det) > TOLERANCE.singular)) return refuse('a matrix', 'one that can be inverted', det)
  return {
    a: m.d / det,
    b: -m.b / det,
    c: -m.c / det,
    d: m.a / det,
    e: (m.c * m.f - m.d * m.e) / det,
    f: (m.b * m.e - m.a * m.f) / det,
  }
}

/** A point where the matrix puts it. */
export const apply = (m: Matrix, p: Point): Point => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
})

/** The map of a vector: no translation. */
export const applyVector = (m: Matrix, p: Point): Point => ({ x: m.a * p.x + m.c * p.y, y: m.b * p.x + m.d * p.y })

/**
 * The largest factor by which the map stretches any direction: its largest singular value. Any map of the plane is the sum
 * of a turn with a scale and a mirrored one; where both point the same way they add up. Nothing is taken from one another
 * that is nearly equal, so the sum is exact to rounding.
 */
export const largestStretch = ({ a, b, c, d }: Matrix): number =>
  (Math.hypot(a + d, b - c) + Math.hypot(a - d, b + c)) / 2

/** Translation, turn in degrees, scales and horizontal shear: m = T·R·Shear·S. */
export interface Parts {
  readonly x: number
  readonly y: number
  readonly turn: number
  readonly scaleX: number
  readonly scaleY: number
  readonly shear: number
}

/** The matrix of its parts: scaled first, then sheared, turned and moved; the inverse of `decompose`. */
export const recompose = (p: Parts): Matrix =>
  compose(translation(p.x, p.y), rotation(p.turn), { ...IDENTITY, c: p.shear }, scaling(p.scaleX, p.scaleY))

/** The parts of an invertible matrix; a mirror shows as a negative scaleY. */
export const decompose = (m: Matrix): Parts => {
  const scaleX = Math.hypot(m.a, m.b)
  if (!(scaleX > 0)) return refuse('a matrix', 'one that can be inverted', scaleX)
  const scaleY = determinant(m) / scaleX
  return {
    x: m.e,
    y: m.f,
    turn: directionOf({ x: m.a, y: m.b }),
    scaleX,
    scaleY,
    shear: (m.a * m.c + m.b * m.d) / (scaleX * scaleY),
  }
}
