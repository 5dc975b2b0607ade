import { apply, compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, rectAround, rectSize, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { areaOf } from '@/core/path/area'
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
  quality: 'low' | 'high' = 'high',
): unknown => {
  context.imageSmoothingEnabled = true
  context.imageSmoothingQuality = quality
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

/** So far may pixels lie from those that they are painted on and still be taken for them. */
const SAME_PIXEL = 1e-3

const isWhole = (value: number): boolean => Math.abs(value - Math.round(value)) < SAME_PIXEL

/** Does each pixel of an image lie on one of the device? */
const isPixelForPixel = ({ a, b, c, d, e, f }: Matrix): boolean => {
  const isOne = Math.max(Math.abs(a - 1), Math.abs(d - 1), Math.abs(b), Math.abs(c)) < SAME_PIXEL / 4096
  return isOne && isWhole(e) && isWhole(f)
}

/**
 * How a picture is sampled within an outline that it covers. One of a clip comes and goes: pixel for pixel, plain sampling gives the
 * same, and at the bench it is seen too briefly for more; a pattern that repeats is then painted several times as fast, and its
 * rim keeps it from being seen to. Source of the times: measured with Chromium's painter, docs/figures.md.
 */
const samplingOf = (op: PictureOp, image: PaintImage, toDevice: Matrix, { isQuick }: Painting): 'plain' | 'best' => {
  const hasRim = image.part.x0 < 0 && image.part.y0 < 0
  const plays = op.source.kind === 'file' && op.source.moment !== undefined
  return hasRim && plays && (isQuick === true || isPixelForPixel(toDevice)) ? 'plain' : 'best'
}

/** An outline on the device where it is an upright rectangle that ends on whole pixels; null of others. */
const wholeRectOf = ({ path }: Outline, toDevice: Matrix): Rect | null => {
  const corners = path.flatMap((segment) =>
    segment.kind === 'move' || segment.kind === 'line' ? [apply(toDevice, segment.to)] : [],
  )
  if (corners.length !== 4 || path.length !== 5 || path[4]?.kind !== 'close') return null
  const rect = rectAround(corners)
  const isCorner = ({ x, y }: Point): boolean =>
    Math.min(Math.abs(x - rect.x0), Math.abs(x - rect.x1), 1) < SAME_PIXEL &&
    Math.min(Math.abs(y - rect.y0), Math.abs(y - rect.y1), 1) < SAME_PIXEL
  const { w, h } = rectSize(rect)
  // Corners in any other order enclose nothing.
  const isUpright = corners.every(isCorner) && Math.abs(areaOf(polygonPath(corners))) > (w * h) / 2
  return isUpright && Object.values(rect).every(isWhole) ? rect : null
}

/** An upright picture in an upright rectangle is drawn at once; false of all others, which have to be painted. */
const paintUpright = (
  context: PaintContext,
  { outline, picture, pixels }: PictureOp,
  drawOnto: NonNullable<PaintImage['drawOnto']>,
  toDevice: Matrix,
  device: Rect,
): boolean => {
  const { a, b, c, d, e, f } = compose(toDevice, picture)
  if (!(a > 0 && d > 0) || Math.max(Math.abs(b * pixels.h), Math.abs(c * pixels.w)) > SAME_PIXEL) return false
  const within = wholeRectOf(outline, toDevice)
  const seen = within && intersectRects(within, device)
  if (seen) drawOnto(context, { x0: e, y0: f, x1: e + a * pixels.w, y1: f + d * pixels.h }, seen)
  return within !== null
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
  if (image.drawOnto && paintUpright(context, op, image.drawOnto, toDevice, painting.device)) return
  const toOutline = compose(op.picture, imageToPicture(image))
  const isPlain = samplingOf(op, image, compose(toDevice, toOutline), painting) === 'plain'
  const pattern = isPlain
    ? patternOf(context, image.source, toOutline, 'repeat', 'low')
    : patternOf(context, image.source, toOutline)
  fillOutline(context, op.outline, toDevice, pattern)
}
