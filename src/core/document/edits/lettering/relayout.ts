import type { Draft } from 'immer'
import type { LaidLetter, Layout, Rest } from '@/core/lettering/layout'
import type { Setting } from '@/core/lettering/settings'
import { lettersOf } from '@/core/lettering/slots'
import type { Placed } from '@/core/placement/placed'
import { defineEdit, put, sameValue } from '@/core/document/edit'
import { newFrame } from '@/core/document/create'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { rebasedFill } from '@/core/document/edits/rebase'
import { handOver } from '@/core/document/edits/items'
import { coverWord, layKeptAcross } from '@/core/document/edits/lettering/across'
import {
  acrossSpan,
  letterFrames,
  nudgeOf,
  poseKeepingMiddle,
  restBounds,
  standingAt,
  wordOf,
  type Word,
  type WordAddress,
} from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import {
  type Aside,
  type Frame,
  type Letter,
  type Lettering,
  type LetterPose,
  type Project,
  type Sheet,
} from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'
import { glyphOf, wordName } from '@/core/document/edits/lettering/newWord'

/** What a text is set anew by. */
export interface Relayout {
  readonly setting: Setting
  /** The text as set by its face; `letterIds` names its letters in order. */
  readonly layout: Layout
  readonly letterIds: readonly string[]
  /** What stays on the sheet: the anchor, while text is typed, or the middle; else where it goes. */
  readonly stays: 'anchor' | 'middle' | LetterPose
  /** Letters brought back to their rest and outline. */
  readonly setBack?: readonly string[]
}

/** What all letters have alike, for one that is new: their finish, and their fill where it is no picture of one letter's. */
const sharedLook = (frames: readonly Frame[]): Partial<Frame> => {
  const [first, ...others] = frames
  if (!first) return {}
  const look: { -readonly [K in keyof Frame]?: Frame[K] } = {}
  const keep = <K extends 'finish' | 'opacity' | 'blend' | 'backing' | 'feather'>(key: K): void => {
    const value = first[key]
    if (value !== undefined && others.every((frame) => sameValue(frame[key], value))) look[key] = value
  }
  for (const key of ['finish', 'opacity', 'blend', 'backing', 'feather'] as const) keep(key)
  const { fill } = first
  const isShared = fill.kind === 'colour' || fill.kind === 'gradient'
  if (isShared && others.every((frame) => sameValue(frame.fill, fill))) look.fill = fill
  return look
}

/** The fill of a letter that had no frame: what was kept aside for it, the window of one picture across, or what all have. */
const fillFor = (id: string, lettering: Lettering, spanId: string | null, look: Partial<Frame>): Fill => {
  if (spanId !== null) return { kind: 'span', spanId }
  const kept = lettering.pictures === 'each' ? lettering.aside.find(({ letterId }) => letterId === id) : undefined
  return kept?.fill ?? look.fill ?? { kind: 'none' }
}

const poseAfter = (word: Word, { layout, stays }: Relayout): LetterPose => {
  const { pose } = word.lettering
  if (typeof stays === 'object') return stays
  const before = restBounds(word.lettering)
  return stays === 'middle' && before && layout.letters.some(({ rest }) => rest)
    ? poseKeepingMiddle(pose, before, layout.bounds)
    : pose
}

/** Texts of letters by their ids, as they stood before. */
const lettersBefore = ({ lettering }: Word): ReadonlyMap<string, string> => {
  const texts = lettersOf(lettering.text)
  return new Map(lettering.letters.map(({ id }, i) => [id, texts[i] ?? '']))
}

/** Pictures of letters that show no more, beside those kept already; those that show again leave. */
const asideAfter = (word: Word, gone: readonly Frame[], standing: ReadonlySet<string>): readonly Aside[] => {
  const texts = lettersBefore(word)
  const { aside, pictures } = word.lettering
  const stays = pictures === 'each' ? aside.filter(({ letterId }) => !standing.has(letterId)) : aside
  const fresh = gone.flatMap(({ id, fill }): Aside[] =>
    fill.kind === PICTURES ? [{ letterId: id, text: texts.get(id) ?? '', fill }] : [],
  )
  const ids = new Set(fresh.map(({ letterId }) => letterId))
  const kept = stays.filter(({ letterId }) => !ids.has(letterId))
  return fresh.length || kept.length < aside.length ? [...kept, ...fresh] : aside
}

/** Members from bottom to top: those that stay keep their order, a new letter comes just above the one before it. */
const orderAfter = (order: readonly string[], ids: readonly string[], gone: ReadonlySet<string>): readonly string[] => {
  const next = order.filter((id) => !gone.has(id))
  ids.forEach((id, i) => {
    if (next.includes(id)) return
    const before = ids[i - 1]
    next.splice(before === undefined ? 0 : next.indexOf(before) + 1, 0, id)
  })
  return next
}

/** What a text is set anew with, for each of its letters. */
interface Resetting {
  readonly project: Project
  readonly sheet: Sheet
  readonly word: Word
  readonly after: Pick<Lettering, 'pose' | 'size'>
  readonly setBack: readonly string[]
  readonly look: Partial<Frame>
  readonly spanId: string | null
}

const freshLetter = (id: string, laid: LaidLetter, rest: Rest, { word, after, look, spanId }: Resetting): Frame => {
  const standing = standingAt(rest, after)
  return {
    ...newFrame(id, glyphOf(laid), standing.box, laid.text),
    ...look,
    ...standing,
    ...(after.pose.flip ? { flip: true } : {}),
    fill: fillFor(id, word.lettering, spanId, look),
  }
}

