import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, mapRect, rectSize } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import type { PictureOp } from '@/core/render/ops'
import { drawLayer, fillOutline, wholePixels, type Painting } from '@/painters/canvas/painting'
import type { PaintContext, PaintImage } from '@/painters/canvas/surface'

/** Shown where a picture's pixels have not arrived. */
const WAITING = '#cfc6b4'

/** Image pixels → picture pixels. */
const imageToPicture = (image: PaintImage): Matrix => {
  const size = rectSize(image.part)
  return compose(translation(image.part.x0, image.part.y0), scaling(size.w / image.width, size.h / image.height))
}

const patternOf = (
  context: PaintContext,
  source: object,
  matrix: Matrix,
  repetition: 'no-repeat' | 'repeat' = 'no-repeat',
): unknown => {
  context.imageSmoothingEnabled = true
  context.imageSmoothingQuality = 'high'
  const pattern = context.createPattern(source, repetition)
  pattern?.setTransform(matrix)
  return pattern ?? WAITING
}

const wholePicture = ({ pixels }: PictureOp): Outline => ({
  path: polygonPath(cornersOf({ x0: 0, y0: 0, x1: pixels.w, y1: pixels.h })),
  fillRule: 'nonzero',
})

/**
 * A picture whose edges show inside the outline: the picture's own rectangle is filled on a layer and
 * the outline then keeps what lies in it. Clipping would not be anti-aliased on every canvas.
 */
const paintUncovered = (context: PaintContext, op: PictureOp, image: PaintImage, painting: Painting): void => {
  const toDevice = compose(painting.view, op.toSheet)
  const reach = wholePixels(growRect(mapRect(toDevice, boundsOf(op.outline.path)), 2), painting.device)
  if (!reach) return
  const { w, h } = rectSize(reach)
  const layer = painting.createLayer(w, h)
  const shifted = compose(translation(-reach.x0, -reach.y0), toDevice)
  const pattern = patternOf(layer.context, image.source, imageToPicture(image))
  fillOutline(layer.context, wholePicture(op), compose(shifted, op.picture), pattern)
  layer.context.globalCompositeOperation = 'destination-in'
  fillOutline(layer.context, op.outline, shifted, '#000')
  drawLayer(context, layer, reach.x0, reach.y0)
}

/** Longest side of one repeat of a pattern, in its own pixels; larger ones are shrunk to it. */
const MOST_TILE = 2048

/** Repeats a tile: the picture with its gap to the right and below, on a layer of whole pixels. */
const paintTiles = (context: PaintContext, op: PictureOp, image: PaintImage, painting: Painting): void => {
  const toDevice = compose(painting.view, op.toSheet)
  const period = { w: op.pixels.w + (op.tileGap ?? 0), h: op.pixels.h + (op.tileGap ?? 0) }
  const density = Math.min(image.width / rectSize(image.part).w, MOST_TILE / Math.max(period.w, period.h))
  const w = Math.max(1, Math.round(period.w * density))
  const h = Math.max(1, Math.round(period.h * density))
  const tile = painting.createLayer(w, h)
  const toTile = scaling(w / period.w, h / period.h)
  const pattern = patternOf(tile.context, image.source, imageToPicture(image))
  fillOutline(tile.context, wholePicture(op), toTile, pattern)
  const toPicture = scaling(period.w / w, period.h / h)
  fillOutline(context, op.outline, toDevice, patternOf(context, tile.source, compose(op.picture, toPicture), 'repeat'))
}

export const paintPicture = (context: PaintContext, op: PictureOp, painting: Painting): void => {
  const image = painting.imageFor(op)
  const toDevice = compose(painting.view, op.toSheet)
  if (!image) return fillOutline(context, op.outline, toDevice, WAITING)
  if (op.tileGap !== undefined) return paintTiles(context, op, image, painting)
  if (!op.isCovered) return paintUncovered(context, op, image, painting)
  const pattern = patternOf(context, image.source, compose(op.picture, imageToPicture(image)))
  fillOutline(context, op.outline, toDevice, pattern)
}
