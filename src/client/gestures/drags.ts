import { directionOf, normalTurn, snapTurn } from '@/core/geometry/angle'
import { boxMatrix, handlePoint, resizeBox, sizedBox, type Box, type Handle } from '@/core/geometry/box'
import { stretchOver } from '@/core/geometry/homography'
import type { Surface } from '@/core/geometry/surface'
import { apply, applyVector, compose, invert, rotation } from '@/core/geometry/matrix'
import { moveRect, type Rect } from '@/core/geometry/rect'
import { ALL_PARTS, snapRect, type SnapField } from '@/core/geometry/snap'
import { add, subtract, type Point } from '@/core/geometry/vector'
import { holderOf } from '@/core/document/background'
import { type Recorded, unchanged } from '@/core/document/edit'
import { moveItems, sizeItems, turnItems } from '@/core/document/edits/items'
import { setPlaced } from '@/core/document/edits/fills'
import { dragWindow, type WindowChange } from '@/core/document/edits/pose'
import { canSizeFreely, hullOf, itemsRect, spaceOf, standingItemsRect, type Hull } from '@/core/document/extent'
import { layOf, planeLay, standsAt } from '@/core/document/laid'
import { contentOf } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { snapFieldOf } from '@/core/document/snapField'
import type { Frame, Plane, Project, Sheet } from '@/core/document/types'
import { panPicture, turnPicture, zoomPicture } from '@/core/placement/move'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { wholePicturePose, type FramePose } from '@/core/placement/pose'
import { NO_MARKS, type SnapMarks, type Way } from '@/client/store/state'

/** What is held during a drag. */
export interface Held {
  readonly shift: boolean
  /** How near something must be to snap to it, in points; 0 to snap to nothing. */
  readonly snapReach: number
}

export interface Proposal {
  readonly recorded: Recorded
  readonly stopped: boolean
  readonly marks: SnapMarks
  /** A point of the sheet to look at closely, under the hand. */
  readonly lens?: Point
  /** Why the hand was not followed, in words that say what to do. */
  readonly refused?: string
}

/** A drag under way: from where the hand is now to what the project would become. */
export interface Drag {
  readonly name: string
  propose(to: Point, held: Held): Proposal
}

/** What was pressed, and where (sheet points). */
export interface Grip {
  readonly project: Project
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly from: Point
  /** Strokes, shadows and fixed corners grow with what is sized. */
  readonly lengths?: boolean
}

const TURN_STEP = 15

const free = (recorded: Recorded, marks: SnapMarks = NO_MARKS): Proposal => ({ recorded, stopped: false, marks })

/** A filled frame, or the background, under the hand. */
interface Inner extends Grip {
  readonly frameId: string
  readonly frame: Frame
  readonly placed: Placed
  readonly holder: PictureHolder
  /** Where on the sheet the holder stands. */
  readonly at: FramePose
}

/** The picture that a drag works on: that of the one frame held, or null. */
const innerOf = (grip: Grip): Inner | null => {
  const sheet = sheetOf(grip.project, grip.sheetId)
  const [frameId] = grip.ids
  if (grip.ids.length !== 1 || frameId === undefined || sheet.items[frameId]?.kind === 'group') return null
  const frame = holderOf(sheet, frameId)
  const content = contentOf(grip.project, sheet, frame)
  return content && { ...grip, frameId, frame, ...content }
}

/** Turn in degrees between two spots as seen from a centre. */
const turnBetween = (centre: Point, from: Point, to: Point): number =>
  directionOf(subtract(to, centre)) - directionOf(subtract(from, centre))

const turned = (base: number, by: number, { shift }: Held): number =>
  shift ? snapTurn(base + by, TURN_STEP) : normalTurn(base + by)

const toLocal = (at: FramePose, delta: Point): Point => applyVector(rotation(-at.turn), delta)

const placedProposal = (inner: Inner, moved: { placed: Placed; stopped: boolean }): Proposal => ({
  recorded: setPlaced.record(inner.project, {
    sheetId: inner.sheetId,
    frameId: inner.frameId,
    placed: moved.placed,
  }),
  stopped: moved.stopped,
  marks: NO_MARKS,
})

