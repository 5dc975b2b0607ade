import { HANDLES, drawnBox } from '@/core/geometry/box'
import { apply, invert } from '@/core/geometry/matrix'
import { rectContains } from '@/core/geometry/rect'
import { subtract, type Point } from '@/core/geometry/vector'
import { frameAt, frameContains, pictureMatrix } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { bodyDrag, handleDrag, turnDrag, type Drag, type Grip, type Proposal } from '@/client/gestures/drags'
import { heldKeys } from '@/client/gestures/heldKeys'
import { showStopped } from '@/client/gestures/nudge'
import { placedFrame, putFrame, say, select, selectedFrame } from '@/client/store/actions'
import { shownSheet, type Bench } from '@/client/store/benchStore'
import type { View } from '@/client/store/state'
import { toSheet } from '@/client/store/view'

/** What a press has taken hold of until it is let go. */
export type Hold =
  | { readonly kind: 'pan'; readonly from: Point; readonly view: View }
  | { readonly kind: 'draw'; from: Point; last: Point }
  | { readonly kind: 'drag'; readonly drag: Drag; readonly base: Project; last: Proposal | null }
  | { readonly kind: 'nothing' }

export const MIDDLE_BUTTON = 4

export const namedTarget = (target: EventTarget | null): string | null =>
  target instanceof Element ? (target.closest('[data-grip]')?.getAttribute('data-grip') ?? null) : null

/** The pointer in table pixels. */
export const within = (element: HTMLElement, [x, y]: readonly [number, number]): Point => {
  const box = element.getBoundingClientRect()
  return { x: x - box.left, y: y - box.top }
}

const gripDrag = (bench: Bench, grip: Grip, named: string | null): Drag => {
  const { way } = bench.get()
  if (named === 'turn') return turnDrag(way, grip)
  const handle = HANDLES[Number(named?.replace('handle-', ''))]
  return named?.startsWith('handle-') && handle ? handleDrag(way, grip, handle) : bodyDrag(way, grip)
}

/** Is the point within the mask of the selected frame? */
export const isOnSelected = (bench: Bench, at: Point): boolean => {
  const frame = selectedFrame(bench.get())
  return frame !== null && frameContains(frame, at)
}

/** Is the point anywhere on the selected frame's picture, its masked part included? */
const isOnPicture = (bench: Bench, at: Point): boolean => {
  const state = bench.get()
  const frame = selectedFrame(state)
  const matrix = frame && pictureMatrix(state.project, shownSheet(state), frame)
  const picture = frame && placedFrame(state)?.mount.picture
  if (!matrix || !picture) return false
  return rectContains({ x0: 0, y0: 0, x1: picture.w, y1: picture.h }, apply(invert(matrix), at))
}

/** Starts what a press-and-move does. A drag that starts on an unselected frame selects it and moves the whole. */
export const startHold = (bench: Bench, at: Point, named: string | null, buttons: number): Hold => {
  bench.endBurst()
  const state = bench.get()
  const from = toSheet(state.view, at)
  const pan = (): Hold => ({ kind: 'pan', from: at, view: state.view })
  if (buttons === MIDDLE_BUTTON || heldKeys.has('h')) return pan()
  if (state.armed) return { kind: 'draw', from, last: from }
  const chosen = selectedFrame(state)
  const grip = (frameId: string): Grip => ({ project: state.project, sheetId: state.sheetId, frameId, from })
  if (chosen && (named !== null || isOnSelected(bench, from)))
    return { kind: 'drag', drag: gripDrag(bench, grip(chosen.id), named), base: state.project, last: null }
  const hit = frameAt(shownSheet(state), from)
  // The faint part of a picture is a part of it, where nothing else lies.
  if (!hit && chosen && state.way === 'picture' && isOnPicture(bench, from))
    return { kind: 'drag', drag: bodyDrag('picture', grip(chosen.id)), base: state.project, last: null }
  if (!hit) return pan()
  select(bench, hit.id, 'whole')
  return { kind: 'drag', drag: bodyDrag('whole', grip(hit.id)), base: state.project, last: null }
}

export const moveHold = (bench: Bench, hold: Hold, at: Point, shift: boolean): void => {
  const { view, armed } = bench.get()
  const to = toSheet(view, at)
  if (hold.kind === 'pan') {
    const by = subtract(at, hold.from)
    bench.set({ view: { ...hold.view, x: hold.view.x + by.x, y: hold.view.y + by.y }, isFitted: false })
  }
  if (hold.kind === 'drag') {
    hold.last = hold.drag.propose(to, { shift })
    bench.preview(hold.last.recorded.project)
    showStopped(bench, hold.last.stopped)
  }
  if (hold.kind === 'draw' && armed) {
    if (heldKeys.has('m')) {
      const by = subtract(to, hold.last)
      hold.from = { x: hold.from.x + by.x, y: hold.from.y + by.y }
    }
    hold.last = to
    bench.set({ drawing: drawnBox(hold.from, to, { equalSides: shift, fromCentre: heldKeys.has('c') }) })
  }
}

export const endHold = (bench: Bench, hold: Hold): void => {
  const { armed, drawing } = bench.get()
  // What was proposed holds only for the project it was proposed on.
  if (hold.kind === 'drag' && hold.last && bench.get().project === hold.base) {
    const { recorded } = hold.last
    bench.commit(hold.drag.name, () => recorded)
    hintOnce(bench, hold.drag.name)
  }
  if (hold.kind === 'draw' && armed && drawing) {
    bench.set({ drawing: null })
    putFrame(bench, armed, drawing)
  }
}

/** After the first drag of a filled frame a line says once how to move the picture inside. */
const hintOnce = (bench: Bench, name: string): void => {
  const state = bench.get()
  if (state.hasSeenPictureHint || name !== 'Move frame' || selectedFrame(state)?.fill.kind !== 'taken') return
  bench.set({ hasSeenPictureHint: true })
  say(bench, 'To move the picture inside: P or double-click.')
}

export const dropHold = (bench: Bench): void => {
  bench.preview(null)
  bench.set({ drawing: null })
}

/** A press without movement selects what lies there by its true outline. */
export const tap = (bench: Bench, at: Point, named: string | null): void => {
  const state = bench.get()
  if (named !== null) return
  const point = toSheet(state.view, at)
  if (state.armed) {
    const box = { ...shownSheet(state).size }
    const side = Math.min(box.w, box.h) * 0.32
    return putFrame(bench, state.armed, {
      cx: point.x,
      cy: point.y,
      w: state.armed.kind === 'rectangle' ? side * 1.25 : side,
      h: side,
    })
  }
  const hit = frameAt(shownSheet(state), point)
  if (hit && hit.id === state.selection[0]) return
  select(bench, hit?.id ?? null)
}
