import { apply, invert, largestStretch } from '@/core/geometry/matrix'
import { centredRect, rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { nearestSpot } from '@/core/path/nearest'
import { nodesOf } from '@/core/path/nodes'
import { layOf, standsAt } from '@/core/document/laid'
import { outlineOnSheet } from '@/core/document/outline'
import { frameAt, frameMatrix, frameOutline } from '@/core/document/read'
import { framesOf, isAtHand } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'

type Wanted = (frame: Frame) => boolean

/** Is the point within the room of a letter: in a hole such as that of an O, or a notch such as that of a V? */
const isInLetter = (sheet: Sheet, frame: Frame, on: Point): boolean => {
  if (frame.stencil.kind !== 'glyph') return false
  const p = standsAt(layOf(sheet, frame), on)
  return p !== null && rectContains(centredRect(frame.box), apply(invert(frameMatrix(frame)), p))
}

/** How far a point lies from a frame's outline, in sheet points; at least `reach` further away is not measured. */
const awayFrom = (sheet: Sheet, frame: Frame, p: Point, reach: number): number => {
  if (layOf(sheet, frame)) {
    const spot = nearestSpot(nodesOf(outlineOnSheet(sheet, frame).path), p)
    return spot ? spot.distance : Infinity
  }
  const { box } = frame
  const half = Math.hypot(box.w, box.h) / 2 + reach
  if (Math.abs(p.x - box.cx) > half || Math.abs(p.y - box.cy) > half) return Infinity
  const matrix = frameMatrix(frame)
  const spot = nearestSpot(nodesOf(frameOutline(frame).path), apply(invert(matrix), p))
  return spot ? spot.distance * largestStretch(matrix) : Infinity
}

/**
 * The frame that a drop at a point is meant for: the topmost whose outline holds it, else the topmost letter whose hole
 * or notch is there, else the one whose outline is nearest, if that is within `reach` sheet points. Of those at hand that pass `wanted`.
 */
export const dropFrameAt = (sheet: Sheet, p: Point, reach: number, wanted: Wanted): Frame | null => {
  const upon = frameAt(sheet, p, wanted)
  if (upon) return upon
  const frames = framesOf(sheet).filter((frame) => isAtHand(sheet, frame.id) && wanted(frame))
  const around = frames.findLast((frame) => isInLetter(sheet, frame, p))
  if (around) return around
  let best: { readonly frame: Frame; readonly away: number } | null = null
  for (const frame of frames) {
    const away = awayFrom(sheet, frame, p, reach)
    if (away <= reach && (best === null || away <= best.away)) best = { frame, away }
  }
  return best?.frame ?? null
}
