import { MARK } from '@/client/theme/colours'
import type { Matrix } from '@/core/geometry/matrix'
import type { Outline } from '@/core/path/path'
import type { PaintContext } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'
import { createLayer } from '@/client/stage/canvas'

const TINT = MARK.emptyTint
const TARGET = MARK.emptyTarget
const STRIPE = MARK.emptyStripe
const EDGE = MARK.kraftEdge
const STRIPE_PIXELS = 6.4

/** Diagonal stripes of light, a constant width on screen. */
const stripes = (context: PaintContext, ratio: number): unknown => {
  const side = Math.round(STRIPE_PIXELS * 2 * ratio)
  const { source, context: on } = createLayer(side, side)
  on.fillStyle = STRIPE
  const half = side / 2
  for (const at of [-side, 0, side]) {
    on.beginPath()
    on.moveTo(at, side)
    on.lineTo(at + side, 0)
    on.lineTo(at + side + half, 0)
    on.lineTo(at + half, side)
    on.closePath()
    on.fill()
  }
  return context.createPattern(source, 'repeat')
}

/** Kraft tint with diagonal hatching, for an outline on the sheet that waits for a picture. `view` leads from sheet points to device pixels. */
export const paintEmptyFrame = (
  context: PaintContext,
  { path, fillRule }: Outline,
  view: Matrix,
  ratio: number,
  isTarget: boolean,
): void => {
  context.setTransform(view.a, view.b, view.c, view.d, view.e, view.f)
  tracePath(context, path)
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.fillStyle = isTarget ? TARGET : TINT
  context.fill(fillRule)
  context.fillStyle = stripes(context, ratio)
  context.fill(fillRule)
  context.strokeStyle = EDGE
  context.lineWidth = ratio
  context.stroke()
}