const windowProposal = (change: WindowChange): Proposal => ({ ...change, marks: NO_MARKS })

const stepName = (verb: string, sheet: Sheet, ids: readonly string[]): string => {
  if (ids.length > 1) return `${verb} ${ids.length} items`
  return `${verb} ${sheet.items[ids[0] ?? '']?.kind ?? 'frame'}`
}

/** What can be snapped to, gathered when it is first asked for. */
const fieldOnce = (sheet: Sheet, ids: readonly string[]): (() => SnapField) => {
  let field: SnapField | null = null
  return () => (field ??= snapFieldOf(sheet, ids))
}

/** The longer way of a move alone: level or upright. */
export const straight = (delta: Point): Point =>
  Math.abs(delta.x) >= Math.abs(delta.y) ? { x: delta.x, y: 0 } : { x: 0, y: delta.y }

/** Moves items as a whole; Shift keeps to one axis; edges, middles and gaps snap. */
const wholeDrag = (grip: Grip): Drag => {
  const { project, sheetId, ids, from } = grip
  const sheet = sheetOf(project, sheetId)
  const space = spaceOf(sheet, ids)
  if (space.kind === 'plane') return inPlane(planeLay(space.plane), grip, (flat) => alongPlane(flat, space.plane))
  const rect = itemsRect(sheet, ids)
  const field = fieldOnce(sheet, ids)
  return {
    name: stepName('Move', sheet, ids),
    propose: (to, { shift, snapReach }) => {
      const delta = shift ? straight(subtract(to, from)) : subtract(to, from)
      const parts = { x: shift && delta.x === 0 ? [] : ALL_PARTS, y: shift && delta.y === 0 ? [] : ALL_PARTS }
      const snapped = snapReach > 0 ? snapRect(moveRect(rect, delta), field(), snapReach, parts) : null
      const by = snapped ? add(delta, snapped.by) : delta
      return free(moveItems.record(project, { sheetId, ids, delta: by, from }), snapped ?? NO_MARKS)
    },
  }
}

/** Moves items along the plane on which they lie; Shift keeps to one of its ways, and they snap to what lies there. */
const alongPlane = ({ project, sheetId, ids, from }: Grip, plane: Plane): Drag => {
  const sheet = sheetOf(project, sheetId)
  const rect = standingItemsRect(sheet, ids)
  const field = fieldOnce(sheet, ids)
  const reachOn = 1 / stretchOver(planeLay(plane), rect)
  return {
    name: stepName('Move', sheet, ids),
    propose: (to, { shift, snapReach }) => {
      const delta = shift ? straight(subtract(to, from)) : subtract(to, from)
      const snapped = snapReach > 0 && !shift ? snapRect(moveRect(rect, delta), field(), snapReach * reachOn) : null
      const by = snapped ? add(delta, snapped.by) : delta
      return free(moveItems.record(project, { sheetId, ids, delta: by, planeId: plane.id }))
    },
  }
}

/** Where what is gripped is seen, if it is one frame in perspective. */
const layOfGrip = ({ project, sheetId, ids }: Grip): Surface | null => {
  const sheet = sheetOf(project, sheetId)
  const space = spaceOf(sheet, ids)
  if (space.kind === 'plane') return planeLay(space.plane)
  const item = ids.length === 1 ? sheet.items[ids[0] ?? ''] : undefined
  return item?.kind === 'frame' ? layOf(sheet, item) : null
}

/** A drag within what is seen in perspective: the hand's points become those of the plane, as far as its horizon. */
const inPlane = (lay: Surface | null, grip: Grip, dragOf: (grip: Grip) => Drag): Drag => {
  if (!lay) return dragOf(grip)
  let last = standsAt(lay, grip.from) ?? grip.from
  const { name, propose } = dragOf({ ...grip, from: last })
  return {
    name,
    propose: (to, held) => {
      last = standsAt(lay, to) ?? last
      // Marks are drawn in points of the sheet.
      return { ...propose(last, held), marks: NO_MARKS }
    },
  }
}

