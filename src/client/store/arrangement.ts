import { isFailure } from '@/core/failure'
import type { Alignment, Axis, Spacing } from '@/core/geometry/align'
import { type Recorded, unchanged } from '@/core/document/edit'
import { alignItems, arrangeItems, distributeItems, equalItems } from '@/core/document/edits/arrange'
import type { Field, Layout } from '@/core/document/arrange'
import { aloneFrame, carryFill, clearPictures, liftFill, shufflePictures } from '@/core/document/edits/carry'
import { planFilling } from '@/core/document/filling'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import { groupItems, restackItems, ungroupItems, type StackMove } from '@/core/document/edits/groups'
import { flipItems, markItems } from '@/core/document/edits/items'
import { matchFrames } from '@/core/document/edits/subjects'
import { joinRecorded } from '@/core/document/edit'
import { readingOrder, sheetOf } from '@/core/document/read'
import { lettersToFill } from '@/core/document/edits/lettering/across'
import { isWord, wordAround } from '@/core/document/lettering'
import { framesUnder, isAtHand, isLocked, itemOf } from '@/core/document/tree'
import { BACKGROUND_ID } from '@/core/document/background'
import { freePlace } from '@/core/document/arrange'
import type { Frame, Project } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import { newItemId, noteUsed } from '@/client/store/actions'
import { withPictures } from '@/client/store/libraryPictures'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { shortageWords } from '@/client/store/shortage'
import type { BenchState } from '@/client/store/state'
import { selectedFrame, selectedFrames, selectItems } from '@/client/store/selection'
import { noteMatched, putMarked } from '@/client/store/slices/supplies'
import { speak } from '@/client/store/slices/notices'

interface Selected {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** Commits a change of what is selected; says so if nothing is. */
const onSelection = (bench: Bench, name: string, change: (project: Project, at: Selected) => Recorded): void => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  if (!selection.length) return say(bench, 'Select frames first.')
  try {
    bench.commit(name, (project) => change(project, { sheetId, ids: selection }))
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'That did not work. Undo and try it again.', 'fault')
  }
}

/** Joins what is selected into a group. */
export const groupSelected = (bench: Bench): void => {
  const groupId = newItemId().replace(/^f-/, 'g-')
  const { selection } = bench.get()
  if (selection.length < 2)
    return say(bench, 'Select two or more to make a group: Shift and press, or draw around them.')
  if (bench.get().entered !== null && isWord(shownSheet(bench.get()).items[bench.get().entered ?? '']))
    return say(bench, 'Letters of a text stay in it. Make pieces of the text to group them.')
  onSelection(bench, 'Group', (project, at) => groupItems.record(project, { ...at, groupId, name: 'Group' }))
  selectItems(bench, [groupId])
}

/** Dissolves the selected groups; their members stay selected. */
export const ungroupSelected = (bench: Bench): void => {
  const sheet = shownSheet(bench.get())
  const groups = bench.get().selection.filter((id) => sheet.items[id]?.kind === 'group')
  if (!groups.length) return say(bench, 'There is no group among what is selected.')
  const members = groups.flatMap((id) => {
    const item = itemOf(sheet, id)
    return item.kind === 'group' ? item.order : []
  })
  onSelection(bench, 'Ungroup', (project, at) => ungroupItems.record(project, at))
  selectItems(bench, members)
}

export const restackSelected = (bench: Bench, move: StackMove): void =>
  onSelection(
    bench,
    { forward: 'One forward', back: 'One back', front: 'To the front', rear: 'To the rear' }[move],
    (project, at) => restackItems.record(project, { ...at, move }),
  )

export const flipSelected = (bench: Bench, axis: 'x' | 'y'): void =>
  onSelection(bench, axis === 'x' ? 'Flip left to right' : 'Flip top to bottom', (project, at) =>
    flipItems.record(project, { ...at, axis }),
  )

/** Hides items or shows them. */
export const setHidden = (bench: Bench, ids: readonly string[], hidden: boolean): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit(hidden ? 'Hide' : 'Show', (project) => markItems.record(project, { sheetId, ids, hidden }))
}

export const setLocked = (bench: Bench, ids: readonly string[], locked: boolean): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  bench.commit(locked ? 'Lock' : 'Unlock', (project) => markItems.record(project, { sheetId, ids, locked }))
}

/** By key: hides or locks what is selected, or undoes that where all of it is. */
export const toggleMark = (bench: Bench, mark: 'hidden' | 'locked'): void => {
  const state = bench.get()
  const items = state.selection.flatMap((id) => shownSheet(state).items[id] ?? [])
  if (!items.length) return say(bench, 'Select something first.')
  const on = !items.every((item) => item[mark])
  const change = mark === 'hidden' ? setHidden : setLocked
  change(
    bench,
    items.map(({ id }) => id),
    on,
  )
}

