import { BACKGROUND_ID } from '@/core/document/background'
import { emptyFrame, openToWhole, placePicture } from '@/core/document/edits/fills'
import { flipPicture, setFit, setKeepCovered, turnPicture } from '@/core/placement/move'
import type { Fit } from '@/core/placement/placed'
import { placedFrame } from '@/client/store/placed'
import type { Bench } from '@/client/store/bench'
import { selectedFrame } from '@/client/store/selection'
import { setPlaced } from '@/core/document/edits/fills'
import { applyVector, rotation } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import type { Placed } from '@/core/placement/placed'
import { panPicture, setZoom } from '@/core/placement/move'
import { say } from '@/client/store/notices'
import type { PlacedFrame } from '@/client/store/placed'
import { sessionOf } from '@/client/store/session'

/** Changes the placement of the selected picture as one step. */
export const changePlaced = (bench: Bench, name: string, change: (held: PlacedFrame) => Placed): void => {
  bench.endBurst()
  const state = bench.get()
  const held = placedFrame(state)
  if (!held) return
  bench.commit(name, (project) =>
    setPlaced.record(project, { sheetId: state.sheetId, frameId: held.frame.id, placed: change(held) }),
  )
}

/** Sets the zoom that was typed; where keep-covered allows less, what it allows, and says why. */
export const typeZoom = (bench: Bench, zoom: number): void => {
  const held = placedFrame(bench.get())
  if (!held) return
  const { placed, stopped } = setZoom(held.placed, held.holder, zoom)
  changePlaced(bench, 'Zoom picture', () => placed)
  if (stopped)
    say(bench, 'Smaller than this the picture would not cover its frame. Switch “Keep covered” off to go on.')
}

/** Moves the selected picture on the sheet by a distance in points, as it was typed; where it ends, says so. */
export const movePictureBy = (bench: Bench, by: Point): void => {
  const held = placedFrame(bench.get())
  if (!held) return
  const { placed, stopped } = panPicture(held.placed, held.holder, applyVector(rotation(-held.at.turn), by))
  changePlaced(bench, 'Move picture', () => placed)
  if (stopped) say(bench, 'The picture ends there. Switch “Keep covered” off to go on.')
}

/** Brings the picture back to how it was when the hand went into it, as one step. */
export const backToHow = (bench: Bench): void => {
  const session = sessionOf(bench.get())
  if (session) changePlaced(bench, 'Back to how it was', () => session.placed)
}

export const FIT_WORDS: Readonly<Record<Fit, readonly [string, string]>> = {
  cover: ['Cover', 'Cover the frame'],
  contain: ['Contain', 'Show the whole picture in the frame'],
  actual: ['Actual', 'Actual size: one picture pixel is one output pixel'],
  stretch: ['Stretch', 'Stretch to the frame (distorts the picture)'],
  tile: ['Tile', 'Repeat the picture as a pattern'],
}

export const fitSelected = (bench: Bench, fit: Fit): void => {
  const { project } = bench.get()
  changePlaced(bench, `Fit: ${FIT_WORDS[fit][0]}`, ({ placed, holder }) =>
    setFit(placed, holder, fit, project.pictures[placed.pictureId]?.subject),
  )
}

export const turnQuarter = (bench: Bench): void =>
  changePlaced(bench, 'Turn picture', ({ placed, holder }) => turnPicture(placed, holder, placed.turn + 90))

export const flipSelectedPicture = (bench: Bench, axis: 'x' | 'y'): void =>
  changePlaced(bench, 'Flip picture', ({ placed, holder }) => flipPicture(placed, holder, axis))

export const toggleKeepCovered = (bench: Bench): void => {
  const isKept = placedFrame(bench.get())?.placed.keepCovered ?? false
  changePlaced(bench, isKept ? 'Allow gaps' : 'Keep covered', ({ placed, holder }) =>
    setKeepCovered(placed, holder, !isKept),
  )
}

/** Where the selected frame, or the background, is; null without one. */
const addressOf = (bench: Bench) => {
  bench.endBurst()
  const state = bench.get()
  const frame = selectedFrame(state)
  return frame && { sheetId: state.sheetId, frameId: frame.id }
}

/** Takes the picture out of its frame; the frame stays. */
export const takePictureOut = (bench: Bench): void => {
  const at = addressOf(bench)
  if (at) bench.commit('Take picture out', (project) => emptyFrame.record(project, at))
}

/** Places the picture as if it had just come: covering, without turn or flip. */
export const startFresh = (bench: Bench): void => {
  const at = addressOf(bench)
  const pictureId = placedFrame(bench.get())?.placed.pictureId
  if (at && pictureId !== undefined)
    bench.commit('Reset placement', (project) => placePicture.record(project, { ...at, pictureId }))
}

/** Makes the frame as large as its whole picture, which stays where it is. */
export const openUp = (bench: Bench): void => {
  const at = addressOf(bench)
  if (at && at.frameId !== BACKGROUND_ID)
    bench.commit('Show whole picture', (project) => openToWhole.record(project, at))
}