/** A drag in the points of the plane on which all that is gripped lies; of the sheet otherwise. */
const inOwnPlane = (grip: Grip, dragOf: (grip: Grip) => Drag): Drag => {
  const space = spaceOf(sheetOf(grip.project, grip.sheetId), grip.ids)
  return inPlane(space.kind === 'plane' ? planeLay(space.plane) : null, grip, dragOf)
}

/** A drag on the body of what is selected, by way. */
export const bodyDrag = (way: Way, grip: Grip): Drag => {
  if (!innerOf(grip) || way === 'whole') return wholeDrag(grip)
  return inPlane(layOfGrip(grip), grip, (flat) => innerBodyDrag(way, flat))
}

const innerBodyDrag = (way: Way, grip: Grip): Drag => {
  const inner = innerOf(grip)
  if (!inner) return wholeDrag(grip)
  const { placed, holder, at, frame, project, sheetId, frameId, from } = inner
  if (way === 'picture')
    return {
      name: 'Move picture',
      propose: (to) => placedProposal(inner, panPicture(placed, holder, toLocal(at, subtract(to, from)))),
    }
  return {
    name: 'Move outline',
    propose: (to) =>
      windowProposal(
        dragWindow(project, sheetId, frameId, subtract(to, from), (d) => ({
          turn: frame.turn,
          box: { ...frame.box, cx: frame.box.cx + d.x, cy: frame.box.cy + d.y },
        })),
      ),
  }
}

/** Zooms the picture about the corner opposite to the one held (Shift: about its centre). */
const pictureHandleDrag = (inner: Inner, handle: Handle): Drag => {
  const { placed, holder, at, from } = inner
  const whole = wholePicturePose(placed, holder, at)
  const toHolder = compose(invert(boxMatrix(at.box, at.turn)), boxMatrix(whole.box, whole.turn))
  return {
    name: 'Zoom picture',
    propose: (to, { shift }) => {
      const sized = resizeBox(whole.box, whole.turn, handle, subtract(to, from), { fromCentre: shift })
      const factor = handle.hx === 0 ? sized.h / whole.box.h : sized.w / whole.box.w
      const anchor = shift
        ? { x: 0, y: 0 }
        : handlePoint(whole.box, { hx: -handle.hx as Handle['hx'], hy: -handle.hy as Handle['hy'] })
      return placedProposal(inner, zoomPicture(placed, holder, apply(toHolder, anchor), factor))
    },
  }
}

const rectOfBox = ({ cx, cy, w, h }: Box): Rect => ({ x0: cx - w / 2, y0: cy - h / 2, x1: cx + w / 2, y1: cy + h / 2 })

/** The sized box drawn so that the edges held meet what lies near; in proportion where it was sized so. */
const snappedSize = (
  hull: Hull,
  handle: Handle,
  box: Box,
  isFree: boolean,
  field: SnapField,
  reach: number,
): { readonly box: Box; readonly marks: SnapMarks } => {
  const parts = { x: handle.hx === 0 ? [] : [handle.hx], y: handle.hy === 0 ? [] : [handle.hy] }
  const at = (sized: Box, by = reach) => snapRect(rectOfBox(sized), field, by, parts)
  const { by } = at(box)
  const grown = { w: box.w + handle.hx * by.x, h: box.h + handle.hy * by.y }
  if (isFree || handle.hx === 0 || handle.hy === 0) {
    const sized = sizedBox(hull.box, hull.turn, handle, grown)
    return { box: sized, marks: at(sized, 0) }
  }
  const [kx, ky] = [grown.w / box.w, grown.h / box.h]
  const k = by.x === 0 ? ky : by.y === 0 ? kx : Math.abs(by.x) <= Math.abs(by.y) ? kx : ky
  const sized = sizedBox(hull.box, hull.turn, handle, { w: box.w * k, h: box.h * k })
  return { box: sized, marks: at(sized, 0) }
}

