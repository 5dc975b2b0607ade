import { refuse } from '@/core/failure'
import { compose, largestStretch, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { mapQuad, quadMiddle, type Quad } from '@/core/geometry/quad'
import { cornersOf, rectCentre, type Rect } from '@/core/geometry/rect'
import { add, cross, subtract, type Point } from '@/core/geometry/vector'

/**
 * The projective map x' = (a·x + b·y + c) / w, y' = (d·x + e·y + f) / w with w = g·x + h·y + i: row by row, up to a
 * factor. What lies where w ≤ 0 is behind the eye and has no place.
 */
export type Homography = readonly [
  a: number,
  b: number,
  c: number,
  d: number,
  e: number,
  f: number,
  g: number,
  h: number,
  i: number,
]

/** An affine map as a projective one. */
export const homographyOf = ({ a, b, c, d, e, f }: Matrix): Homography => [a, c, e, b, d, f, 0, 0, 1]

const multiplied = (m: Homography, n: Homography): Homography => {
  const [a, b, c, d, e, f, g, h, i] = m
  const [p, q, r, s, t, u, v, w, x] = n
  return [
    a * p + b * s + c * v,
    a * q + b * t + c * w,
    a * r + b * u + c * x,
    d * p + e * s + f * v,
    d * q + e * t + f * w,
    d * r + e * u + f * x,
    g * p + h * s + i * v,
    g * q + h * t + i * w,
    g * r + h * u + i * x,
  ]
}

/** The product of the maps: the last one is applied first. */
export const composeHomographies = (first: Homography, ...more: readonly Homography[]): Homography =>
  more.reduce(multiplied, first)

/** The inverse map: the adjugate, whose sign keeps w above 0 where it is. Refuses a map that flattens the plane. */
export const invertHomography = ([a, b, c, d, e, f, g, h, i]: Homography): Homography => {
  const [ei, fi, di] = [e * i - f * h, f * g - d * i, d * h - e * g]
  const det = a * ei + b * fi + c * di
  const largest = Math.max(...[a, b, c, d, e, f, g, h, i].map(Math.abs))
  if (!(Math.abs(det) > 1e-30 * largest ** 3)) return refuse('a projective map', 'one that can be inverted', det)
  const k = 1 / det
  return [
    k * ei,
    k * (c * h - b * i),
    k * (b * f - c * e),
    k * fi,
    k * (a * i - c * g),
    k * (c * d - a * f),
    k * di,
    k * (b * g - a * h),
    k * (a * e - b * d),
  ]
}

/** How far before the eye a point lies; at 0 and below it has no place. */
export const depthAt = ([, , , , , , g, h, i]: Homography, { x, y }: Point): number => g * x + h * y + i

/** A point where the map puts it; only where its depth is above 0. */
export const project = (map: Homography, p: Point): Point => {
  const [a, b, c, d, e, f] = map
  const w = depthAt(map, p)
  return { x: (a * p.x + b * p.y + c) / w, y: (d * p.x + e * p.y + f) / w }
}

/** The affine map that touches a projective one at a point: equal there, and in how it stretches and turns. */
export const tangentAt = (map: Homography, p: Point): Matrix => {
  const [a, b, , d, e, , g, h] = map
  const w = depthAt(map, p)
  const { x, y } = project(map, p)
  const [m, n, o, q] = [(a - x * g) / w, (d - y * g) / w, (b - x * h) / w, (e - y * h) / w]
  return { a: m, b: n, c: o, d: q, e: x - m * p.x - o * p.y, f: y - n * p.x - q * p.y }
}

/** What is taken for the stretch where all of a rectangle should lie before the eye. */
const LEAST_STRETCH = 1e-6

/** How long a short way at a point of a rectangle becomes, at most: at one of its corners, since depth is linear. */
export const stretchOver = (map: Homography, r: Rect): number =>
  [...cornersOf(r), rectCentre(r)]
    .filter((p) => depthAt(map, p) > 0)
    .reduce((most, p) => Math.max(most, largestStretch(tangentAt(map, p))), LEAST_STRETCH)

/** A quad moved and scaled to be about 1 large around 0, so that nothing is lost where it lies far away, and the way back. */
const normalised = (quad: Quad): { readonly quad: Quad; readonly back: Matrix; readonly there: Matrix } => {
  const centre = quadMiddle(quad)
  const size = Math.max(...quad.map((corner) => Math.hypot(corner.x - centre.x, corner.y - centre.y)))
  if (!(size > 0)) return refuse('a quad', 'four corners apart from one another', size)
  const near = ({ x, y }: Point): Point => ({ x: (x - centre.x) / size, y: (y - centre.y) / size })
  return {
    quad: mapQuad(quad, near),
    back: compose(translation(centre.x, centre.y), scaling(size)),
    there: compose(scaling(1 / size), translation(-centre.x, -centre.y)),
  }
}

/** The map of the unit square (P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989, 2.2.3; from memory). */
const unitToNormal = ([p, q, r, s]: Quad): Homography => {
  const [u, v] = [subtract(q, r), subtract(s, r)]
  const rest = subtract(add(p, r), add(q, s))
  const det = cross(u, v)
  if (!(Math.abs(det) > 0)) return refuse('a quad', 'four corners of which no three lie on a line', det)
  const [g, h] = [cross(rest, v) / det, cross(u, rest) / det]
  return [q.x - p.x + g * q.x, s.x - p.x + h * s.x, p.x, q.y - p.y + g * q.y, s.y - p.y + h * s.y, p.y, g, h, 1]
}

/** The map of the unit square, its corners from the left upper one clockwise, onto a quad, corner by corner. */
export const unitToQuad = (quad: Quad): Homography => {
  const near = normalised(quad)
  return composeHomographies(homographyOf(near.back), unitToNormal(near.quad))
}

/** The map of a quad onto the unit square. */
export const quadToUnit = (quad: Quad): Homography => {
  const near = normalised(quad)
  return composeHomographies(invertHomography(unitToNormal(near.quad)), homographyOf(near.there))
}

/** The map of one quad onto another, corner by corner. */
export const quadToQuad = (from: Quad, to: Quad): Homography => composeHomographies(unitToQuad(to), quadToUnit(from))