/** A letter that stays: where it now rests, nudged as it was. One that was given another shape keeps that. */
const movedLetter = (
  frame: Frame,
  laid: LaidLetter,
  rest: Rest,
  { word, after, setBack, project, sheet }: Resetting,
): Frame => {
  const isBack = setBack.includes(frame.id)
  const was = word.lettering.letters.find(({ id }) => id === frame.id)?.rest
  const nudge = was && !isBack ? nudgeOf(frame, was, word.lettering) : undefined
  const isLetterShaped = frame.stencil.kind === 'glyph'
  const moved: Frame = {
    ...frame,
    ...standingAt(rest, after, nudge),
    stencil: isLetterShaped || isBack ? glyphOf(laid) : frame.stencil,
  }
  const wasNamed = frame.stencil.kind === 'glyph' && frame.name === frame.stencil.letter
  const isReshaped = !sameValue(moved.stencil, frame.stencil)
  // A picture goes along with its letter and grows with the text; another outline leaves it as it is.
  const fill = isReshaped
    ? rebasedFill(project, sheet, standingLike(frame, moved), moved, after.size / word.lettering.size)
    : frame.fill
  return { ...moved, fill, name: wasNamed ? laid.text : frame.name }
}

/** The frame as it was, standing where another does. */
const standingLike = (frame: Frame, { box, turn }: Frame): Frame => ({
  ...frame,
  box: { ...frame.box, cx: box.cx, cy: box.cy },
  turn,
})

const putFrame = (sheet: Draft<Sheet>, frame: Frame): void => {
  const frameDraft = sheet.items[frame.id]
  if (frameDraft?.kind !== 'frame') {
    Object.assign(sheet.items, { [frame.id]: frame })
    return
  }
  // Frozen values are stored as they are.
  put(frameDraft, 'box', frame.box)
  put(frameDraft, 'turn', frame.turn)
  put(frameDraft, 'stencil', frame.stencil as Draft<Frame['stencil']>)
  put(frameDraft, 'name', frame.name)
  put(frameDraft, 'fill', frame.fill as Draft<Fill>)
}

const putLettering = (group: { lettering?: Draft<Lettering> | undefined }, lettering: Lettering): void => {
  const text = group.lettering
  if (!text) return
  const target = text as unknown as Record<string, unknown> // keys of both are those of a lettering
  for (const [key, value] of Object.entries(lettering)) put(target, key, value)
  for (const key of Object.keys(text)) if (!(key in lettering)) delete target[key]
}

/** How the picture across is placed, kept while no letter shows it. */
const acrossAfter = (
  sheet: Sheet,
  { lettering }: Word,
  spanId: string | null,
  standing: number,
): Placed | undefined => {
  const source = spanId === null ? undefined : sheet.spans[spanId]?.source
  return standing === 0 && source?.kind === 'placed' ? source.placed : lettering.across
}

/**
 * Sets a text anew: its letters keep their frames with all they hold, wherever they come to stand; new ones are empty,
 * pictures of those that go are kept aside.
 */
export const relayoutWord = defineEdit<WordAddress & Relayout>((draft, args, project) => {
  const { sheetId, groupId, setting, layout, letterIds } = args
  const sheetBefore = sheetOf(project, sheetId)
  const word = wordOf(sheetBefore, groupId)
  const sheet = draft.sheets[sheetId]
  const group = sheet?.items[groupId]
  if (!sheet || group?.kind !== 'group') return
  const frames = letterFrames(sheetBefore, word)
  const byId = new Map(frames.map((frame) => [frame.id, frame]))
  const letters = layout.letters.map(({ rest }, i): Letter => ({ id: letterIds[i] ?? '', ...(rest ? { rest } : {}) }))
  const standing = new Set(letters.flatMap(({ id, rest }) => (rest ? [id] : [])))
  const gone = frames.filter(({ id }) => !standing.has(id))
  const pose = poseAfter(word, args)
  const spanId = acrossSpan(sheetBefore, word)
  const after = { pose, size: layout.size }
  const how: Resetting = {
    project,
    sheet: sheetBefore,
    word,
    after,
    setBack: args.setBack ?? [],
    look: sharedLook(frames),
    spanId,
  }
  layout.letters.forEach((laid, i) => {
    const id = letterIds[i]
    if (id === undefined || !laid.rest) return
    const stays = byId.get(id)
    putFrame(sheet, stays ? movedLetter(stays, laid, laid.rest, how) : freshLetter(id, laid, laid.rest, how))
  })
  for (const { id } of gone) delete sheet.items[id]
  const order = orderAfter(group.order, [...standing], new Set(gone.map(({ id }) => id)))
  put(group, 'order', [...order])
  if (word.name === wordName(word.lettering.text)) put(group, 'name', wordName(setting.text))
  const { pictures } = word.lettering
  const across = acrossAfter(sheetBefore, word, spanId, standing.size)
  putLettering(group, {
    ...setting,
    size: layout.size,
    pictures,
    pose,
    letters,
    aside: asideAfter(word, gone, standing),
    ...(across ? { across } : {}),
    ...(word.lettering.ink === undefined ? {} : { ink: word.lettering.ink }),
  })
  if (gone.length) handOver(sheet, sheetBefore)
  if (spanId !== null) coverWord(draft, sheetId, groupId, spanId)
  else if (standing.size) layKeptAcross(draft, sheetId, groupId)
  if (gone.length) dropIdleSpans(draft, sheetId)
})
