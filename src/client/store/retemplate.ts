import { unchanged, type Recorded } from '@/core/document/edit'
import { refilled, retemplate, textMoves, type TextMove } from '@/core/document/edits/retemplate'
import { openingsOf } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import { textOf, type TextFrame } from '@/core/document/text'
import type { Project, Sheet } from '@/core/document/types'
import { lookAt } from '@/core/text/block'
import type { PictureAnswer, TemplateAnswer } from '@/contract/api'
import { ApiError } from '@/client/http/api'
import { templateDocument } from '@/client/http/templates'
import { newId, noteUsed } from '@/client/store/actions'
import { recordFill, withPictures } from '@/client/store/libraryPictures'
import { chosenPictures } from '@/client/store/arrangement'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { wordsOf } from '@/client/store/faces'
import { say } from '@/client/store/notices'
import { selectItems } from '@/client/store/selection'
import { closeDialog, holdChange } from '@/client/store/slices/dialogs'
import { putMarked } from '@/client/store/slices/supplies'
import { setSheet } from '@/client/store/view'
import type { HeldChange } from '@/client/store/state'
import { setTextOf } from '@/client/store/texts'

const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`

/** Makes a change that was looked at. */
export const makeChange = (bench: Bench, { step, make, sheetId, used = [] }: HeldChange): void => {
  closeDialog(bench)
  bench.endBurst()
  selectItems(bench, [])
  bench.commit(step, make)
  setSheet(bench, sheetId)
  putMarked(bench, [])
  noteUsed(used)
}

/** The template that a sheet was made of, as it was then; null where it is none, or not here. */
const baseOf = async ({ madeFrom }: Sheet): Promise<Sheet | null> => {
  if (!madeFrom) return null
  try {
    return (await templateDocument(madeFrom)).sheets[madeFrom.sheetId] ?? null
  } catch (error) {
    // One that was brought here in a bundle may have left its template behind: all its texts count as written.
    if (error instanceof ApiError && error.status === 404) return null
    throw error
  }
}

/** Sets what was written in the look of the field that it goes to. */
const setInField = async (bench: Bench, move: TextMove) => {
  const { text } = move.from.stencil
  const look = lookAt(move.field.stencil.runs, 0)
  const set = await setTextOf(bench, { text, looks: [{ ...look, length: text.length }] }, move.field.stencil.drawings)
  return { ...move, set }
}

/** What becomes of pictures, texts and openings, in sentences. */
const sentences = (
  project: Project,
  after: Project,
  sheetId: string,
  { moved, spare, texts, spareTexts }: { moved: number; spare: readonly string[]; texts: number; spareTexts: number },
): readonly string[] => {
  const empty = openingsOf(sheetOf(after, sheetId)).filter(({ fill }) => fill.kind === 'none').length
  const names = spare.slice(0, 4).map((id) => project.pictures[id]?.name ?? '')
  return [
    moved
      ? `${counted(moved, 'picture goes', 'pictures go')} into its openings, with ${moved === 1 ? 'its' : 'their'} tones.`
      : 'There is no picture to move.',
    ...(spare.length
      ? [
          `${counted(spare.length, 'picture finds', 'pictures find')} no opening and ${spare.length === 1 ? 'stays' : 'stay'} among the project’s pictures: ${names.join(', ')}${spare.length > 4 ? ' …' : ''}.`,
        ]
      : []),
    ...(empty ? [`${counted(empty, 'opening stays', 'openings stay')} empty.`] : []),
    ...(texts ? [`${counted(texts, 'text goes', 'texts go')} into its fields.`] : []),
    ...(spareTexts
      ? [
          `${counted(spareTexts, 'text finds', 'texts find')} no field and ${spareTexts === 1 ? 'stays' : 'stay'} on the sheet, hidden.`,
        ]
      : []),
  ]
}

/** The shown sheet under another template, to be looked at before it is changed. Throws where that cannot be read. */
export const preparedTemplate = async (bench: Bench, answer: TemplateAnswer): Promise<HeldChange> => {
  const template = await templateDocument(answer)
  const { project, sheetId } = bench.get()
  const sheet = heldSheet(bench.get())
  const base = await baseOf(sheet)
  const newIds = Object.fromEntries(template.order.map((id, i) => [id, i === 0 ? sheetId : newId('sheet')]))
  const isWritten = (frame: TextFrame): boolean => !base || textOf(base, frame.id)?.stencil.text !== frame.stencil.text
  const { moves, spare: spareTexts } = textMoves(sheet, template, newIds, isWritten)
  const texts = await Promise.all(moves.map((move) => setInField(bench, move)))
  const make = (now: Project) => retemplate(now, { sheetId, template, base, newIds, texts, spareTexts })
  const { recorded, moved, spare } = make(project)
  const told = { moved, spare, texts: texts.length, spareTexts: spareTexts.length }
  return {
    title: `Change this sheet to “${answer.name}”`,
    step: `Change to ${answer.name}`,
    sheetId,
    after: recorded.project,
    says: sentences(project, recorded.project, sheetId, told),
    make: (now) => make(now).recorded,
    template: answer.id,
  }
}

const CANNOT = 'The sheet could not be shown with this template. Try it again.'

/** Shows the sheet under another template before it is changed. */
export const previewTemplate = async (bench: Bench, answer: TemplateAnswer): Promise<void> => {
  bench.endBurst()
  try {
    holdChange(bench, await preparedTemplate(bench, answer))
  } catch (error) {
    say(bench, wordsOf(error, CANNOT), 'fault')
  }
}

/** The sheet under one more template, to be compared; null where that cannot be read, which is said. */
export const comparedTemplate = async (bench: Bench, answer: TemplateAnswer): Promise<HeldChange | null> => {
  try {
    return await preparedTemplate(bench, answer)
  } catch (error) {
    say(bench, wordsOf(error, CANNOT), 'fault')
    return null
  }
}

const recordRefill = (project: Project, sheetId: string, pictures: readonly PictureAnswer[]): Recorded =>
  withPictures(project, pictures, (known, byId) =>
    refilled(known, sheetId, [...byId.keys()], (then, frameId, id) => {
      const picture = byId.get(id)
      return picture ? recordFill(then, sheetId, frameId, picture) : unchanged(then)
    }),
  )

/** Prepares the shown sheet with the marked pictures in its openings, filled ones too, to be looked at before. */
export const previewRefill = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const { project, sheetId } = state
  const pictures = chosenPictures(state)
  if (!pictures.length) return say(bench, 'Mark the pictures first: Shift and press them in the supplies.')
  const make = (now: Project): Recorded => recordRefill(now, sheetId, pictures)
  const { project: after } = make(project)
  const openings = openingsOf(heldSheet(state))
  const taken = Math.min(openings.length, pictures.length)
  const left = openings.length - taken
  holdChange(bench, {
    title: `Refill with ${counted(pictures.length, 'picture')}`,
    step: 'Refill',
    sheetId,
    after,
    says: [
      `${counted(taken, 'opening takes', 'openings take')} another picture; finishes, tones and rules of placement stay.`,
      ...(left ? [`${counted(left, 'opening stays', 'openings stay')} as ${left === 1 ? 'it is' : 'they are'}.`] : []),
      ...(pictures.length > taken
        ? [`${counted(pictures.length - taken, 'picture finds', 'pictures find')} no opening.`]
        : []),
      'What is replaced stays among the project’s pictures.',
    ],
    make,
    used: pictures.map(({ hash }) => hash),
  })
}
