import { project, quadToQuad, type Homography } from '@/core/geometry/homography'
import { cross, subtract, type Point } from '@/core/geometry/vector'
import type { Quad } from '@/core/geometry/quad'
import { Runs, SAMPLING, type WarpPixels } from '@/core/warp/resample'

/** Pixels of the target that are taken together at first, along each side, and at least. */
const CELL = { first: 32, least: 2 }
/** A projective map stands for a bent one over a cell where it is off by less at its middle, in pixels of the source. */
const ENOUGH = { best: 0.05, quick: 0.25 } as const
/** Cells that lie farther beyond the source than this, in its pixels, stay clear. */
const BEYOND = 4

/** A place of the target among the source's pixels; null where nothing is seen. */
export type BentInverse = (x: number, y: number) => Point | null

export interface BentTarget {
  readonly width: number
  readonly height: number
  readonly inverse: BentInverse
  /** Source pixels between samples. */
  readonly step?: number
}

interface Cell {
  readonly x0: number
  readonly y0: number
  readonly x1: number
  readonly y1: number
}

const isBeyond = ({ width, height }: WarpPixels, corners: readonly Point[]): boolean =>
  corners.every(({ x }) => x < -BEYOND) ||
  corners.every(({ x }) => x > width + BEYOND) ||
  corners.every(({ y }) => y < -BEYOND) ||
  corners.every(({ y }) => y > height + BEYOND)

/** The projective map of a cell onto its corners in the source; null where they lie nearly on a line. */
const mapOf = ({ x0, y0, x1, y1 }: Cell, [p, q, r, s]: Quad): Homography | null => {
  const turns = [cross(subtract(q, p), subtract(s, p)), cross(subtract(s, r), subtract(q, r))]
  if (turns.some((turn) => Math.abs(turn) < 1e-9)) return null
  const from: Quad = [
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ]
  return quadToQuad(from, [p, q, r, s])
}

/**
 * Pixels through a bent map: the target is taken cell by cell, each through the projective map that meets the bent one at its
 * corners, in smaller cells where that is off by more than 0.05 pixels of the source (0.25 of previews) at its middle.
 */
export const resampleBent = (source: WarpPixels, { width, height, inverse, step }: BentTarget) => {
  const runs = new Runs(source, width, height, step)
  const enough = step === SAMPLING.quick ? ENOUGH.quick : ENOUGH.best
  const halves = (cell: Cell): void => {
    const { x0, y0, x1, y1 } = cell
    const [x, y] = [(x0 + x1) >> 1, (y0 + y1) >> 1]
    paint({ x0, y0, x1: x, y1: y })
    paint({ x0: x, y0, x1, y1: y })
    paint({ x0, y0: y, x1: x, y1 })
    paint({ x0: x, y0: y, x1, y1 })
  }
  const paint = (cell: Cell): void => {
    const { x0, y0, x1, y1 } = cell
    if (x1 <= x0 || y1 <= y0) return
    const corners = [inverse(x0, y0), inverse(x1, y0), inverse(x1, y1), inverse(x0, y1)] as const
    const isSmall = Math.min(x1 - x0, y1 - y0) <= CELL.least
    const [p, q, r, s] = corners
    if (!p || !q || !r || !s) {
      if (!isSmall && corners.some(Boolean)) halves(cell)
      return
    }
    if (isBeyond(source, [p, q, r, s])) return
    const map = mapOf(cell, [p, q, r, s])
    const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 }
    const [is, seems] = [inverse(middle.x, middle.y), map && project(map, middle)]
    const isNear = is && seems && Math.hypot(is.x - seems.x, is.y - seems.y) < enough
    if (!isNear && !isSmall) return halves(cell)
    if (map) for (let y = y0; y < y1; y += 1) runs.paint(map, x0, x1, y)
  }
  for (let y = 0; y < height; y += CELL.first)
    for (let x = 0; x < width; x += CELL.first)
      paint({ x0: x, y0: y, x1: Math.min(width, x + CELL.first), y1: Math.min(height, y + CELL.first) })
  return { data: runs.data, width, height }
}
