import { assertNever } from '@/core/failure'
import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, rectSize, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import type { DrawItem, DrawOp } from '@/core/render/drawList'
import type { Layer, PaintContext, PaintImage } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

type PictureOp = Extract<DrawOp, { op: 'picture' }>

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

const patternOf = (context: PaintContext, image: PaintImage, matrix: Matrix): unknown => {
  context.imageSmoothingEnabled = true
  context.imageSmoothingQuality = 'high'
  const pattern = context.createPattern(image.source, 'no-repeat')
  pattern?.setTransform(matrix)
  return pattern ?? WAITING
}

/**
 * A picture whose edges show inside the outline: the picture's own rectangle is filled on a layer and
 * the outline then keeps what lies in it. Clipping would not be anti-aliased on every canvas.
 */
const paintUncovered = (context: PaintContext, op: PictureOp, image: PaintImage, painting: Painting): void => {
  const toDevice = compose(painting.view, op.toSheet)
  const reach = intersectRects(growRect(mapRect(toDevice, boundsOf(op.outline.path)), 2), painting.device)
  if (!reach) return
  const x = Math.floor(reach.x0)
  const y = Math.floor(reach.y0)
  const layer = painting.createLayer(Math.ceil(reach.x1) - x, Math.ceil(reach.y1) - y)
  const shifted = compose(translation(-x, -y), toDevice)
  const rim = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
  const rectangle: Outline = { path: polygonPath(cornersOf(rim)), fillRule: 'nonzero' }
  const pattern = patternOf(layer.context, image, imageToPicture(image))
  fillOutline(layer.context, rectangle, compose(shifted, op.picture), pattern)
  layer.context.globalCompositeOperation = 'destination-in'
  fillOutline(layer.context, op.outline, shifted, '#000')
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.drawImage(layer.source, x, y)
}

const paintPicture = (context: PaintContext, op: PictureOp, painting: Painting): void => {
  const image = painting.imageFor(op)
  const toDevice = compose(painting.view, op.toSheet)
  if (!image) return fillOutline(context, op.outline, toDevice, WAITING)
  if (!op.isCovered) return paintUncovered(context, op, image, painting)
  fillOutline(context, op.outline, toDevice, patternOf(context, image, compose(op.picture, imageToPicture(image))))
}

/** Executes one item's operations on a canvas. */
export const paintItem = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  context.save()
  for (const op of item.ops) {
    switch (op.op) {
      case 'colour':
        fillOutline(context, op.outline, compose(painting.view, op.toSheet), op.colour)
        break
      case 'picture':
        paintPicture(context, op, painting)
        break
      default:
        assertNever(op)
    }
  }
  context.restore()
}
