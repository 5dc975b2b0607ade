import { newFrame } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import {
  addPlane,
  hangOnPlane,
  planeOfFrame,
  removePlane,
  renamePlane,
  setPlaneSize,
  takeOffPlane,
} from '@/core/document/edits/planes'
import { itemsRect } from '@/core/document/extent'
import { boxFor } from '@/core/document/quads'
import type { Plane, Sheet } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import type { Quad } from '@/core/geometry/quad'
import { rectCentre } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { outlineContains } from '@/core/path/contains'
import { polygonPath } from '@/core/path/path'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet, shownSheet } from '@/client/store/benchStore'
import { toolOf } from '@/client/store/modes'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectedFrames } from '@/client/store/selection'
import { putToolDown, setTool } from '@/client/store/slices/mode'
import type { BenchState } from '@/client/store/state'
import { tryStep } from '@/client/store/tryStep'

/** The plane that is worked on; null where none is, or it is gone. */
export const planeInHand = (state: BenchState): Plane | null => {
  const tool = toolOf(state)
  return tool?.kind === 'plane' ? (shownSheet(state).planes[tool.planeId] ?? null) : null
}

/** A new plane stands this far within the sheet, and recedes a little to the right. */
const INSET = { x: 0.2, near: 0.2, far: 0.28 }

const firstCorners = ({ size: { w, h } }: Sheet): Quad => [
  { x: w * INSET.x, y: h * INSET.near },
  { x: w * (1 - INSET.x), y: h * INSET.far },
  { x: w * (1 - INSET.x), y: h * (1 - INSET.far) },
  { x: w * INSET.x, y: h * (1 - INSET.near) },
]

export const newPlaneId = (): string => newItemId().replace(/^f-/, 'plane-')

export const freePlaneName = ({ planes }: Sheet): string => {
  const names = new Set(Object.values(planes).map(({ name }) => name))
  for (let i = 1; ; i += 1) if (!names.has(`Plane ${i}`)) return `Plane ${i}`
}

/** Takes a plane in hand: its corners can be drawn, and frames drawn on it. */
export const workOnPlane = (bench: Bench, planeId: string): void => {
  select(bench, null)
  setTool(bench, { kind: 'plane', planeId })
}

const began = (bench: Bench, planeId: string): void => {
  workOnPlane(bench, planeId)
  say(bench, 'Draw its corners onto a wall or a table, then draw frames on it.')
}

/** A new plane on the sheet, taken in hand. */
export const newPlane = (bench: Bench): void => {
  const sheet = heldSheet(bench.get())
  const corners = firstCorners(sheet)
  const { w, h } = boxFor(sheet, corners)
  const plane = {
    id: newPlaneId(),
    name: freePlaneName(sheet),
    corners,
    // Whole points are read more easily, and as true as can be told.
    size: { w: Math.max(1, Math.round(w)), h: Math.max(1, Math.round(h)) },
  }
  const isMade = tryStep(bench, 'New plane', (project) => addPlane.record(project, { sheetId: sheet.id, plane }))
  if (isMade) began(bench, plane.id)
}

/** Takes the plane of the selected frame in hand, or makes one of its corners with the frame on it; put down if it is in hand. */
export const workOnItsPlane = (bench: Bench): void => {
  const state = bench.get()
  const sheet = heldSheet(state)
  const frame = selectedFrame(state)
  if (planeInHand(state)) return putToolDown(bench)
  if (!frame) return
  if (frame.planeId !== undefined) return workOnPlane(bench, frame.planeId)
  const plane = { id: newPlaneId(), name: freePlaneName(sheet) }
  const isMade = tryStep(bench, 'Make a plane of its corners', (project) =>
    planeOfFrame.record(project, { sheetId: sheet.id, frameId: frame.id, plane }),
  )
  if (isMade) began(bench, plane.id)
}

/** A frame of a box on a plane, in its points, on top of all. */
export const putOnPlane = (bench: Bench, planeId: string, box: Box): void => {
  const { sheetId } = bench.get()
  const frame = { ...newFrame(newItemId(), { kind: 'rectangle' }, box), planeId }
  tryStep(bench, 'New frame on the plane', (project) => addFrame.record(project, { sheetId, frame }))
}

/** Puts the selected frames on a plane where they are seen. */
export const hangSelected = (bench: Bench, planeId: string): void => {
  const { sheetId, selection } = bench.get()
  tryStep(bench, 'Put on the plane', (project) => hangOnPlane.record(project, { sheetId, ids: selection, planeId }))
}

/** Takes the selected frames off their planes; they are seen as they were. */
export const takeSelectedOff = (bench: Bench): void => {
  const { sheetId, selection } = bench.get()
  tryStep(bench, 'Take off the plane', (project) => takeOffPlane.record(project, { sheetId, ids: selection }))
}

/** Does any selected frame lie on a plane? */
export const liesOnPlane = (state: BenchState): boolean =>
  selectedFrames(state).some(({ planeId }) => planeId !== undefined)

export const namePlane = (bench: Bench, planeId: string, name: string): void => {
  const { sheetId } = bench.get()
  tryStep(bench, 'Rename plane', (project) => renamePlane.record(project, { sheetId, planeId, name }))
}

/** Says how large a plane truly is. */
export const sizePlane = (bench: Bench, planeId: string, size: Size): void => {
  const { sheetId } = bench.get()
  bench.commit('True size of the plane', (project) => setPlaneSize.record(project, { sheetId, planeId, size }))
}

/** Takes the plane in hand away; what lay on it is laid by itself. */
export const removePlaneInHand = (bench: Bench): void => {
  const plane = planeInHand(bench.get())
  const { sheetId } = bench.get()
  if (!plane) return
  putToolDown(bench)
  tryStep(bench, 'Remove plane', (project) => removePlane.record(project, { sheetId, planeId: plane.id }))
}

/** The plane that lies under the middle of what is selected, or else the first of the sheet. */
export const planeUnder = (state: BenchState): string => {
  const sheet = shownSheet(state)
  const middle = rectCentre(itemsRect(sheet, state.selection))
  const planes = Object.values(sheet.planes)
  const under = planes.find(({ corners }) =>
    outlineContains({ path: polygonPath(corners), fillRule: 'nonzero' }, middle),
  )
  return (under ?? planes[0])?.id ?? ''
}
