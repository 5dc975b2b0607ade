import { graphemesOf, isRightToLeft } from '@/core/lettering/graphemes'
import type { TextField } from '@/core/template/wants'
import { TEXT_RANGE, type TextLayout } from '@/core/text/block'
import type { LookedText } from '@/core/text/edit'
import type { SetText } from '@/core/text/setting'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { fitTextBox, layText, retype } from '@/core/document/edits/texts'
import { fittedBox, isText, textOf, type TextFrame } from '@/core/document/text'
import { framesUnder, isLocked } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { faceUrl } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { wordsOf } from '@/client/store/faces'
import { tellLacking } from '@/client/store/lackingLetters'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import type { BenchState } from '@/client/store/state'
import { askFaces } from '@/client/workers/faces'

type Shown = Pick<BenchState, 'project' | 'preview' | 'sheetId' | 'selection'>

/** The one text that is selected. */
export const selectedText = (state: Shown): TextFrame | null =>
  state.selection.length === 1 ? textOf(shownSheet(state), state.selection[0]) : null

/** Every text that is selected, those within selected groups too; locked ones are not at hand. */
export const selectedTexts = (state: Shown): readonly TextFrame[] => {
  const sheet = shownSheet(state)
  return framesUnder(sheet, state.selection).flatMap((frame) =>
    isText(frame) && !isLocked(sheet, frame.id) ? [frame] : [],
  )
}

/** Why a text cannot be set, in words, or null. */
export const textRefusal = (text: string): string | null => {
  if (isRightToLeft(text))
    return 'Text that runs from right to left cannot be set yet. Set it as artwork: save it as SVG and use “From artwork”.'
  const count = graphemesOf(text).length
  return count > TEXT_RANGE.text
    ? `A text holds at most ${TEXT_RANGE.text} characters, and this would make ${count}. Put the rest into another one.`
    : null
}

/** Why a field does not take a text that grows, in words, or null. One that is too long already may be made shorter. */
export const fieldRefusal = (field: TextField | undefined, before: string, text: string): string | null => {
  const longest = field?.longest
  if (longest === undefined) return null
  const count = graphemesOf(text).length
  return count > longest && count > graphemesOf(before).length
    ? `This field holds at most ${longest} letters. Make room first, or write less.`
    : null
}

/** Asks for a text to be set in its typefaces. */
export const setTextOf = (bench: Bench, { text, looks }: LookedText, drawings: readonly string[]): Promise<SetText> =>
  askFaces(bench, {
    job: 'text',
    urls: Object.fromEntries(looks.map(({ face }) => [face.id, faceUrl(face.id)])),
    text,
    looks,
    drawings,
  })

/** What each text was asked to become last, until it has become it. Answers to older questions are passed over. */
const ASKED = owned(() => new Map<string, LookedText>())

/** What was asked for a text is no longer wanted: it has become something else meanwhile. */
export const forgetAsked = (bench: Bench, frameId: string): void => void bench.own(ASKED).delete(frameId)

/** Is a text being set that is not on the sheet yet? */
export const isBeingSet = (bench: Bench, frameId: string): boolean => bench.own(ASKED).has(frameId)

interface TextChange {
  readonly name: string
  readonly next: LookedText
  /** Changes of one visit that make one step. */
  readonly burst?: string
  /** Its box grows with it. */
  readonly grows?: boolean
}

const retyped = (
  project: Project,
  sheetId: string,
  frameId: string,
  next: LookedText,
  set: SetText,
  grows: boolean,
) => {
  const typed = retype.record(project, { sheetId, frameId, text: next.text, set })
  if (!grows) return typed
  return joinRecorded(typed, (now): Recorded => {
    const frame = now.sheets[sheetId]?.items[frameId]
    return isText(frame) ? fitTextBox.record(now, { sheetId, frameId, box: fittedBox(frame) }) : unchanged(now)
  })
}

/** Sets a text anew as a step. False where it could not be set or was overtaken. */
export const changeText = async (bench: Bench, frameId: string, change: TextChange): Promise<boolean> => {
  const { sheetId } = bench.get()
  const frame = textOf(shownSheet(bench.get()), frameId)
  if (!frame) return false
  const { name, next, burst, grows = false } = change
  const asked = bench.own(ASKED)
  asked.set(frameId, next)
  try {
    const set = await setTextOf(bench, next, frame.stencil.drawings)
    if (asked.get(frameId) !== next) return false
    asked.delete(frameId)
    if (!bench.get().project.sheets[sheetId]?.items[frameId]) return false
    const record = (project: Project): Recorded => retyped(project, sheetId, frameId, next, set, grows)
    if (burst === undefined) bench.commit(name, record)
    else bench.burst(burst, name, record(shownProject(bench.get())))
    void tellLacking(bench, frameId, next.text, set.missing)
    return true
  } catch (error) {
    if (asked.get(frameId) === next) asked.delete(frameId)
    say(bench, wordsOf(error, 'The text could not be set. Try again.'), 'fault')
    return false
  }
}

/** How the selected texts lie in their boxes. */
export const layTexts = (bench: Bench, name: string, layout: Partial<TextLayout>): void => {
  const { sheetId } = bench.get()
  const ids = selectedTexts(bench.get()).map(({ id }) => id)
  bench.commit(name, (project) => layText.record(project, { sheetId, ids, layout }))
}

/** Boxes made as high as their texts. */
export const fitBoxes = (bench: Bench): void => {
  const { sheetId } = bench.get()
  const frames = selectedTexts(bench.get())
  bench.commit('Fit the box to the text', (project) =>
    frames.reduce<Recorded>(
      (made, frame) =>
        joinRecorded(made, (now) => fitTextBox.record(now, { sheetId, frameId: frame.id, box: fittedBox(frame) })),
      unchanged(project),
    ),
  )
}
