import type { Rgb } from '@/core/colour/space'
import { compose } from '@/core/geometry/matrix'
import { isWholeLine, type FillOp, type StrokeOp, type Style } from '@/core/render/ops'
import { drawLayer, fillOutline, onOffscreen, setMatrix, offscreen, type Painting } from '@/painters/canvas/painting'
import type { PaintContext } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

/** A colour as style sheets write it. */
export const colourWord = ({ r, g, b }: Rgb, alpha = 1): string =>
  alpha < 1 ? `rgba(${r},${g},${b},${alpha.toFixed(5)})` : `rgb(${r},${g},${b})`

/** A fill or stroke style of the canvas; gradients lie in the current points. */
const canvasStyle = (context: PaintContext, style: Style): unknown => {
  if (style.kind === 'colour') return colourWord(style.colour)
  const { run, stops } = style
  const gradient =
    run.shape === 'linear'
      ? context.createLinearGradient(run.from.x, run.from.y, run.to.x, run.to.y)
      : context.createRadialGradient(run.centre.x, run.centre.y, 0, run.centre.x, run.centre.y, run.radius)
  for (const { at, colour, alpha } of stops) gradient.addColorStop(at, colourWord(colour, alpha))
  return gradient
}

export const paintFill = (context: PaintContext, op: FillOp, painting: Painting): void => {
  context.globalAlpha = op.opacity ?? 1
  fillOutline(context, op.outline, compose(painting.view, op.toSheet), canvasStyle(context, op.style))
  context.globalAlpha = 1
}

const strokeOnce = (context: PaintContext, op: StrokeOp, width: number, painting: Painting): void => {
  setMatrix(context, compose(painting.view, op.toSheet))
  context.strokeStyle = canvasStyle(context, op.style)
  context.lineWidth = width
  context.lineJoin = op.join
  context.lineCap = op.cap
  context.miterLimit = op.mitreLimit
  context.setLineDash([...(op.dash ?? [])])
  tracePath(context, op.outline.path)
  context.stroke()
}

/** Where pieces of a stroke join, a canvas may leave a pixel a little open; a narrower one over it closes that. */
const CLOSING = 0.6

const strokeSound = (context: PaintContext, op: StrokeOp, width: number, painting: Painting): void => {
  strokeOnce(context, op, width, painting)
  if (!op.dash) strokeOnce(context, op, width * CLOSING, painting)
}

/** Draws a stroke; one that is not opaque, or with parts taken out of it, on a layer of its own. */
export const paintStroke = (context: PaintContext, op: StrokeOp, painting: Painting): void => {
  const [first] = op.bands
  if (!first) return
  const width = 2 * first.to
  // Open lines, as of a brush, overlap themselves nowhere: their strength can be given as they are drawn.
  if (!op.outline.path.some(({ kind }) => kind === 'close')) {
    context.globalAlpha = op.opacity
    strokeOnce(context, op, width, painting)
    context.globalAlpha = 1
    return
  }
  if (isWholeLine(op) && op.opacity >= 1) return strokeSound(context, op, width, painting)
  const on = offscreen(painting.device, painting)
  const there = onOffscreen(on, painting)
  const { context: own } = on.layer
  for (const { from, to } of op.bands) {
    own.globalCompositeOperation = 'source-over'
    strokeSound(own, op, 2 * to, there)
    own.globalCompositeOperation = 'destination-out'
    if (from > 0) strokeSound(own, op, 2 * from, there)
  }
  context.globalAlpha = op.opacity
  drawLayer(context, on.layer, painting.device.x0, painting.device.y0)
  context.globalAlpha = 1
}
