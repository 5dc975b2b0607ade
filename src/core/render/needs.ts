import type { Adjustments } from '@/core/adjust/adjustments'
import { adjustmentReach } from '@/core/adjust/pixels'
import { invert, largestStretch } from '@/core/geometry/matrix'
import { centredRect, growRect, intersectRects, mapRect, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import {
  itemsOf,
  opPictureMatrix,
  type DrawItem,
  type DrawList,
  type DrawNode,
  type PictureOp,
  type PictureSource,
  type SoftOp,
} from '@/core/render/ops'

/** How much larger than the drawn size a picture is best given to a painter (measured; see docs/decisions.md). */
export const BEST_OVERSIZE = 1.25

/** A picture that a list needs: how large it is drawn and which part of it can be seen. */
export interface Need {
  readonly source: PictureSource
  readonly pixels: Size
  /** Output pixels for one picture pixel; above 1 the picture is enlarged. */
  readonly density: number
  /** The part that shows, in picture pixels. */
  readonly part: Rect
  /** Changes to make to the pixels. */
  readonly adjustments?: Adjustments
}

/** The need of one picture op when a point is `scale` output pixels. */
export const needOf = (op: PictureOp, scale: number): Need => {
  const matrix = opPictureMatrix(op)
  const whole: Rect = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
  const seen = mapRect(invert(op.picture), boundsOf(op.outline.path))
  const nothing = { ...centredRect({ w: 0, h: 0 }) }
  const { adjustments } = op
  const reach = adjustments ? adjustmentReach(adjustments) * Math.min(op.pixels.w, op.pixels.h) : 0
  return {
    source: op.source,
    pixels: op.pixels,
    density: largestStretch(matrix) * scale * (op.stretch ?? 1),
    part: op.tileGap === undefined ? (intersectRects(whole, growRect(seen, 2 + reach)) ?? nothing) : whole,
    ...(adjustments ? { adjustments } : {}),
  }
}

/** Every picture that one item is painted from, a mask's included. */
export const itemPictures = ({ ops, mask }: DrawItem): readonly PictureOp[] => [
  ...ops.flatMap((op) => (op.op === 'picture' || op.op === 'plane' ? softPictures(op) : [])),
  ...(mask?.soft ? softPictures(mask.soft) : []),
]

/** The pictures that something is painted from, itself or what lies in its plane. */
export const softPictures = (op: SoftOp): readonly PictureOp[] => (op.op === 'picture' ? [op] : itemPictures(op.item))

/** Every picture that a list draws, one within another included. */
export const pictureOps = (list: { readonly items: readonly DrawNode[] }): readonly PictureOp[] =>
  itemsOf(list.items).flatMap(itemPictures)

/** The pictures that a list needs at `scale` output pixels a point. */
export const needsOf = (list: DrawList, scale: number): readonly Need[] =>
  pictureOps(list).map((op) => needOf(op, scale))

/**
 * The pyramid level to draw a picture from. Level k has its sides divided by 2^k; the smallest
 * level that still has the pixels drawn is taken, so it is 1 to 2 times what is needed.
 */
export const levelFor = (density: number, levels: number): number => {
  const exact = Math.floor(Math.log2(1 / Math.max(density, 1e-9)) + 1e-9)
  return Math.min(Math.max(0, levels - 1), Math.max(0, exact))
}

/** Sides of a pyramid level, at least 1 pixel each. */
export const levelSize = (pixels: Size, level: number): Size => ({
  w: Math.max(1, Math.round(pixels.w / 2 ** level)),
  h: Math.max(1, Math.round(pixels.h / 2 ** level)),
})

const SMALLEST_LEVEL = 160

/** How many levels a picture has: halved until its long side is at most 160 pixels. */
export const levelCount = (pixels: Size): number => {
  let count = 1
  while (Math.max(pixels.w, pixels.h) / 2 ** (count - 1) > SMALLEST_LEVEL) count += 1
  return count
}

/** The largest level of a picture that has at most so many pixels; its smallest where none has. */
export const levelWithin = (pixels: Size, most: number): number => {
  const count = levelCount(pixels)
  for (let level = 0; level < count; level += 1) {
    const { w, h } = levelSize(pixels, level)
    if (w * h <= most) return level
  }
  return count - 1
}
