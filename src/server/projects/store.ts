import { Op, type Transaction } from 'sequelize'
import { Failure } from '@/core/failure'
import {
  advance,
  patched,
  EMPTY_HISTORY,
  type History,
  type LoggedStep,
  type Patch,
  type Step,
} from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { readProject, checkTouched } from '@/core/document/validate'
import { database } from '@/server/db/open'
import { ProjectRow, SnapshotRow, StepRow } from '@/server/db/models'
import { LIMITS } from '@/server/limits'

export interface Held {
  readonly project: Project
  readonly revision: number
}

const notFound = (): Failure =>
  new Failure('not-found', 'There is no such project here. Go back to the projects page and choose another.')

/** What a project's row tells without opening its document. */
const summaryOf = (project: Project): { name: string; sheetCount: number; width: number; height: number } => {
  const first = project.sheets[project.order[0] ?? '']
  return { name: project.name, sheetCount: project.order.length, width: first?.size.w ?? 0, height: first?.size.h ?? 0 }
}

const readPatches = (text: string): readonly Patch[] => JSON.parse(text) as readonly Patch[] // written by this file

/** The project at its newest revision: the latest snapshot and every step since. */
const load = async (id: string, transaction?: Transaction): Promise<Held> => {
  const inside = transaction ? { transaction } : {}
  const snapshot = await SnapshotRow.findOne({ where: { projectId: id }, order: [['revision', 'DESC']], ...inside })
  if (!snapshot) throw notFound()
  const steps = await StepRow.findAll({
    where: { projectId: id, revision: { [Op.gt]: snapshot.revision } },
    order: [['revision', 'ASC']],
    ...inside,
  })
  const start = readProject(JSON.parse(snapshot.document))
  return {
    project: steps.reduce((project, step) => patched(project, readPatches(step.forward)), start),
    revision: steps.at(-1)?.revision ?? snapshot.revision,
  }
}

/** Opens a project that is not removed. Throws `not-found`. */
export const openProject = async (id: string): Promise<Held> => {
  await database()
  const row = await ProjectRow.findByPk(id)
  if (!row || row.removedAt) throw notFound()
  return load(id)
}

/** What can be taken back and made again, from the log. */
export const historyOf = async (id: string): Promise<History> => {
  await database()
  const log = await StepRow.findAll({
    where: { projectId: id },
    attributes: ['revision', 'stepId', 'kind', 'of'],
    order: [['revision', 'ASC']],
  })
  let marks: { readonly undo: readonly { id: string }[]; readonly redo: readonly { id: string }[] } = EMPTY_HISTORY
  for (const row of log)
    marks = advance(marks, { kind: row.kind as LoggedStep['kind'], of: row.of ?? undefined }, { id: row.stepId })
  const undo = marks.undo.slice(-LIMITS.historySteps)
  const redo = marks.redo.slice(-LIMITS.historySteps)
  const rows = await StepRow.findAll({ where: { projectId: id, stepId: [...undo, ...redo].map((m) => m.id) } })
  const byId = new Map(
    rows.map((row): [string, Step] => [
      row.stepId,
      { id: row.stepId, name: row.name, forward: readPatches(row.forward), inverse: readPatches(row.inverse) },
    ]),
  )
  const steps = (list: readonly { id: string }[]): Step[] => list.flatMap((m) => byId.get(m.id) ?? [])
  return { undo: steps(undo), redo: steps(redo) }
}

/** Stores a new project. The document is validated whole. */
export const createProject = async (value: unknown): Promise<Held> => {
  const project = readProject(value)
  const db = await database()
  await db.write(async (transaction) => {
    const now = new Date()
    await ProjectRow.create(
      { id: project.id, revision: 0, changedAt: now, removedAt: null, ...summaryOf(project) },
      { transaction },
    )
    await SnapshotRow.create({ projectId: project.id, revision: 0, document: JSON.stringify(project) }, { transaction })
  })
  return { project, revision: 0 }
}

const conflict = (revision: number): Failure =>
  new Failure(
    'conflict',
    'This project was changed somewhere else in the meantime. Choose which version to go on with.',
    [],
    { revision },
  )

/**
 * Appends steps made on revision `base`. Steps that are already stored (a repeated request) are passed over.
 * Throws `conflict` when others came in between, `document-invalid` when a step does not hold.
 */
export const appendSteps = async (id: string, base: number, steps: readonly LoggedStep[]): Promise<Held> => {
  const db = await database()
  return db.write(async (transaction) => {
    const row = await ProjectRow.findByPk(id, { transaction })
    if (!row || row.removedAt) throw notFound()
    const stored = await StepRow.findAll({
      where: { projectId: id, stepId: steps.map((step) => step.id) },
      attributes: ['stepId'],
      transaction,
    })
    const known = new Set(stored.map((s) => s.stepId))
    const fresh = steps.filter((step) => !known.has(step.id))
    if (base + known.size !== row.revision) throw conflict(row.revision)
    const held = await load(id, transaction)
    if (!fresh.length) return held
    let { project, revision } = held
    for (const step of fresh) {
      project = patched(project, step.forward)
      revision += 1
    }
    checkTouched(
      project,
      fresh.flatMap((step) => step.forward.map((patch) => patch.path)),
    )
    if (project.id !== id)
      throw new Failure('document-invalid', 'A step may not change the id of a project. Reload the page.')
    await writeSteps(id, held.revision, fresh, transaction)
    if (Math.floor(held.revision / LIMITS.snapshotEvery) < Math.floor(revision / LIMITS.snapshotEvery))
      await SnapshotRow.create({ projectId: id, revision, document: JSON.stringify(project) }, { transaction })
    await row.update({ revision, changedAt: new Date(), ...summaryOf(project) }, { transaction })
    return { project, revision }
  })
}

const writeSteps = async (
  id: string,
  base: number,
  steps: readonly LoggedStep[],
  transaction: Transaction,
): Promise<void> => {
  await StepRow.bulkCreate(
    steps.map((step, i) => ({
      projectId: id,
      revision: base + i + 1,
      stepId: step.id,
      kind: step.kind,
      of: step.of ?? null,
      name: step.name,
      forward: JSON.stringify(step.forward),
      inverse: JSON.stringify(step.inverse),
      madeAt: new Date(),
    })),
    { transaction },
  )
}

/** Marks a project as removed, or brings it back. */
export const setRemoved = async (id: string, removed: boolean): Promise<void> => {
  const db = await database()
  await db.write(async (transaction) => {
    const [count] = await ProjectRow.update({ removedAt: removed ? new Date() : null }, { where: { id }, transaction })
    if (!count) throw notFound()
  })
}

/** All projects, the last changed first; removed ones are marked. */
export const listProjects = async (): Promise<readonly ProjectRow[]> => {
  await database()
  return ProjectRow.findAll({ order: [['changedAt', 'DESC']] })
}
