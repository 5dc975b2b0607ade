import { RANGE } from '@/core/tolerance'
import { apply, applyVector, compose, rotation, translation, type Matrix } from '@/core/geometry/matrix'
import type { Point, Size } from '@/core/geometry/vector'

/** A frame's box: centre and size in points, before its turn about the centre. */
export interface Box {
  readonly cx: number
  readonly cy: number
  readonly w: number
  readonly h: number
}

/** Which handle is held: −1, 0 or 1 along each axis of the box; (1, 1) is the bottom right corner. */
export interface Handle {
  readonly hx: -1 | 0 | 1
  readonly hy: -1 | 0 | 1
}

export const HANDLES: readonly Handle[] = [
  { hx: -1, hy: -1 },
  { hx: 0, hy: -1 },
  { hx: 1, hy: -1 },
  { hx: 1, hy: 0 },
  { hx: 1, hy: 1 },
  { hx: 0, hy: 1 },
  { hx: -1, hy: 1 },
  { hx: -1, hy: 0 },
]

/** Box-local points (centre = origin, upright) → sheet points. */
export const boxMatrix = (box: Box, turn: number): Matrix => compose(translation(box.cx, box.cy), rotation(turn))

/** Where a handle sits, in points from the box's centre. */
export const handlePoint = ({ w, h }: Size, { hx, hy }: Handle): Point => ({ x: (hx * w) / 2, y: (hy * h) / 2 })

/** A side that a frame may have, nearest to the one given. */
export const clampSide = (side: number): number => Math.min(RANGE.frameSide.max, Math.max(RANGE.frameSide.min, side))

/** The box of the given size that keeps the spot `anchor` (in halves of the box) where it was. */
const resizedAbout = (box: Box, turn: number, anchor: Point, w: number, h: number): Box => {
  const moved = applyVector(rotation(turn), { x: (anchor.x * (box.w - w)) / 2, y: (anchor.y * (box.h - h)) / 2 })
  return { cx: box.cx + moved.x, cy: box.cy + moved.y, w, h }
}

/** The box brought to a size by its handle: the opposite corner or side stays, or the centre if `fromCentre`. */
export const sizedBox = (box: Box, turn: number, handle: Handle, size: Size, fromCentre = false): Box =>
  resizedAbout(
    box,
    turn,
    fromCentre ? { x: 0, y: 0 } : { x: -handle.hx, y: -handle.hy },
    clampSide(size.w),
    clampSide(size.h),
  )

/**
 * The box after its handle was carried by `delta` (sheet points).
 * A corner sizes in proportion unless `free`; a side sizes one way.
 * The opposite corner or side stays, or the centre if `fromCentre`.
 */
export const resizeBox = (
  box: Box,
  turn: number,
  handle: Handle,
  delta: Point,
  options: { readonly free?: boolean; readonly fromCentre?: boolean } = {},
): Box => {
  const reach = options.fromCentre ? 2 : 1
  const local = applyVector(rotation(-turn), delta)
  const anchor = options.fromCentre ? { x: 0, y: 0 } : { x: -handle.hx, y: -handle.hy }
  const wide = box.w + reach * handle.hx * local.x
  const high = box.h + reach * handle.hy * local.y
  if (options.free || handle.hx === 0 || handle.hy === 0)
    return resizedAbout(box, turn, anchor, clampSide(wide), clampSide(high))
  // In proportion: the drag is projected on the diagonal of the box.
  const ratio = (wide * box.w + high * box.h) / (box.w * box.w + box.h * box.h)
  const least = RANGE.frameSide.min / Math.min(box.w, box.h)
  const most = RANGE.frameSide.max / Math.max(box.w, box.h)
  const k = Math.min(most, Math.max(least, ratio))
  return resizedAbout(box, turn, anchor, box.w * k, box.h * k)
}

/** The box drawn out from `start` to `end`, equal-sided or from the centre if asked. */
export const drawnBox = (
  start: Point,
  end: Point,
  options: { readonly equalSides?: boolean; readonly fromCentre?: boolean } = {},
): Box => {
  let dx = end.x - start.x
  let dy = end.y - start.y
  if (options.equalSides) {
    const side = Math.max(Math.abs(dx), Math.abs(dy))
    dx = dx < 0 ? -side : side
    dy = dy < 0 ? -side : side
  }
  const w = clampSide(Math.abs(dx) * (options.fromCentre ? 2 : 1))
  const h = clampSide(Math.abs(dy) * (options.fromCentre ? 2 : 1))
  if (options.fromCentre) return { cx: start.x, cy: start.y, w, h }
  return { cx: start.x + dx / 2, cy: start.y + dy / 2, w, h }
}

/** The upright rectangle around a turned box, as a box of its own. */
export const boxCorners = (box: Box, turn: number): readonly Point[] =>
  [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([x = 0, y = 0]) => apply(boxMatrix(box, turn), { x: (x * box.w) / 2, y: (y * box.h) / 2 }))
