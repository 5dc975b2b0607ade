import { typingOf } from '@/client/store/modes'
import type { Point } from '@/core/geometry/vector'
import { graphemesBefore, graphemesOf } from '@/core/lettering/graphemes'
import { LETTERING_RANGE, newSetting, type Setting } from '@/core/lettering/settings'
import { isLetter, typed } from '@/core/lettering/slots'
import { sensibleSize } from '@/core/document/arrange'
import { moveItems } from '@/core/document/edits/items'
import { itemRect } from '@/core/document/extent'
import { rectSize } from '@/core/geometry/rect'
import { settingOf, wordAround, wordSlots, type Word } from '@/core/document/lettering'
import { addWord, dropEmptyWord } from '@/core/document/edits/lettering/words'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { facesListed, refOfFace, wordsOf } from '@/client/store/faces'
import {
  currentFace,
  inkOn,
  layoutFor,
  NEW_HEIGHT,
  newLetterId,
  refusalOf,
  resetWord,
  wordForCommand,
} from '@/client/store/lettering'
import { say } from '@/client/store/notices'
import { select } from '@/client/store/selection'
import type { Typing } from '@/client/store/modes'
import { setTyping, leaveTyping, putToolDown } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { owned } from '@/client/store/owned'

/** Takes the carets of the text that is typed from its face. */
const readCarets = async (bench: Bench, word: Word): Promise<void> => {
  try {
    const { carets } = await layoutFor(bench, settingOf(word))
    const now = typingOf(bench.get())
    if (now?.groupId === word.id && !now.carets.length) setTyping(bench, { ...now, carets })
  } catch (error) {
    leaveTyping(bench)
    say(bench, wordsOf(error, 'This text cannot be edited now. Try again.'), 'fault')
  }
}

/** Begins to type in a text, the caret at its end. */
export const startTyping = async (
  bench: Bench,
  groupId: string,
  at: Typing['at'] = 'sheet',
  isNew = false,
): Promise<void> => {
  bench.endBurst()
  const state = bench.get()
  const word = wordAround(shownSheet(state), groupId)
  if (!word) return
  if (state.selection[0] !== word.id) select(bench, word.id)
  const { text } = word.lettering
  const end = graphemesOf(text).length
  setTyping(bench, { groupId: word.id, isNew, at, text, slots: wordSlots(word), carets: [], selection: [end, end] })
  speak(bench, 'Typing. Escape ends it.')
  await readCarets(bench, word)
}

/** Begins a text at a point of the sheet: it grows to the right of it. */
export const typeAt = async (bench: Bench, at: Point): Promise<void> => {
  bench.endBurst()
  putToolDown(bench)
  // A press right after the page opened comes before the list of typefaces.
  await facesListed(bench)
  const state = bench.get()
  const face = currentFace(state)
  if (!face) return
  const sheet = shownSheet(state)
  const size = Math.max(LETTERING_RANGE.size.min, sensibleSize(sheet, { kind: 'ellipse' }).h * NEW_HEIGHT)
  const setting: Setting = { ...newSetting('', refOfFace(face), Math.round(size * 10) / 10), align: 'left' }
  const groupId = newItemId().replace(/^f-/, 'g-')
  bench.commit('New letters', (project) =>
    addWord.record(project, {
      sheetId: sheet.id,
      groupId,
      setting,
      layout: { size: setting.size, letters: [], carets: [], missing: [], bounds: { x0: 0, y0: 0, x1: 0, y1: 0 } },
      letterIds: [],
      pose: { cx: at.x, cy: at.y, turn: 0 },
      ink: inkOn(sheet, state.project.slots),
    }),
  )
  await startTyping(bench, groupId, 'sheet', true)
}

/** Ends typing, once what was typed last is set. A text left without letters goes. */
export const endTyping = async (bench: Bench): Promise<void> => {
  const state = bench.get()
  const { sheetId } = state
  const typing = typingOf(state)
  if (!typing) return
  leaveTyping(bench)
  await bench.own(UNDERWAY).stroke
  bench.endBurst()
  if (bench.get().sheetId !== sheetId) return
  const word = wordAround(shownSheet(bench.get()), typing.groupId)
  if (word && !graphemesOf(word.lettering.text).some(isLetter)) {
    if (bench.get().selection[0] === word.id) select(bench, null)
    bench.commit('Remove empty letters', (project) => dropEmptyWord.record(project, { sheetId, groupId: word.id }))
  } else if (word && typing.isNew) await bringIn(bench, word)
}

