import { unitedFlat } from '@/core/path/united'
import type { Outline } from '@/core/path/path'
import type { ColourRef } from '@/core/colour/slots'
import { defineEdit, joinRecorded, put, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { ownFill } from '@/core/document/edits/echoes'
import { ungroupItems } from '@/core/document/edits/groups'
import { removeItems, takeFromList } from '@/core/document/edits/items'
import { newWord, wordName } from '@/core/document/edits/lettering/newWord'
import { fillFrames } from '@/core/document/edits/fills'
import { newFrame } from '@/core/document/create'
import { placeAbove } from '@/core/document/lists'
import { inkOf, letterFrames, wordOf, type Word, type WordAddress } from '@/core/document/lettering'
import { standingOutlineOf, standingOutline } from '@/core/document/outline'
import { sheetOf } from '@/core/document/read'
import type { Frame, Item, LetterPose, Project, Sheet } from '@/core/document/types'
import type { Layout } from '@/core/lettering/layout'
import type { Setting } from '@/core/lettering/settings'

/** Puts a text on a sheet, on top or just above another item; its letters are empty, painted in the ink if one is given. */
export const addWord = defineEdit<
  WordAddress & {
    readonly setting: Setting
    readonly layout: Layout
    readonly letterIds: readonly string[]
    readonly pose: LetterPose
    readonly above?: string
    readonly ink?: ColourRef
  }
>((draft, { sheetId, groupId, setting, layout, letterIds, pose, above, ink }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (!sheet || sheetBefore.items[groupId]) return
  const { word, frames } = newWord(groupId, setting, layout, letterIds, pose, ink)
  for (const item of [word, ...frames] as readonly Item[]) Object.assign(sheet.items, { [item.id]: item })
  placeAbove(sheet, [groupId], above)
})

/** Paints the empty letters of a text in an ink; those that had a colour of their own take it too. None without an ink. */
export const inkWord = defineEdit<WordAddress & { readonly ink: ColourRef | null }>(
  (draft, { sheetId, groupId, ink }, project) => {
    const sheet = sheetOf(project, sheetId)
    const items = draft.sheets[sheetId]?.items
    const group = items?.[groupId]
    if (!items || group?.kind !== 'group' || !group.lettering) return
    if (ink === null) delete group.lettering.ink
    else put(group.lettering, 'ink', ink)
    for (const { id, fill } of letterFrames(sheet, wordOf(sheet, groupId))) {
      const frame = items[id]
      if (frame?.kind === 'frame' && (fill.kind === 'colour' || fill.kind === 'gradient'))
        put(frame, 'fill', { kind: 'none' })
    }
  },
)

/** Takes away a text that has no letters. */
export const dropEmptyWord = defineEdit<WordAddress>((draft, { sheetId, groupId }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  if (wordOf(sheetBefore, groupId).order.length || !sheet) return
  takeFromList(sheet, sheetBefore, groupId)
  delete sheet.items[groupId]
})

const dropLettering = defineEdit<WordAddress>((draft, { sheetId, groupId }) => {
  const group = draft.sheets[sheetId]?.items[groupId]
  if (group?.kind === 'group') delete group.lettering
})

/** Letters that show the text's ink keep it as a colour of their own. */
const fillLetters = (
  project: Project,
  sheetId: string,
  frames: readonly Frame[],
  colour: ColourRef | undefined,
): Recorded =>
  colour === undefined || !frames.length
    ? unchanged(project)
    : fillFrames.record(project, { sheetId, ids: frames.map(({ id }) => id), fill: { kind: 'colour', colour } })

const hasLook = ({ finish, opacity, blend }: Word): boolean =>
  finish !== undefined || opacity !== undefined || blend !== undefined

/**
 * Makes of a text the frames it consists of, in place: it can be written in no more. They stay a group only where that
 * has a finish of its own.
 */
export const breakWord = (project: Project, at: WordAddress): Recorded => {
  const word = wordOf(sheetOf(project, at.sheetId), at.groupId)
  const sheet = sheetOf(project, at.sheetId)
  const inked = letterFrames(sheet, word).filter((frame) => inkOf(sheet, frame) !== null)
  const dried = fillLetters(project, at.sheetId, inked, word.lettering.ink)
  const plain = joinRecorded(dried, (now) => dropLettering.record(now, at))
  if (hasLook(word)) return plain
  return joinRecorded(plain, (left) => ungroupItems.record(left, { sheetId: at.sheetId, ids: [at.groupId] }))
}

/**
 * The outline of all letters in sheet points. Letters' outlines all run the same way round, so that under the non-zero
 * rule they are one as they stand; other shapes among them, and letters mirrored by themselves, are united first.
 */
const wordOutline = (sheet: Sheet, word: Word): Outline => {
  const frames = letterFrames(sheet, word)
  const outlines = frames.map(standingOutlineOf)
  const isPlain = frames.every(({ stencil, flip }) => stencil.kind === 'glyph' && !flip === !word.lettering.pose.flip)
  return isPlain ? { path: outlines.flatMap(({ path }) => path), fillRule: 'nonzero' } : unitedFlat(outlines)
}

/** What fills the one frame that a text becomes: the picture across, or that of a letter; null for none. */
const filledAs = (project: Project, sheet: Sheet, word: Word, frame: Frame, keep?: string | null): Frame => {
  if (keep === null) return frame
  const frames = letterFrames(sheet, word)
  const first = frames.find(({ id }) => id === keep) ?? frames.find(({ fill }) => fill.kind !== 'none')
  if (!first)
    return word.lettering.ink === undefined ? frame : { ...frame, fill: { kind: 'colour', colour: word.lettering.ink } }
  const isWindow = first.fill.kind === 'span'
  return {
    ...frame,
    fill: isWindow ? ownFill(project, sheet, { ...frame, fill: first.fill }) : ownFill(project, sheet, first),
  }
}

interface ToPath extends WordAddress {
  readonly frameId: string
  /** The letter whose picture stays; of the first that has one without it, none where it is null. */
  readonly keep?: string | null
}

/** Makes of a text one frame of its whole outline: a path stencil like any other, with the text's own finish. */
export const wordToPath = (project: Project, { sheetId, groupId, frameId, keep }: ToPath): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const word = wordOf(sheet, groupId)
  const { finish, opacity, blend, lettering } = word
  if (!letterFrames(sheet, word).length) return unchanged(project)
  const standing = standingOutline(wordOutline(sheet, word), lettering.pose.turn)
  const look = {
    ...(finish ? { finish } : {}),
    ...(opacity === undefined ? {} : { opacity }),
    ...(blend === undefined ? {} : { blend }),
  }
  const plain: Frame = {
    ...newFrame(frameId, standing.stencil, standing.box, wordName(lettering.text)),
    ...look,
    turn: standing.turn,
  }
  const frame = filledAs(project, sheet, word, plain, keep)
  return joinRecorded(addFrame.record(project, { sheetId, frame, above: groupId }), (added) =>
    removeItems.record(added, { sheetId, ids: [groupId] }),
  )
}
