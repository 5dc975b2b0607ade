import { blurPlane, blurReach, blurStep } from '@/core/adjust/blur'
import { CHANNELS } from '@/core/adjust/plate'
import { compose } from '@/core/geometry/matrix'
import { growRect, mapRect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { softPictures } from '@/core/render/needs'
import { featherDeviation, type Mask, type SoftOp } from '@/core/render/ops'
import {
  deviceLength,
  fillOutline,
  onOffscreen,
  putOffscreen,
  offscreen,
  wholePixels,
  type Painting,
  type Offscreen,
} from '@/painters/canvas/painting'
import { paintPicture } from '@/painters/canvas/picture'
import { paintPlane, type PaintFlat } from '@/painters/canvas/plane'
import type { PaintContext, PaintPixels } from '@/painters/canvas/surface'

const OPAQUE = 255
/**
 * Fades the edge of a mask inward, in place: alpha becomes max(0, 2·b − 1), b being the mask blurred. At a straight
 * edge that is 0, and erf(d/(deviation·√2)) at the distance d within; beyond the edge nothing.
 */
export const fadeInward = (pixels: PaintPixels, deviation: number): void => {
  const { data, width, height } = pixels
  const alpha = Float32Array.from({ length: width * height }, (_, i) => data[i * CHANNELS + 3] ?? 0)
  blurPlane(alpha, width, height, deviation).forEach((b, i) => {
    data[i * CHANNELS + 3] = Math.max(0, 2 * b - OPAQUE)
  })
}

/** The fading outline of a mask on a offscreen of its own; null where nothing of it is seen. */
const faded = (on: Offscreen, mask: Mask, painting: Painting): Offscreen | null => {
  const deviation = deviceLength(featherDeviation(mask), painting.view)
  // As far beyond the outline as the blur reaches, and beyond what is seen, so that the fade depends on neither end.
  const reach = 2 + blurReach(deviation)
  const outline = growRect(mapRect(compose(painting.view, mask.toSheet), boundsOf(mask.outline.path)), reach)
  const region = wholePixels(outline, growRect(on.region, 2 * blurReach(deviation)), blurStep(deviation))
  if (!region) return null
  const stencil = offscreen(region, painting)
  fillOutline(stencil.layer.context, mask.outline, compose(stencil.view, mask.toSheet), '#000')
  const pixels = stencil.layer.context.getImageData(0, 0, region.x1 - region.x0, region.y1 - region.y0)
  fadeInward(pixels, deviation)
  stencil.layer.context.putImageData(pixels, 0, 0)
  return stencil
}

/** Are the pictures of a transparency there? */
export const isReady = (soft: SoftOp, painting: Painting): boolean =>
  softPictures(soft).every((op) => painting.imageFor(op) !== null)

/** Paints something soft that lies in a plane: a picture, or an outline that fades. */
const paintSoftFlat: PaintFlat = (on, { ops, mask }, painting) => {
  for (const op of ops) {
    if (op.op === 'picture') paintPicture(on.layer.context, op, painting)
    if (op.op === 'fill') fillOutline(on.layer.context, op.outline, compose(painting.view, op.toSheet), '#000')
  }
  if (mask) applyMask({ ...on, region: painting.device }, mask, painting)
}

/** Paints that whose transparency is wanted. */
export const paintSoft = (context: PaintContext, soft: SoftOp, painting: Painting): void =>
  soft.op === 'picture' ? paintPicture(context, soft, painting) : paintPlane(context, soft, painting, paintSoftFlat)

/** The offscreen then keeps only what lies in the mask, or with 'destination-out' only what lies outside it. */
export const applyMask = (
  on: Offscreen,
  mask: Mask,
  painting: Painting,
  how: 'destination-in' | 'destination-out' = 'destination-in',
): void => {
  const { context } = on.layer
  context.globalCompositeOperation = how
  if (mask.soft && isReady(mask.soft, painting)) paintSoft(context, mask.soft, onOffscreen(on, painting))
  else if (mask.feather > 0) {
    const stencil = faded(on, mask, painting)
    if (stencil) putOffscreen(context, stencil, on.region)
  } else fillOutline(context, mask.outline, compose(on.view, mask.toSheet), '#000')
  context.globalCompositeOperation = 'source-over'
}
