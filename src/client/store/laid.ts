import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { forgetLaid, layAsQuad, layFrame, setTrueSize, takeUp } from '@/core/document/edits/laid'
import { boxQuad, layOf, seenQuad } from '@/core/document/laid'
import { outlineOnSheet } from '@/core/document/outline'
import { fourCorners } from '@/core/document/quads'
import { sheetOf } from '@/core/document/read'
import { frameOf, isLocked } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'
import { mapQuad, type Quad } from '@/core/geometry/quad'
import type { Point, Size } from '@/core/geometry/vector'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { selectedFrames } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { tryStep } from '@/client/store/tryStep'

const isLaid = ({ laid }: Frame): boolean => laid !== undefined && !laid.isFlat

/** Do all selected frames lie in four corners of their own? */
export const areLaid = (state: BenchState): boolean => {
  const frames = selectedFrames(state)
  return frames.length > 0 && frames.every(isLaid)
}

const each = (project: Project, frames: readonly Frame[], edit: (at: Project, frame: Frame) => Recorded): Recorded =>
  frames.reduce((sofar, frame) => joinRecorded(sofar, (at) => edit(at, frame)), unchanged(project))

/** Lays the selected frames into four corners, as they lay before or where they stand; or takes them up flat if all lie so. */
export const togglePerspective = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId } = state
  const sheet = shownSheet(state)
  const frames = selectedFrames(state).filter(({ id, planeId }) => !isLocked(sheet, id) && planeId === undefined)
  if (!frames.length) return say(bench, 'What is selected is locked or lies on a plane already.')
  const isFlat = frames.every(isLaid)
  bench.commit(isFlat ? 'Take up flat' : 'Lay in perspective', (project) =>
    each(project, frames, (at, frame) => {
      const address = { sheetId, frameId: frame.id }
      if (frame.laid) return takeUp.record(at, { ...address, isFlat })
      return layFrame.record(at, { ...address, quad: boxQuad(frame) })
    }),
  )
  if (!isFlat) say(bench, 'Draw its corners where they belong. Shift keeps a corner to its sides.')
}

/** Forgets how the selected frames were laid. */
export const forgetPerspective = (bench: Bench): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const frames = selectedFrames(bench.get())
  bench.commit('Forget perspective', (project) =>
    each(project, frames, (at, frame) => forgetLaid.record(at, { sheetId, frameId: frame.id })),
  )
}

/** The four corners of a frame's own outline, if it has just those, straight; or null. */
export const ownCorners = (state: BenchState, frame: Frame): Quad | null => {
  const sheet = shownSheet(state)
  const { kind } = frame.stencil
  return kind === 'text' || kind === 'glyph' || kind === 'mask' ? null : fourCorners(outlineOnSheet(sheet, frame))
}

/** Makes a frame whose outline has four corners a rectangle seen in them. */
export const layByOutline = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const [frame] = selectedFrames(state)
  const quad = frame && ownCorners(state, frame)
  if (!frame || !quad) return say(bench, 'This needs an outline of four straight sides, such as one that was traced.')
  tryStep(bench, 'Lay into its own corners', (project) =>
    layAsQuad.record(project, { sheetId: state.sheetId, frameId: frame.id, quad }),
  )
}

/** Puts one corner of a laid frame where it was typed; throws, in words, what is no plane. */
export const putCorner = (bench: Bench, frameId: string, i: number, at: Point): void => {
  const { sheetId, project } = bench.get()
  const sheet = sheetOf(project, sheetId)
  const quad = mapQuad(seenQuad(sheet, frameOf(sheet, frameId)), (corner, k) => (k === i ? at : corner))
  bench.commit('Put a corner in perspective', (now) => layFrame.record(now, { sheetId, frameId, quad }))
}

/** Says how large a laid frame truly is. */
export const putTrueSize = (bench: Bench, frameId: string, size: Size): void => {
  const { sheetId } = bench.get()
  bench.commit('True size', (project) => setTrueSize.record(project, { sheetId, frameId, size }))
}

/**
 * Does a frame lie in perspective, so that what works only on flat ones is refused? Says so, with what to do; `what` goes on
 * after “to”.
 */
export const refusesPerspective = (bench: Bench, frame: Frame, what: string): boolean => {
  const lies = layOf(shownSheet(bench.get()), frame) !== null
  if (lies) {
    const first = frame.planeId === undefined ? 'Take it up flat' : 'Take it off its plane and up flat'
    say(bench, `It lies in perspective. ${first} to ${what}, and lay it down again after.`)
  }
  return lies
}
