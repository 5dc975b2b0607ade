import { compose } from '@/core/geometry/matrix'
import type { FillOp, StrokeOp, Style } from '@/core/render/ops'
import { drawLayer, fillOutline, onSheetlet, setMatrix, sheetlet, type Painting } from '@/painters/canvas/painting'
import type { PaintContext } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

/** A fill or stroke style of the canvas; gradients lie in the current points. */
const canvasStyle = (context: PaintContext, style: Style): unknown => {
  if (style.kind === 'colour') return style.colour
  const { run, stops } = style
  const gradient =
    run.shape === 'linear'
      ? context.createLinearGradient(run.from.x, run.from.y, run.to.x, run.to.y)
      : context.createRadialGradient(run.centre.x, run.centre.y, 0, run.centre.x, run.centre.y, run.radius)
  for (const { at, colour } of stops) gradient.addColorStop(at, colour)
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

/** Draws a stroke; one with parts taken out of it on a layer of its own, so that nothing else is. */
export const paintStroke = (context: PaintContext, op: StrokeOp, painting: Painting): void => {
  const [first, ...others] = op.widths
  if (first === undefined) return
  if (!others.length) {
    context.globalAlpha = op.opacity
    strokeOnce(context, op, first, painting)
    context.globalAlpha = 1
    return
  }
  const on = sheetlet(painting.device, painting)
  const there = onSheetlet(on, painting)
  op.widths.forEach((width, i) => {
    on.layer.context.globalCompositeOperation = i % 2 ? 'destination-out' : 'source-over'
    strokeOnce(on.layer.context, op, width, there)
  })
  context.globalAlpha = op.opacity
  drawLayer(context, on.layer, painting.device.x0, painting.device.y0)
  context.globalAlpha = 1
}
