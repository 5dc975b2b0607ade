import { pictureAcross, pictureEach, clearAside, takeFromAside } from '@/core/document/edits/lettering/across'
import { breakWord, wordToPath } from '@/core/document/edits/lettering/words'
import { type Recorded, unchanged } from '@/core/document/edit'
import { placedIn } from '@/core/document/content'
import { letterFrames, neighbourLetter, type Word } from '@/core/document/lettering'
import { frameOf } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { openDialog } from '@/client/store/slices/dialogs'
import { newItemId, noteTaken } from '@/client/store/actions'
import { withPicture } from '@/client/store/libraryPictures'
import type { Bench } from '@/client/store/bench'
import { heldSheet, shownSheet } from '@/client/store/benchStore'
import { resetWord, selectedWord, wordForCommand } from '@/client/store/lettering'
import { say } from '@/client/store/notices'
import { select, selectItems } from '@/client/store/selection'
import type { Carried } from '@/client/store/modes'

/** One picture across the selected text, or one for each of its letters. */
export const setPictures = (bench: Bench, pictures: 'each' | 'across'): void => {
  const word = wordForCommand(bench)
  if (!word || word.lettering.pictures === pictures) return
  const at = { sheetId: bench.get().sheetId, groupId: word.id }
  bench.endBurst()
  if (pictures === 'across') bench.commit('One picture across', (project) => pictureAcross.record(project, at))
  else bench.commit('A picture for each letter', (project) => pictureEach.record(project, at))
}

/** What a picture dropped on a whole text would do; null for what holds none. */
export const recordAcross = (project: Project, sheetId: string, groupId: string, carried: Carried): Recorded | null => {
  const at = { sheetId, groupId }
  if (carried.kind === 'picture')
    return withPicture(project, carried.picture, (known, pictureId) =>
      pictureAcross.record(known, { ...at, pictureId }),
    )
  if (carried.kind !== 'fill') return null
  const sheet = project.sheets[sheetId]
  const pictureId = sheet && placedIn(sheet, frameOf(sheet, carried.frameId))?.pictureId
  return pictureId === undefined ? null : pictureAcross.record(project, { ...at, pictureId })
}

/** Lays what is carried across a whole text. */
export const dropAcross = (bench: Bench, groupId: string, carried: Carried): void => {
  const { sheetId } = bench.get()
  bench.commit('Picture across the word', (project) => {
    return recordAcross(project, sheetId, groupId, carried) ?? unchanged(project)
  })
  if (carried.kind === 'picture') noteTaken(carried.picture)
  select(bench, groupId)
}

/** Puts a picture that was kept aside into a letter: the selected one, else the next that waits for one. */
export const takeAside = (bench: Bench, word: Word, letterId: string): void => {
  const sheet = shownSheet(bench.get())
  const frames = letterFrames(sheet, word)
  const [chosen] = bench.get().selection
  const target = frames.find(({ id }) => id === chosen) ?? frames.find(({ fill }) => fill.kind === 'none')
  if (!target) return say(bench, 'Every letter has a picture. Select the letter that shall take this one.')
  const { sheetId } = bench.get()
  bench.endBurst()
  bench.commit('Take spare picture', (project) =>
    takeFromAside.record(project, { sheetId, groupId: word.id, letterId, to: target.id }),
  )
}

export const dropAside = (bench: Bench, word: Word): void => {
  const { sheetId } = bench.get()
  bench.endBurst()
  bench.commit('Let spare pictures go', (project) => clearAside.record(project, { sheetId, groupId: word.id }))
}

/** The next letter of the text, or the one before; the way of moving stays. */
export const stepLetter = (bench: Bench, step: 1 | -1): void => {
  const state = bench.get()
  const word = selectedWord(state)
  if (!word) return say(bench, 'Select letters first.')
  const next = neighbourLetter(shownSheet(state), word, state.selection[0], step)
  if (next) select(bench, next.id, state.way)
}

/** Brings letters back to their rest, their size, their turn and their outline: the selected ones, or all of the text. */
export const setLettersBack = async (bench: Bench): Promise<void> => {
  const word = wordForCommand(bench)
  if (!word) return
  const [chosen = ''] = bench.get().selection
  const ids = chosen === word.id ? word.lettering.letters.map(({ id }) => id) : [chosen]
  await resetWord(bench, word.id, { name: 'Set letters back', setting: {}, stays: 'anchor', setBack: ids })
}

/** Makes frames of the letters, in place. */
export const breakSelectedWord = (bench: Bench): void => {
  const word = wordForCommand(bench)
  if (!word) return
  bench.endBurst()
  const { sheetId } = bench.get()
  const ids = letterFrames(heldSheet(bench.get()), word).map(({ id }) => id)
  bench.commit('Break letters apart', (project) => breakWord(project, { sheetId, groupId: word.id }))
  const isLeft = shownSheet(bench.get()).items[word.id] !== undefined
  selectItems(bench, isLeft ? [word.id] : ids)
  say(bench, 'The letters are frames of their own now. Their text can no longer be typed.')
}

/** The first letter of a text for each picture that its letters hold by themselves. */
export const lettersByPicture = (sheet: Sheet, word: Word): readonly Frame[] => {
  if (word.lettering.pictures !== 'each') return []
  const held = letterFrames(sheet, word).flatMap((frame) => {
    const pictureId = placedIn(sheet, frame)?.pictureId
    return pictureId === undefined ? [] : [{ frame, pictureId }]
  })
  return held
    .filter((one, i) => held.findIndex(({ pictureId }) => pictureId === one.pictureId) === i)
    .map((one) => one.frame)
}

/** Makes one frame of a text: a path stencil. `keep` is the letter whose picture stays, null for none. */
export const makeOneStencil = (bench: Bench, groupId: string, keep?: string | null): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const frameId = newItemId()
  const of = { sheetId, groupId, frameId, ...(keep === undefined ? {} : { keep }) }
  bench.commit('Letters to one stencil', (project) => wordToPath(project, of))
  select(bench, frameId)
}

/** Makes one frame of the selected text; where its letters hold several pictures, asks first which of them stays. */
export const wordAsPath = (bench: Bench): void => {
  const word = wordForCommand(bench)
  if (!word) return
  if (lettersByPicture(shownSheet(bench.get()), word).length > 1) return openDialog(bench, 'oneStencil')
  makeOneStencil(bench, word.id)
}
