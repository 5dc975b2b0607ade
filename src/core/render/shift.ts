import { compose, translation, type Matrix } from '@/core/geometry/matrix'
import { moveRect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import type { DrawGroup, DrawItem, DrawNode, DrawOp, Mask, PictureOp } from '@/core/render/ops'

/** Does every operation stand on the sheet by its own matrix alone, so that it can be put elsewhere? */
const canShiftOp = (op: DrawOp): boolean => op.op !== 'plane' && !('soft' in op && op.soft?.op === 'plane')

/** Can an item be put elsewhere as it is? What is seen in perspective can't. */
export const canShift = ({ ops, under = [], over = [], mask }: DrawItem): boolean =>
  mask?.soft?.op !== 'plane' && [...ops, ...under, ...over].every(canShiftOp)

const moved = (by: Matrix, { toSheet }: { readonly toSheet: Matrix }): { readonly toSheet: Matrix } => ({
  toSheet: compose(by, toSheet),
})

const movedSoft = (by: Matrix, soft: PictureOp): PictureOp => ({ ...soft, ...moved(by, soft) })

const shiftedOp = (by: Matrix, op: DrawOp): DrawOp => {
  if (op.op === 'plane') return op
  const soft = 'soft' in op && op.soft?.op === 'picture' ? { soft: movedSoft(by, op.soft) } : {}
  return { ...op, ...moved(by, op), ...soft }
}

const shiftedMask = (by: Matrix, mask: Mask): Mask => ({
  ...mask,
  ...moved(by, mask),
  ...(mask.soft?.op === 'picture' ? { soft: movedSoft(by, mask.soft) } : {}),
})

/** What an item paints that lies elsewhere, by `by` points, and is the same otherwise; for one that `canShift`. */
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
