import { compose, type Matrix } from '@/core/geometry/matrix'
import { growRect, intersectRects, mapRect, unionRects, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { Path } from '@/core/path/path'
import type { DrawItem, FillOp } from '@/core/render/ops'
import { paintIsolated } from '@/painters/canvas/paint'
import { wholePixels, type Painting } from '@/painters/canvas/painting'
import { createLayer } from '@/client/stage/canvas'

/** An item of plain fills alone: its bitmap can be mended where some of them changed. */
const fillsOf = ({ ops, mask, under, over, blur }: DrawItem): readonly FillOp[] | null => {
  if (mask || under || over || blur) return null
  const fills = ops.filter((op) => op.op === 'fill')
  return fills.length > 1 && fills.length === ops.length ? fills : null
}

const sameMatrix = (a: Matrix, b: Matrix): boolean =>
  a.a === b.a && a.b === b.b && a.c === b.c && a.d === b.d && a.e === b.e && a.f === b.f

const bounds = new WeakMap<Path, Rect>()

const boundsOfPath = (path: Path): Rect => {
  const known = bounds.get(path) ?? boundsOf(path)
  bounds.set(path, known)
  return known
}

/** Fills told apart by the outline itself, what it is filled with and how strongly. */
const keyed = (fills: readonly FillOp[]): ReadonlyMap<FillOp['outline'], string> =>
  new Map(fills.map(({ outline, style, opacity }) => [outline, JSON.stringify([style, opacity ?? 1])]))

const missingFrom = (fills: readonly FillOp[], held: ReadonlyMap<FillOp['outline'], string>): readonly FillOp[] => {
  const own = keyed(fills)
  return fills.filter(({ outline }) => held.get(outline) !== own.get(outline))
}

/** More than this share of the fills changed: all is painted anew. */
const MOST_CHANGED = 0.6

/** Where an item differs from what it was, in device pixels; null where all is best painted anew. */
const changedPart = (before: readonly FillOp[], now: readonly FillOp[], { view, device }: Painting): Rect | null => {
  const [first, firstBefore] = [now[0], before[0]]
  if (!first || !firstBefore || !sameMatrix(first.toSheet, firstBefore.toSheet)) return null
  const changed = [...missingFrom(before, keyed(now)), ...missingFrom(now, keyed(before))]
  if (!changed.length || changed.length > 2 * MOST_CHANGED * now.length) return null
  const rects = changed.map(({ outline, toSheet }) => mapRect(compose(view, toSheet), boundsOfPath(outline.path)))
  return wholePixels(growRect(unionRects(rects), 2), device)
}

/**
 * A bitmap mended where some of an item's fills changed, such as lines of a text under the hand; null where it must be
 * painted anew. `source` shows `before` in the same pixels.
 */
export const patchedBitmap = (
  source: OffscreenCanvas,
  before: DrawItem,
  item: DrawItem,
  painting: Painting,
): OffscreenCanvas | null => {
  const [was, now] = [fillsOf(before), fillsOf(item)]
  const part = was && now && changedPart(was, now, painting)
  if (!part || !now) return null
  const layer = createLayer(painting.device.x1, painting.device.y1)
  const context = layer.source.getContext('2d')
  if (!context) return null
  context.drawImage(source, 0, 0)
  context.clearRect(part.x0, part.y0, part.x1 - part.x0, part.y1 - part.y0)
  context.save()
  context.beginPath()
  context.rect(part.x0, part.y0, part.x1 - part.x0, part.y1 - part.y0)
  context.clip()
  const meets = ({ outline, toSheet }: FillOp): boolean =>
    intersectRects(mapRect(compose(painting.view, toSheet), growRect(boundsOfPath(outline.path), 1)), part) !== null
  paintIsolated(layer.context, { ...item, ops: now.filter(meets) }, painting)
  context.restore()
  return layer.source
}