/** A text that was begun near an edge and grew beyond it is made smaller where it must, and moved onto the sheet. */
const bringIn = async (bench: Bench, word: Word): Promise<void> => {
  const sheet = shownSheet(bench.get())
  const { w, h } = rectSize(itemRect(sheet, word.id))
  const share = Math.min(1, (sheet.size.w * MOST_OF_SHEET) / w, (sheet.size.h * MOST_OF_SHEET) / h)
  if (share < 1) {
    const size = Math.max(LETTERING_RANGE.size.min, Math.floor(word.lettering.size * share * 10) / 10)
    await resetWord(bench, word.id, { name: 'Text made to fit the sheet', setting: { size }, stays: 'anchor' })
  }
  const now = shownSheet(bench.get())
  if (!now.items[word.id]) return
  const r = itemRect(now, word.id)
  const delta = { x: shiftInto(r.x0, r.x1, now.size.w), y: shiftInto(r.y0, r.y1, now.size.h) }
  if (!delta.x && !delta.y) return
  bench.commit('Move text onto the sheet', (project) =>
    moveItems.record(project, { sheetId: now.id, ids: [word.id], delta }),
  )
}

/** Share of the sheet that a text which grew beyond it may take. */
const MOST_OF_SHEET = 0.96

/** How far a stretch must move to lie between 0 and `most`. */
const shiftInto = (from: number, to: number, most: number): number =>
  from < 0 ? -from : to > most ? Math.max(most - to, -from) : 0

/** One stroke of typing: the whole text as it now is, and where the caret stands in it, in UTF-16 units. */
export const typeText = (bench: Bench, text: string, from: number, to: number): void => {
  const typing = typingOf(bench.get())
  const word = typing && wordAround(shownSheet(bench.get()), typing.groupId)
  if (!typing || !word) return
  const refused = refusalOf(text)
  if (refused) return say(bench, refused, 'fault')
  const graphemes = graphemesOf(text)
  const selection: readonly [number, number] = [graphemesBefore(text, from), graphemesBefore(text, to)]
  const slots = typed(typing.slots, graphemes, selection[1], newLetterId)
  setTyping(bench, { ...typing, text, slots, selection })
  bench.own(UNDERWAY).stroke = resetWord(bench, typing.groupId, {
    name: 'Type',
    setting: { text },
    slots,
    stays: 'anchor',
    burst: `type-${typing.groupId}`,
  }).then((layout) => {
    const now = typingOf(bench.get())
    if (layout && now?.groupId === typing.groupId) setTyping(bench, { ...now, carets: layout.carets })
  })
}

/** The stroke of typing that is being set; never rejected. */
const UNDERWAY = owned(() => ({ stroke: Promise.resolve() }))

/** The caret or selection moved without a change, in UTF-16 units. */
export const moveCaret = (bench: Bench, from: number, to: number): void => {
  const typing = typingOf(bench.get())
  if (!typing) return
  const selection: readonly [number, number] = [graphemesBefore(typing.text, from), graphemesBefore(typing.text, to)]
  if (selection[0] !== typing.selection[0] || selection[1] !== typing.selection[1])
    setTyping(bench, { ...typing, selection })
}

/** The text was changed by something else, such as undo: typing goes on with what it is now. */
export const resumeTyping = async (bench: Bench): Promise<void> => {
  const typing = typingOf(bench.get())
  const word = typing && wordAround(shownSheet(bench.get()), typing.groupId)
  if (!typing) return
  if (!word) return leaveTyping(bench)
  const { text } = word.lettering
  const end = Math.min(typing.selection[1], graphemesOf(text).length)
  setTyping(bench, { ...typing, text, slots: wordSlots(word), selection: [end, end] })
  try {
    const { carets } = await layoutFor(bench, settingOf(word))
    const now = typingOf(bench.get())
    if (now?.groupId === word.id) setTyping(bench, { ...now, carets })
  } catch (error) {
    say(bench, wordsOf(error, 'The caret may stand beside its letter: the letters could not be measured.'), 'fault')
  }
}

/** By key and button: begins to type in the selected text, or ends it. */
export const toggleTyping = (bench: Bench): void => {
  if (typingOf(bench.get())) return void endTyping(bench)
  const word = wordForCommand(bench)
  if (word) void startTyping(bench, word.id)
}
