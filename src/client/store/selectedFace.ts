import type { FaceAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import { refOfFace } from '@/client/store/faces'
import { resetWord, selectedWord } from '@/client/store/lettering'
import { chooseFace } from '@/client/store/slices/supplies'
import { refaceWhole } from '@/client/store/textLooks'
import { selectedText } from '@/client/store/texts'
import type { BenchState } from '@/client/store/state'

/** Is a text selected, of letters or one that wraps? */
export const hasSelectedText = (state: BenchState): boolean =>
  selectedWord(state) !== null || selectedText(state) !== null

/** Sets the selected text in a typeface, which new letters have then too. */
export const faceForSelected = async (bench: Bench, face: FaceAnswer): Promise<void> => {
  const word = selectedWord(bench.get())
  const text = selectedText(bench.get())
  chooseFace(bench, face.id)
  if (word) await resetWord(bench, word.id, { name: 'Typeface', setting: { face: refOfFace(face) } })
  else if (text) refaceWhole(bench, text.id, face)
}
