import { RANGE } from '@/core/tolerance'
import { withoutAlike } from '@/core/document/alike'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { changeSheet } from '@/core/document/edits/sheets'
import { openingsOf } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import type { TemplateAnswer } from '@/contract/api'
import { ApiError } from '@/client/http/api'
import { templateDocument } from '@/client/http/templates'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { recordFill, supplyOfSheet } from '@/client/store/libraryPictures'
import { say } from '@/client/store/notices'
import { openExport } from '@/client/store/slices/dialogs'
import { MOCK_UPS } from '@/client/templates/found'
import { tryStep } from '@/client/store/tryStep'
import { setSheet } from '@/client/store/view'

/** Templates on which a sheet can be shown: those made for it first, then the person's own that have a place for a picture. */
export const mockUpsAmong = (templates: readonly TemplateAnswer[]): readonly TemplateAnswer[] => {
  const made = templates.filter(({ category }) => category === MOCK_UPS)
  return [...made, ...templates.filter((one) => !made.includes(one) && !one.isShipped && one.openings > 0)]
}

/** A sheet into every opening of other sheets. */
const shownIn = (project: Project, design: string, sheetIds: readonly string[]): Recorded =>
  sheetIds.reduce<Recorded>(
    (sofar, sheetId) =>
      withoutAlike(openingsOf(sheetOf(sofar.project, sheetId))).reduce<Recorded>(
        (filled, { id }) =>
          joinRecorded(filled, (now) => recordFill(now, sheetId, id, supplyOfSheet(sheetOf(now, design)))),
        sofar,
      ),
    unchanged(project),
  )

interface Chosen {
  readonly document: Project
  readonly newIds: Readonly<Record<string, string>>
}

/** One mock-up's sheets after all others, each named by the design and the thing, every opening showing the design. */
const recordOne = (project: Project, design: string, { document, newIds }: Chosen): Recorded => {
  const sheetIds = document.order.map((id) => newIds[id] ?? id)
  const added = addTemplateSheets.record(project, { template: document, newIds, after: project.order.at(-1) ?? null })
  const named = sheetIds.reduce<Recorded>(
    (sofar, sheetId) =>
      joinRecorded(sofar, (now) => {
        const name = `${sheetOf(now, sheetId).name}, ${sheetOf(now, design).name}`.slice(0, RANGE.nameLength)
        return changeSheet.record(now, { sheetId, name })
      }),
    added,
  )
  return joinRecorded(named, (now) => shownIn(now, design, sheetIds))
}

const counted = (count: number): string => (count === 1 ? 'One mock-up' : `${count} mock-ups`)

/**
 * A sheet shown on mock-ups, each a sheet of its own after all others, in one step. Then the first of them shows, or with
 * `exports` all of them are offered to be exported.
 */
export const addMockUps = async (
  bench: Bench,
  design: string,
  templates: readonly TemplateAnswer[],
  exports: boolean,
): Promise<void> => {
  bench.endBurst()
  try {
    const documents = await Promise.all(templates.map(templateDocument))
    const chosen = documents.map((document): Chosen => ({
      document,
      newIds: Object.fromEntries(document.order.map((id) => [id, newId('sheet')])),
    }))
    const isDone = tryStep(bench, 'Show on mock-ups', (project) =>
      chosen.reduce<Recorded>(
        (sofar, one) => joinRecorded(sofar, (now) => recordOne(now, design, one)),
        unchanged(project),
      ),
    )
    if (!isDone) return
    const sheetIds = chosen.flatMap(({ newIds }) => Object.values(newIds))
    const [first] = sheetIds
    if (first !== undefined) setSheet(bench, first)
    if (exports) openExport(bench, { sheetIds, pattern: '{sheet}' })
    say(
      bench,
      `${counted(templates.length)} added after the other sheets. Whatever is changed on the design is changed there.`,
    )
  } catch (error) {
    say(bench, error instanceof ApiError ? error.message : 'A mock-up could not be opened. Try again.', 'fault')
  }
}
