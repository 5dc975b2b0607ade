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
  const [x0, x1] = [Math.ceil(u - side / 2), Math.floor(u + side / 2)]
  const [y0, y1] = [Math.ceil(v - side / 2), Math.floor(v + side / 2)]
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

/** How far full grain moves a channel, of 255. */
export const GRAIN_REACH = 72
