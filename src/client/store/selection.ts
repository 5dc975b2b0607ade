import { toolOf, dropperOf, lastingOf } from '@/client/store/modes'
import { BACKGROUND_ID, frameOrBackground } from '@/core/document/background'
import { holdsPicture } from '@/core/document/content'
import { readingOrder } from '@/core/document/read'
import { framesUnder, groupsAround, isAtHand, itemOf, listOf, parentOf } from '@/core/document/tree'
import type { Frame, Item, Sheet } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import type { BenchState, Way } from '@/client/store/state'
import type { TableTool } from '@/client/store/modes'
import { type SelectionSlice } from '@/client/store/state'
import { setFinishScope } from '@/client/store/slices/card'
import { putSelection, putWay } from '@/client/store/slices/selection'
import { endChoosing, putToolDown, endShortMode, setFinderMode, setDrawsOut } from '@/client/store/slices/mode'
import { askForSeveral } from '@/client/store/slices/supplies'
import { speak } from '@/client/store/slices/notices'
import { setClean } from '@/client/store/slices/view'

type Selecting = Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>

/** The one selected frame, as it shows; the background's picture counts as one. */
export const selectedFrame = (state: Selecting): Frame | null => {
  const [id] = state.selection
  return state.selection.length === 1 && id !== undefined ? frameOrBackground(shownSheet(state), id) : null
}

/** The one selected item, frame or group. */
export const selectedItem = (state: Selecting): Item | null => {
  const [id] = state.selection
  return state.selection.length === 1 && id !== undefined ? (shownSheet(state).items[id] ?? null) : null
}

/** Every frame that is selected or lies in a selected group; never the background. */
export const selectedFrames = (state: Selecting): readonly Frame[] => framesUnder(shownSheet(state), state.selection)

const nameOf = (sheet: Sheet, id: string): string => (id === BACKGROUND_ID ? 'Background' : itemOf(sheet, id).name)

const spokenOf = (sheet: Sheet, ids: readonly string[]): string => {
  const [only] = ids
  if (only === undefined) return 'Nothing selected'
  return ids.length === 1 ? `${nameOf(sheet, only)} selected` : `${ids.length} selected`
}

/** A tool that works on a frame is put down when another is selected. */
const goesOn = (tool: TableTool, selection: readonly string[]): boolean =>
  !('frameId' in tool) || (selection.length === 1 && selection[0] === tool.frameId)

/** What is selected, with what was waited for and what stood on something else put down. */
const putChosen = (bench: Bench, chosen: Pick<SelectionSlice, 'selection' | 'entered' | 'way'>): void => {
  const tool = toolOf(bench.get())
  const isOther = chosen.selection.join() !== bench.get().selection.join()
  putSelection(bench, chosen)
  // Changes for all that share a finish are for those of this selection only.
  if (isOther) setFinishScope(bench, 'here')
  endChoosing(bench)
  askForSeveral(bench, null)
  if (tool && !goesOn(tool, chosen.selection)) putToolDown(bench)
  speak(bench, spokenOf(shownSheet(bench.get()), chosen.selection))
}

/** Selects one item, or with null nothing; works on within the group around it. */
export const select = (bench: Bench, id: string | null, way?: Way): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const frame = id === null ? null : frameOrBackground(sheet, id)
  const exists = id !== null && (frame !== null || sheet.items[id] !== undefined)
  // Picture stays from one filled frame to the next; everything else falls back to Whole.
  const kept = state.selection[0] === id || state.way === 'picture' ? state.way : 'whole'
  const isFilled = holdsPicture(frame?.fill)
  const wanted = id === BACKGROUND_ID ? 'picture' : (way ?? kept)
  const selection = exists ? [id] : []
  putChosen(bench, {
    selection,
    entered: exists && id !== BACKGROUND_ID ? parentOf(sheet, id) : null,
    way: isFilled ? wanted : 'whole',
  })
}

/** Selects several items. They come to lie in one list: those of other lists are taken by the groups around them. */
export const selectItems = (bench: Bench, ids: readonly string[]): void => {
  const [only] = ids
  if (ids.length < 2) return select(bench, only ?? null)
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const shared = groupsAround(sheet, only ?? '').find((group) =>
    ids.every((id) => groupsAround(sheet, id).includes(group)),
  )
  const inList = ids.map((id) => {
    const around = groupsAround(sheet, id)
    const depth = shared === undefined ? around.length : around.indexOf(shared)
    return around[depth - 1] ?? id
  })
  const selection = [...new Set(inList)]
  if (selection.length < 2) return select(bench, selection[0] ?? null)
  putChosen(bench, { selection, entered: shared ?? null, way: 'whole' })
}

/** Adds an item to the selection, or takes it out again. */
export const toggleSelected = (bench: Bench, id: string): void => {
  const { selection } = bench.get()
  const held = selection.filter((one) => one !== BACKGROUND_ID)
  selectItems(bench, held.includes(id) ? held.filter((one) => one !== id) : [...held, id])
}

/** Everything at hand in the list the hand works in. */
export const selectAll = (bench: Bench): void => {
  const state = bench.get()
  const sheet = shownSheet(state)
  selectItems(
    bench,
    listOf(sheet, state.entered).filter((id) => isAtHand(sheet, id)),
  )
}

