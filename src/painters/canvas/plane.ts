import {
  composeHomographies,
  depthAt,
  homographyOf,
  invertHomography,
  project,
  type Homography,
} from '@/core/geometry/homography'
import { apply, compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { isBent, standingOn, surfaceThrough, type Surface } from '@/core/geometry/surface'
import type { Point } from '@/core/geometry/vector'
import type { Quad } from '@/core/geometry/quad'
import { cornersOf, growRect, intersectRects, mapRect, rectAround, rectSize, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { DrawItem, PlaneOp } from '@/core/render/ops'
import { resampleBent } from '@/core/warp/bent'
import { resample, SAMPLING, type WarpPixels } from '@/core/warp/resample'
import {
  deviceLength,
  onOffscreen,
  offscreen,
  putOffscreen,
  wholePixels,
  type Offscreen,
  type Painting,
} from '@/painters/canvas/painting'
import type { PaintContext } from '@/painters/canvas/surface'

/** Paints something flat on a layer. */
export type PaintFlat = (on: Offscreen, item: DrawItem, painting: Painting) => void

/** Pixels of a whole plane, at most: what would take more is painted less densely, all over alike. */
const MOST_PIXELS = 128e6
/** So many pixels are worth painting for one of those around what is seen, since most of them shrink. */
const MOST_FOR_ONE = 8
/** Beyond what lies under a pixel, its neighbours are looked at too. */
const NEIGHBOURS = 3
/** What is taken along of what is clear beyond an edge. */
const CLEAR_RIM = 2

/** The rectangle's whole pixels; of one whose edge goes on, those that lie wholly within it. */
const gridded = (r: Rect, beyond: PlaneOp['beyond']): Rect => {
  if (beyond === 'clear') {
    const { x0, y0, x1, y1 } = growRect(r, CLEAR_RIM)
    return { x0: Math.floor(x0), y0: Math.floor(y0), x1: Math.ceil(x1), y1: Math.ceil(y1) }
  }
  const [x0, y0] = [Math.ceil(r.x0 - 0.01), Math.ceil(r.y0 - 0.01)]
  return { x0, y0, x1: Math.max(x0 + 1, Math.floor(r.x1 + 0.01)), y1: Math.max(y0 + 1, Math.floor(r.y1 + 0.01)) }
}

/** The part of a plane's pixels that is needed for some of the device's. */
const neededOf = (whole: Rect, corners: readonly (readonly [number, number, number])[]): Rect | null => {
  if (corners.some(([, , depth]) => !(depth > 0))) return whole
  const seen = growRect(rectAround(corners.map(([x, y]) => ({ x, y }))), NEIGHBOURS)
  const part = intersectRects(seen, whole)
  return part && { x0: Math.floor(part.x0), y0: Math.floor(part.y0), x1: Math.ceil(part.x1), y1: Math.ceil(part.y1) }
}

/**
 * How many pixels stand for a point of the plane, so that none is lost where it is seen largest; fewer where it is drawn out so
 * far in one direction that nearly all of them would be in vain. The same for every part of it that is painted.
 */
const densityOf = ({ stretch, area, outline }: PlaneOp, view: Matrix): number => {
  const size = rectSize(area)
  const seen = rectSize(mapRect(view, boundsOf(outline.path)))
  const most = Math.min(MOST_PIXELS, MOST_FOR_ONE * Math.max(1, seen.w) * Math.max(1, seen.h))
  return Math.min(deviceLength(stretch, view), Math.sqrt(most / Math.max(1e-12, size.w * size.h)))
}

/** Where the plane's area is seen among the target's pixels; nothing where some of it lies behind the eye. */
const seenWithin = (area: Rect, onTarget: Homography): { readonly within?: Quad } => {
  const [p, q, r, s] = cornersOf(area)
  if ([p, q, r, s].some((corner) => !(depthAt(onTarget, corner) > 0))) return {}
  return { within: [project(onTarget, p), project(onTarget, q), project(onTarget, r), project(onTarget, s)] }
}

/** What is painted flat of a plane: the part of its pixels that is needed for the target's. */
const planePart = (op: PlaneOp, onDevice: Homography, density: number, target: Rect): Rect | null => {
  const toPixels = scaling(density)
  const back = composeHomographies(homographyOf(toPixels), invertHomography(onDevice))
  const corners = cornersOf(target).map((p) => {
    const { x, y } = project(back, p)
    return [x, y, depthAt(back, p)] as const
  })
  return neededOf(gridded(mapRect(toPixels, op.area), op.beyond), corners)
}

/** The target's pixels of what was painted flat on a region, on a plane or on a bent surface. */
const warped = (
  pixels: WarpPixels,
  op: PlaneOp,
  onDevice: Surface,
  density: number,
  region: Rect,
  target: Rect,
  step: number,
) => {
  const { w: width, h: height } = rectSize(target)
  const toRegion = compose(translation(-region.x0, -region.y0), scaling(density))
  const fromTarget = translation(target.x0, target.y0)
  if (isBent(onDevice)) {
    const inverse = (x: number, y: number): Point | null => {
      const p = standingOn(onDevice, { x: x + target.x0, y: y + target.y0 })
      return p && apply(toRegion, p)
    }
    return resampleBent(pixels, { width, height, inverse, step })
  }
  const inverse = composeHomographies(homographyOf(toRegion), invertHomography(onDevice), homographyOf(fromTarget))
  const onTarget = composeHomographies(homographyOf(translation(-target.x0, -target.y0)), onDevice)
  return resample(pixels, { width, height, inverse, step, ...seenWithin(op.area, onTarget) })
}

/**
 * Paints something flat as it is seen in perspective or on a bent surface: by itself, as densely as it is seen anywhere, but only
 * what of it is seen; then each device pixel is the mean of what lies under it.
 */
export const paintPlane = (context: PaintContext, op: PlaneOp, painting: Painting, paintFlat: PaintFlat): void => {
  const target = wholePixels(growRect(mapRect(painting.view, boundsOf(op.outline.path)), 2), painting.device)
  if (!target) return
  const density = densityOf(op, painting.view)
  const toPixels = scaling(density)
  const onDevice = surfaceThrough(painting.view, op.map)
  const region = isBent(onDevice)
    ? gridded(mapRect(toPixels, op.area), op.beyond)
    : planePart(op, onDevice, density, target)
  if (!region) return
  const flatly = { ...painting, view: toPixels }
  const flat = offscreen(region, flatly)
  paintFlat(flat, op.item, onOffscreen(flat, flatly))
  const { w, h } = rectSize(region)
  // Out of the canvas's own object once: some answer each question for its pixels, one a sample, with a call out of the language.
  const pixels = { data: flat.layer.context.getImageData(0, 0, w, h).data, width: w, height: h }
  const seen = warped(pixels, op, onDevice, density, region, target, painting.isQuick ? SAMPLING.quick : SAMPLING.best)
  const on = offscreen(target, painting)
  const put = on.layer.context.getImageData(0, 0, seen.width, seen.height)
  put.data.set(seen.data)
  on.layer.context.putImageData(put, 0, 0)
  putOffscreen(context, on)
}
