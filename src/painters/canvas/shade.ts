import { blurPlane, blurReach, blurStep } from '@/core/adjust/blur'
import { CHANNELS } from '@/core/adjust/plate'
import { COPY_MITRE } from '@/core/finish/layers'
import { applyVector, compose } from '@/core/geometry/matrix'
import { growRect, intersectRects, mapRect, moveRect, rectSize, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { ReliefOp, ShadeOp } from '@/core/render/ops'
import {
  deviceLength,
  fillOutline,
  onOffscreen,
  putOffscreen,
  setMatrix,
  offscreen,
  wholePixels,
  type Painting,
  type Offscreen,
} from '@/painters/canvas/painting'
import { isReady, paintSoft } from '@/painters/canvas/mask'
import type { PaintContext } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

/** The shape of an operation, grown, on a offscreen in opaque black; inverted, all but it. */
const paintShape = (
  on: Offscreen,
  op: ShadeOp | ReliefOp,
  grow: number,
  inverted: boolean,
  painting: Painting,
): void => {
  const { context } = on.layer
  const matrix = compose(on.view, op.toSheet)
  const { w, h } = rectSize(on.region)
  if (op.soft && isReady(op.soft, painting)) paintSoft(context, op.soft, onOffscreen(on, painting))
  else fillOutline(context, op.outline, matrix, '#000')
  if (grow !== 0) {
    setMatrix(context, matrix)
    context.globalCompositeOperation = grow > 0 ? 'source-over' : 'destination-out'
    context.strokeStyle = '#000'
    context.lineWidth = 2 * Math.abs(grow)
    context.lineJoin = op.op === 'shade' ? op.join : 'round'
    context.miterLimit = COPY_MITRE
    context.setLineDash([])
    tracePath(context, op.outline.path)
    context.stroke()
  }
  if (!inverted) return
  context.globalCompositeOperation = 'source-out'
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.fillStyle = '#000'
  tracePath(context, [
    { kind: 'move', to: { x: 0, y: 0 } },
    { kind: 'line', to: { x: w, y: 0 } },
    { kind: 'line', to: { x: w, y: h } },
    { kind: 'line', to: { x: 0, y: h } },
    { kind: 'close' },
  ])
  context.fill('nonzero')
}

const outlineOnDevice = (op: ShadeOp | ReliefOp, painting: Painting): Rect =>
  mapRect(compose(painting.view, op.toSheet), boundsOf(op.soft?.outline.path ?? op.outline.path))

/** How far left a shape is drawn out of sight, so that only its shadow is seen. */
const asideOf = (region: Rect, device: Rect): number =>
  2 * (Math.max(region.x1, device.x1) - Math.min(region.x0, device.x0)) + 64

/**
 * A shape in one colour, blurred and shifted: the shadow that the canvas throws of it, whose blur is Gaussian with half
 * of `shadowBlur` as deviation (HTML, 4.12.5.1.18 Shadows).
 */
export const paintShade = (context: PaintContext, op: ShadeOp, painting: Painting): void => {
  const deviation = deviceLength(op.blur, painting.view)
  const shift = applyVector(painting.view, op.shift)
  const reach = 2 + blurReach(deviation)
  const grown = growRect(
    outlineOnDevice(op, painting),
    deviceLength(Math.max(0, op.grow), painting.view) * COPY_MITRE + 2,
  )
  // What is seen after the shift is thrown by what lies before it.
  const thrown = growRect(moveRect(painting.device, { x: -shift.x, y: -shift.y }), reach)
  const region = op.isInverted ? wholePixels(thrown, thrown) : wholePixels(grown, thrown)
  if (!region) return
  const on = offscreen(region, painting)
  paintShape(on, op, op.isInverted ? -op.grow : op.grow, op.isInverted, painting)
  const { r, g, b } = op.colour
  const aside = asideOf(region, painting.device)
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.shadowColor = `rgba(${r},${g},${b},${op.opacity})`
  context.shadowBlur = 2 * deviation
  context.shadowOffsetX = aside + shift.x
  context.shadowOffsetY = shift.y
  context.drawImage(on.layer.source, region.x0 - aside, region.y0)
  context.shadowColor = 'rgba(0,0,0,0)'
  context.shadowBlur = 0
  context.shadowOffsetX = 0
  context.shadowOffsetY = 0
}

const bilinear = (plane: Float32Array, width: number, height: number, x: number, y: number): number => {
  const cx = Math.min(width - 1, Math.max(0, x))
  const cy = Math.min(height - 1, Math.max(0, y))
  const [x0, y0] = [Math.floor(cx), Math.floor(cy)]
  const [x1, y1] = [Math.min(width - 1, x0 + 1), Math.min(height - 1, y0 + 1)]
  const [s, t] = [cx - x0, cy - y0]
  const top = (plane[y0 * width + x0] ?? 0) * (1 - s) + (plane[y0 * width + x1] ?? 0) * s
  const foot = (plane[y1 * width + x0] ?? 0) * (1 - s) + (plane[y1 * width + x1] ?? 0) * s
  return top * (1 - t) + foot * t
}

/**
 * Light and shade along the edge. The shape is taken as a plateau, its edge softened; how much it rises over the depth
 * towards the light gives light, how much it falls gives shade: strength = |b(p − d·l) − b(p + d·l)| / 255.
 */
export const paintRelief = (context: PaintContext, op: ReliefOp, painting: Painting): void => {
  const deviation = deviceLength(op.softness, painting.view)
  const depth = deviceLength(op.depth, painting.view)
  const edge = Math.abs(depth) + blurReach(deviation) + 3
  const shape = growRect(outlineOnDevice(op, painting), edge)
  const region = wholePixels(shape, growRect(painting.device, edge), blurStep(deviation))
  const target = region && intersectRects(region, painting.device)
  if (!region || !target) return
  const on = offscreen(region, painting)
  paintShape(on, op, 0, false, painting)
  const { w, h } = rectSize(region)
  const { context: own } = on.layer
  const pixels = own.getImageData(0, 0, w, h)
  const { data } = pixels
  const alpha = Float32Array.from({ length: w * h }, (_, i) => data[i * CHANNELS + 3] ?? 0)
  const height = blurPlane(alpha, w, h, deviation)
  const { light, shade } = op
  for (let y = 0, i = 0; y < h; y += 1) {
    for (let x = 0; x < w; x += 1, i += CHANNELS) {
      const towards = bilinear(height, w, h, x + op.from.x * depth, y + op.from.y * depth)
      const away = bilinear(height, w, h, x - op.from.x * depth, y - op.from.y * depth)
      const colour = away >= towards ? light : shade
      data[i] = colour.r
      data[i + 1] = colour.g
      data[i + 2] = colour.b
      data[i + 3] = Math.abs(away - towards)
    }
  }
  own.putImageData(pixels, 0, 0)
  context.globalAlpha = op.opacity
  putOffscreen(context, on)
  context.globalAlpha = 1
}
