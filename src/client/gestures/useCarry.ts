'use client'
import { useDrag } from '@use-gesture/react'
import { rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { frameAt } from '@/core/document/read'
import {
  recordFill,
  boxAround,
  fillFrame,
  putFrame,
  putPictureFrame,
  select,
  setBackgroundPicture,
} from '@/client/store/actions'
import { shownSheet, type Bench } from '@/client/store/benchStore'
import { toSheet } from '@/client/store/view'
import type { Carried } from '@/client/store/state'

/** The pointer in table pixels, if it is over the table. */
const overTable = (at: Point): Point | null => {
  const box = document.querySelector('[data-region="table"]')?.getBoundingClientRect()
  if (!box || !rectContains({ x0: box.left, y0: box.top, x1: box.right, y1: box.bottom }, at)) return null
  return { x: at.x - box.left, y: at.y - box.top }
}

const overBackgroundZone = (at: Point): boolean => {
  const box = document.querySelector('[data-background-zone]')?.getBoundingClientRect()
  return !!box && rectContains({ x0: box.left, y0: box.top, x1: box.right, y1: box.bottom }, at)
}

/** While carried over the table: what a drop here would do is shown live. */
const hover = (bench: Bench, carried: Carried, at: Point): void => {
  const state = bench.get()
  const onTable = overTable(at)
  const isOverBackground = carried.kind === 'picture' && overBackgroundZone(at)
  const point = onTable && toSheet(state.view, onTable)
  const frame =
    carried.kind === 'picture' && point && !isOverBackground
      ? frameAt(shownSheet({ ...state, preview: null }), point, (f) => f.takesPictures)
      : null
  const same = frame?.id === state.dropFrame
  bench.set({ carried, carriedAt: at, overBackground: isOverBackground, dropFrame: frame?.id ?? null })
  if (same || carried.kind !== 'picture') return
  bench.preview(frame ? recordFill(state.project, state.sheetId, frame.id, carried.picture).project : null)
}

const drop = (bench: Bench, carried: Carried, at: Point): void => {
  const state = bench.get()
  const onTable = overTable(at)
  const target = state.dropFrame
  const isBackground = state.overBackground
  putDown(bench)
  if (!onTable) return
  const point = toSheet(state.view, onTable)
  if (carried.kind === 'stencil') return putFrame(bench, carried.stencil, boxAround(point, carried.stencil, state))
  if (isBackground) return setBackgroundPicture(bench, carried.picture)
  if (target === null) return putPictureFrame(bench, carried.picture, point)
  fillFrame(bench, target, carried.picture)
  select(bench, target)
}

/** Lets go of what is carried without using it. */
export const putDown = (bench: Bench): void => {
  bench.preview(null)
  bench.set({ carried: null, carriedAt: null, dropFrame: null, overBackground: false })
}

/** Binds a supply that can be carried to the table. Esc puts it down. */
export const useCarry = (bench: Bench) =>
  useDrag(
    ({ args, first, last, tap, xy: [x, y], canceled, cancel, event }) => {
      if (tap) return
      if (first) bench.endBurst()
      if (canceled) return putDown(bench)
      if (!first && bench.get().carried === null) return last ? undefined : cancel()
      event.preventDefault()
      const [carried] = args as [Carried]
      if (last) drop(bench, carried, { x, y })
      else hover(bench, carried, { x, y })
    },
    { filterTaps: true, threshold: 5, pointer: { keys: false } },
  )
