import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { defineEdit, put } from '@/core/document/edit'
import { placedIn } from '@/core/document/content'
import { ownFill } from '@/core/document/edits/echoes'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { coveringPlaced } from '@/core/document/edits/spans'
import { acrossSpan, isWord, letterFrames, wordOf, type Word, type WordAddress } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import { extentOf } from '@/core/document/span'
import { type Aside, type Frame, type Lettering, type Project, type Sheet, type Span } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'
import { lettersOf } from '@/core/lettering/slots'

/** The picture across a text covers its letters as they now stand; its placement stays as it is stored. */
export const coverWord = (draft: Draft<Project>, sheetId: string, groupId: string, spanId: string): void => {
  const sheet = draft.sheets[sheetId] as unknown as Sheet // read only, as it stands in the draft
  const word = sheet.items[groupId]
  const span = draft.sheets[sheetId]?.spans[spanId]
  if (!span || !isWord(word)) return
  const frames = letterFrames(sheet, word).filter(({ fill }) => fill.kind === 'span' && fill.spanId === spanId)
  if (!frames.length) return
  const { box, turn, hull } = extentOf(frames, word.lettering.pose.turn)
  put(span, 'box', box)
  put(span, 'turn', turn)
  put(span, 'hull', hull)
}

/** Lays a picture across letters: one span of them all, covering. */
const layAcross = (draft: Draft<Project>, sheet: Sheet, word: Word, spanId: string, placed: Placed): void => {
  const frames = letterFrames(sheet, word)
  const sheetDraft = draft.sheets[sheet.id]
  if (!sheetDraft || !frames.length) return
  const extent = extentOf(frames, word.lettering.pose.turn)
  const span: Span = { id: spanId, source: { kind: 'placed', placed }, ...extent, gaps: 'hide' }
  Object.assign(sheetDraft.spans, { [spanId]: span })
  for (const { id } of frames) {
    const frame = sheetDraft.items[id]
    if (frame?.kind === 'frame') put(frame, 'fill', { kind: 'span', spanId })
  }
}

/** Letters that come back to a text with one picture across show it again as it was placed. */
export const layKeptAcross = (draft: Draft<Project>, sheetId: string, groupId: string): void => {
  const sheet = draft.sheets[sheetId] as unknown as Sheet // read only, as it stands in the draft
  const word = sheet.items[groupId]
  const text = letteringDraft(draft, { sheetId, groupId })
  const placed = text?.across
  if (!isWord(word) || !placed || text.pictures !== 'across') return
  delete text.across
  layAcross(draft, sheet, word, freeSpanId(sheet, groupId), placed as Placed) // stored as it is
}

const letteringDraft = (draft: Draft<Project>, { sheetId, groupId }: WordAddress): Draft<Lettering> | undefined => {
  const group = draft.sheets[sheetId]?.items[groupId]
  return group?.kind === 'group' ? group.lettering : undefined
}

/** What letters hold of their own, to be kept while one picture goes across. */
const heldAside = (sheet: Sheet, word: Word): readonly Aside[] => {
  const texts = lettersOf(word.lettering.text)
  const fresh = word.lettering.letters.flatMap(({ id }, i): Aside[] => {
    const item = sheet.items[id]
    return item?.kind === 'frame' && item.fill.kind === PICTURES
      ? [{ letterId: id, text: texts[i] ?? '', fill: item.fill }]
      : []
  })
  const ids = new Set(fresh.map(({ letterId }) => letterId))
  return [...word.lettering.aside.filter(({ letterId }) => !ids.has(letterId)), ...fresh]
}

/** A fresh covering placement that keeps the tones of another. */
const coveringAcross = (project: Project, sheet: Sheet, word: Word, pictureId: string, like?: Placed): Placed => {
  const extent = extentOf(letterFrames(sheet, word), word.lettering.pose.turn)
  const tones = like?.adjustments ? { adjustments: like.adjustments } : {}
  return coveringPlaced(project, sheet, extent, { ...coverPlaced(pictureId), ...tones })
}

/** An id for the span of a text, which the sheet does not have. */
const freeSpanId = (sheet: Sheet, groupId: string): string => {
  const first = `span-${groupId}`.slice(0, 60)
  let id = first
  for (let n = 2; sheet.spans[id]; n += 1) id = `${first}-${n}`
  return id
}

/**
 * One picture across all letters: the one given, the one that was across before, or that of the first letter that has
 * one. What letters hold of their own is kept aside. Without any picture the text only waits for one.
 */
