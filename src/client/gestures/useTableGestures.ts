'use client'
import { openSheetIn } from '@/client/store/shownSheets'
import { toolOf } from '@/client/store/modes'
import { useGesture } from '@use-gesture/react'
import { useRef, type RefObject } from 'react'
import { boxMatrix } from '@/core/geometry/box'
import { apply, invert } from '@/core/geometry/matrix'
import { rectContains } from '@/core/geometry/rect'
import { subtract, type Point } from '@/core/geometry/vector'
import { BACKGROUND_ID } from '@/core/document/background'
import { layOf, standsAt } from '@/core/document/laid'
import { sheetRect } from '@/core/document/extent'
import { ownPoint, textOf } from '@/core/document/text'
import { placeAt } from '@/core/text/carets'
import { holdable } from '@/core/document/tree'
import {
  dropHold,
  endHold,
  isOnSelected,
  MIDDLE_BUTTON,
  moveHold,
  namedTarget,
  startHold,
  tap,
  within,
  type Hold,
} from '@/client/gestures/holds'
import { frameSeenAt } from '@/client/gestures/hits'
import { toolHand } from '@/client/gestures/tools'
import { turnPoint } from '@/client/gestures/tools/pointsHand'
import { panSelected, zoomSelected } from '@/client/gestures/nudge'
import { wheelFactor } from '@/client/gestures/wheel'
import { placedFrame } from '@/client/store/placed'
import { say } from '@/client/store/notices'
import { goDown, select } from '@/client/store/selection'
import { startWriting } from '@/client/store/writing'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { panView, toSheet, zoomViewAt } from '@/client/store/view'

/** What the wheel or a pinch works on, kept for the whole gesture. */
type Target = 'view' | 'picture'

const targetAt = (bench: Bench, at: Point): Target => {
  const state = bench.get()
  return state.way === 'picture' && isOnSelected(bench, toSheet(state.view, at)) ? 'picture' : 'view'
}

const localPoint = (bench: Bench, at: Point): Point => {
  const state = bench.get()
  const held = placedFrame(state)
  const p = toSheet(state.view, at)
  if (!held) return p
  const standing = standsAt(layOf(shownSheet(state), held.frame), p) ?? p
  return apply(invert(boxMatrix(held.at.box, held.at.turn)), standing)
}

const zoomTarget = (bench: Bench, target: Target, at: Point, factor: number): void => {
  if (target === 'picture' && bench.get().selection.length) zoomSelected(bench, factor, localPoint(bench, at))
  else zoomViewAt(bench, at, factor)
}

interface PinchMemo {
  readonly target: Target
  readonly at: Point
  readonly scale: number
}

/** A double-click goes one step down: into a group, or from a frame to its picture; on a point it changes its kind. */
const doubleClick = (bench: Bench, table: HTMLElement, target: EventTarget, clientX: number, clientY: number): void => {
  if (turnPoint(bench, namedTarget(target)) || namedTarget(target)) return
  const state = bench.get()
  if (toolOf(state)) return
  const sheet = shownSheet(state)
  const at = toSheet(state.view, within(table, [clientX, clientY]))
  const hit = frameSeenAt(bench, state.project, sheet, at)
  if (!hit) {
    if (sheet.background.kind === 'picture' && rectContains(sheetRect(sheet.size), at)) select(bench, BACKGROUND_ID)
    return
  }
  // One step down: into the group that is held, or from the frame to its picture.
  const held = holdable(sheet, hit.id, state.entered)
  const below = sheet.items[held]?.kind === 'group' ? holdable(sheet, hit.id, held) : held
  if (held !== state.selection[0]) select(bench, held)
  const text = textOf(shownSheet(bench.get()), below)
  if (text && below === bench.get().selection[0])
    return startWriting(bench, text.id, { place: placeAt(text.stencil, text.box, ownPoint(text, at)) })
  if (below === bench.get().selection[0] && openSheetIn(bench, below)) return
  if (goDown(bench, below) === 'empty') say(bench, 'This frame is empty. Choose a picture below, or drop one here.')
}

