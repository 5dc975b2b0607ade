'use client'
import { useGesture } from '@use-gesture/react'
import { useRef, type RefObject } from 'react'
import { HANDLES, drawnBox } from '@/core/geometry/box'
import { apply, invert } from '@/core/geometry/matrix'
import { subtract, type Point } from '@/core/geometry/vector'
import { frameAt, frameContains, frameMatrix, frameOf } from '@/core/document/read'
import { bodyDrag, handleDrag, turnDrag, type Drag, type Grip, type Proposal } from '@/client/gestures/drags'
import { panSelected, showStopped, zoomSelected } from '@/client/gestures/nudge'
import { heldKeys } from '@/client/gestures/heldKeys'
import { goDown, putFrame, say, select, selectedFrame } from '@/client/store/actions'
import { shownSheet, type Bench } from '@/client/store/benchStore'
import { panView, toSheet, zoomViewAt } from '@/client/store/view'

/** What a press has taken hold of until it is let go. */
type Hold =
  | { readonly kind: 'pan' }
  | { readonly kind: 'draw'; from: Point; last: Point }
  | { readonly kind: 'drag'; readonly drag: Drag; last: Proposal | null }
  | { readonly kind: 'nothing' }

const WHEEL_ZOOM = 0.0022
const MIDDLE = 4

const namedTarget = (target: EventTarget | null): string | null =>
  target instanceof Element ? (target.closest('[data-grip]')?.getAttribute('data-grip') ?? null) : null

/** The pointer in table pixels. */
const within = (element: HTMLElement, [x, y]: readonly [number, number]): Point => {
  const box = element.getBoundingClientRect()
  return { x: x - box.left, y: y - box.top }
}

const gripDrag = (bench: Bench, grip: Grip, named: string | null): Drag => {
  const { way } = bench.get()
  if (named === 'turn') return turnDrag(way, grip)
  const handle = HANDLES[Number(named?.replace('handle-', ''))]
  return named?.startsWith('handle-') && handle ? handleDrag(way, grip, handle) : bodyDrag(way, grip)
}

/** Is the press on what the current way moves? Its mask, or in the Picture way anywhere on the picture. */
const isOnSelected = (bench: Bench, at: Point): boolean => {
  const frame = selectedFrame(bench.get())
  return frame !== null && frameContains(frame, at)
}

/** Starts what a press-and-move does. A drag that starts on an unselected frame selects it and moves the whole. */
const startHold = (bench: Bench, at: Point, named: string | null, buttons: number): Hold => {
  bench.endBurst()
  const state = bench.get()
  const from = toSheet(state.view, at)
  if (buttons === MIDDLE || heldKeys.has('h')) return { kind: 'pan' }
  if (state.armed) return { kind: 'draw', from, last: from }
  const chosen = selectedFrame(state)
  const grip = (frameId: string): Grip => ({ project: state.project, sheetId: state.sheetId, frameId, from })
  if (chosen && (named !== null || isOnSelected(bench, from)))
    return { kind: 'drag', drag: gripDrag(bench, grip(chosen.id), named), last: null }
  const hit = frameAt(shownSheet(state), from)
  if (!hit) return { kind: 'pan' }
  select(bench, hit.id, 'whole')
  return { kind: 'drag', drag: bodyDrag('whole', grip(hit.id)), last: null }
}

