import { assertNever } from '@/core/failure'
import { compose, largestStretch, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, rectSize, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import type { DrawItem, DrawOp, PictureOp } from '@/core/render/drawList'
import { blurPixels, blurReach, fadeInward } from '@/painters/canvas/blur'
import type { Layer, PaintContext, PaintGradient, PaintImage } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

type GradientOp = Extract<DrawOp, { op: 'gradient' }>

/** What a painter is given beside the list. */
export interface Painting {
  /** Sheet points → device pixels. */
  readonly view: Matrix
  /** Device pixels that exist: nothing beyond is worth painting. */
  readonly device: Rect
  /** The picture's pixels, or null while they are on their way. */
  imageFor(op: PictureOp): PaintImage | null
  createLayer(width: number, height: number): Layer
}

/** Shown where a picture's pixels have not arrived. */
const WAITING = '#cfc6b4'

const setMatrix = (context: PaintContext, m: Matrix): void => context.setTransform(m.a, m.b, m.c, m.d, m.e, m.f)

const fillOutline = (context: PaintContext, outline: Outline, matrix: Matrix, style: unknown): void => {
  setMatrix(context, matrix)
  context.fillStyle = style
  tracePath(context, outline.path)
  context.fill(outline.fillRule)
}

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

/** Whole device pixels around a rectangle, as far as they exist; null where none do. */
const wholePixels = (rect: Rect, device: Rect): Rect | null => {
  const seen = intersectRects(rect, device)
  return seen && { x0: Math.floor(seen.x0), y0: Math.floor(seen.y0), x1: Math.ceil(seen.x1), y1: Math.ceil(seen.y1) }
}

const drawLayer = (context: PaintContext, layer: Layer, x: number, y: number): void => {
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.drawImage(layer.source, x, y)
}

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
  const rim = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
  const rectangle: Outline = { path: polygonPath(cornersOf(rim)), fillRule: 'nonzero' }
  const pattern = patternOf(layer.context, image.source, imageToPicture(image))
  fillOutline(layer.context, rectangle, compose(shifted, op.picture), pattern)
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
  const rectangle: Outline = {
    path: polygonPath(cornersOf({ x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h })),
    fillRule: 'nonzero',
  }
  fillOutline(tile.context, rectangle, toTile, pattern)
  const toPicture = scaling(period.w / w, period.h / h)
  fillOutline(context, op.outline, toDevice, patternOf(context, tile.source, compose(op.picture, toPicture), 'repeat'))
}

const paintPicture = (context: PaintContext, op: PictureOp, painting: Painting): void => {
  const image = painting.imageFor(op)
  const toDevice = compose(painting.view, op.toSheet)
  if (!image) return fillOutline(context, op.outline, toDevice, WAITING)
  if (op.tileGap !== undefined) return paintTiles(context, op, image, painting)
  if (!op.isCovered) return paintUncovered(context, op, image, painting)
  const pattern = patternOf(context, image.source, compose(op.picture, imageToPicture(image)))
  fillOutline(context, op.outline, toDevice, pattern)
}

const gradientStyle = (context: PaintContext, { run, stops }: GradientOp): PaintGradient => {
  const gradient =
    run.shape === 'linear'
      ? context.createLinearGradient(run.from.x, run.from.y, run.to.x, run.to.y)
      : context.createRadialGradient(run.centre.x, run.centre.y, 0, run.centre.x, run.centre.y, run.radius)
  for (const { at, colour } of stops) gradient.addColorStop(at, colour)
  return gradient
}

const paintOp = (context: PaintContext, op: DrawOp, painting: Painting): void => {
  switch (op.op) {
    case 'colour':
      return fillOutline(context, op.outline, compose(painting.view, op.toSheet), op.colour)
    case 'gradient':
      return fillOutline(context, op.outline, compose(painting.view, op.toSheet), gradientStyle(context, op))
    case 'picture':
      return paintPicture(context, op, painting)
    default:
      return assertNever(op)
  }
}

