import { blurReach, blurStep } from '@/core/adjust/blur'
import { blurColours } from '@/core/adjust/blurColours'
import { assertNever } from '@/core/failure'
import { compose } from '@/core/geometry/matrix'
import { growRect, mapRect, rectSize } from '@/core/geometry/rect'
import type { DrawGroup, DrawItem, DrawNode, DrawOp, Mask } from '@/core/render/ops'
import {
  walkAtOnce,
  walkBeneath,
  walkItem,
  walkUpon,
  type KnockOut,
  type Layer,
  type ListSink,
} from '@/core/render/walk'
import { applyMask } from '@/painters/canvas/mask'
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
import { paintPicture } from '@/painters/canvas/picture'
import { paintPlane, type PaintFlat } from '@/painters/canvas/plane'
import { paintRelief, paintShade } from '@/painters/canvas/shade'
import { paintFill, paintStroke } from '@/painters/canvas/stroke'
import type { PaintContext } from '@/painters/canvas/surface'
import { tracePath } from '@/painters/canvas/trace'

const paintOp = (context: PaintContext, op: DrawOp, painting: Painting): void => {
  switch (op.op) {
    case 'fill':
      return paintFill(context, op, painting)
    case 'picture':
      return paintPicture(context, op, painting)
    case 'stroke':
      return paintStroke(context, op, painting)
    case 'shade':
      return paintShade(context, op, painting)
    case 'relief':
      return paintRelief(context, op, painting)
    case 'plane':
      return paintPlane(context, op, painting, paintFlat)
    default:
      return assertNever(op)
  }
}

const applyBlur = ({ layer, region }: Offscreen, deviation: number): void => {
  const { w, h } = rectSize(region)
  const pixels = layer.context.getImageData(0, 0, w, h)
  blurColours(pixels.data, w, h, deviation)
  layer.context.putImageData(pixels, 0, 0)
}

/** Takes away what lies beneath the members of a group but for a rim of a pixel, so that it shows through none of them. */
const hollow = (on: Offscreen, mask: Mask, painting: Painting): void => {
  const core = offscreen(on.region, painting)
  const { context } = core.layer
  const matrix = compose(core.view, mask.toSheet)
  fillOutline(context, mask.outline, matrix, '#000')
  setMatrix(context, matrix)
  context.globalCompositeOperation = 'destination-out'
  context.lineWidth = 2 / deviceLength(1, painting.view)
  context.strokeStyle = '#000'
  context.lineJoin = 'miter'
  tracePath(context, mask.outline.path)
  context.stroke()
  on.layer.context.globalCompositeOperation = 'destination-out'
  putOffscreen(on.layer.context, core, on.region)
  on.layer.context.globalCompositeOperation = 'source-over'
}

/** What is painted on: the canvas itself, or a layer. */
interface Surface {
  readonly context: PaintContext
  /** As everything is painted there. */
  readonly painting: Painting
  /** Null for the canvas itself. */
  readonly on: Offscreen | null
  /** As everything is painted where the layer lies. */
  readonly outer: Painting
  /** Nothing was painted there yet. */
  isEmpty: boolean
}

/** Paints a draw list on a canvas. */
export class CanvasSink implements ListSink {
  private readonly surfaces: Surface[] = []

  constructor(
    context: PaintContext,
    painting: Painting,
    layer: Pick<Surface, 'on' | 'outer'> = { on: null, outer: painting },
  ) {
    this.surfaces.push({ context, painting, isEmpty: layer.on !== null, ...layer })
  }

  private get top(): Surface {
    return this.surfaces.at(-1)! // the canvas itself is always there
  }

  /** Paints onto a layer that is composed by whoever asks. */
  static onLayer(on: Offscreen, outer: Painting): CanvasSink {
    const painting = onOffscreen(on, outer)
    return new CanvasSink(on.layer.context, painting, { on, outer })
  }

  paint(op: DrawOp): void {
    const { context, painting } = this.top
    this.top.isEmpty = false
    paintOp(context, op, painting)
  }

  begin(layer: Layer): boolean {
    const { top } = this
    // What only is masked can be painted where nothing is yet.
    if (top.isEmpty && isOnlyMasked(layer)) {
      this.surfaces.push(top)
      return true
    }
    const { view, device } = top.painting
    const deviation = deviceLength(layer.blur ?? 0, view)
    const bounds = mapRect(view, layer.bounds)
    // What is blurred ends where its bounds end: its rim is repeated outward rather than faded.
    const shape = layer.blur ? bounds : growRect(bounds, 2)
    const region = wholePixels(shape, growRect(device, blurReach(deviation)), blurStep(deviation))
    if (!region) return false
    const outer = top.painting
    const on = offscreen(region, outer)
    this.surfaces.push({ context: on.layer.context, painting: onOffscreen(on, outer), on, outer, isEmpty: true })
    return true
  }

  end({ mask, blur, opacity, blend, isAdded }: Layer): void {
    const surface = this.surfaces.pop()
    const { top } = this
    if (!surface?.on) return
    const { on } = surface
    if (mask) applyMask(on, mask, surface.outer)
    if (blur) applyBlur(on, deviceLength(blur, on.view))
    if (surface === top) return
    const { context } = top
    top.isEmpty = false
    context.globalAlpha = opacity ?? 1
    context.globalCompositeOperation = isAdded ? 'lighter' : (blend ?? 'source-over')
    putOffscreen(context, on)
    context.globalAlpha = 1
    context.globalCompositeOperation = 'source-over'
  }

  beginKnockOut(): void {
    // It is the first of its layer: all that is there at its end is knocked out.
  }

  endKnockOut({ mask, hasRim }: KnockOut): void {
    const { on, outer } = this.top
    if (!on) return
    if (hasRim) hollow(on, mask, outer)
    else applyMask(on, mask, outer, 'destination-out')
  }
}

const isOnlyMasked = ({ blur, opacity, blend, isAdded }: Layer): boolean =>
  blur === undefined && opacity === undefined && blend === undefined && !isAdded

/** Paints something flat that is seen in perspective. */
const paintFlat: PaintFlat = ({ layer }, item, painting) => paintItem(layer.context, item, painting)

/** Executes one item's operations on a canvas. */
export const paintItem = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  context.save()
  walkItem(item, new CanvasSink(context, painting))
  context.restore()
}

/** An item as it is before its opacity and blend: what is kept of it to be composed again and again. */
export const paintIsolated = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  const plain: { -readonly [K in keyof DrawItem]: DrawItem[K] } = { ...item }
  delete plain.opacity
  delete plain.blend
  paintItem(context, plain, painting)
}

/** A group's members, painted on a layer, with what its finish lays beneath and over them. */
export const finishGroup = (members: Offscreen, group: DrawGroup, painting: Painting): Offscreen => {
  const { under, inside, over } = group
  if (!under.length && !inside.length && !over.length) return members
  const on = offscreen(members.region, painting)
  const sink = CanvasSink.onLayer(on, painting)
  walkBeneath(group, sink)
  putOffscreen(on.layer.context, members, on.region)
  walkUpon(group, sink)
  return on
}

/** Executes one node, groups with all their members. */
export const paintNode = (context: PaintContext, node: DrawNode, painting: Painting): void => {
  context.save()
  walkAtOnce([node], new CanvasSink(context, painting))
  context.restore()
}
