import type { ColourRef } from '@/core/colour/slots'
import type { TextLook } from '@/core/text/block'
import { commonLook, lookedText, refaced } from '@/core/text/edit'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { lookTexts, retype, type TextRange } from '@/core/document/edits/texts'
import { textOf, type TextFrame } from '@/core/document/text'
import type { FaceAnswer } from '@/contract/api'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { faceOf, refOfFace, wordsOf } from '@/client/store/faces'
import { tellLacking } from '@/client/store/lackingLetters'
import { writingOf, type Writing } from '@/client/store/modes'
import { say } from '@/client/store/notices'
import type { Recording } from '@/client/store/recording'
import { changeWriting } from '@/client/store/slices/mode'
import type { BenchState } from '@/client/store/state'
import { selectedTexts, setTextOf } from '@/client/store/texts'

/** Is a stretch of the text that is written selected? */
const chosenRange = (writing: Writing | null): readonly [number, number] | null => {
  if (!writing) return null
  const [from, to] = writing.selection
  return from === to ? null : [Math.min(from, to), Math.max(from, to)]
}

/** The stretches that a change of the look is about: what is selected while writing, else whole texts. */
export const rangesOf = (state: BenchState): readonly TextRange[] => {
  const writing = writingOf(state)
  const range = chosenRange(writing)
  if (writing && range) return [{ frameId: writing.frameId, from: range[0], to: range[1] }]
  return selectedTexts(state).map(({ id }) => ({ frameId: id }))
}

/** What is common to what a change of the look is about. */
export const lookShown = (state: BenchState, frame: TextFrame): ReturnType<typeof commonLook> => {
  const writing = writingOf(state)
  if (writing?.frameId !== frame.id) return commonLook(frame.stencil, 0, frame.stencil.text.length)
  const [from, to] = chosenRange(writing) ?? [writing.selection[1], writing.selection[1]]
  if (from === to && writing.next) {
    const { face, size, colour } = writing.next
    return { faceId: face.id, faceName: face.name, size, colour: colour ?? null }
  }
  return commonLook(frame.stencil, from, to)
}

/** What several texts have in common; the colour is that of their letters or, where they have none of their own, of their fill. */
export const looksShown = (state: BenchState, frames: readonly TextFrame[]): ReturnType<typeof commonLook> => {
  const [first, ...others] = frames.map((frame) => {
    const look = lookShown(state, frame)
    const filled = frame.fill.kind === 'colour' ? frame.fill.colour : null
    return { ...look, ...(look.colour === undefined ? {} : { colour: look.colour ?? filled }) }
  })
  const keys = ['faceId', 'faceName', 'size', 'colour'] as const
  const same = keys.filter((key) => others.every((other) => other[key] === first?.[key]))
  return Object.fromEntries(same.flatMap((key) => (first?.[key] === undefined ? [] : [[key, first[key]]])))
}

/** Writing with nothing selected: the look of what is typed next changes. True if it was so. */
const changeNext = (bench: Bench, change: Partial<TextLook>): boolean => {
  const state = bench.get()
  const writing = writingOf(state)
  const frame = writing && textOf(shownSheet(state), writing.frameId)
  if (!writing || !frame || chosenRange(writing) || !writing.text.length) return false
  const shown = lookShown(state, frame)
  const face = change.face ?? { id: shown.faceId ?? '', name: shown.faceName ?? '' }
  const colour = change.colour ?? shown.colour
  const next = { face, size: change.size ?? shown.size ?? frame.stencil.runs[0]?.size ?? 12 }
  changeWriting(bench, frame.id, { next: colour ? { ...next, colour } : next })
  return true
}

/** The size of letters, in points. */
export const resizeLetters = (bench: Bench, size: number): void => {
  if (changeNext(bench, { size })) return
  const { sheetId } = bench.get()
  const ranges = rangesOf(bench.get())
  bench.commit('Size of letters', (project) => lookTexts.record(project, { sheetId, ranges, size }))
}

