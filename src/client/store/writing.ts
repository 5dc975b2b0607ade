import { clampSide, type Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import type { FaceRef } from '@/core/lettering/face'
import { FIRST_LAYOUT, lookAt, TEXT_RANGE, type TextLook, type TextStencil } from '@/core/text/block'
import { caretAt, lineEnds, placeLines } from '@/core/text/carets'
import { changeOf, cleanText, lookedText, replaced, type LookedText } from '@/core/text/edit'
import { isKnownColour } from '@/core/colour/slots'
import { addText } from '@/core/document/edits/texts'
import { removeItems } from '@/core/document/edits/items'
import { fittedBox, newText, textOf, type TextFrame } from '@/core/document/text'
import type { Sheet } from '@/core/document/types'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { inkOn } from '@/client/store/lettering'
import { writingOf, type Writing } from '@/client/store/modes'
import { refusesPerspective } from '@/client/store/laid'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import { select } from '@/client/store/selection'
import { changeWriting, leaveWriting, putToolDown, setWriting } from '@/client/store/slices/mode'
import { speak } from '@/client/store/slices/notices'
import { changeText, forgetAsked, fieldRefusal, isBeingSet, textRefusal } from '@/client/store/texts'

/** The look that the next text begins with: that of the one written last. */
const LAST_LOOK = owned((): { look: TextLook | null } => ({ look: null }))

/** Letters of a new text as a share of the sheet's short side. */
const NEW_SIZE = 0.035
/** Width of a new text as a share of the sheet's. */
const NEW_WIDTH = 0.45

/** The typeface of the first text: it ships, so that it need not be looked for. */
const FIRST_FACE: FaceRef = { id: 'lora', name: 'Lora' }
/** Letters are not begun smaller than this, in points. */
const LEAST_NEW = 6

const firstLook = (bench: Bench, sheet: Sheet): TextLook => {
  const size = Math.round(Math.min(sheet.size.w, sheet.size.h) * NEW_SIZE * 2) / 2
  return {
    face: bench.own(LAST_LOOK).look?.face ?? FIRST_FACE,
    size: Math.min(TEXT_RANGE.size.max, Math.max(LEAST_NEW, size)),
  }
}

/** Begins to write in a text, with the caret at a place or at its end. */
export const startWriting = (
  bench: Bench,
  frameId: string,
  {
    place,
    isNew = false,
    grows = false,
  }: { readonly place?: number; readonly isNew?: boolean; readonly grows?: boolean } = {},
): void => {
  bench.endBurst()
  const state = bench.get()
  const frame = textOf(shownSheet(state), frameId)
  if (!frame) return
  if (frame.locked) return say(bench, 'This text is locked. Unlock it in the stack or with K.')
  if (refusesPerspective(bench, frame, 'write in it')) return
  if (state.selection[0] !== frameId || state.selection.length > 1) select(bench, frameId)
  const { text } = frame.stencil
  const at = Math.min(place ?? text.length, text.length)
  setWriting(bench, {
    frameId,
    isNew,
    grows,
    text,
    looks: lookedText(frame.stencil).looks,
    selection: [at, at],
    goal: null,
    next: null,
  })
  speak(bench, 'Writing. Escape ends it.')
}

/** A usual reach of a face over and under its baseline, until the first letter is set: it says its own. */
const USUAL = { up: 1000, down: 250 }

/** Begins a text on the sheet: in a box that was drawn, or with its top left at a point, growing with what is written. */
export const writeAt = (bench: Bench, at: Point, drawn?: Box): void => {
  bench.endBurst()
  putToolDown(bench)
  const sheet = shownSheet(bench.get())
  const look = firstLook(bench, sheet)
  // Nothing is asked of the typeface yet: what is typed at once must find its field.
  const run = { ...look, ...USUAL, length: 0, hyphen: '', clusters: '' }
  const stencil: TextStencil = { kind: 'text', text: '', runs: [run], drawings: [], ...FIRST_LAYOUT }
  const w = clampSide(Math.min(sheet.size.w * NEW_WIDTH, Math.max(sheet.size.w * 0.2, sheet.size.w - at.x)))
  const box = drawn ?? { cx: at.x + w / 2, cy: at.y + look.size / 2, w, h: clampSide(look.size) }
  const id = newItemId()
  const plain = newText(id, stencil, box, inkOn(sheet, bench.get().project.slots))
  const frame: TextFrame = drawn ? plain : { ...plain, box: fittedBox(plain) }
  bench.commit('New text', (project) => addText.record(project, { sheetId: sheet.id, frame }))
  startWriting(bench, id, { isNew: true, grows: !drawn })
}

/** The stroke that is being set; never rejected. */
const UNDERWAY = owned(() => ({ stroke: Promise.resolve(true) }))

/** Ends writing, once what was written last is set. A text left empty goes. */
export const endWriting = async (bench: Bench): Promise<void> => {
  const writing = writingOf(bench.get())
  if (!writing) return
  leaveWriting(bench)
  await settleWriting(bench, writing.frameId)
}

/** What writing leaves behind, however it was left: the last stroke is set, an empty text goes. */
export const settleWriting = async (bench: Bench, frameId: string): Promise<void> => {
  await bench.own(UNDERWAY).stroke
  const state = bench.get()
  if (writingOf(state)?.frameId === frameId) return
  // It may stand on a sheet that was left.
  const sheet = Object.values(state.project.sheets).find(({ items }) => items[frameId])
  bench.endBurst()
  const frame = sheet && textOf(bench.get().project.sheets[sheet.id] ?? sheet, frameId)
  if (!frame) return
  if (frame.stencil.text.trim()) {
    bench.own(LAST_LOOK).look = lookAt(frame.stencil.runs, frame.stencil.text.length)
    return
  }
  if (state.selection[0] === frameId) select(bench, null)
  bench.commit('Remove empty text', (project) => removeItems.record(project, { sheetId: sheet.id, ids: [frameId] }))
}

/** Takes over what is written, and sets it. */
const take = (bench: Bench, writing: Writing, next: LookedText, caret: number): void => {
  setWriting(bench, { ...writing, ...next, selection: [caret, caret], goal: null, next: null })
  bench.own(UNDERWAY).stroke = changeText(bench, writing.frameId, {
    name: 'Write',
    next,
    burst: `write-${writing.frameId}`,
    grows: writing.grows,
  })
}

/** The text that is written with its looks: those of the sheet, once what was typed stands there. */
const written = (bench: Bench, writing: Writing): LookedText => {
  const stencil = textOf(shownSheet(bench.get()), writing.frameId)?.stencil
  return stencil?.text === writing.text ? lookedText(stencil) : writing
}

/** The look that was chosen for what is written next; without a colour whose slot has gone since. */
const nextLook = (bench: Bench, { next }: Writing): TextLook | undefined => {
  if (!next || next.colour === undefined || isKnownColour(next.colour, bench.get().project.slots))
    return next ?? undefined
  return { face: next.face, size: next.size }
}

/** One stroke of writing: the whole text as its field now holds it, and where the caret stands there. False if refused. */
export const writeText = (bench: Bench, fieldText: string, caret: number): boolean => {
  const writing = writingOf(bench.get())
  if (!writing) return false
  const { from, to, by } = changeOf(writing.text, fieldText, caret)
  const clean = cleanText(by)
  const next = replaced(written(bench, writing), from, to, clean, nextLook(bench, writing))
  const frame = shownSheet(bench.get()).items[writing.frameId]
  const field = frame?.kind === 'frame' ? frame.field : undefined
  const refused = textRefusal(next.text) ?? fieldRefusal(field, writing.text, next.text)
  if (refused) {
    say(bench, refused, 'fault')
    return false
  }
  take(bench, writing, next, from + clean.length)
  return true
}

/** The caret or selection moved without a change. */
export const moveWritingCaret = (bench: Bench, from: number, to: number, goal: number | null = null): void => {
  const writing = writingOf(bench.get())
  if (!writing) return
  if (writing.selection[0] === from && writing.selection[1] === to && writing.goal === goal) return
  setWriting(bench, { ...writing, selection: [from, to], goal, next: null })
}

/** The caret goes up or down by lines, or to the start or end of its line, as it is seen on the sheet. */
export const stepCaret = (
  bench: Bench,
  step: { readonly lines: number } | { readonly end: 0 | 1 },
  extends_: boolean,
): void => {
  const writing = writingOf(bench.get())
  const frame = writing && textOf(shownSheet(bench.get()), writing.frameId)
  if (!writing || !frame) return
  const { stencil, box } = frame
  const [anchor, head] = writing.selection
  const at = Math.min(head, stencil.text.length)
  if ('end' in step) {
    const to = lineEnds(stencil, box, at)[step.end]
    return moveWritingCaret(bench, extends_ ? anchor : to, to)
  }
  const goal = writing.goal ?? caretAt(stencil, box, at).x
  const to = placeLines(stencil, box, at, step.lines, goal)
  moveWritingCaret(bench, extends_ ? anchor : to, to, goal)
}

/** The text was changed by something else, such as undo: writing goes on with what it is now. */
export const resumeWriting = (bench: Bench): void => {
  const writing = writingOf(bench.get())
  if (!writing) return
  forgetAsked(bench, writing.frameId)
  const frame = textOf(shownSheet(bench.get()), writing.frameId)
  if (!frame) return leaveWriting(bench)
  const { text } = frame.stencil
  const end = Math.min(writing.selection[1], text.length)
  changeWriting(bench, frame.id, {
    text,
    looks: lookedText(frame.stencil).looks,
    selection: [end, end],
    goal: null,
    next: null,
  })
}

/** Writing goes on with what the sheet says, where that was changed by something else than typing. */
export const followText = (bench: Bench, said: string): void => {
  const writing = writingOf(bench.get())
  if (writing && writing.text !== said && !isBeingSet(bench, writing.frameId)) resumeWriting(bench)
}

/** Down into a selected text: its letters. False where none is selected. */
export const writeInSelected = (bench: Bench, place?: number): boolean => {
  const state = bench.get()
  const frame = state.selection.length === 1 ? textOf(shownSheet(state), state.selection[0]) : null
  if (!frame) return false
  startWriting(bench, frame.id, place === undefined ? {} : { place })
  return true
}
