import type { Field } from '@/core/region/contours'
import { distance, type Point } from '@/core/geometry/vector'

/** A step of this much, in [0, 1], across the middle of what is looked at is a strong edge. */
const STRONG = 0.08
/** The weaker of two directions counts beside the stronger one from this share on: there is a corner. */
const CORNER = 0.12
const ROUNDS = 4

/** Sums over what lies about a point: of gradients squared, and of where they say the edge is. */
interface Tensor {
  readonly xx: number
  readonly xy: number
  readonly yy: number
  readonly bx: number
  readonly by: number
  readonly weight: number
}

const lightAt = ({ values, width, height }: Field, x: number, y: number): number =>
  values[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))] ?? 0

const tensorAt = (field: Field, { x, y }: Point, radius: number): Tensor => {
  let [xx, xy, yy, bx, by, weight] = [0, 0, 0, 0, 0, 0]
  const [left, top] = [Math.floor(x - radius), Math.floor(y - radius)]
  for (let row = top; row <= y + radius; row += 1)
    for (let column = left; column <= x + radius; column += 1) {
      const [dx, dy] = [column + 0.5 - x, row + 0.5 - y]
      const away = (dx * dx + dy * dy) / (radius * radius)
      if (away >= 1) continue
      const w = (1 - away) * (1 - away)
      const gx = (lightAt(field, column + 1, row) - lightAt(field, column - 1, row)) / 2
      const gy = (lightAt(field, column, row + 1) - lightAt(field, column, row - 1)) / 2
      xx += w * gx * gx
      xy += w * gx * gy
      yy += w * gy * gy
      bx += w * (gx * gx * dx + gx * gy * dy)
      by += w * (gx * gy * dx + gy * gy * dy)
      weight += w
    }
  return { xx, xy, yy, bx, by, weight }
}

/** The way from a point to the edge near it: across it where there is one direction, to the crossing where there are two. */
const wayToEdge = ({ xx, xy, yy, bx, by, weight }: Tensor, radius: number): Point | null => {
  const [half, off] = [(xx + yy) / 2, Math.hypot((xx - yy) / 2, xy)]
  const [strong, weak] = [half + off, half - off]
  // A clean step of height h across a disc gives about h² / (2 · radius) a pixel of its area, so weighed.
  if (Math.sqrt((strong / Math.max(1e-12, weight)) * radius) < STRONG) return null
  const turn = Math.atan2(2 * xy, xx - yy) / 2
  const [ux, uy] = [Math.cos(turn), Math.sin(turn)]
  const across = (bx * ux + by * uy) / strong
  const along = weak > CORNER * strong ? (by * ux - bx * uy) / weak : 0
  return { x: across * ux - along * uy, y: across * uy + along * ux }
}

/**
 * The strong edge near a point of a picture's lightness, or the corner where two meet, to a fraction of a pixel (W. Förstner,
 * E. Gülch, "A fast operator for detection and precise location of distinct points", 1987; from memory). Within `radius` pixels;
 * null where nothing strong is. Points count from the left upper corner of the first pixel.
 */
export const snapToEdge = (field: Field, at: Point, radius: number): Point | null => {
  let p = at
  for (let round = 0; round < ROUNDS; round += 1) {
    const way = wayToEdge(tensorAt(field, p, radius), radius)
    if (!way) return null
    p = { x: p.x + way.x, y: p.y + way.y }
    if (!(distance(p, at) <= radius)) return null
  }
  return p
}
