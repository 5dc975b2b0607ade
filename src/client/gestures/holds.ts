import { armedOf, cuts, toolOf, typingOf, writingOf } from '@/client/store/modes'
import { HANDLES, drawnBox, type Box } from '@/core/geometry/box'
import { apply, invert } from '@/core/geometry/matrix'
import { intersectRects, rectAround, rectContains, rectHolds, type Rect } from '@/core/geometry/rect'
import { subtract, type Point } from '@/core/geometry/vector'
import { BACKGROUND_ID } from '@/core/document/background'
import { itemRect, sheetRect } from '@/core/document/extent'
import { layOf, standsAt } from '@/core/document/laid'
import { holdsPicture, pictureMatrix } from '@/core/document/content'
import { frameContains } from '@/core/document/read'
import { holdable, isAtHand, isLocked, listOf } from '@/core/document/tree'
import { helpOnce } from '@/client/store/firstHelp'
import { boxHolds, isText } from '@/core/document/text'
import type { Frame, Project } from '@/core/document/types'
import type { Stencil } from '@/core/stencil/stencil'
import { bendDrag, bendGrip } from '@/client/gestures/bendDrags'
import { cornerDrag } from '@/client/gestures/cornerDrags'
import { bodyDrag, handleDrag, turnDrag, type Drag, type Grip, type Held, type Proposal } from '@/client/gestures/drags'
import { framesSeenAt, framePressedAt, isSeeThrough } from '@/client/gestures/hits'
import { heldKeys, snapReachOf } from '@/client/gestures/heldKeys'
import { showStopped } from '@/client/gestures/nudge'
import { knobDrag } from '@/client/gestures/knobs'
import { dragLinked, withCopyLeft } from '@/client/gestures/movedCopies'
import { toolHand, type ToolDrag } from '@/client/gestures/tools'
import { edgeNear } from '@/client/store/edgeSnap'
import { boxAround, putFrame } from '@/client/store/actions'
import { placedFrame } from '@/client/store/placed'
import { cutWith } from '@/client/store/cutting'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectedFrames, selectItems, toggleSelected } from '@/client/store/selection'
import { growsLengths } from '@/client/store/lengths'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { type View } from '@/client/store/state'
import { moveView, toSheet } from '@/client/store/view'
import { drawBox, gather, markSnaps, putLens, setMoving, emptyHand } from '@/client/store/slices/hand'
import { takeInHand } from '@/client/store/slices/mode'
import { owned } from '@/client/store/owned'

/** How a press was made. */
export interface Press {
  readonly buttons: number
  readonly shift: boolean
  readonly ctrl: boolean
  /** When, in milliseconds of the page. */
  readonly time: number
}

/** What a press has taken hold of until it is let go. */
export type Hold =
  | { readonly kind: 'pan'; readonly from: Point; readonly view: View }
  | { readonly kind: 'draw'; from: Point; last: Point; cuts: boolean }
  | { readonly kind: 'gather'; readonly from: Point; readonly before: readonly string[] }
  | { readonly kind: 'tool'; readonly drag: ToolDrag }
  | {
      readonly kind: 'drag'
      readonly drag: Drag
      readonly base: Project
      last: Proposal | null
      said: string | undefined
    }
  | { readonly kind: 'nothing' }

/** What is held during a drag, as the drags know it. */
const heldNow = (bench: Bench, shift: boolean): Held => ({ shift, snapReach: snapReachOf(bench) })

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
  const corner = /^(corner|side)-([0-3])$/.exec(named ?? '')
  if (corner)
    return cornerDrag(grip, Number(corner[2]), corner[1] === 'side', (p, reach) =>
      edgeNear(bench, p, reach, grip.ids[0] ?? null),
    )
  const bent = bendGrip(named)
  if (bent) return bendDrag(grip, bent)
  const handle = HANDLES[Number(named?.replace('handle-', ''))]
  return named?.startsWith('handle-') && handle ? handleDrag(way, grip, handle) : bodyDrag(way, grip)
}

