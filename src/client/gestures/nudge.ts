import { nudgeStep } from '@/core/units'
import { applyVector, rotation } from '@/core/geometry/matrix'
import { rectCentre } from '@/core/geometry/rect'
import { add, subtract, type Point } from '@/core/geometry/vector'
import { layOf, standsAt } from '@/core/document/laid'
import { frameRect } from '@/core/document/read'
import { moveItems } from '@/core/document/edits/items'
import { spaceOf } from '@/core/document/extent'
import { setPlaced } from '@/core/document/edits/fills'
import { panPicture, zoomPicture } from '@/core/placement/move'
import { bodyDrag } from '@/client/gestures/drags'
import { placedFrame } from '@/client/store/placed'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { markStopped } from '@/client/store/slices/hand'
import { helpOnce } from '@/client/store/firstHelp'
import { owned } from '@/client/store/owned'

const FLASH_MS = 1600
const FLASH = owned(
  () => ({ timer: undefined as ReturnType<typeof setTimeout> | undefined }),
  ({ timer }) => clearTimeout(timer),
)

/** Shows for a moment that keep-covered stopped the hand. */
export const showStopped = (bench: Bench, stopped: boolean): void => {
  if (!stopped) return
  const flash = bench.own(FLASH)
  clearTimeout(flash.timer)
  markStopped(bench, true)
  helpOnce(bench, 'covered')
  flash.timer = setTimeout(() => markStopped(bench, false), FLASH_MS)
}

/** The middle of what is selected, as it is seen: what is in perspective is moved as from there. */
const middleOf = (state: BenchState): Point => {
  const frame = selectedFrame(state)
  return frame && layOf(shownSheet(state), frame) ? rectCentre(frameRect(shownSheet(state), frame)) : { x: 0, y: 0 }
}

/** Arrow keys: moves the whole, the picture or the outline by steps of the sheet's unit. */
export const nudge = (bench: Bench, direction: Point, tenfold: boolean): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  if (!state.selection.length) return
  const step = nudgeStep(sheet.unit, sheet.ppi) * (tenfold ? 10 : 1)
  const from = middleOf(state)
  const to = { x: from.x + direction.x * step, y: from.y + direction.y * step }
  const grip = { project: shownProject(state), sheetId: state.sheetId, ids: state.selection, from }
  const space = spaceOf(sheet, state.selection)
  if (space.kind === 'plane' && state.way === 'whole') {
    // Steps along a plane are steps of its own measure.
    const delta = { x: direction.x * step, y: direction.y * step }
    const along = moveItems.record(grip.project, { ...grip, delta, planeId: space.plane.id })
    return bench.burst(`nudge-plane-${state.selection.join()}`, 'Move along the plane', along)
  }
  const drag = bodyDrag(state.way, grip)
  const { recorded, stopped } = drag.propose(to, { shift: false, snapReach: 0 })
  bench.burst(`nudge-${state.way}-${state.selection.join()}`, drag.name, recorded)
  showStopped(bench, stopped)
}

/** Zooms the selected picture at a spot of its frame (frame-local points), in a burst. */
export const zoomSelected = (bench: Bench, factor: number, at: Point = { x: 0, y: 0 }): void => {
  const state = bench.get()
  const held = placedFrame(state)
  if (!held) return
  const { placed, stopped } = zoomPicture(held.placed, held.holder, at, factor)
  const recorded = setPlaced.record(shownProject(state), { sheetId: state.sheetId, frameId: held.frame.id, placed })
  bench.burst(`zoom-${held.frame.id}`, 'Zoom picture', recorded)
  showStopped(bench, stopped)
}

/** Pans the selected picture by a sheet vector, in a burst. */
export const panSelected = (bench: Bench, delta: Point): void => {
  const state = bench.get()
  const held = placedFrame(state)
  if (!held) return
  const lay = layOf(shownSheet(state), held.frame)
  const from = middleOf(state)
  const [start, end] = [standsAt(lay, from), standsAt(lay, add(from, delta))]
  const local = applyVector(rotation(-held.at.turn), start && end ? subtract(end, start) : delta)
  const { placed, stopped } = panPicture(held.placed, held.holder, local)
  const recorded = setPlaced.record(shownProject(state), { sheetId: state.sheetId, frameId: held.frame.id, placed })
  bench.burst(`zoom-${held.frame.id}`, 'Zoom picture', recorded)
  showStopped(bench, stopped)
}
