import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'

type Ray = readonly [number, number, number]

const cross3 = ([a, b, c]: Ray, [d, e, f]: Ray): Ray => [b * f - c * e, c * d - a * f, a * e - b * d]
const dot3 = ([a, b, c]: Ray, [d, e, f]: Ray): number => a * d + b * e + c * f

/** A side whose vanishing point lies this much farther away than it is long runs level with the picture. */
const LEVEL = 1e-3

/**
 * How wide a rectangle truly is for its height that is seen as a quad, by a camera of square pixels that looks straight through
 * `centre` (Z. Zhang, L. He, "Whiteboard scanning and image enhancement", Digital Signal Processing 17, 2007; from memory).
 * Where the quad does not tell how far away the camera is, as where a pair of its sides is parallel, `distance` is taken.
 * Above 0; in points, as the quad.
 */
export const trueRatio = (quad: Quad, centre: Point, distance: number): number => {
  const [p, q, r, s] = quad.map(({ x, y }): Ray => [(x - centre.x) / distance, (y - centre.y) / distance, 1])
  if (!p || !q || !r || !s) return 1
  const k2 = dot3(cross3(p, r), s) / dot3(cross3(q, r), s)
  const k3 = dot3(cross3(p, r), q) / dot3(cross3(s, r), q)
  const along: Ray = [k2 * q[0] - p[0], k2 * q[1] - p[1], k2 - 1]
  const down: Ray = [k3 * s[0] - p[0], k3 * s[1] - p[1], k3 - 1]
  const isTold = Math.abs(along[2]) > LEVEL && Math.abs(down[2]) > LEVEL
  const told = isTold ? -(along[0] * down[0] + along[1] * down[1]) / (along[2] * down[2]) : 1
  // Squared, in units of `distance`.
  const f2 = told > 0 && Number.isFinite(told) ? told : 1
  const lengthOf = ([x, y, z]: Ray): number => x * x + y * y + z * z * f2
  const ratio = Math.sqrt(lengthOf(along) / lengthOf(down))
  return Number.isFinite(ratio) && ratio > 0 ? ratio : 1
}