/** Is the point within the mask of the selected frame? */
export const isOnSelected = (bench: Bench, at: Point): boolean => {
  const frame = selectedFrame(bench.get())
  return frame !== null && frameContains(shownSheet(bench.get()), frame, at)
}

/** Is the point anywhere on the selected frame's picture, its masked part included? */
const isOnPicture = (bench: Bench, at: Point): boolean => {
  const state = bench.get()
  const frame = selectedFrame(state)
  const sheet = shownSheet(state)
  const matrix = frame && pictureMatrix(state.project, sheet, frame)
  const picture = frame && placedFrame(state)?.holder.picture
  const standing = frame && standsAt(layOf(sheet, frame), at)
  if (!matrix || !picture || !standing) return false
  return rectContains({ x0: 0, y0: 0, x1: picture.w, y1: picture.h }, apply(invert(matrix), standing))
}

/** The selected frame that lies under the point, if any. */
const isOnSelection = (bench: Bench, at: Point): boolean => {
  const state = bench.get()
  const chosen = state.selection[0] === BACKGROUND_ID ? [] : selectedFrames(state)
  const sheet = shownSheet(state)
  // A text that is selected is taken by its whole box.
  const isOn = (frame: Frame): boolean => frameContains(sheet, frame, at) || (isText(frame) && boxHolds(frame, at))
  const isThere = chosen.some((frame) => isAtHand(sheet, frame.id) && isOn(frame))
  if (!isThere || state.way !== 'whole') return isThere
  // What is seen through a hole of the selected frame is pressed rather than that frame; with nothing there, the frame.
  const hit = framePressedAt(bench, state.project, sheet, at)
  return (
    hit === null ||
    chosen.some(({ id }) => id === hit.id) ||
    !chosen.some((frame) => isSeeThrough(bench, state.project, sheet, frame, at))
  )
}

const knobHold = (bench: Bench, param: string): Hold => {
  const drag = knobDrag(bench, param)
  return drag ? { kind: 'tool', drag } : { kind: 'nothing' }
}

const dragOf = (bench: Bench, drag: Drag): Hold => ({
  kind: 'drag',
  drag,
  base: bench.get().project,
  last: null,
  said: undefined,
})

/** Starts what a press-and-move does. A drag that starts on an unselected frame selects it and moves the whole. */
export const startHold = (bench: Bench, at: Point, named: string | null, how: Press): Hold => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const from = toSheet(state.view, at)
  const pan = (): Hold => ({ kind: 'pan', from: at, view: state.view })
  // Rulers and guides have a hand of their own.
  // A finger that rested until the menu came may slip: nothing is moved beneath it.
  if (named?.startsWith('guide') || state.menuAt) return { kind: 'nothing' }
  if (how.buttons === MIDDLE_BUTTON || heldKeys(bench).has('h')) return pan()
  // A text under the hand has a hand of its own.
  if (typingOf(state) ?? writingOf(state)) return { kind: 'nothing' }
  if (armedOf(state)) return { kind: 'draw', from, last: from, cuts: how.ctrl }
  const tool = toolHand(bench)?.start({ at: from, named, shift: how.shift, ctrl: how.ctrl })
  if (tool) return { kind: 'tool', drag: tool }
  if (named?.startsWith('knob-')) return knobHold(bench, named.slice('knob-'.length))
  if (toolOf(state)) return pan()
  const grip = (ids: readonly string[]): Grip => ({
    project: state.project,
    sheetId: state.sheetId,
    ids,
    from,
    lengths: growsLengths(state, ids),
  })
  if (state.selection.length && (named !== null || isOnSelection(bench, from)))
    return dragOf(bench, gripDrag(bench, grip(state.selection), named))
  const hit = framePressedAt(bench, state.project, sheet, from)
  // The faint part of a picture is a part of it, where nothing else lies.
  if (!hit && state.way === 'picture' && isOnPicture(bench, from))
    return dragOf(bench, bodyDrag('picture', grip(state.selection)))
  const adds = how.shift || how.ctrl
  // With a key a selection is gathered from anywhere, a frame that is not selected included.
  if (hit && !adds) {
    const id = holdable(sheet, hit.id, state.entered)
    if (state.isAdding) toggleSelected(bench, id)
    else select(bench, id, 'whole')
    return dragOf(bench, bodyDrag('whole', grip(bench.get().selection)))
  }
  return { kind: 'gather', from, before: adds || state.isAdding ? state.selection : [] }
}

