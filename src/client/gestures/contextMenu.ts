import { toolOf, armedOf, dropperOf, carriedOf } from '@/client/store/modes'
import { BACKGROUND_ID } from '@/core/document/background'
import { itemsRect, sheetRect } from '@/core/document/extent'
import { rectCentre, rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { holdable } from '@/core/document/tree'
import { frameSeenAt } from '@/client/gestures/hits'
import { within } from '@/client/gestures/holds'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { select } from '@/client/store/selection'
import { toSheet, toTable } from '@/client/store/view'
import { openMenuAt } from '@/client/store/slices/dialogs'

/** The right button of a mouse; keys that ask for a menu press none. */
const RIGHT = 2

interface MenuEvent {
  readonly button: number
  readonly clientX: number
  readonly clientY: number
  preventDefault(): void
}

/** The middle of what is selected, in window pixels; that of the table with nothing selected. */
const middleOf = (bench: Bench, table: HTMLElement): Point => {
  const state = bench.get()
  const box = table.getBoundingClientRect()
  const ids = state.selection.filter((id) => id !== BACKGROUND_ID)
  const at = ids.length
    ? toTable(state.view, rectCentre(itemsRect(shownSheet(state), ids)))
    : { x: box.width / 2, y: box.height / 2 }
  return { x: box.left + at.x, y: box.top + at.y }
}

/** Selects what lies under a point, unless it is selected already; nothing where nothing lies. */
const selectAt = (bench: Bench, at: Point): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const hit = frameSeenAt(bench, state.project, sheet, at)
  const id = hit && holdable(sheet, hit.id, state.entered)
  if (id !== null && state.selection.includes(id)) return
  if (id === null && state.selection[0] === BACKGROUND_ID && rectContains(sheetRect(sheet.size), at)) return
  select(bench, id)
}

/** A menu is asked for on the table: by the right button or a long press for what lies there, by key for the selection. */
export const openMenu = (bench: Bench, table: HTMLElement, event: MenuEvent): void => {
  event.preventDefault()
  bench.endBurst()
  const state = bench.get()
  const { preview } = state
  const tool = toolOf(state)
  const armed = armedOf(state)
  const dropper = dropperOf(state)
  const carried = carriedOf(state)
  // What has the table to itself, or is under the hand, is ended first.
  if (tool ?? armed ?? dropper ?? carried ?? preview) return
  if (event.button !== RIGHT) return openMenuAt(bench, middleOf(bench, table))
  selectAt(bench, toSheet(bench.get().view, within(table, [event.clientX, event.clientY])))
  openMenuAt(bench, { x: event.clientX, y: event.clientY })
}

/** A finger that rests so long asks for the menu. */
const LONG_PRESS_MS = 550
/** One that has moved further than this drags, in window pixels. */
const REST = 8

/** Follows fingers that rest on the table; returns how to stop. Browsers differ in whether they ask for a menu then. */
export const followLongPress = (bench: Bench, table: HTMLElement): (() => void) => {
  let timer: ReturnType<typeof setTimeout> | undefined
  let from: Point = { x: 0, y: 0 }
  let isLong = false
  const end = (): void => clearTimeout(timer)
  // The press that browsers make of a finger's leaving would fall upon the menu.
  const leave = (event: TouchEvent): void => {
    if (isLong && event.cancelable) event.preventDefault()
    isLong = false
  }
  const down = (event: PointerEvent): void => {
    end()
    if (event.pointerType !== 'touch' || !event.isPrimary) return
    from = { x: event.clientX, y: event.clientY }
    timer = setTimeout(() => {
      isLong = true
      openMenu(bench, table, { button: RIGHT, clientX: from.x, clientY: from.y, preventDefault: () => undefined })
    }, LONG_PRESS_MS)
  }
  const move = (event: PointerEvent): void => {
    if (Math.hypot(event.clientX - from.x, event.clientY - from.y) > REST) end()
  }
  table.addEventListener('pointerdown', down)
  table.addEventListener('pointermove', move)
  table.addEventListener('touchend', leave, { passive: false })
  for (const type of ['pointerup', 'pointercancel'] as const) table.addEventListener(type, end)
  return () => {
    end()
    table.removeEventListener('pointerdown', down)
    table.removeEventListener('pointermove', move)
    table.removeEventListener('touchend', leave)
    for (const type of ['pointerup', 'pointercancel'] as const) table.removeEventListener(type, end)
  }
}
