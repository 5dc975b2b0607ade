import { compose, largestStretch, translation, type Matrix } from '@/core/geometry/matrix'
import { intersectRects, type Rect } from '@/core/geometry/rect'
import type { Outline } from '@/core/path/path'
import type { PictureOp } from '@/core/render/ops'
import type { Layer, PaintContext, PaintImage } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

/** What a painter is given beside the list. */
export interface Painting {
  /** Sheet points → device pixels. */
  readonly view: Matrix
  /** Device pixels that exist: nothing beyond is worth painting. */
  readonly device: Rect
  /** The picture's pixels, adjusted, or null while they are on their way. */
  imageFor(op: PictureOp): PaintImage | null
  createLayer(width: number, height: number): Layer
  /** What is seen in perspective is painted a little less exactly, for a hand that waits. */
  readonly isQuick?: boolean
}

export const setMatrix = (context: PaintContext, m: Matrix): void => context.setTransform(m.a, m.b, m.c, m.d, m.e, m.f)

export const fillOutline = (context: PaintContext, outline: Outline, matrix: Matrix, style: unknown): void => {
  setMatrix(context, matrix)
  context.fillStyle = style
  tracePath(context, outline.path, 'fill')
  context.fill(outline.fillRule)
}

/**
 * Whole device pixels around a rectangle, as far as they exist; null where none do. They begin whole steps from where the
 * rectangle begins: what is reckoned in squares of such a step is the same however little of the rectangle is seen.
 */
export const wholePixels = (rect: Rect, device: Rect, step = 1): Rect | null => {
  const seen = intersectRects(rect, device)
  if (!seen) return null
  const begin = (own: number, first: number): number => {
    const from = Math.floor(own)
    return from + step * Math.floor((Math.floor(first) - from) / step)
  }
  const [x0, y0] = [begin(rect.x0, seen.x0), begin(rect.y0, seen.y0)]
  return { x0, y0, x1: Math.ceil(seen.x1), y1: Math.ceil(seen.y1) }
}

export const drawLayer = (context: PaintContext, layer: Layer, x: number, y: number): void => {
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.drawImage(layer.source, x, y)
}

/** Device pixels of a length in points. */
export const deviceLength = (points: number, view: Matrix): number => points * largestStretch(view)

/** A layer as large as a rectangle of device pixels, and the map onto it. */
export interface Offscreen {
  readonly layer: Layer
  readonly region: Rect
  readonly view: Matrix
}

export const offscreen = (region: Rect, { createLayer, view }: Pick<Painting, 'createLayer' | 'view'>): Offscreen => ({
  layer: createLayer(region.x1 - region.x0, region.y1 - region.y0),
  region,
  view: compose(translation(-region.x0, -region.y0), view),
})

/** The same painting, onto a offscreen. */
export const onOffscreen = ({ region, view }: Offscreen, painting: Painting): Painting => ({
  ...painting,
  view,
  device: { x0: 0, y0: 0, x1: region.x1 - region.x0, y1: region.y1 - region.y0 },
})

/** Puts a offscreen where it belongs, the target's own pixels beginning at `origin`. */
export const putOffscreen = (context: PaintContext, { layer, region }: Offscreen, origin: Rect | null = null): void =>
  drawLayer(context, layer, region.x0 - (origin?.x0 ?? 0), region.y0 - (origin?.y0 ?? 0))
