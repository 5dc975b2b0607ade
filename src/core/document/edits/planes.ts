import type { Draft } from 'immer'
import { Failure } from '@/core/failure'
import { clampSide, type Box } from '@/core/geometry/box'
import { tangentAt, type Homography } from '@/core/geometry/homography'
import { determinant } from '@/core/geometry/matrix'
import { QUAD_FAULT_WORDS, quadFault, quadMiddle, type Quad } from '@/core/geometry/quad'
import { rectAround } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { defineEdit, put } from '@/core/document/edit'
import { putUnspanned } from '@/core/document/edits/echoes'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { frameDraft, putLaid } from '@/core/document/edits/frames'
import { scaledHull } from '@/core/document/span'
import { laidCorners, layFault, layOf, planeLay, planesFrames, seenQuad, standsAt } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { wordAround } from '@/core/document/lettering'
import { frameOf, framesUnder, isLocked } from '@/core/document/tree'
import type { Frame, Plane, Project, Sheet } from '@/core/document/types'
import { refuse } from '@/core/failure'

interface PlaneAddress {
  readonly sheetId: string
  readonly planeId: string
}

/** The plane with this id. Refuses an id that the sheet does not have. */
export const planeWith = (sheet: Pick<Sheet, 'planes'>, planeId: string): Plane =>
  sheet.planes[planeId] ?? refuse('a plane', 'one of the sheet', planeId)

const checked = (corners: Quad): Quad => {
  const fault = quadFault(corners)
  if (fault) throw new Failure('refused', QUAD_FAULT_WORDS[fault])
  return corners
}

const BEYOND = 'It would reach to the horizon of the plane. Bring it nearer, or move the plane’s far side away.'

/** Puts a plane on a sheet. Refuses, in words, corners that are none. */
export const addPlane = defineEdit<{ readonly sheetId: string; readonly plane: Plane }>(
  (draft, { sheetId, plane }, project) => {
    const { planes } = sheetOf(project, sheetId)
    checked(plane.corners)
    const sheet = draft.sheets[sheetId]
    if (sheet && !planes[plane.id]) Object.assign(sheet.planes, { [plane.id]: plane })
  },
)

/** Moves the corners of a plane; all that lies on it goes with it. Refuses, in words, what is no plane. */
export const movePlane = defineEdit<PlaneAddress & { readonly corners: Quad }>(
  (draft, { sheetId, planeId, corners }, project) => {
    planeWith(sheetOf(project, sheetId), planeId)
    const plane = draft.sheets[sheetId]?.planes[planeId]
    if (plane) put(plane, 'corners', checked(corners) as Draft<Quad>) // a frozen value is stored as it is
  },
)

export const renamePlane = defineEdit<PlaneAddress & { readonly name: string }>(
  (draft, { sheetId, planeId, name }, project) => {
    planeWith(sheetOf(project, sheetId), planeId)
    const plane = draft.sheets[sheetId]?.planes[planeId]
    if (plane) put(plane, 'name', name)
  },
)

const scaledBox = ({ cx, cy, w, h }: Box, kx: number, ky: number, turn: number): Box => {
  const lies = Math.abs(Math.abs(turn % 180) - 90) < 45
  const [x, y] = lies ? [ky, kx] : [kx, ky]
  return { cx: cx * kx, cy: cy * ky, w: clampSide(w * x), h: clampSide(h * y) }
}

/** Says how large a plane truly is. Its corners and all that lies on it stay where they are seen. */
export const setPlaneSize = defineEdit<PlaneAddress & { readonly size: Size }>(
  (draft, { sheetId, planeId, size }, project) => {
    const sheet = sheetOf(project, sheetId)
    const { size: was } = planeWith(sheet, planeId)
    const sheetDraft = draft.sheets[sheetId]
    const plane = sheetDraft?.planes[planeId]
    if (!sheetDraft || !plane) return
    const [kx, ky] = [size.w / was.w, size.h / was.h]
    put(plane, 'size', { ...size })
    for (const { id, box, turn } of planesFrames(sheet, planeId)) {
      const frame = frameDraft(draft, project, sheetId, id)
      if (frame) put(frame, 'box', scaledBox(box, kx, ky, turn))
    }
    for (const span of Object.values(sheet.spans)) {
      const to = span.planeId === planeId ? sheetDraft.spans[span.id] : undefined
      if (!to) continue
      put(to, 'box', scaledBox(span.box, kx, ky, span.turn))
      put(to, 'hull', scaledHull(span.hull, kx, ky))
    }
  },
)

/** Lays the frame as it is seen on its plane, and takes it off that. */
const freeFromPlane = (frame: Draft<Frame>, project: Project, sheet: Sheet, before: Frame): void => {
  const quad = seenQuad(sheet, before)
  const { x: cx, y: cy } = quadMiddle(quad)
  const box: Box = { ...before.box, cx, cy }
  const corners = laidCorners({ box, turn: 0 }, quad)
  putUnspanned(frame, project, sheet, before)
  delete frame.planeId
  put(frame, 'box', box)
  put(frame, 'turn', 0)
  // What cannot be seen as a plane by itself stands flat.
  putLaid(frame, quadFault(corners) ? undefined : { corners })
}

