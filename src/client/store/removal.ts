import { holdsPicture } from '@/core/document/content'
import { emptyFrame } from '@/core/document/edits/fills'
import { removeItems } from '@/core/document/edits/items'
import { wordAround, wordSlots, type Word } from '@/core/document/lettering'
import { isLocked } from '@/core/document/tree'
import { textOfSlots } from '@/core/lettering/slots'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { resetWord } from '@/client/store/lettering'
import { say } from '@/client/store/notices'
import { select, selectedFrame } from '@/client/store/selection'
import { putWay } from '@/client/store/slices/selection'
import { noteRemovalHint } from '@/client/store/slices/notices'

/** The text whose letters all that is selected are, if some are left without them. */
const shortenedWord = (bench: Bench): Word | null => {
  const state = bench.get()
  const sheet = shownSheet(state)
  const word = state.entered === null ? null : wordAround(sheet, state.entered)
  const letters = word?.lettering.letters.map(({ id }) => id) ?? []
  const isOfIt = state.selection.every((id) => letters.includes(id) && !isLocked(sheet, id))
  return isOfIt && letters.length > state.selection.length ? word : null
}

/** Letters that are taken out of a text: the others close up, pictures stay to spare. */
const removeLetters = async (bench: Bench, word: Word): Promise<void> => {
  const { selection, sheetId } = bench.get()
  const slots = wordSlots(word).filter(({ id }) => id === null || !selection.includes(id))
  const name = selection.length > 1 ? `Remove ${selection.length} letters` : 'Remove letter'
  select(bench, word.id)
  const setting = { text: textOfSlots(slots) }
  const layout = await resetWord(bench, word.id, { name, setting, slots, stays: 'anchor' })
  // Without their typeface the others stay where they are.
  if (!layout) bench.commit(name, (project) => removeItems.record(project, { sheetId, ids: selection }))
}

/** Delete: the picture goes out in the Picture way, else the frame goes. */
export const removeSelected = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId, selection, way } = state
  const frame = selectedFrame(state)
  if (!selection.length) return
  if (way === 'picture' && frame) {
    bench.commit('Take picture out', (project) => emptyFrame.record(project, { sheetId, frameId: frame.id }))
    return putWay(bench, 'whole')
  }
  const name = selection.length > 1 ? `Remove ${selection.length} items` : frame ? 'Remove frame' : 'Remove group'
  const sheet = shownSheet(state)
  const word = shortenedWord(bench)
  if (word) return void removeLetters(bench, word)
  if (selection.every((id) => isLocked(sheet, id))) return say(bench, 'What is selected is locked. Unlock it first.')
  bench.commit(name, (project) => removeItems.record(project, { sheetId, ids: selection }))
  if (frame && holdsPicture(frame.fill) && !state.hasSeenRemovalHint) {
    noteRemovalHint(bench)
    say(bench, 'The frame went with its picture. In the Picture way (P) Delete takes out the picture alone.')
  }
}
