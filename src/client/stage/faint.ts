import { compose, IDENTITY } from '@/core/geometry/matrix'
import { cornersOf, mapRect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import type { DrawItem } from '@/core/render/ops'
import { FAINT_ID } from '@/client/stage/bitmaps'

/** The whole picture of a frame as if at the sheet's origin, and where it lies. */
export interface FaintPicture {
  readonly item: DrawItem
  readonly at: Point
}

/** The whole picture that an item shows a part of, unmasked; null where it shows none, or one that is repeated. */
export const faintOf = ({ ops }: DrawItem): FaintPicture | null => {
  const op = ops.find((one) => one.op === 'picture')
  if (op?.op !== 'picture' || op.tileGap !== undefined) return null
  const whole = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
  const placed = compose(op.toSheet, op.picture)
  const toSheet = { ...placed, e: 0, f: 0 }
  const outline = { path: polygonPath(cornersOf(whole)), fillRule: 'nonzero' } as const
  const item: DrawItem = {
    id: FAINT_ID,
    bounds: mapRect(toSheet, whole),
    ops: [{ ...op, outline, toSheet, picture: IDENTITY, isCovered: true }],
  }
  return { item, at: { x: placed.e, y: placed.f } }
}
