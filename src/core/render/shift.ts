import { compose, translation, type Matrix } from '@/core/geometry/matrix'
import { moveRect } from '@/core/geometry/rect'
import { surfaceThrough } from '@/core/geometry/surface'
import type { Point } from '@/core/geometry/vector'
import { transformPath } from '@/core/path/transform'
import type { DrawGroup, DrawItem, DrawNode, DrawOp, Mask, PlaneOp, SoftOp } from '@/core/render/ops'

const moved = (by: Matrix, { toSheet }: { readonly toSheet: Matrix }): { readonly toSheet: Matrix } => ({
  toSheet: compose(by, toSheet),
})

const shiftedPlane = (by: Matrix, op: PlaneOp): PlaneOp => ({
  ...op,
  map: surfaceThrough(by, op.map),
  outline: { ...op.outline, path: transformPath(by, op.outline.path) },
})

const shiftedSoft = (by: Matrix, soft: SoftOp): SoftOp =>
  soft.op === 'plane' ? shiftedPlane(by, soft) : { ...soft, ...moved(by, soft) }

const shiftedOp = (by: Matrix, op: DrawOp): DrawOp => {
  if (op.op === 'plane') return shiftedPlane(by, op)
  const soft = 'soft' in op && op.soft ? { soft: shiftedSoft(by, op.soft) } : {}
  return { ...op, ...moved(by, op), ...soft }
}

const shiftedMask = (by: Matrix, mask: Mask): Mask => ({
  ...mask,
  ...moved(by, mask),
  ...(mask.soft ? { soft: shiftedSoft(by, mask.soft) } : {}),
})

/** What an item paints that lies elsewhere, by `by` points, and is the same otherwise. */
export const shiftedItem = (item: DrawItem, by: Point): DrawItem => {
  const matrix = translation(by.x, by.y)
  const shift = (ops: readonly DrawOp[]): readonly DrawOp[] => ops.map((op) => shiftedOp(matrix, op))
  return {
    ...item,
    bounds: moveRect(item.bounds, by),
    ops: shift(item.ops),
    ...(item.mask ? { mask: shiftedMask(matrix, item.mask) } : {}),
    ...(item.under ? { under: shift(item.under) } : {}),
    ...(item.over ? { over: shift(item.over) } : {}),
  }
}

/** A group around members that all lie elsewhere by as much. */
export const shiftedGroup = (group: DrawGroup, children: readonly DrawNode[], by: Point): DrawGroup => {
  const matrix = translation(by.x, by.y)
  const shift = (ops: readonly DrawOp[]): readonly DrawOp[] => ops.map((op) => shiftedOp(matrix, op))
  return {
    ...group,
    bounds: moveRect(group.bounds, by),
    children,
    silhouette: { ...group.silhouette, ...moved(matrix, group.silhouette) },
    under: shift(group.under),
    inside: shift(group.inside),
    over: shift(group.over),
  }
}
