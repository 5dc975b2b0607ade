import { isFailure } from '@/core/failure'
import { drawnBox } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { Recorded } from '@/core/document/edit'
import { movePlane } from '@/core/document/edits/planes'
import { planeLay, standsAt } from '@/core/document/laid'
import { frameAt } from '@/core/document/read'
import type { Plane } from '@/core/document/types'
import { cornerField, movedCorners } from '@/client/gestures/cornerDrags'
import { heldKeys, snapReachOf } from '@/client/gestures/heldKeys'
import type { ToolDrag, ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { edgeNear } from '@/client/store/edgeSnap'
import { say } from '@/client/store/notices'
import { planeInHand, putOnPlane } from '@/client/store/planes'
import { select } from '@/client/store/selection'
import { drawBox, emptyHand, putLens } from '@/client/store/slices/hand'
import { putToolDown } from '@/client/store/slices/mode'

/** A box smaller than this share of the plane's shorter side was meant as a press. */
const LEAST_SHARE = 0.01
/** A drag on a corner of the plane, or on the side from it to the next. */
const cornersDrag = (bench: Bench, plane: Plane, i: number, isSide: boolean, from: Point): ToolDrag => {
  bench.endBurst()
  const { project, sheetId } = bench.get()
  const field = cornerField(heldSheet(bench.get()), null)
  const edgeAt = (p: Point, within: number): Point | null => edgeNear(bench, p, within, null)
  const held = { quad: plane.corners, i, isSide, from, field, edgeAt }
  let last: Recorded | null = null
  let said = ''
  return {
    move: (to, shift) => {
      const corners = movedCorners(held, to, shift, snapReachOf(bench))
      if (!isSide) putLens(bench, corners[i] ?? null)
      try {
        last = movePlane.record(project, { sheetId, planeId: plane.id, corners })
        bench.preview(last.project)
      } catch (error) {
        if (!isFailure(error)) throw error
        if (error.message !== said) say(bench, error.message)
        said = error.message
      }
    },
    end: () => {
      emptyHand(bench)
      const made = last
      if (made && bench.get().project === project) bench.commit('Draw the plane', () => made)
    },
    cancel: () => {
      emptyHand(bench)
      bench.preview(null)
    },
  }
}

/** A new frame drawn on the plane, in its own points. */
const frameDrag = (bench: Bench, plane: Plane, at: Point): ToolDrag | null => {
  const lay = planeLay(plane)
  const from = standsAt(lay, at)
  if (!from) return null
  let box = drawnBox(from, from)
  return {
    move: (to, shift) => {
      box = drawnBox(from, standsAt(lay, to) ?? from, { equalSides: shift, fromCentre: heldKeys(bench).has('c') })
      drawBox(bench, box)
    },
    end: () => {
      drawBox(bench, null)
      const least = LEAST_SHARE * Math.min(plane.size.w, plane.size.h)
      if (box.w >= least && box.h >= least) putOnPlane(bench, plane.id, box)
    },
    cancel: () => drawBox(bench, null),
  }
}

const named = /^plane-(corner|side)-([0-3])$/

/** A plane in hand: its corners are drawn, and frames on it; a press on a frame takes that instead. */
export const planeHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => {
    const frame = frameAt(heldSheet(bench.get()), at)
    if (!frame) return
    putToolDown(bench)
    select(bench, frame.id)
  },
  start: ({ at, named: grip }) => {
    const plane = planeInHand(bench.get())
    if (!plane) return null
    const pin = named.exec(grip ?? '')
    if (!pin) return frameDrag(bench, plane, at)
    return cornersDrag(bench, plane, Number(pin[2]), pin[1] === 'side', at)
  },
  key: (key) => {
    if (key !== 'Escape') return false
    putToolDown(bench)
    return true
  },
})
