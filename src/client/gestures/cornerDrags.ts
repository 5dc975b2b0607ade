import { isFailure } from '@/core/failure'
import { mapQuad, type Quad } from '@/core/geometry/quad'
import { snapPoint, type PointField } from '@/core/geometry/snapPoint'
import { add, distance, dot, subtract, type Point } from '@/core/geometry/vector'
import { type Recorded, unchanged } from '@/core/document/edit'
import { layFrame } from '@/core/document/edits/laid'
import { sheetRect } from '@/core/document/extent'
import { seenQuad } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { frameOf, framesOf, isHidden } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { cornersOf } from '@/core/geometry/rect'
import type { Drag, Grip, Proposal } from '@/client/gestures/drags'
import { NO_MARKS } from '@/client/store/state'

/** What a corner in perspective can fall upon: corners of what else lies on the sheet, its own, and guides. */
export const cornerField = (sheet: Sheet, frameId: string | null): PointField => {
  const { size, guides } = sheet
  const others = framesOf(sheet).filter(({ id }) => id !== frameId && !isHidden(sheet, id))
  return {
    points: [...others.flatMap((frame) => seenQuad(sheet, frame)), ...cornersOf(sheetRect(size))],
    x: [0, size.w / 2, size.w, ...guides.x],
    y: [0, size.h / 2, size.h, ...guides.y],
    from: null,
  }
}

/** The foot of a point on the line through two others. */
const onLine = (p: Point, from: Point, to: Point): Point => {
  const along = subtract(to, from)
  const share = dot(subtract(p, from), along) / dot(along, along)
  return { x: from.x + along.x * share, y: from.y + along.y * share }
}

/** Kept to the nearer of the two sides that meet in a corner. */
const alongSide = (quad: Quad, i: number, at: Point): Point => {
  const corner = quad[i] ?? at
  const feet = [1, 3].map((step) => onLine(at, corner, quad[(i + step) % 4] ?? at))
  const [p = at, q = at] = feet
  return distance(p, at) <= distance(q, at) ? p : q
}

/** Upon a point or line of the sheet that is near, or else upon an edge of what lies beneath. */
const snapped = (
  at: Point,
  field: PointField,
  reach: number,
  edgeAt: (p: Point, reach: number) => Point | null,
): Point => {
  const onField = snapPoint(at, field, reach)
  if (reach <= 0 || distance(onField, at) > 0) return onField
  return edgeAt(at, reach) ?? at
}

/** Corners under the hand: one of a quad, or the side from it to the next. */
export interface HeldCorners {
  readonly quad: Quad
  readonly i: number
  readonly isSide: boolean
  readonly from: Point
  readonly field: PointField
  readonly edgeAt: (p: Point, reach: number) => Point | null
}

/** The quad once the hand is at a point. Shift keeps a corner to the lines of its sides. */
export const movedCorners = (held: HeldCorners, to: Point, shift: boolean, reach: number): Quad => {
  const { quad, i, isSide, from, field, edgeAt } = held
  const by = subtract(to, from)
  return mapQuad(quad, (corner, k) => {
    const at = add(corner, by)
    if (isSide) return k === i || k === (i + 1) % 4 ? at : corner
    if (k !== i) return corner
    return shift ? alongSide(quad, i, at) : snapped(at, field, reach, edgeAt)
  })
}

/**
 * A drag on a corner in perspective, or on the side from it to the next: what is no plane is not followed, and said. Shift
 * keeps a corner to the lines of its sides. `edgeAt` finds an edge of what lies beneath a point, where
 * that is asked for.
 */
export const cornerDrag = (
  { project, sheetId, ids, from }: Grip,
  i: number,
  isSide: boolean,
  edgeAt: (p: Point, reach: number) => Point | null,
): Drag => {
  const sheet = sheetOf(project, sheetId)
  const frameId = ids[0] ?? ''
  const quad = seenQuad(sheet, frameOf(sheet, frameId))
  const held = { quad, i, isSide, from, field: cornerField(sheet, frameId), edgeAt }
  let last: Recorded = unchanged(project)
  return {
    name: isSide ? 'Draw a side in perspective' : 'Draw a corner in perspective',
    propose: (to, { shift, snapReach }): Proposal => {
      const moved = movedCorners(held, to, shift, snapReach)
      const lens = moved[i]
      const common = { stopped: false, marks: NO_MARKS, ...(lens && !isSide ? { lens } : {}) }
      try {
        last = layFrame.record(project, { sheetId, frameId, quad: moved })
        return { ...common, recorded: last }
      } catch (error) {
        if (!isFailure(error)) throw error
        return { ...common, recorded: last, refused: error.message }
      }
    },
  }
}
