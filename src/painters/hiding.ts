import { rectHolds } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { isGroup, type DrawNode, type Shape, type Style } from '@/core/render/ops'
import type { ReadyImages } from '@/painters/assets'

/** Does a style let nothing through? */
export const isOpaque = (style: Style): boolean =>
  style.kind === 'colour' || style.stops.every(({ alpha = 1 }) => alpha >= 1)

/** A rectangle of straight sides, as what is masked afterwards is painted in. */
const isRectangle = ({ path }: Shape['outline']): boolean =>
  path.length === 5 && path.filter(({ kind }) => kind === 'line').length === 3

/** Does the content of an item paint all of its mask, so that nothing beneath shows? */
export const hidesMask = (node: DrawNode, assets: Pick<ReadyImages, 'pictureOf'>): boolean => {
  if (isGroup(node) || !node.mask) return false
  const mask = boundsOf(node.mask.outline.path)
  return node.ops.some((op) => {
    if (op.op !== 'fill' && op.op !== 'picture') return false
    if (!isRectangle(op.outline) || !rectHolds(boundsOf(op.outline.path), mask)) return false
    if (op.op === 'fill') return (op.opacity ?? 1) >= 1 && isOpaque(op.style)
    return op.isCovered && op.tileGap === undefined && assets.pictureOf(op).isOpaque
  })
}
