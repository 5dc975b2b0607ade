'use client'
import { frameOrBackground } from '@/core/document/background'
import { carriedOf } from '@/client/store/modes'
import { useDrag } from '@use-gesture/react'
import { useRef } from 'react'
import { isFailure } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import { reorderItems } from '@/core/document/edits/groups'
import { placedIn } from '@/core/document/content'
import { sheetOf } from '@/core/document/read'
import { idsUnder, listOf, parentOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { onEscape } from '@/client/gestures/escape'
import { dropCarried, hoverCarried, putDown } from '@/client/gestures/useCarry'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import type { StackDrop } from '@/client/store/state'
import type { Carried } from '@/client/store/modes'
import { aimInStack } from '@/client/store/slices/hand'

/** The part of a row's height at its edges within which a drop goes beside it rather than into it. */
const EDGE_SHARE = 0.3

interface Row {
  readonly id: string
  readonly top: number
  readonly bottom: number
}

const stackBox = (): DOMRect | null => document.querySelector('[data-region="stack"]')?.getBoundingClientRect() ?? null

const rowsShown = (): readonly Row[] =>
  [...document.querySelectorAll<HTMLElement>('[data-stack-id]')].map((element) => {
    const { top, bottom } = element.getBoundingClientRect()
    return { id: element.dataset['stackId'] ?? '', top, bottom }
  })

/** Just above an item of its list. */
const above = (sheet: Sheet, id: string): StackDrop => ({
  parentId: parentOf(sheet, id),
  below: id,
  mark: id,
  at: 'top',
})

/** Just below an item of its list: above the one beneath it. */
const beneath = (sheet: Sheet, id: string): StackDrop => {
  const parentId = parentOf(sheet, id)
  const list = listOf(sheet, parentId)
  return { parentId, below: list[list.indexOf(id) - 1] ?? null, mark: id, at: 'bottom' }
}

const into = (sheet: Sheet, id: string): StackDrop => ({
  parentId: id,
  below: listOf(sheet, id).at(-1) ?? null,
  mark: id,
  at: 'into',
})

/** Where in the stack a drop at the height `y` would put the items; null where it can't. */
const dropAt = (sheet: Sheet, y: number, moved: readonly string[]): StackDrop | null => {
  const rows = rowsShown()
  const row =
    rows.find(({ top, bottom }) => y >= top && y < bottom) ?? (y < (rows[0]?.top ?? 0) ? rows[0] : rows.at(-1))
  if (!row || idsUnder(sheet, moved).has(row.id)) return null
  const share = (y - row.top) / (row.bottom - row.top)
  const isGroup = sheet.items[row.id]?.kind === 'group'
  if (isGroup && share > EDGE_SHARE && share < 1 - EDGE_SHARE) return into(sheet, row.id)
  return share < 0.5 ? above(sheet, row.id) : beneath(sheet, row.id)
}

/** The items that a drag on one takes along: the whole selection if it is part of it. */
const takenAlong = (bench: Bench, id: string): readonly string[] => {
  const { selection } = bench.get()
  return selection.includes(id) ? selection : [id]
}

const reorder = (bench: Bench, ids: readonly string[], { parentId, below }: StackDrop): void => {
  const { sheetId } = bench.get()
  try {
    bench.commit('Reorder', (project) => reorderItems.record(project, { sheetId, ids, parentId, below }))
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The items cannot stand there.', 'fault')
  }
}

/** What leaves the stack over the table: the picture of the frame; nothing for a group or an empty frame. */
const carriedItem = (bench: Bench, id: string): Carried | null => {
  const state = bench.get()
  // As it is, not as the drag shows it: there the picture is in its new frame already.
  const sheet = sheetOf(state.project, state.sheetId)
  const frame = frameOrBackground(sheet, id)
  const placed = frame && placedIn(sheet, frame)
  return placed ? { kind: 'fill', frameId: id, pictureId: placed.pictureId } : null
}

const isOverStack = ({ x }: Point): boolean => {
  const box = stackBox()
  return box !== null && x >= box.left
}

/** Binds a row of the stack: within the stack a drag reorders, over the table it carries the frame's picture. */
export const useStackDrag = (bench: Bench) => {
  const held = useRef<{ isDropped: boolean; readonly stop: () => void } | null>(null)
  const clear = (): void => {
    aimInStack(bench, null)
    putDown(bench)
  }
  const grasp = (): void => {
    bench.endBurst()
    const stop = onEscape(() => {
      if (held.current) held.current.isDropped = true
      clear()
    })
    held.current = { isDropped: false, stop }
  }
  const letGo = (): boolean => {
    const isDropped = held.current?.isDropped ?? false
    held.current?.stop()
    held.current = null
    return isDropped
  }
  return useDrag(
    ({ args, first, last, tap, xy: [x, y], canceled, event, ctrlKey, metaKey }) => {
      if (tap) return
      const [id] = args as [string]
      const at = { x, y }
      if (first) grasp()
      event.preventDefault()
      const isDropped = last ? letGo() : (held.current?.isDropped ?? false)
      if (canceled) return clear()
      if (isDropped) return
      const copy = ctrlKey || metaKey
      if (isOverStack(at)) {
        if (carriedOf(bench.get())) putDown(bench)
        const ids = takenAlong(bench, id)
        const drop = dropAt(shownSheet(bench.get()), y, ids)
        aimInStack(bench, last ? null : drop)
        if (last && drop) reorder(bench, ids, drop)
        return
      }
      if (bench.get().stackDrop) aimInStack(bench, null)
      const carried = carriedItem(bench, id)
      if (!carried) return
      if (last) dropCarried(bench, carried, at, copy)
      else hoverCarried(bench, carried, at, copy)
    },
    { filterTaps: true, threshold: 5, pointer: { keys: false } },
  )
}
