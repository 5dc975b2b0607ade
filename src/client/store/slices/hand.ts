import type { Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { Rect } from '@/core/geometry/rect'
import type { Bench } from '@/client/store/bench'
import {
  NO_MARKS,
  type GuideDrag,
  type HandSlice,
  type PictureSession,
  type SnapMarks,
  type StackDrop,
} from '@/client/store/state'

export const FIRST_HAND: HandSlice = {
  isMoving: false,
  snapMarks: NO_MARKS,
  lens: null,
  snapsToEdges: false,
  guideDrag: null,
  gathering: null,
  drawing: null,
  stackDrop: null,
  isStopped: false,
  session: null,
}

/** Tells nobody where nothing changes: most of it stays through all moves of a drag. */
const set = (bench: Bench, change: Partial<HandSlice>): void => {
  const now = bench.get()
  const keys = Object.keys(change) as (keyof HandSlice)[] // of a part of the slice
  if (keys.some((key) => !Object.is(now[key], change[key]))) bench.store.setState(change)
}

/** What the drag under way has snapped to. */
export const markSnaps = (bench: Bench, snapMarks: SnapMarks): void => set(bench, { snapMarks })

/** The point of the sheet that is looked at closely, or none. */
export const putLens = (bench: Bench, lens: Point | null): void => set(bench, { lens })

/** Corners in perspective snap to strong edges of the picture beneath, or no longer. */
export const putEdgeSnap = (bench: Bench, snapsToEdges: boolean): void => set(bench, { snapsToEdges })

/** Items are being moved, or no longer. */
export const setMoving = (bench: Bench, isMoving: boolean): void => set(bench, { isMoving })

/** The rectangle that gathers a selection, in sheet points. */
export const gather = (bench: Bench, gathering: Rect | null): void => set(bench, { gathering })

/** The box of the frame being drawn out, in sheet points. */
export const drawBox = (bench: Bench, drawing: Box | null): void => set(bench, { drawing })

export const dragGuide = (bench: Bench, guideDrag: GuideDrag | null): void => set(bench, { guideDrag })

/** Where a drag within the stack would put the items. */
export const aimInStack = (bench: Bench, stackDrop: StackDrop | null): void => set(bench, { stackDrop })

/** What the hand met when it went into a picture. */
export const putSession = (bench: Bench, session: PictureSession | null): void => set(bench, { session })

/** Keep-covered has just stopped a pan or zoom, or that has been seen. */
export const markStopped = (bench: Bench, isStopped: boolean): void => set(bench, { isStopped })

/** A gesture is over: nothing of it shows any more. */
export const emptyHand = (bench: Bench): void =>
  set(bench, { snapMarks: NO_MARKS, lens: null, gathering: null, drawing: null, isMoving: false })