/** Sizes items as one about the opposite corner or side; a corner in proportion unless Shift is held. */
const wholeHandleDrag = ({ project, sheetId, ids, from, lengths = false }: Grip, handle: Handle): Drag => {
  const sheet = sheetOf(project, sheetId)
  const hull = hullOf(sheet, ids)
  const field = fieldOnce(sheet, ids)
  const canBeFree = hull !== null && canSizeFreely(sheet, ids, hull.turn)
  return {
    name: stepName('Size', sheet, ids),
    propose: (to, { shift, snapReach }) => {
      if (!hull) return free(unchanged(project))
      const isFree = canBeFree && (shift || handle.hx === 0 || handle.hy === 0)
      const held: Handle = canBeFree ? handle : { hx: handle.hx || 1, hy: handle.hy || 1 }
      const box = resizeBox(hull.box, hull.turn, held, subtract(to, from), { free: isFree })
      const snapped = snapReach > 0 && hull.turn === 0 ? snappedSize(hull, held, box, isFree, field(), snapReach) : null
      const sized = snapped?.box ?? box
      return free(
        sizeItems.record(project, { sheetId, ids, from: hull, to: sized, lengths }),
        snapped?.marks ?? NO_MARKS,
      )
    },
  }
}

/** A drag on a corner or side handle, by way. */
export const handleDrag = (way: Way, grip: Grip, handle: Handle): Drag => {
  if (!innerOf(grip) || way === 'whole') return inOwnPlane(grip, (flat) => wholeHandleDrag(flat, handle))
  return inPlane(layOfGrip(grip), grip, (flat) => innerHandleDrag(way, flat, handle))
}

const innerHandleDrag = (way: Way, grip: Grip, handle: Handle): Drag => {
  const inner = innerOf(grip)
  if (!inner) return wholeHandleDrag(grip, handle)
  if (way === 'picture') return pictureHandleDrag(inner, handle)
  const { frame, project, sheetId, frameId, from } = inner
  return {
    name: 'Crop by outline',
    propose: (to, { shift }) =>
      windowProposal(
        dragWindow(project, sheetId, frameId, subtract(to, from), (d) => ({
          turn: frame.turn,
          box: resizeBox(frame.box, frame.turn, handle, d, { free: shift }),
        })),
      ),
  }
}

/** Turns items as one about the middle of their hull. */
const wholeTurnDrag = ({ project, sheetId, ids, from }: Grip): Drag => {
  const sheet = sheetOf(project, sheetId)
  const hull = hullOf(sheet, ids)
  return {
    name: stepName('Turn', sheet, ids),
    propose: (to, held) => {
      if (!hull) return free(unchanged(project))
      const centre = { x: hull.box.cx, y: hull.box.cy }
      const by = turned(hull.turn, turnBetween(centre, from, to), held) - hull.turn
      return free(turnItems.record(project, { sheetId, ids, centre, by }))
    },
  }
}

/** A drag on the turn tab, by way. */
export const turnDrag = (way: Way, grip: Grip): Drag => {
  if (!innerOf(grip) || way === 'whole') return inOwnPlane(grip, wholeTurnDrag)
  return inPlane(layOfGrip(grip), grip, (flat) => innerTurnDrag(way, flat))
}

const innerTurnDrag = (way: Way, grip: Grip): Drag => {
  const inner = innerOf(grip)
  if (!inner) return wholeTurnDrag(grip)
  const { placed, holder, frame, project, sheetId, frameId, from } = inner
  const centre = { x: frame.box.cx, y: frame.box.cy }
  if (way === 'picture') {
    return {
      name: 'Turn picture',
      propose: (to, held) => {
        const turn = turned(placed.turn, turnBetween(centre, from, to), held)
        return placedProposal(inner, { placed: turnPicture(placed, holder, turn), stopped: false })
      },
    }
  }
  return {
    name: 'Turn outline',
    propose: (to, held) => {
      const by = normalTurn(turned(frame.turn, turnBetween(centre, from, to), held) - frame.turn)
      return windowProposal(
        dragWindow(project, sheetId, frameId, { x: by, y: 0 }, (d) => ({
          box: frame.box,
          turn: normalTurn(frame.turn + d.x),
        })),
      )
    },
  }
}
