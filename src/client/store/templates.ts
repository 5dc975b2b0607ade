import { addTemplateSheets } from '@/core/document/edits/templates'
import { joinRecorded } from '@/core/document/edit'
import { sheetOf } from '@/core/document/read'
import { fillingOf } from '@/core/document/filling'
import type { TemplateAnswer } from '@/contract/api'
import { api, ApiError } from '@/client/http/api'
import { templateDocument } from '@/client/http/templates'
import { newId, noteUsed } from '@/client/store/actions'
import { chosenPictures } from '@/client/store/arrangement'
import { isSheetBare } from '@/client/store/beginning'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { shortageWords } from '@/client/store/shortage'
import { putMarked, putTemplates, showTab } from '@/client/store/slices/supplies'
import { setSheet } from '@/client/store/view'
import { recordFilling } from '@/client/templates/filled'

const wordsOf = (error: unknown, otherwise: string): string => (error instanceof ApiError ? error.message : otherwise)

/** Reads which templates there are. */
export const loadTemplates = async (bench: Bench): Promise<void> => {
  try {
    putTemplates(bench, await api.templates())
  } catch (error) {
    say(bench, wordsOf(error, 'The templates could not be listed. Open the tab again.'), 'fault')
  }
}

const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`

/** What is said once a template is on the table: what it waits for. */
const saidOf = (bench: Bench, name: string): string => {
  const { filled, of, empty } = fillingOf(heldSheet(bench.get()))
  if (!of) return `“${name}” is there.`
  if (!empty.length) return `“${name}” is there, filled.`
  return `“${name}” is there: ${filled ? `${filled} of ${of} filled, ` : ''}${counted(empty.length, 'opening waits', 'openings wait')} for pictures. Press them below.`
}

/**
 * The sheets of a template, after the one that shows, or in its place while there is nothing on it; the pictures marked
 * in the supplies go into its openings, all in one step.
 */
export const chooseTemplate = async (bench: Bench, template: TemplateAnswer): Promise<void> => {
  bench.endBurst()
  try {
    const document = await templateDocument(template)
    const state = bench.get()
    const { sheetId } = state
    const pictures = chosenPictures(state)
    const newIds = Object.fromEntries(document.order.map((id) => [id, newId('sheet')]))
    const sheetIds = document.order.map((id) => newIds[id] ?? id)
    const isInstead = isSheetBare(state)
    bench.commit(`Template: ${template.name}`, (project) =>
      joinRecorded(
        addTemplateSheets.record(project, {
          template: document,
          newIds,
          after: sheetId,
          ...(isInstead ? { instead: sheetId } : {}),
        }),
        (now) => recordFilling(now, sheetIds, pictures),
      ),
    )
    const [first = sheetId] = sheetIds
    if (!bench.get().project.sheets[first]) return
    setSheet(bench, first)
    putMarked(bench, [])
    noteUsed(pictures.map(({ hash }) => hash))
    showTab(bench, 'Pictures')
    const { project } = bench.get()
    const short = sheetIds.flatMap((id) =>
      project.sheets[id] ? (shortageWords(project, id, Object.keys(sheetOf(project, id).items)) ?? []) : [],
    )
    say(bench, [saidOf(bench, template.name), ...short].join(' '))
  } catch (error) {
    say(bench, wordsOf(error, 'This template could not be opened. Try it again.'), 'fault')
  }
}