const moveHold = (bench: Bench, hold: Hold, at: Point, delta: readonly [number, number], shift: boolean): void => {
  const { view, armed } = bench.get()
  const to = toSheet(view, at)
  if (hold.kind === 'pan') panView(bench, delta[0], delta[1])
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

const endHold = (bench: Bench, hold: Hold): void => {
  const { armed, drawing } = bench.get()
  if (hold.kind === 'drag' && hold.last) {
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

const dropHold = (bench: Bench): void => {
  bench.preview(null)
  bench.set({ drawing: null })
}

/** A press without movement selects what lies there by its true outline. */
const tap = (bench: Bench, at: Point, named: string | null): void => {
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

/** What the wheel or a pinch works on, kept for the whole gesture. */
type Target = 'view' | 'picture'

const targetAt = (bench: Bench, at: Point): Target => {
  const state = bench.get()
  return state.way === 'picture' && isOnSelected(bench, toSheet(state.view, at)) ? 'picture' : 'view'
}

const localPoint = (bench: Bench, at: Point): Point => {
  const state = bench.get()
  const frame = frameOf(shownSheet(state), state.selection[0] ?? '')
  return apply(invert(frameMatrix(frame)), toSheet(state.view, at))
}

const zoomTarget = (bench: Bench, target: Target, at: Point, factor: number): void => {
  if (target === 'picture' && bench.get().selection.length) zoomSelected(bench, factor, localPoint(bench, at))
  else zoomViewAt(bench, at, factor)
}

/** Binds the table's pointer, wheel and pinch. `cancel` drops what is under way; true if something was. */
export const useTableGestures = (
  bench: Bench,
  element: RefObject<HTMLDivElement | null>,
): { readonly cancel: () => boolean } => {
  const hold = useRef<Hold | null>(null)
  const stop = useRef<(() => void) | null>(null)
  const pinchScale = useRef(1)

  useGesture(
    {
      onDrag: ({
        first,
        last,
        tap: isTap,
        xy,
        initial,
        delta,
        buttons,
        event,
        cancel,
        canceled,
        pinching,
        shiftKey,
      }) => {
        const table = element.current
        if (!table) return
        if (pinching) return cancel()
        if (canceled) {
          dropHold(bench)
          hold.current = null
          return
        }
        if (isTap) {
          hold.current = null
          return tap(bench, within(table, xy), namedTarget(event.target))
        }
        if (first || !hold.current) {
          hold.current = startHold(bench, within(table, initial), namedTarget(event.target), buttons)
          stop.current = cancel
        }
        moveHold(bench, hold.current, within(table, xy), delta, shiftKey)
        if (!last) return
        endHold(bench, hold.current)
        hold.current = null
        stop.current = null
      },
      onPinch: ({ first, origin, movement: [scale], memo, event }) => {
        const table = element.current
        if (!table) return memo as unknown
        event.preventDefault()
        const at = within(table, origin)
        if (first) {
          pinchScale.current = 1
          bench.endBurst()
        }
        const target: Target = first
          ? event.type === 'wheel'
            ? 'view'
            : targetAt(bench, at)
          : (memo as { target: Target }).target
        zoomTarget(bench, target, at, scale / pinchScale.current)
        pinchScale.current = scale
        const before = first ? at : (memo as { at: Point }).at
        const moved = subtract(at, before)
        if (event.type !== 'wheel' && (moved.x || moved.y)) {
          if (target === 'picture')
            panSelected(bench, { x: moved.x / bench.get().view.scale, y: moved.y / bench.get().view.scale })
          else panView(bench, moved.x, moved.y)
        }
        return { target, at }
      },
      onWheel: ({ first, event, delta: [dx, dy], memo, ctrlKey }) => {
        const table = element.current
        if (!table || ctrlKey) return memo as unknown
        event.preventDefault()
        const at = within(table, [event.clientX, event.clientY])
        const target = first || memo === undefined ? targetAt(bench, at) : (memo as Target)
        if (target === 'picture') zoomTarget(bench, target, at, Math.exp(-dy * WHEEL_ZOOM))
        else panView(bench, -dx, -dy)
        return target
      },
      onDoubleClick: ({ event }) => {
        const table = element.current
        if (!table || namedTarget(event.target)) return
        const at = toSheet(bench.get().view, within(table, [event.clientX, event.clientY]))
        const hit = frameAt(shownSheet(bench.get()), at)
        if (!hit) return
        if (hit.id !== bench.get().selection[0]) select(bench, hit.id)
        if (goDown(bench) === 'empty') say(bench, 'This frame is empty. Choose a picture below, or drop one here.')
      },
    },
    {
      target: element,
      eventOptions: { passive: false },
      drag: { filterTaps: true, threshold: 3, pointer: { buttons: [1, MIDDLE], keys: false } },
      pinch: { modifierKey: 'ctrlKey' },
    },
  )

  return {
    cancel: () => {
      if (!hold.current) return false
      stop.current?.()
      dropHold(bench)
      hold.current = null
      return true
    },
  }
}