/** The colour of letters: of what is selected while writing, else of whole texts. */
export const letterColour =
  (bench: Bench): Recording<ColourRef> =>
  (project, colour) => {
    const { sheetId } = bench.get()
    if (changeNext(bench, { colour })) return unchanged(project)
    return lookTexts.record(project, { sheetId, ranges: rangesOf(bench.get()), colour })
  }

/** Sets what a change of the look is about in other typefaces: `faceFor` gives each one's new face; all as one step. */
const reface = async (
  bench: Bench,
  name: string,
  faceFor: (faceId: string) => FaceAnswer | null,
  ranges: readonly TextRange[] = rangesOf(bench.get()),
): Promise<void> => {
  const state = bench.get()
  const { sheetId } = state
  try {
    const sets = await Promise.all(
      ranges.flatMap(({ frameId, from, to }) => {
        const frame = textOf(shownSheet(state), frameId)
        if (!frame) return []
        const next = refaced(lookedText(frame.stencil), from ?? 0, to ?? frame.stencil.text.length, ({ id }) => {
          const face = faceFor(id)
          return face && refOfFace(face)
        })
        return [setTextOf(bench, next, frame.stencil.drawings).then((set) => ({ frame, next, set }))]
      }),
    )
    bench.commit(name, (project) =>
      sets.reduce<Recorded>(
        (made, { frame, next, set }) =>
          joinRecorded(made, (now) =>
            // What was typed meanwhile is not undone: it will take the typeface of the letters around it.
            textOf(now.sheets[sheetId] ?? shownSheet(state), frame.id)?.stencil.text === next.text
              ? retype.record(now, { sheetId, frameId: frame.id, text: next.text, set })
              : unchanged(now),
          ),
        unchanged(project),
      ),
    )
    for (const { frame, next, set } of sets) void tellLacking(bench, frame.id, next.text, set.missing)
  } catch (error) {
    say(bench, wordsOf(error, 'The text could not be set in this typeface. Choose another one.'), 'fault')
  }
}

/** Sets a whole text in a typeface that has all its letters. */
export const refaceWhole = (bench: Bench, frameId: string, face: FaceAnswer): void =>
  void reface(bench, 'Typeface', () => face, [{ frameId }])

/** The typeface of letters; one for reading keeps what is bold in it. */
export const chooseTextFace = (bench: Bench, face: FaceAnswer): void => {
  if (changeNext(bench, { face: refOfFace(face) })) return
  const { faces } = bench.get()
  void reface(bench, 'Typeface', (held) => {
    const wasBold = faceOf(faces, held)?.regular !== undefined
    return wasBold && face.bold !== undefined ? faceOf(faces, face.bold) : face
  })
}

/** Can the letters be made bold, and are they? Null where their typefaces have no bold. */
export const boldness = (state: BenchState): boolean | null => {
  const frame = selectedTexts(state)[0]
  if (!frame) return null
  const { faceId } = lookShown(state, frame)
  const face = faceOf(state.faces, faceId ?? frame.stencil.runs[0]?.face.id ?? '')
  if (!face || (face.bold === undefined && face.regular === undefined)) return null
  return faceId !== undefined && face.regular !== undefined
}

/** Makes letters bold, or regular again. */
export const toggleBold = (bench: Bench): void => {
  const state = bench.get()
  const isBold = boldness(state)
  if (isBold === null) return say(bench, 'This typeface has no bold here. Choose one for reading.')
  const other = (id: string): FaceAnswer | null => {
    const face = faceOf(state.faces, id)
    return faceOf(state.faces, (isBold ? face?.regular : face?.bold) ?? id)
  }
  const [frame] = selectedTexts(state)
  const face = frame && other(lookShown(state, frame).faceId ?? '')
  if (face && changeNext(bench, { face: refOfFace(face) })) return
  void reface(bench, isBold ? 'Regular' : 'Bold', other)
}