export interface TableGestures {
  /** Drops what is under way; true if something was. */
  readonly cancel: () => boolean
  readonly onDoubleClick: (event: {
    readonly target: EventTarget
    readonly clientX: number
    readonly clientY: number
  }) => void
}

/** Binds the table's pointer, wheel and pinch. */
export const useTableGestures = (bench: Bench, element: RefObject<HTMLDivElement | null>): TableGestures => {
  const hold = useRef<Hold | null>(null)
  const stop = useRef<(() => void) | null>(null)

  const letGo = (): boolean => {
    if (!hold.current) return false
    const held = hold.current
    hold.current = null
    dropHold(bench, held)
    return true
  }

  useGesture(
    {
      onDrag: ({
        first,
        last,
        tap: isTap,
        xy,
        initial,
        buttons,
        event,
        cancel,
        canceled,
        pinching,
        touches,
        shiftKey,
        ctrlKey,
        metaKey,
      }) => {
        const table = element.current
        if (!table) return
        if (pinching || touches > 1) {
          letGo()
          return cancel()
        }
        if (canceled) return void letGo()
        if (isTap) {
          hold.current = null
          return tap(bench, within(table, xy), namedTarget(event.target), {
            buttons,
            shift: shiftKey,
            ctrl: ctrlKey || metaKey,
            time: event.timeStamp,
          })
        }
        if (first) {
          const press = { buttons, shift: shiftKey, ctrl: ctrlKey || metaKey, time: event.timeStamp }
          hold.current = startHold(bench, within(table, initial), namedTarget(event.target), press)
          stop.current = cancel
        }
        if (!hold.current) return
        moveHold(bench, hold.current, within(table, xy), { shift: shiftKey, ctrl: ctrlKey || metaKey })
        if (!last) return
        const held = hold.current
        hold.current = null
        endHold(bench, held)
      },
      onMove: ({ xy, dragging }) => {
        const table = element.current
        if (!table || dragging) return
        toolHand(bench)?.hover?.(toSheet(bench.get().view, within(table, xy)))
      },
      onPinch: ({ first, origin, movement: [scale], memo, event }) => {
        const table = element.current
        // The wheel's own handler sees to Ctrl and the wheel.
        if (!table || event.type === 'wheel') return memo as unknown
        const at = within(table, origin)
        if (first) {
          letGo()
          return { target: targetAt(bench, at), at, scale } satisfies PinchMemo
        }
        const before = memo as PinchMemo // returned by the call before
        zoomTarget(bench, before.target, at, scale / before.scale)
        const moved = subtract(at, before.at)
        const { view } = bench.get()
        if (before.target === 'picture') panSelected(bench, { x: moved.x / view.scale, y: moved.y / view.scale })
        else panView(bench, moved.x, moved.y)
        return { ...before, at, scale } satisfies PinchMemo
      },
      onWheel: ({ first, last, event, memo, ctrlKey, metaKey }) => {
        const table = element.current
        // The end of a gesture is told with its newest event once more.
        if (!table || (last && !first)) return memo as unknown
        event.preventDefault()
        const at = within(table, [event.clientX, event.clientY])
        const target = first || memo === undefined ? targetAt(bench, at) : (memo as Target)
        if (target === 'picture' || ctrlKey || metaKey) zoomTarget(bench, target, at, wheelFactor(event))
        else panView(bench, -event.deltaX, -event.deltaY)
        return target
      },
    },
    {
      target: element,
      eventOptions: { passive: false },
      drag: { filterTaps: true, threshold: 3, pointer: { buttons: [1, MIDDLE_BUTTON], keys: false } },
    },
  )

  return {
    cancel: () => {
      if (!hold.current) return false
      stop.current?.()
      return letGo()
    },
    onDoubleClick: ({ target, clientX, clientY }) => {
      if (element.current) doubleClick(bench, element.current, target, clientX, clientY)
    },
  }
}
