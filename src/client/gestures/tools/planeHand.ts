import { isFailure } from '@/core/failure'
import { drawnBox } from '@/core/geometry/box'
import type { Quad } from '@/core/geometry/quad'
import { add, subtract, type Point } from '@/core/geometry/vector'
import type { Recorded } from '@/core/document/edit'
import { planeLay, standsAt } from '@/core/document/laid'
import { frameAt } from '@/core/document/read'
import type { Plane } from '@/core/document/types'
import { alongSide, cornerField, snapped } from '@/client/gestures/cornerDrags'
import { heldKeys, NO_SNAP_KEY } from '@/client/gestures/heldKeys'
import type { ToolDrag, ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { edgeNear } from '@/client/store/edgeSnap'
import { say } from '@/client/store/notices'
import { planeInHand, putOnPlane, recordPlane } from '@/client/store/planes'
import { select } from '@/client/store/selection'
import { drawBox, emptyHand, putLens } from '@/client/store/slices/hand'
import { putToolDown } from '@/client/store/slices/mode'

/** A box smaller than this share of the plane's shorter side was meant as a press. */
const LEAST_SHARE = 0.01
/** How near a corner must be to something to fall upon it, in table pixels. */
const SNAP_PIXELS = 6

/** Corners of the plane under the hand: one, or the two of a side. */
const cornersDrag = (bench: Bench, plane: Plane, held: readonly number[], from: Point): ToolDrag => {
  bench.endBurst()
  const { project, sheetId } = bench.get()
  const field = cornerField(heldSheet(bench.get()), null)
  let last: Recorded | null = null
  let said = ''
  const movedTo = (i: number, by: Point, shift: boolean): Point => {
    const at = add(plane.corners[i] ?? from, by)
    if (held.length > 1) return at
    if (shift) return alongSide(plane.corners, i, at)
    const reach = heldKeys(bench).has(NO_SNAP_KEY) ? 0 : SNAP_PIXELS / bench.get().view.scale
    return snapped(at, field, reach, (p, within) => edgeNear(bench, p, within, null))
  }
  return {
    move: (to, shift) => {
      const by = subtract(to, from)
      const put = (corner: Point, i: number): Point => (held.includes(i) ? movedTo(i, by, shift) : corner)
      const [p, q, r, s] = plane.corners
      const corners: Quad = [put(p, 0), put(q, 1), put(r, 2), put(s, 3)]
      if (held.length === 1) putLens(bench, corners[held[0] ?? 0] ?? null)
      try {
        last = recordPlane(project, sheetId, plane.id, corners)
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
    const i = Number(pin[2])
    return cornersDrag(bench, plane, pin[1] === 'side' ? [i, (i + 1) % 4] : [i], at)
  },
  key: (key) => {
    if (key !== 'Escape') return false
    putToolDown(bench)
    return true
  },
})
