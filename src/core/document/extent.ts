import { boxCorners, type Box } from '@/core/geometry/box'
import { applyVector, rotation } from '@/core/geometry/matrix'
import { intersectRects, rectAround, rectCentre, rectSize, unionRects, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { planeOf } from '@/core/document/laid'
import { frameRect, standingRect } from '@/core/document/read'
import { framesOf, framesUnder, isHidden, itemOf } from '@/core/document/tree'
import type { Frame, Plane, Sheet } from '@/core/document/types'

/** The upright rectangle around the true outlines of what an item is or holds. */
export const itemRect = (sheet: Sheet, id: string): Rect => itemsRect(sheet, [id])

/** The upright rectangle around several items. */
export const itemsRect = (sheet: Sheet, ids: readonly string[]): Rect =>
  unionRects(framesUnder(sheet, ids).map((frame) => frameRect(sheet, frame)))

/** Where items stand: on the sheet, all on one plane, or some here and some there. */
export type Space =
  { readonly kind: 'sheet' } | { readonly kind: 'plane'; readonly plane: Plane } | { readonly kind: 'mixed' }

/** In whose points the frames below items stand. */
export const spaceOf = (sheet: Sheet, ids: readonly string[]): Space => {
  const planes = new Set(framesUnder(sheet, ids).map((frame) => planeOf(sheet, frame)))
  const [only] = planes
  if (planes.size > 1) return { kind: 'mixed' }
  return only ? { kind: 'plane', plane: only } : { kind: 'sheet' }
}

/** The upright rectangle around items in the points in which they stand, where those are the same: of a plane, or the sheet. */
export const standingItemsRect = (sheet: Sheet, ids: readonly string[]): Rect =>
  spaceOf(sheet, ids).kind === 'plane' ? unionRects(framesUnder(sheet, ids).map(standingRect)) : itemsRect(sheet, ids)

/** A box with its turn, around which handles stand. */
export interface Hull {
  readonly box: Box
  readonly turn: number
}

/**
 * What the handles of a selection stand on: a frame's own box; for one group the boxes of its frames as seen along
 * the group's turn; for several items the upright rectangle around their frames' boxes. In the points in which they stand;
 * null without frames, and where some stand on one plane and some elsewhere.
 */
export const hullOf = (sheet: Sheet, ids: readonly string[]): Hull | null => {
  const known = hulls.get(sheet)
  const key = ids.join(' ')
  if (known?.key === key) return known.hull
  const hull = freshHull(sheet, ids)
  hulls.set(sheet, { key, hull })
  return hull
}

/** Of each sheet the one asked for last: card, handles and knobs ask for the same with every move. */
const hulls = new WeakMap<Sheet, { readonly key: string; readonly hull: Hull | null }>()

const freshHull = (sheet: Sheet, ids: readonly string[]): Hull | null => {
  const frames = framesUnder(sheet, ids)
  const [only] = frames
  if (!only || spaceOf(sheet, ids).kind === 'mixed') return null
  const single = ids.length === 1 ? itemOf(sheet, ids[0] ?? '') : null
  if (single?.kind === 'frame') return { box: single.box, turn: single.turn }
  const turn = single?.turn ?? 0
  const back = rotation(-turn)
  const corners = frames.flatMap((frame) => boxCorners(frame.box, frame.turn).map((p) => applyVector(back, p)))
  const around = rectAround(corners)
  const centre = applyVector(rotation(turn), rectCentre(around))
  return { box: { cx: centre.x, cy: centre.y, ...rectSize(around) }, turn }
}

/** A box can hold no shear: several frames are sized one way only while all stand square to the hull. */
export const canSizeFreely = (sheet: Sheet, ids: readonly string[], hullTurn: number): boolean =>
  framesUnder(sheet, ids).every((frame) => Math.abs((frame.turn - hullTurn) % 90) < 1e-9)

/** The trim rectangle of a sheet, grown outward (or inward, if negative). */
export const sheetRect = (size: Size, beyond = 0): Rect => ({
  x0: -beyond,
  y0: -beyond,
  x1: size.w + beyond,
  y1: size.h + beyond,
})

/** Frames of which nothing lies on the sheet or its bleed: they are kept, but no output shows them. */
export const framesOffSheet = (sheet: Sheet): readonly Frame[] => {
  const area = sheetRect(sheet.size, sheet.bleed)
  return framesOf(sheet).filter((frame) => !isHidden(sheet, frame.id) && !intersectRects(frameRect(sheet, frame), area))
}