/** How frames can be alike. */
export const LIKENESSES = ['stencil', 'empty', 'size', 'finish'] as const
export type Likeness = (typeof LIKENESSES)[number]

/** What a frame's finish comes to, named or its own. */
const finishText = ({ finish, opacity, blend }: Frame): string =>
  JSON.stringify([finish ?? null, opacity ?? 1, blend ?? ''])

const isAlike = (likeness: Likeness, one: Frame, other: Frame): boolean => {
  switch (likeness) {
    case 'stencil':
      return one.stencil.kind === other.stencil.kind
    case 'empty':
      return one.fill.kind === 'none'
    case 'finish':
      return finishText(one) === finishText(other)
    case 'size':
      return Math.abs(one.box.w - other.box.w) < 0.01 && Math.abs(one.box.h - other.box.h) < 0.01
  }
}

/** Selects every frame at hand that is like the selected one: of the same stencil or size; or all empty ones. */
export const selectAlike = (bench: Bench, likeness: Likeness): void => {
  const state = bench.get()
  const model = selectedFrames(state)[0]
  if (!model && likeness !== 'empty') return say(bench, 'Select a frame first, then those that are like it.')
  const alike = readingOrder(shownSheet(state)).filter((frame) => isAlike(likeness, frame, model ?? frame))
  if (!alike.length) return say(bench, 'There is no empty frame on this sheet.')
  selectItems(
    bench,
    alike.map(({ id }) => id),
  )
}

/** The next or previous frame in reading order. */
export const selectNeighbour = (bench: Bench, step: 1 | -1): void => {
  const state = bench.get()
  const list = readingOrder(shownSheet(state))
  if (!list.length) return
  const [chosen] = selectedFrames(state)
  const at = list.findIndex((frame) => frame.id === chosen?.id)
  const next = at < 0 ? (step > 0 ? 0 : list.length - 1) : (at + step + list.length) % list.length
  select(bench, list[next]?.id ?? null)
}

/** Of a text the picture way goes on in its first letter that has a picture. */
const intoWord = (bench: Bench, way: Way): void => {
  const state = bench.get()
  const item = selectedItem(state)
  if (item?.kind !== 'group' || !item.lettering || way !== 'picture') return
  const { items } = shownSheet(state)
  const first = item.lettering.letters.find(({ id }) => {
    const letter = items[id]
    return letter?.kind === 'frame' && holdsPicture(letter.fill)
  })
  if (first) select(bench, first.id, 'picture')
  else say(bench, 'These letters hold no picture yet. Press or drop one first.')
}

export const setWay = (bench: Bench, way: Way): void => {
  const state = bench.get()
  const frame = selectedFrame(state)
  if (!frame) return intoWord(bench, way)
  if (frame.id === BACKGROUND_ID) return putWay(bench, 'picture')
  if (way !== 'whole' && !holdsPicture(frame.fill))
    return say(bench, 'An empty frame moves as a whole. Put a picture in it first.')
  if (way === 'outline' && frame.fill.kind === 'span')
    return say(bench, 'A frame of a span is a window: moved as a whole, its picture stays where it is.')
  if (way === 'outline' && (frame.fill.kind === 'echo' || frame.follows))
    return say(bench, 'It shows another frame’s picture. Make it independent to crop it by its outline.')
  bench.endBurst()
  putWay(bench, way)
  speak(bench, `A drag now moves: ${way}`)
}

/** Down the ladder: group → its topmost item → picture. `wanted` is the item to come to within the group. */
export const goDown = (bench: Bench, wanted?: string): 'item' | 'picture' | 'empty' | 'none' => {
  const state = bench.get()
  const item = selectedItem(state)
  if (item?.kind === 'group') {
    const first = item.lettering?.letters.find(({ rest }) => rest)?.id
    select(bench, wanted ?? first ?? item.order.at(-1) ?? null)
    return 'item'
  }
  const frame = selectedFrame(state)
  if (!frame) return 'none'
  if (!holdsPicture(frame.fill)) return 'empty'
  setWay(bench, 'picture')
  return 'picture'
}

/** Up the ladder: an armed stencil or replacement is put down first, then picture → frame → group → nothing. */
export const goUp = (bench: Bench): void => {
  const state = bench.get()
  if (dropperOf(state)) return endShortMode(bench)
  if (state.isClean) return setClean(bench, false)
  if (state.finderMode !== 'move') {
    setFinderMode(bench, 'move')
    return speak(bench, 'Marking ended.')
  }
  const { kind } = lastingOf(state)
  if (kind === 'tool' && ['type', 'write'].includes(toolOf(state)?.kind ?? '')) return putToolDown(bench)
  if (kind === 'stencil' || kind === 'cutting' || kind === 'choosing' || state.drawsOut) {
    endChoosing(bench)
    setDrawsOut(bench, false)
    return speak(bench, 'Put down.')
  }
  if (state.way !== 'whole' && state.selection[0] !== BACKGROUND_ID) return setWay(bench, 'whole')
  if (state.entered !== null) return select(bench, state.entered)
  select(bench, null)
}