/** Takes a plane away; what lay on it is laid by itself, and is seen as it was. */
export const removePlane = defineEdit<PlaneAddress>((draft, { sheetId, planeId }, project) => {
  const sheet = sheetOf(project, sheetId)
  const sheetDraft = draft.sheets[sheetId]
  if (!sheetDraft || !sheet.planes[planeId]) return
  for (const before of planesFrames(sheet, planeId)) {
    const frame = frameDraft(draft, project, sheetId, before.id)
    if (frame) freeFromPlane(frame, project, sheet, before)
  }
  dropIdleSpans(draft, sheetId)
  delete sheetDraft.planes[planeId]
})

interface FramesAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** Frames that can lie on a plane: free, and no letters of a text, which stand together. */
export const hangable = (sheet: Sheet, ids: readonly string[]): readonly Frame[] =>
  framesUnder(sheet, ids).filter(({ id }) => !isLocked(sheet, id) && !wordAround(sheet, id))

/** Takes frames off their planes; they are laid by themselves, and seen as they were. */
export const takeOffPlane = defineEdit<FramesAddress>((draft, { sheetId, ids }, project) => {
  const sheet = sheetOf(project, sheetId)
  for (const before of hangable(sheet, ids)) {
    const frame = before.planeId === undefined ? undefined : frameDraft(draft, project, sheetId, before.id)
    if (frame) freeFromPlane(frame, project, sheet, before)
  }
  dropIdleSpans(draft, sheetId)
})

/** How much larger a plane is seen at a point of it, by area. */
const scaleAt = (lay: Homography, p: Point): number => Math.sqrt(Math.abs(determinant(tangentAt(lay, p))))

/** The box and turn that a frame has on a plane: what is laid takes its corners there, what is flat its middle and proportions. */
const placeOn = (sheet: Sheet, frame: Frame, plane: Plane): Pick<Frame, 'box' | 'turn'> => {
  const lay = planeLay(plane)
  if (layOf(sheet, frame)) {
    const there = seenQuad(sheet, frame)
      .map((p) => standsAt(lay, p))
      .filter((p) => p !== null)
    if (there.length < 4) throw new Failure('refused', BEYOND)
    const { x0, y0, x1, y1 } = rectAround(there)
    return { box: { cx: (x0 + x1) / 2, cy: (y0 + y1) / 2, w: clampSide(x1 - x0), h: clampSide(y1 - y0) }, turn: 0 }
  }
  const middle = standsAt(lay, { x: frame.box.cx, y: frame.box.cy })
  if (!middle) throw new Failure('refused', BEYOND)
  const k = scaleAt(lay, middle)
  const { w, h } = frame.box
  return { box: { cx: middle.x, cy: middle.y, w: clampSide(w / k), h: clampSide(h / k) }, turn: frame.turn }
}

const withoutLay = (frame: Frame): Frame => {
  const plain: { -readonly [K in keyof Frame]: Frame[K] } = { ...frame }
  delete plain.laid
  return plain
}

/** Puts frames on a plane where they are seen. Refuses, in words, what would reach to its horizon. */
export const hangOnPlane = defineEdit<FramesAddress & { readonly planeId: string }>(
  (draft, { sheetId, ids, planeId }, project) => {
    const sheet = sheetOf(project, sheetId)
    const plane = planeWith(sheet, planeId)
    for (const before of hangable(sheet, ids)) {
      if (before.planeId === planeId) continue
      const frame = frameDraft(draft, project, sheetId, before.id)
      const to = placeOn(sheet, before, plane)
      if (layFault(sheet, { ...withoutLay(before), ...to, planeId })) throw new Failure('refused', BEYOND)
      if (!frame) continue
      putUnspanned(frame, project, sheet, before)
      putLaid(frame, undefined)
      put(frame, 'box', to.box)
      put(frame, 'turn', to.turn)
      put(frame, 'planeId', planeId)
    }
    dropIdleSpans(draft, sheetId)
  },
)

/** Makes a plane of a frame's own corners and puts the frame on it; it is seen as before. */
export const planeOfFrame = defineEdit<{
  readonly sheetId: string
  readonly frameId: string
  readonly plane: Pick<Plane, 'id' | 'name'>
}>((draft, { sheetId, frameId, plane }, project) => {
  const sheet = sheetOf(project, sheetId)
  const before = frameOf(sheet, frameId)
  const sheetDraft = draft.sheets[sheetId]
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (!sheetDraft || !frame || sheet.planes[plane.id]) return
  const { w, h } = before.box
  const made: Plane = { ...plane, corners: checked(seenQuad(sheet, before)), size: { w, h } }
  Object.assign(sheetDraft.planes, { [plane.id]: made })
  putUnspanned(frame, project, sheet, before)
  putLaid(frame, undefined)
  put(frame, 'box', { cx: w / 2, cy: h / 2, w, h })
  put(frame, 'turn', 0)
  put(frame, 'planeId', plane.id)
  dropIdleSpans(draft, sheetId)
})
