'use client'
import { carriedOf, carryOf } from '@/client/store/modes'
import { useDrag } from '@use-gesture/react'
import { assertNever } from '@/core/failure'
import { rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { BACKGROUND_ID } from '@/core/document/background'
import type { Frame, Sheet } from '@/core/document/types'
import type { Recorded } from '@/core/document/edit'
import { aloneFrame, carryFill, liftFill } from '@/core/document/edits/carry'
import { placePicture } from '@/core/document/edits/fills'
import { placedIn } from '@/core/document/content'
import { frameOf } from '@/core/document/tree'
import {
  boxAround,
  fillFrame,
  newItemId,
  putFrame,
  putPictureFrame,
  setBackgroundPicture,
} from '@/client/store/actions'
import { recordFill } from '@/client/store/libraryPictures'
import { frameDroppedOn } from '@/client/gestures/hits'
import { focusTable } from '@/client/gestures/focus'
import { dropAcross, recordAcross } from '@/client/store/letterPictures'
import { putReadyGroup } from '@/client/store/readyGroups'
import { putWord } from '@/client/store/lettering'
import { amongSelected, type Landing } from '@/client/store/landing'
import { select } from '@/client/store/selection'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { toSheet } from '@/client/store/view'
import type { Carried } from '@/client/store/modes'
import { setCarry, endShortMode } from '@/client/store/slices/mode'

/** The pointer in table pixels, if it is over the table. */
const overTable = (at: Point): Point | null => {
  const box = document.querySelector('[data-region="table"]')?.getBoundingClientRect()
  if (!box || !rectContains({ x0: box.left, y0: box.top, x1: box.right, y1: box.bottom }, at)) return null
  return { x: at.x - box.left, y: at.y - box.top }
}

export const isOverTable = (at: Point): boolean => overTable(at) !== null

const overBackgroundZone = (at: Point): boolean => {
  const box = document.querySelector('[data-background-zone]')?.getBoundingClientRect()
  return !!box && rectContains({ x0: box.left, y0: box.top, x1: box.right, y1: box.bottom }, at)
}

/** The text whose zone the point is over, by its id. */
const overWordZone = (at: Point): string | null => {
  for (const zone of document.querySelectorAll('[data-word-zone]')) {
    const box = zone.getBoundingClientRect()
    if (rectContains({ x0: box.left, y0: box.top, x1: box.right, y1: box.bottom }, at))
      return zone.getAttribute('data-word-zone')
  }
  return null
}

/** The frame whose row of the stack the point is over, if it takes pictures. */
const rowFrame = (sheet: Sheet, at: Point): Frame | null => {
  const row = document.elementsFromPoint(at.x, at.y).find((element) => element.closest('[data-stack-id]'))
  const item = sheet.items[row?.closest('[data-stack-id]')?.getAttribute('data-stack-id') ?? '']
  return item?.kind === 'frame' && item.takesPictures ? item : null
}

/** The project as it is, without what is shown of the drag. */
const held = (bench: Bench) => ({ ...bench.get(), preview: null })

/** What a drop into a frame would do; null for what fills no frame, or its own. */
const recordDrop = (bench: Bench, carried: Carried, frameId: string, copy: boolean): Recorded | null => {
  const { project, sheetId } = bench.get()
  switch (carried.kind) {
    case 'picture':
      return recordFill(project, sheetId, frameId, carried.picture)
    case 'fill':
      return carried.frameId === frameId
        ? null
        : carryFill.record(project, { sheetId, from: carried.frameId, to: frameId, copy })
    case 'stencil':
    case 'ready':
    case 'text':
    case 'files':
      return null
    default:
      return assertNever(carried)
  }
}

/** A drop so near to an outline is meant for its frame, in table pixels. */
const DROP_REACH = 12

/** What is put on the sheet and fills nothing. */
const STANDS_ALONE: readonly Carried['kind'][] = ['stencil', 'ready', 'text']

/** Is it pictures that are carried? */
export const holdsPictures = (carried: Carried | null): boolean =>
  carried !== null && !STANDS_ALONE.includes(carried.kind)

/** While carried over the table: what a drop here would do is shown live. With `copy` what is carried also stays. */
export const hoverCarried = (bench: Bench, carried: Carried, at: Point, copy: boolean): void => {
  const state = bench.get()
  const onTable = overTable(at)
  const isPicture = holdsPictures(carried)
  const isOverBackground = isPicture && overBackgroundZone(at)
  const word = isPicture && !isOverBackground ? overWordZone(at) : null
  const point = onTable && toSheet(state.view, onTable)
  const row = isPicture ? rowFrame(shownSheet(held(bench)), at) : null
  const frame =
    row ??
    (isPicture && point && !isOverBackground && word === null
      ? frameDroppedOn(bench, state.project, shownSheet(held(bench)), point, DROP_REACH / state.view.scale)
      : null)
  const isSame =
    (frame?.id ?? null) === (carryOf(state)?.dropFrame ?? null) &&
    word === (carryOf(state)?.dropWord ?? null) &&
    carriedOf(state) !== null &&
    (carryOf(state)?.isCopying ?? false) === copy
  setCarry(bench, { carried, at, isOverBackground, dropFrame: frame?.id ?? null, dropWord: word, isCopying: copy })
  if (isSame) return
  const { project, sheetId } = bench.get()
  const across = word === null ? null : recordAcross(project, sheetId, word, carried)
  bench.preview((across ?? (frame && recordDrop(bench, carried, frame.id, copy)))?.project ?? null)
}

/** A picture carried out of its frame onto the bare sheet stands there alone; onto the background zone it becomes that. */
const dropFill = (bench: Bench, frameId: string, point: Point, isBackground: boolean, copy: boolean): void => {
  const { project, sheetId } = bench.get()
  if (isBackground) {
    const sheet = shownSheet(held(bench))
    const pictureId = placedIn(sheet, frameOf(sheet, frameId))?.pictureId
    if (pictureId !== undefined)
      bench.commit('Background picture', (now) =>
        placePicture.record(now, { sheetId, frameId: BACKGROUND_ID, pictureId }),
      )
    return
  }
  const frame = aloneFrame(project, sheetId, frameId, newItemId(), point)
  if (!frame) return
  bench.commit(copy ? 'Copy picture out of its frame' : 'Carry picture out of its frame', (now) =>
    liftFill.record(now, { sheetId, from: frameId, frame, copy }),
  )
  select(bench, frame.id)
}

const CARRY_NAMES = { move: 'Carry picture', exchange: 'Exchange pictures', copy: 'Copy picture' } as const

/** A picture carried from one frame into another. */
const dropIntoFrame = (bench: Bench, from: string, to: string, copy: boolean): void => {
  if (from === to) return
  const { sheetId } = bench.get()
  const isFilled = frameOf(shownSheet(held(bench)), to).fill.kind !== 'none'
  const name = copy ? CARRY_NAMES.copy : isFilled ? CARRY_NAMES.exchange : CARRY_NAMES.move
  bench.commit(name, (now) => carryFill.record(now, { sheetId, from, to, copy }))
  select(bench, to)
}

/** Where files that are carried would land; null where they are only added to the pictures. */
export const landingOfFiles = (bench: Bench, at: Point): Landing | null => {
  hoverCarried(bench, { kind: 'files', count: 1 }, at, false)
  const state = bench.get()
  const { sheetId, view } = state
  const dropFrame = carryOf(state)?.dropFrame ?? null
  const dropWord = carryOf(state)?.dropWord ?? null
  const overBackground = carryOf(state)?.isOverBackground ?? false
  const onTable = overTable(at)
  putDown(bench)
  if (dropFrame !== null) return amongSelected(bench, dropFrame)
  if (!onTable) return null
  if (overBackground) return { kind: 'background', sheetId }
  if (dropWord !== null) return { kind: 'word', sheetId, groupId: dropWord }
  return { kind: 'sheet', sheetId, at: toSheet(view, onTable) }
}

/** Puts down what is carried where the pointer is. */
export const dropCarried = (bench: Bench, carried: Carried, at: Point, copy: boolean): void => {
  const state = bench.get()
  const onTable = overTable(at)
  const target = carryOf(state)?.dropFrame ?? null
  const isBackground = carryOf(state)?.isOverBackground ?? false
  const word = carryOf(state)?.dropWord ?? null
  putDown(bench)
  if (!onTable && target === null) return
  const point = onTable ? toSheet(state.view, onTable) : { x: 0, y: 0 }
  if (carried.kind === 'stencil')
    return putFrame(bench, carried.stencil, boxAround(point, carried.stencil, state, carried.aspect))
  if (carried.kind === 'ready') return putReadyGroup(bench, carried.group, point)
  if (carried.kind === 'files') return
  if (carried.kind === 'text') return void putWord(bench, carried.text, carried.faceId, point)
  if (word !== null) return dropAcross(bench, word, carried)
  if (carried.kind === 'fill')
    return target === null
      ? dropFill(bench, carried.frameId, point, isBackground, copy)
      : dropIntoFrame(bench, carried.frameId, target, copy)
  if (isBackground) return setBackgroundPicture(bench, carried.picture)
  if (target === null) return putPictureFrame(bench, carried.picture, point)
  fillFrame(bench, target, carried.picture)
  select(bench, target)
}

/** Lets go of what is carried without using it. */
export const putDown = (bench: Bench): void => {
  bench.preview(null)
  endShortMode(bench)
}

/** Binds a supply that can be carried to the table. Esc puts it down; Ctrl copies what comes out of a frame. */
export const useCarry = (bench: Bench) =>
  useDrag(
    ({ args, first, last, tap, xy: [x, y], canceled, cancel, event, ctrlKey, metaKey }) => {
      if (tap) return
      if (first) bench.endBurst()
      if (canceled) return putDown(bench)
      if (!first && carriedOf(bench.get()) === null) return last ? undefined : cancel()
      event.preventDefault()
      const [carried] = args as [Carried]
      const copy = ctrlKey || metaKey
      if (last) {
        dropCarried(bench, carried, { x, y }, copy)
        focusTable()
      } else hoverCarried(bench, carried, { x, y }, copy)
    },
    { filterTaps: true, threshold: 5, pointer: { keys: false } },
  )
