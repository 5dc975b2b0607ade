import { depthOn, stretchOn, type Surface } from '@/core/geometry/surface'
import { compose, IDENTITY, invert } from '@/core/geometry/matrix'
import { cornersOf, mapRect, unionRects, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { polygonPath } from '@/core/path/path'
import { projectOutline } from '@/core/path/project'
import { transformPath } from '@/core/path/transform'
import type { DrawItem, PlaneOp } from '@/core/render/ops'
import { FAINT_ID } from '@/client/stage/bitmap'

/** The whole picture of a frame as if at the sheet's origin, and where it lies. */
export interface FaintPicture {
  readonly item: DrawItem
  readonly at: Point
}

/** The whole picture that an item shows a part of, unmasked; null where it shows none, or one that is repeated. */
export const faintOf = ({ ops }: DrawItem): FaintPicture | null => {
  const plane = ops.find((one) => one.op === 'plane')
  if (plane?.op === 'plane') return faintInPlane(plane)
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

/** The whole picture is shown no larger than this in perspective, for what is seen of it: it might reach to the horizon. */
const MOST_LARGER = 4

/** The part of a rectangle nearest to another that is seen at most so much larger than that. */
const beforeEye = (map: Surface, whole: Rect, own: Rect): Rect => {
  const most = MOST_LARGER * stretchOn(map, own)
  const isNear = (r: Rect): boolean => cornersOf(r).every((p) => depthOn(map, p) > 0) && stretchOn(map, r) <= most
  let [low, high] = [0, 1]
  const at = (k: number): Rect => ({
    x0: own.x0 + (whole.x0 - own.x0) * k,
    y0: own.y0 + (whole.y0 - own.y0) * k,
    x1: own.x1 + (whole.x1 - own.x1) * k,
    y1: own.y1 + (whole.y1 - own.y1) * k,
  })
  if (isNear(whole)) return whole
  for (let i = 0; i < 8; i += 1) {
    const middle = (low + high) / 2
    if (isNear(at(middle))) low = middle
    else high = middle
  }
  return at(low)
}

/** The whole picture of a frame in perspective, in its plane, as far as that can be seen. */
const faintInPlane = (plane: PlaneOp): FaintPicture | null => {
  const op = plane.item.ops.find((one) => one.op === 'picture')
  if (op?.op !== 'picture' || op.tileGap !== undefined) return null
  const whole = mapRect(compose(op.toSheet, op.picture), { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h })
  const area = beforeEye(plane.map, unionRects([whole, plane.area]), plane.area)
  const flat = { path: polygonPath(cornersOf(area)), fillRule: 'nonzero' } as const
  const outline = projectOutline(plane.map, flat)
  const stretch = stretchOn(plane.map, area)
  const picture = {
    ...op,
    outline: { ...flat, path: transformPath(invert(op.toSheet), flat.path) },
    isCovered: false,
    stretch,
  }
  const item: DrawItem = { id: FAINT_ID, bounds: area, ops: [picture] }
  const bounds = boundsOf(outline.path)
  return {
    item: {
      id: FAINT_ID,
      bounds,
      ops: [{ op: 'plane', item, map: plane.map, area, outline, stretch, beyond: 'clear' }],
      mask: { outline, toSheet: IDENTITY, feather: 0 },
    },
    at: { x: 0, y: 0 },
  }
}