export const alignSelected = (bench: Bench, alignment: Alignment, field: Field, asOne = false): void =>
  onSelection(bench, `Align: ${alignment}`, (project, at) => alignItems(project, { ...at, alignment, field, asOne }))

export const distributeSelected = (bench: Bench, axis: Axis, spacing: Spacing): void =>
  onSelection(bench, axis === 'x' ? 'Space across' : 'Space down', (project, at) =>
    distributeItems(project, { ...at, axis, spacing }),
  )

export const equalSelected = (bench: Bench, by: 'width' | 'height' | 'size'): void =>
  onSelection(bench, `Equal ${by}`, (project, at) => equalItems(project, { ...at, by }))

const LAYOUT_NAMES = { row: 'Row', grid: 'Grid', circle: 'Circle', mosaic: 'Mosaic' } as const

export const arrangeSelected = (
  bench: Bench,
  how: { readonly layout: Layout; readonly gap: number; readonly field?: Field; readonly columns?: number },
): void =>
  onSelection(bench, `Arrange: ${LAYOUT_NAMES[how.layout]}`, (project, at) => arrangeItems(project, { ...at, ...how }))

const counted = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`

/** Gives the subjects of the selected pictures one height and line. */
export const matchSelected = (bench: Bench, rows: boolean): void => {
  bench.endBurst()
  const { sheetId, selection, project } = bench.get()
  const sheet = shownSheet(bench.get())
  const match = matchFrames(project, { sheetId, ids: selection, rows })
  if (match.matched.length < 2)
    return say(
      bench,
      match.unmarked.length
        ? 'Mark the subject of each picture first: select a frame and press “Mark subject” above its viewfinder.'
        : 'Select two or more filled frames to match their subjects.',
    )
  bench.commit('Match subjects', () => match.recorded)
  noteMatched(bench, [...selection].sort().join())
  const said = [`${counted(match.matched.length, 'picture')} matched.`]
  if (match.unmarked.length)
    said.push(`${counted(match.unmarked.length, 'picture')} without a marked subject stayed as they were.`)
  for (const { frameId, left } of match.short) {
    const percent = (share: number): string => `${Math.round(Math.abs(share) * 1000) / 10}%`
    const parts = [
      ...(Math.abs(left.height) > 0.005 ? [`${percent(left.height)} ${left.height > 0 ? 'taller' : 'smaller'}`] : []),
      ...(Math.abs(left.line) > 0.005 ? [`line ${percent(left.line)} ${left.line > 0 ? 'lower' : 'higher'}`] : []),
    ]
    said.push(`${itemOf(sheet, frameId).name} stays ${parts.join(', ')}: its picture ends there.`)
  }
  say(bench, said.join(' '))
}

/** The frames that a set of pictures goes into, and whether in order or by shape. */
interface SetPlaces {
  readonly frames: readonly Frame[]
  readonly inOrder: boolean
}

/**
 * Several selected frames take pictures in order: the empty ones among them, or else all. Without such a selection the
 * empty frames at hand take those that suit their shape. All in reading order.
 */
const setPlaces = (bench: Bench): SetPlaces => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const chosen = new Set(framesUnder(sheet, state.selection).map(({ id }) => id))
  const takers = readingOrder(sheet).filter((frame) => frame.takesPictures)
  const empty = takers.filter((frame) => frame.fill.kind === 'none')
  const among = empty.filter(({ id }) => chosen.has(id))
  if (chosen.size > 1 && !among.length) return { frames: takers.filter(({ id }) => chosen.has(id)), inOrder: true }
  return { frames: among.length > 0 ? among : empty, inOrder: chosen.size > 1 }
}

/** The pictures marked in the supplies, in the order in which they were marked. */
export const chosenPictures = ({
  pictures,
  marked,
}: Pick<BenchState, 'pictures' | 'marked'>): readonly PictureAnswer[] =>
  marked.flatMap((hash) => pictures.find((picture) => picture.hash === hash) ?? [])

/** Exchanges what fills two frames; into an empty one the picture moves. */
export const exchangeTwo = (bench: Bench, frames: readonly Frame[]): void => {
  bench.endBurst()
  const [first, second] = frames
  if (!first || !second) return
  const [from, to] = first.fill.kind === 'none' ? [second, first] : [first, second]
  const { sheetId } = bench.get()
  bench.commit('Exchange pictures', (project) => carryFill.record(project, { sheetId, from: from.id, to: to.id }))
}

/** Takes the picture of the selected frame out to stand alone, as large as it is seen, in the next free place. */
export const standAlone = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const { project, sheetId } = state
  const held = selectedFrame(state)
  if (!held || held.id === BACKGROUND_ID) return
  const frame = aloneFrame(project, sheetId, held.id, newItemId(), { x: 0, y: 0 })
  if (!frame) return
  const box = freePlace(shownSheet(state), frame.box)
  bench.commit('Carry picture out of its frame', (now) =>
    liftFill.record(now, { sheetId, from: held.id, frame: { ...frame, box } }),
  )
  selectItems(bench, [frame.id])
}

/** Marks a picture of the supplies for a set, or takes the mark away. */
export const toggleMarked = (bench: Bench, hash: string): void => {
  const { marked } = bench.get()
  const next = marked.includes(hash) ? marked.filter((one) => one !== hash) : [...marked, hash]
  putMarked(bench, next)
  speak(bench, `${next.length} marked`)
}

/** Pictures into frames in their orders. */
const planInOrder = (frames: readonly Frame[], ids: readonly string[]) => ({
  pairs: frames.flatMap((frame, i) => {
    const pictureId = ids[i]
    return pictureId === undefined ? [] : [{ frameId: frame.id, pictureId }]
  }),
  left: ids.slice(frames.length),
})

/** Many pictures at once into the empty frames, portrait to portrait first; says what stays. */
export const fillFromSet = (bench: Bench, pictures: readonly PictureAnswer[]): void => {
  bench.endBurst()
  const word = wordAround(shownSheet(bench.get()), bench.get().selection[0])
  const { frames, inOrder } = word
    ? { frames: lettersToFill(shownSheet(bench.get()), word), inOrder: true }
    : setPlaces(bench)
  if (word && !frames.length) return say(bench, 'Every letter of this text has a picture.')
  if (!frames.length) return say(bench, 'There is no empty frame on this sheet. Put stencils on it first.')
  if (!pictures.length) return say(bench, 'Choose pictures first: Shift and press them in the supplies.')
  const { sheetId } = bench.get()
  let left = 0
  bench.commit('Fill from the set', (project) => {
    return withPictures(project, pictures, (known, byId) => {
      const ids = [...byId.keys()]
      const plan = inOrder ? planInOrder(frames, ids) : planFilling(known, sheetOf(known, sheetId), frames, ids)
      left = plan.left.length
      const fillOne = frames.some((frame) => frame.fill.kind !== 'none') ? replacePicture : placePicture
      return plan.pairs.reduce(
        (sofar, pair) => joinRecorded(sofar, (at) => fillOne.record(at, { sheetId, ...pair })),
        unchanged(known),
      )
    })
  })
  putMarked(bench, [])
  noteUsed(pictures.map(({ hash }) => hash))
  const filled = pictures.length - left
  const words = [`${counted(filled, 'frame')} filled.`]
  if (left)
    words.push(`${counted(left, 'picture')} stayed: there was no empty frame for ${left === 1 ? 'it' : 'them'}.`)
  if (frames.length > filled) words.push(`${counted(frames.length - filled, 'frame')} still empty.`)
  const short = shortageWords(
    bench.get().project,
    sheetId,
    frames.map(({ id }) => id),
  )
  if (short !== null) words.push(short)
  say(bench, words.join(' '))
}

/** Frames that a shuffle or clearing is about: those selected, or all at hand. */
export const setFrames = (
  state: Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>,
): readonly Frame[] => {
  const sheet = shownSheet(state)
  const chosen = selectedFrames(state)
  const among = chosen.length > 1 ? chosen : readingOrder(sheet)
  return among.filter((frame) => isAtHand(sheet, frame.id) && !isLocked(sheet, frame.id))
}

const setIds = (bench: Bench): readonly string[] => setFrames(bench.get()).map(({ id }) => id)

export const shuffleSet = (bench: Bench): void => {
  bench.endBurst()
  const ids = setIds(bench)
  const { sheetId } = bench.get()
  const [seed = 0] = crypto.getRandomValues(new Uint32Array(1))
  bench.commit('Shuffle pictures', (project) => shufflePictures.record(project, { sheetId, ids, seed }))
}

export const clearSet = (bench: Bench): void => {
  bench.endBurst()
  const ids = setIds(bench)
  const { sheetId } = bench.get()
  bench.commit('Clear pictures', (project) => clearPictures.record(project, { sheetId, ids }))
}