/** Held while a selection is gathered: what is only touched counts too. Held while items are moved: a copy stays. */
const TOUCH_KEY = 'c'

/** Held while items are moved: they stay, and what is let go of is a linked copy. */
const LINK_KEY = 'm'

const gatheredIds = (bench: Bench, rect: Rect): readonly string[] => {
  const counts = heldKeys(bench).has(TOUCH_KEY)
    ? (other: Rect): boolean => intersectRects(rect, other) !== null
    : (other: Rect): boolean => rectHolds(rect, other)
  const state = bench.get()
  const sheet = shownSheet(state)
  return listOf(sheet, state.entered).filter((id) => {
    if (!isAtHand(sheet, id)) return false
    return counts(itemRect(sheet, id))
  })
}

const moveDrawing = (bench: Bench, hold: Extract<Hold, { kind: 'draw' }>, to: Point, shift: boolean): void => {
  if (heldKeys(bench).has('m')) {
    const by = subtract(to, hold.last)
    hold.from = { x: hold.from.x + by.x, y: hold.from.y + by.y }
  }
  hold.last = to
  drawBox(bench, drawnBox(hold.from, to, { equalSides: shift, fromCentre: heldKeys(bench).has('c') }))
}

/** Says why the hand was not followed, once as long as the reason stays the same. */
const sayRefused = (bench: Bench, hold: Extract<Hold, { kind: 'drag' }>, words: string | undefined): void => {
  if (words !== undefined && words !== hold.said) say(bench, words)
  hold.said = words
}

/** Does a drag move items as a whole? */
const movesItems = (bench: Bench, drag: Drag): boolean => drag.name.startsWith('Move') && bench.get().way === 'whole'

export const moveHold = (bench: Bench, hold: Hold, at: Point, { shift, ctrl }: Pick<Press, 'shift' | 'ctrl'>): void => {
  const state = bench.get()
  const { view } = state
  const armed = armedOf(state)
  const to = toSheet(view, at)
  if (hold.kind === 'pan') {
    const by = subtract(at, hold.from)
    moveView(bench, { ...hold.view, x: hold.view.x + by.x, y: hold.view.y + by.y })
  }
  if (hold.kind === 'gather') gather(bench, rectAround([hold.from, to]))
  if (hold.kind === 'drag') {
    hold.last = hold.drag.propose(to, heldNow(bench, shift))
    bench.preview(hold.last.recorded.project)
    markSnaps(bench, hold.last.marks)
    putLens(bench, hold.last.lens ?? null)
    sayRefused(bench, hold, hold.last.refused)
    setMoving(bench, movesItems(bench, hold.drag))
    showStopped(bench, hold.last.stopped)
  }
  if (hold.kind === 'tool') hold.drag.move(to, shift)
  if (hold.kind === 'draw' && armed) {
    hold.cuts = ctrl
    moveDrawing(bench, hold, to, shift)
  }
}

export const endHold = (bench: Bench, hold: Hold): void => {
  const state = bench.get()
  const { drawing, gathering } = state
  const armed = armedOf(state)
  if (hold.kind === 'tool') return hold.drag.end()
  emptyHand(bench)
  if (hold.kind === 'gather' && gathering)
    selectItems(bench, [...new Set([...hold.before, ...gatheredIds(bench, gathering)])])
  // What was proposed holds only for the project it was proposed on.
  if (hold.kind === 'drag' && hold.last && bench.get().project === hold.base) {
    const { recorded } = hold.last
    const isMoving = movesItems(bench, hold.drag) && recorded.forward.length > 0
    const isCopying = heldKeys(bench).has(TOUCH_KEY) && isMoving
    if (isMoving && heldKeys(bench).has(LINK_KEY)) dragLinked(bench, recorded)
    else if (isCopying) bench.commit('Drag a copy', () => withCopyLeft(bench, recorded))
    else bench.commit(hold.drag.name, () => recorded)
    if (!recorded.forward.length) sayIfLocked(bench)
    helpInside(bench, hold.drag.name)
  }
  if (hold.kind === 'draw' && armed && drawing) {
    drawBox(bench, null)
    putArmed(bench, armed, drawing, hold.cuts)
  }
}

