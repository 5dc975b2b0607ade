import { blurReach } from '@/core/adjust/blur'
import { blurColours } from '@/core/adjust/pixels'
import { assertNever } from '@/core/failure'
import { compose } from '@/core/geometry/matrix'
import { growRect, mapRect, rectSize } from '@/core/geometry/rect'
import type { DrawGroup, DrawItem, DrawNode, DrawOp } from '@/core/render/ops'
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
    default:
      return assertNever(op)
  }
}

const paintOps = (on: Offscreen, ops: readonly DrawOp[], painting: Painting): void => {
  const there = onOffscreen(on, painting)
  for (const op of ops) paintOp(on.layer.context, op, there)
}

const applyBlur = ({ layer, region }: Offscreen, deviation: number): void => {
  const { w, h } = rectSize(region)
  const pixels = layer.context.getImageData(0, 0, w, h)
  blurColours(pixels.data, w, h, deviation)
  layer.context.putImageData(pixels, 0, 0)
}

/**
 * The layers beneath, less the mask, and the masked content added to them: at the edge what one gives up the other
 * takes, so that no backdrop shines through between the two.
 */
const paintSides = (on: Offscreen, item: DrawItem, painting: Painting): void => {
  const { mask, under = [], over = [] } = item
  if (under.length > 0) {
    paintOps(on, under, painting)
    if (mask) applyMask(on, mask, painting, 'destination-out')
    const content = offscreen(on.region, painting)
    paintOps(content, item.ops, painting)
    if (mask) applyMask(content, mask, painting)
    on.layer.context.globalCompositeOperation = 'lighter'
    putOffscreen(on.layer.context, content, on.region)
    on.layer.context.globalCompositeOperation = 'source-over'
  } else {
    paintOps(on, item.ops, painting)
    if (mask) applyMask(on, mask, painting)
  }
  paintOps(on, over, painting)
}

const compositeOf = (blend: DrawNode['blend']): string => blend ?? 'source-over'

const putComposed = (context: PaintContext, on: Offscreen, { opacity, blend }: DrawNode): void => {
  context.globalAlpha = opacity ?? 1
  context.globalCompositeOperation = compositeOf(blend)
  putOffscreen(context, on)
}

/** An item with a mask, a blur or an opacity of its own: on a layer first, then composed. */
const paintOnLayer = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  const deviation = deviceLength(item.blur ?? 0, painting.view)
  const bounds = mapRect(painting.view, item.bounds)
  // A blurred item ends where its bounds end: its rim is repeated outward rather than faded.
  const seen = item.blur ? bounds : growRect(bounds, 2)
  const region = wholePixels(seen, growRect(painting.device, blurReach(deviation)))
  if (!region) return
  const on = offscreen(region, painting)
  paintSides(on, item, painting)
  if (item.blur) applyBlur(on, deviation)
  putComposed(context, on, item)
}

const needsLayer = ({ mask, blur, opacity, blend, under, over }: DrawItem): boolean =>
  mask !== undefined || blur !== undefined || opacity !== undefined || blend !== undefined || Boolean(under ?? over)

/** Executes one item's operations on a canvas. */
export const paintItem = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  context.save()
  if (needsLayer(item)) paintOnLayer(context, item, painting)
  else for (const op of item.ops) paintOp(context, op, painting)
  context.restore()
}

/** An item as it is before its opacity and blend: what is kept of it to be composed again and again. */
export const paintIsolated = (context: PaintContext, item: DrawItem, painting: Painting): void => {
  const plain: { -readonly [K in keyof DrawItem]: DrawItem[K] } = { ...item }
  delete plain.opacity
  delete plain.blend
  paintItem(context, plain, painting)
}

/** A layer for a group's members; null where nothing of the group is seen. */
export const openGroup = (group: DrawGroup, painting: Painting): Offscreen | null => {
  const region = wholePixels(growRect(mapRect(painting.view, group.bounds), 2), painting.device)
  return region && offscreen(region, painting)
}

/** Takes away what lies beneath the members but for a rim of a pixel, so that it shows through none of them. */
const hollow = (on: Offscreen, { silhouette }: DrawGroup, painting: Painting): void => {
  const core = offscreen(on.region, painting)
  const { context } = core.layer
  const matrix = compose(core.view, silhouette.toSheet)
  fillOutline(context, silhouette.outline, matrix, '#000')
  setMatrix(context, matrix)
  context.globalCompositeOperation = 'destination-out'
  context.lineWidth = 2 / deviceLength(1, painting.view)
  context.strokeStyle = '#000'
  context.lineJoin = 'miter'
  tracePath(context, silhouette.outline.path)
  context.stroke()
  on.layer.context.globalCompositeOperation = 'destination-out'
  putOffscreen(on.layer.context, core, on.region)
  on.layer.context.globalCompositeOperation = 'source-over'
}

/** A group's members, painted on their layer, with what its finish lays beneath and over them. */
export const finishGroup = (members: Offscreen, group: DrawGroup, painting: Painting): Offscreen => {
  const { under, inside, over, silhouette } = group
  if (!under.length && !inside.length && !over.length) return members
  const on = offscreen(members.region, painting)
  if (under.length > 0) {
    paintOps(on, under, painting)
    hollow(on, group, painting)
  }
  putOffscreen(on.layer.context, members, on.region)
  if (inside.length > 0) {
    const within = offscreen(on.region, painting)
    paintOps(within, inside, painting)
    applyMask(within, { ...silhouette, feather: 0 }, painting)
    putOffscreen(on.layer.context, within, on.region)
  }
  paintOps(on, over, painting)
  return on
}

/** Composes a finished group. */
export const closeGroup = (context: PaintContext, members: Offscreen, group: DrawGroup, painting: Painting): void => {
  const on = finishGroup(members, group, painting)
  context.save()
  putComposed(context, on, group)
  context.restore()
}

/** Executes one node, groups with all their members. */
export const paintNode = (context: PaintContext, node: DrawNode, painting: Painting): void => {
  if (!('children' in node)) return paintItem(context, node, painting)
  const members = openGroup(node, painting)
  if (!members) return
  for (const child of node.children) paintNode(members.layer.context, child, onOffscreen(members, painting))
  closeGroup(context, members, node, painting)
}
