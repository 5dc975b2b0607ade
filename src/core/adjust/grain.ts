import type { Grain } from '@/core/adjust/adjustments'

/** A value in [−1, 1] of each node of an endless lattice, the same for the same seed. */
const nodeValue = (x: number, y: number, seed: number): number => {
  let h = Math.imul(x, 0x27d4eb2d) ^ Math.imul(y, 0x165667b1) ^ Math.imul(seed + 1, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return ((h ^ (h >>> 15)) >>> 0) / 2147483648 - 1
}

const ease = (t: number): number => t * t * (3 - 2 * t)

/** Between nodes: smooth from one to the next. */
const between = (u: number, v: number, seed: number): number => {
  const [x, y] = [Math.floor(u), Math.floor(v)]
  const [s, t] = [ease(u - x), ease(v - y)]
  const top = nodeValue(x, y, seed) * (1 - s) + nodeValue(x + 1, y, seed) * s
  const foot = nodeValue(x, y + 1, seed) * (1 - s) + nodeValue(x + 1, y + 1, seed) * s
  return top * (1 - t) + foot * t
}

/** The mean over a square of several nodes. */
const meanOver = (u: number, v: number, side: number, seed: number): number => {
  const x0 = Math.ceil(u - side / 2)
  const x1 = Math.floor(u + side / 2)
  const y0 = Math.ceil(v - side / 2)
  const y1 = Math.floor(v + side / 2)
  let sum = 0
  for (let y = y0; y <= y1; y += 1) for (let x = x0; x <= x1; x += 1) sum += nodeValue(x, y, seed)
  const count = (x1 - x0 + 1) * (y1 - y0 + 1)
  return count > 0 ? sum / count : 0
}

/** From this many grains a pixel on, a pixel shows their mean. */
const FINE = 1.5

/**
 * Grain at a point, in [−1, 1]. `u`, `v` are in grains from the picture's corner; `side` is the side of the pixel asked
 * about, in grains: several grains within one pixel even out.
 */
export const grainAt = (u: number, v: number, side: number, { seed }: Pick<Grain, 'seed'>): number =>
  side >= FINE ? meanOver(u, v, side, seed) : between(u, v, seed)

interface Along {
  /** Where the first pixel of a row lies, in grains from the picture's corner. */
  readonly from: number
  /** The side of a pixel in grains: pixels lie as far apart. */
  readonly side: number
  readonly seed: number
}

/** Grain of a whole row of pixels at the height `v`, each as `grainAt` has it; values of nodes are found once for all between them. */
export const grainRow = (row: Float64Array, v: number, { from, side, seed }: Along): void => {
  if (side >= FINE) {
    for (let x = 0; x < row.length; x += 1) row[x] = meanOver(from + x * side, v, side, seed)
    return
  }
  const y = Math.floor(v)
  const t = ease(v - y)
  const column = (x: number): number => nodeValue(x, y, seed) * (1 - t) + nodeValue(x, y + 1, seed) * t
  let at = Math.floor(from)
  let [left, right] = [column(at), column(at + 1)]
  for (let i = 0; i < row.length; i += 1) {
    const u = from + i * side
    const x = Math.floor(u)
    if (x !== at) {
      left = x === at + 1 ? right : column(x)
      right = column(x + 1)
      at = x
    }
    const s = ease(u - x)
    row[i] = left * (1 - s) + right * s
  }
}

/** How far full grain moves a channel, of 255. */
export const GRAIN_REACH = 72
