import { Op } from 'sequelize'
import { advance, EMPTY_HISTORY, type History, type LoggedStep, type Step } from '@/core/document/history'
import { StepRow, type ProjectRow } from '@/server/db/models'
import { LIMITS } from '@/server/limits'
import { readPatches } from '@/server/projects/load'

/** A step that can be taken back or made again, and the revision at which it was made. */
interface Mark {
  readonly id: string
  readonly revision: number
}

type Marks = { readonly undo: readonly Mark[]; readonly redo: readonly Mark[] }

/** What can be taken back and made again at a revision, from the log alone: the newest of each, up to the limit. */
export const marksUpTo = async ({ id, historyFrom }: ProjectRow, last: number): Promise<Marks> => {
  const log = await StepRow.findAll({
    where: { projectId: id, revision: { [Op.gt]: historyFrom, [Op.lte]: last } },
    attributes: ['revision', 'stepId', 'kind', 'of'],
    order: [['revision', 'ASC']],
  })
  let marks: Marks = { undo: [], redo: [] }
  for (const { stepId, kind, of, revision } of log) {
    const entry = { kind: kind as LoggedStep['kind'], of: of ?? undefined } // written by the store
    marks = advance(marks, entry, { id: stepId, revision })
  }
  return { undo: marks.undo.slice(-LIMITS.historySteps), redo: marks.redo.slice(-LIMITS.historySteps) }
}

/** The history of a project at a revision, with its steps. */
export const historyUpTo = async (row: ProjectRow, last: number): Promise<History> => {
  const { undo, redo } = await marksUpTo(row, last)
  if (!undo.length && !redo.length) return EMPTY_HISTORY
  const rows = await StepRow.findAll({ where: { projectId: row.id, stepId: [...undo, ...redo].map((m) => m.id) } })
  const byId = new Map(
    rows.map((step): [string, Step] => [
      step.stepId,
      { id: step.stepId, name: step.name, forward: readPatches(step.forward), inverse: readPatches(step.inverse) },
    ]),
  )
  const steps = (list: readonly Mark[]): Step[] => list.flatMap((m) => byId.get(m.id) ?? [])
  return { undo: steps(undo), redo: steps(redo) }
}