/** Puts the stencil in hand there, or cuts with it; one that is to be drawn out stays in hand until it is put down. */
const putArmed = (bench: Bench, stencil: Stencil, box: Box, isCutting: boolean): void => {
  const state = bench.get()
  const { drawsOut } = state
  if (isCutting || cuts(state)) cutWith(bench, stencil, box)
  else putFrame(bench, stencil, box)
  if (drawsOut) takeInHand(bench, stencil)
}

const sayIfLocked = (bench: Bench): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  if (state.selection.length && state.selection.every((id) => isLocked(sheet, id)))
    say(bench, 'What is selected is locked. Unlock it in the stack or with K.')
}

/** After the first drag of a filled frame a line says how to move the picture inside. */
const helpInside = (bench: Bench, name: string): void => {
  if (name === 'Move frame' && holdsPicture(selectedFrame(bench.get())?.fill)) helpOnce(bench, 'inside')
}

export const dropHold = (bench: Bench, hold: Hold): void => {
  if (hold.kind === 'tool') hold.drag.cancel()
  bench.preview(null)
  emptyHand(bench)
}

/** Presses on one spot that are further apart than a double-click are two presses. */
const SECOND_PRESS_MS = 500
const SAME_SPOT = 5
const LAST_TAP = owned(() => ({ at: { x: -1e9, y: -1e9 }, time: 0 }))

/** Is this press on the spot of the one before, but too late for a double-click? */
const isSecondPress = (bench: Bench, at: Point, time: number): boolean => {
  const last = bench.own(LAST_TAP)
  const isSame = Math.hypot(at.x - last.at.x, at.y - last.at.y) < SAME_SPOT
  const isLater = time - last.time > SECOND_PRESS_MS
  Object.assign(last, { at, time })
  return isSame && isLater
}

/** What lies beneath the selected item at a point: the next one down, the topmost again after the last. */
const beneath = (bench: Bench, at: Point): string | null => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const here = [
    ...new Set(framesSeenAt(bench, state.project, sheet, at).map((frame) => holdable(sheet, frame.id, state.entered))),
  ]
  return here[(here.indexOf(state.selection[0] ?? '') + 1) % here.length] ?? null
}

/** A press without movement selects what lies there by its true outline; Shift adds, a second press goes beneath. */
export const tap = (bench: Bench, at: Point, named: string | null, how: Press): void => {
  const state = bench.get()
  if (typingOf(state) ?? writingOf(state)) return
  const point = toSheet(state.view, at)
  const tool = toolHand(bench)
  const armed = armedOf(state)
  if (tool && !armed) return tool.tap({ at: point, named, shift: how.shift, ctrl: how.ctrl })
  if (named !== null) return
  if (armed) return putArmed(bench, armed, boxAround(point, armed, state), how.ctrl)
  const sheet = shownSheet(state)
  const hit = framePressedAt(bench, state.project, sheet, point)
  const id = hit && holdable(sheet, hit.id, state.entered)
  const isSecond = isSecondPress(bench, at, how.time)
  if (how.shift || how.ctrl || state.isAdding) return id === null ? undefined : toggleSelected(bench, id)
  if (isSecond && state.selection.length === 1) return select(bench, beneath(bench, point))
  if (id !== null && id === state.selection[0] && state.selection.length === 1) return
  if (id === null && state.selection[0] === BACKGROUND_ID && rectContains(sheetRect(sheet.size), point)) return
  select(bench, id)
}