export const pictureAcross = defineEdit<WordAddress & { readonly pictureId?: string }>(
  (draft, { sheetId, groupId, pictureId }, project) => {
    const sheet = sheetOf(project, sheetId)
    const word = wordOf(sheet, groupId)
    const text = letteringDraft(draft, { sheetId, groupId })
    if (!text || (word.lettering.pictures === 'across' && pictureId === undefined)) return
    const { lettering } = word
    const first = letterFrames(sheet, word)
      .map((frame) => placedIn(sheet, frame))
      .find((placed) => placed !== null)
    const placed =
      pictureId === undefined
        ? (lettering.across ?? (first && coveringAcross(project, sheet, word, first.pictureId, first)))
        : coveringAcross(project, sheet, word, pictureId)
    put(text, 'aside', heldAside(sheet, word) as Draft<Aside[]>) // frozen values are stored as they are
    put(text, 'pictures', 'across')
    if (text.across) delete text.across
    if (placed) layAcross(draft, sheet, word, acrossSpan(sheet, word) ?? freeSpanId(sheet, groupId), placed)
    dropIdleSpans(draft, sheetId)
  },
)

/**
 * A picture for each letter: those kept aside come back to their letters; the others keep what they show of the picture
 * across, as their own. How that was placed is remembered.
 */
export const pictureEach = defineEdit<WordAddress>((draft, { sheetId, groupId }, project) => {
  const sheet = sheetOf(project, sheetId)
  const word = wordOf(sheet, groupId)
  const text = letteringDraft(draft, { sheetId, groupId })
  const items = draft.sheets[sheetId]?.items
  if (!text || !items || word.lettering.pictures === 'each') return
  const spanId = acrossSpan(sheet, word)
  const source = spanId === null ? undefined : sheet.spans[spanId]?.source
  const back = new Set<string>()
  for (const frame of letterFrames(sheet, word)) {
    const kept = word.lettering.aside.find(({ letterId }) => letterId === frame.id)
    const item = items[frame.id]
    if (item?.kind !== 'frame') continue
    const isAcross = frame.fill.kind === 'span' && frame.fill.spanId === spanId
    if (!isAcross && frame.fill.kind !== 'none') continue
    if (kept) back.add(frame.id)
    const fill = kept?.fill ?? (isAcross ? ownFill(project, sheet, frame) : frame.fill)
    put(item, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is
  }
  put(text, 'pictures', 'each')
  if (source?.kind === 'placed') put(text, 'across', source.placed as Draft<Placed>)
  const aside = word.lettering.aside.filter(({ letterId }) => !back.has(letterId))
  put(text, 'aside', aside as Draft<Aside[]>)
  dropIdleSpans(draft, sheetId)
})

/** Gives a picture kept aside to a letter; what that held is kept in its place. */
export const takeFromAside = defineEdit<WordAddress & { readonly letterId: string; readonly to: string }>(
  (draft, { sheetId, groupId, letterId, to }, project) => {
    const sheet = sheetOf(project, sheetId)
    const word = wordOf(sheet, groupId)
    const text = letteringDraft(draft, { sheetId, groupId })
    const kept = word.lettering.aside.find((each) => each.letterId === letterId)
    const target = draft.sheets[sheetId]?.items[to]
    if (!text || !kept || target?.kind !== 'frame') return refuse('the picture', 'one that is kept aside', letterId)
    const was = sheet.items[to]
    const met: readonly Aside[] =
      was?.kind === 'frame' && was.fill.kind === PICTURES ? [{ ...kept, fill: was.fill }] : []
    const rest = word.lettering.aside.filter((each) => each.letterId !== letterId)
    put(text, 'aside', [...rest, ...met] as Draft<Aside[]>) // frozen values are stored as they are
    put(target, 'fill', kept.fill as Draft<Fill>)
    dropIdleSpans(draft, sheetId)
  },
)

/** Lets go of the pictures kept aside; the library keeps them. */
export const clearAside = defineEdit<WordAddress>((draft, at) => {
  const text = letteringDraft(draft, at)
  if (text) put(text, 'aside', [])
})

/** Frames of a text's letters that a picture could go to, for a whole set of pictures: in the order of the text. */
export const lettersToFill = (sheet: Sheet, word: Word): readonly Frame[] =>
  letterFrames(sheet, word).filter(({ fill, takesPictures }) => takesPictures && fill.kind === 'none')