/** Device pixels of a length in points. */
const deviceLength = (points: number, view: Matrix): number => points * largestStretch(view)

/** A feather is two standard deviations long: within it the edge comes to 95% of its strength. */
const FEATHER_DEVIATIONS = 2

/** A layer as large as a rectangle of device pixels, and the map onto it. */
interface Sheetlet {
  readonly layer: Layer
  readonly region: Rect
  readonly view: Matrix
}

const sheetlet = (region: Rect, painting: Painting): Sheetlet => ({
  layer: painting.createLayer(region.x1 - region.x0, region.y1 - region.y0),
  region,
  view: compose(translation(-region.x0, -region.y0), painting.view),
})

/** The layer then keeps only what lies in the mask, its edge fading inward. */
const applyMask = (on: Sheetlet, mask: NonNullable<DrawItem['mask']>, painting: Painting): void => {
  const deviation = deviceLength(mask.feather, painting.view) / FEATHER_DEVIATIONS
  const { context } = on.layer
  context.globalCompositeOperation = 'destination-in'
  if (mask.soft && painting.imageFor(mask.soft)) paintPicture(context, mask.soft, { ...painting, view: on.view })
  else if (mask.feather > 0) {
    // As far beyond the outline as the blur reaches, and beyond what is seen, so that the fade depends on neither end.
    const reach = 2 + blurReach(deviation)
    const outline = growRect(mapRect(compose(painting.view, mask.toSheet), boundsOf(mask.outline.path)), reach)
    const region = wholePixels(outline, growRect(on.region, 2 * blurReach(deviation)))
    if (region) {
      const stencil = sheetlet(region, painting)
      fillOutline(stencil.layer.context, mask.outline, compose(stencil.view, mask.toSheet), '#000')
      const pixels = stencil.layer.context.getImageData(0, 0, region.x1 - region.x0, region.y1 - region.y0)
      fadeInward(pixels, deviation)
      stencil.layer.context.putImageData(pixels, 0, 0)
      drawLayer(context, stencil.layer, region.x0 - on.region.x0, region.y0 - on.region.y0)
    }
  } else fillOutline(context, mask.outline, compose(on.view, mask.toSheet), '#000')
  context.globalCompositeOperation = 'source-over'
}

const applyBlur = ({ layer, region }: Sheetlet, deviation: number): void => {
  const pixels = layer.context.getImageData(0, 0, region.x1 - region.x0, region.y1 - region.y0)
  blurPixels(pixels, deviation)
  layer.context.putImageData(pixels, 0, 0)
}

/** An item with a mask, a blur or an opacity of its own: on a layer first, then composed. */
const paintOnLayer = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  const deviation = deviceLength(item.blur ?? 0, painting.view)
  const bounds = mapRect(painting.view, item.bounds)
  // A blurred item ends where its bounds end: its rim is repeated outward rather than faded.
  const seen = item.blur ? bounds : growRect(bounds, 2)
  const region = wholePixels(seen, growRect(painting.device, blurReach(deviation)))
  if (!region) return
  const on = sheetlet(region, painting)
  const whole = { x0: 0, y0: 0, x1: region.x1 - region.x0, y1: region.y1 - region.y0 }
  for (const op of item.ops) paintOp(on.layer.context, op, { ...painting, view: on.view, device: whole })
  if (item.mask) applyMask(on, item.mask, painting)
  if (item.blur) applyBlur(on, deviation)
  context.globalAlpha = item.opacity ?? 1
  drawLayer(context, on.layer, region.x0, region.y0)
}

/** Executes one item's operations on a canvas. */
export const paintItem = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  context.save()
  if (item.mask || item.blur || (item.opacity ?? 1) < 1) paintOnLayer(context, item, painting)
  else for (const op of item.ops) paintOp(context, op, painting)
  context.restore()
}
