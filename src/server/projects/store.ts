import type { Transaction } from 'sequelize'
import { Failure, isFailure, refuse } from '@/core/failure'
import { patched, EMPTY_HISTORY, type History, type LoggedStep } from '@/core/document/history'
import { sameValue, type Recorded } from '@/core/document/edit'
import type { Project } from '@/core/document/types'
import { checkTouched } from '@/core/document/validate'
import { database } from '@/server/db/open'
import { ProjectRow, SnapshotRow, StepRow } from '@/server/db/models'
import { LIMITS } from '@/server/limits'
import { checkedDocument } from '@/server/projects/check'
import { beginsAnew, heldAt, hold, type Held } from '@/server/projects/held'
import { historyUpTo } from '@/server/projects/history'
import { loadProject, notFound, readPatches } from '@/server/projects/load'
import { snapshotLater } from '@/server/projects/snapshots'
import { oldestKept } from '@/server/projects/thinning'
import { sameUses, usesIn, writeUses } from '@/server/projects/uses'

/** What a project's row tells without opening its document. */
const summaryOf = (project: Project): { name: string; sheetCount: number; width: number; height: number } => {
  const first = project.sheets[project.order[0] ?? '']
  return { name: project.name, sheetCount: project.order.length, width: first?.size.w ?? 0, height: first?.size.h ?? 0 }
}

const rowOf = async (id: string, transaction?: Transaction): Promise<ProjectRow> => {
  const row = await ProjectRow.findByPk(id, transaction ? { transaction } : {})
  if (!row || row.removedAt) throw notFound()
  return row
}

const stateOf = async ({ id, revision }: ProjectRow): Promise<Held> =>
  heldAt(id, revision) ?? hold(id, await loadProject(id, revision))

/** Opens a project that is not removed. Throws `not-found`, or `document-invalid` where nothing of it can be read. */
export const openProject = async (id: string): Promise<Held> => {
  await database()
  return stateOf(await rowOf(id))
}

/** A project as it was at an earlier revision. Throws `not-found` for one that it has not reached, or that is let go of. */
export const openProjectAt = async (id: string, revision: number): Promise<Project> => {
  await database()
  const row = await rowOf(id)
  if (!Number.isInteger(revision) || revision < 0 || revision > row.revision)
    throw new Failure('not-found', 'The project has no such revision. Reload the page.')
  const held = heldAt(id, revision)
  if (held) return held.project
  if (revision < (await oldestKept(id)))
    throw new Failure(
      'not-found',
      'The project has gone too far on for this. Reload the page and make the change again.',
    )
  return (await loadProject(id, revision)).project
}

/** What can be taken back and made again, from the log; nothing from before a project was mended or its format renewed. */
export const historyOf = async (id: string): Promise<History> => (await openWhole(id)).history

/** A project with its history, both of one moment however many others save meanwhile. */
export const openWhole = async (id: string): Promise<{ readonly held: Held; readonly history: History }> => {
  await database()
  const row = await rowOf(id)
  const held = await stateOf(row)
  return { held, history: beginsAnew(held) ? EMPTY_HISTORY : await historyUpTo(row, held.revision) }
}

const tooLarge = (bytes: number): Failure =>
  new Failure(
    'document-invalid',
    `The project would have ${Math.ceil(bytes / 1024 / 1024)} MB; at most ${LIMITS.documentBytes / 1024 / 1024} are kept. Make outlines simpler, or move some sheets to a project of their own.`,
  )

/** Refuses a document that is larger than any way out could carry; counted only when it may be. */
const checkSize = (project: Project, characters: number): number => {
  if (characters * 3 <= LIMITS.documentBytes) return characters
  const text = JSON.stringify(project)
  const bytes = Buffer.byteLength(text)
  if (bytes > LIMITS.documentBytes) throw tooLarge(bytes)
  return text.length
}

/** Stores a new project. The document is validated whole, a large one apart from the server. */
export const createProject = async (value: unknown): Promise<Held> => {
  const text = JSON.stringify(value)
  if (Buffer.byteLength(text) > LIMITS.documentBytes) throw tooLarge(Buffer.byteLength(text))
  const project = await checkedDocument(text)
  const db = await database()
  await db.write(async (transaction) => {
    const now = new Date()
    await ProjectRow.create(
      { id: project.id, revision: 0, changedAt: now, removedAt: null, usesRevision: 0, ...summaryOf(project) },
      { transaction },
    )
    await SnapshotRow.create({ projectId: project.id, revision: 0, document: JSON.stringify(project) }, { transaction })
    await writeUses(project.id, usesIn(project), transaction)
  })
  return hold(project.id, { project, revision: 0, characters: text.length })
}

const conflict = (revision: number): Failure =>
  new Failure(
    'conflict',
    'This project was changed somewhere else in the meantime. Choose which version to go on with.',
    [],
    { revision },
  )

const isSameStep = (row: StepRow, step: LoggedStep): boolean =>
  row.kind === step.kind &&
  row.of === (step.of ?? null) &&
  row.name === step.name.toWellFormed() &&
  // As it was when it was written down.
  sameValue(readPatches(row.forward), JSON.parse(JSON.stringify(step.forward))) &&
  sameValue(readPatches(row.inverse), JSON.parse(JSON.stringify(step.inverse)))

/**
 * How many steps of a request are stored already: the request was repeated. They must be the first, in their order and with
 * their content; anything else under a known id is refused.
 */
const knownSteps = async (id: string, base: number, steps: readonly LoggedStep[]): Promise<number> => {
  const stored = await StepRow.findAll({
    where: { projectId: id, stepId: steps.map((step) => step.id) },
    order: [['revision', 'ASC']],
  })
  stored.forEach((row, i) => {
    const step = steps[i]
    if (!step || row.stepId !== step.id || row.revision !== base + i + 1 || !isSameStep(row, step))
      refuse('a step', 'new, or the same as the one stored under its id', row.stepId)
  })
  return stored.length
}

const checkIds = (steps: readonly LoggedStep[]): void => {
  const seen = new Set<string>()
  for (const { id } of steps) {
    if (seen.has(id)) refuse('the id of a step', 'named once in a request', id)
    seen.add(id)
  }
}

/** The project after the steps. Throws `document-invalid` where they do not hold. */
const stepped = (held: Held, id: string, steps: readonly LoggedStep[]): Held => {
  const patches = steps.flatMap((step) => step.forward)
  const project = patched(held.project, patches)
  checkTouched(
    project,
    patches.map((patch) => patch.path),
  )
  if (project.id !== id)
    throw new Failure('document-invalid', 'A step may not change the id of a project. Reload the page.')
  const grown = patches.reduce((sum, { value }) => sum + (JSON.stringify(value)?.length ?? 0), held.characters)
  return { project, revision: held.revision + steps.length, characters: checkSize(project, grown) }
}

/** The row has moved on between reading and writing: what was worked out no longer holds. */
class MovedOn extends Error {}

/** Appends fresh steps to the state they were checked on. Throws `MovedOn` where others came first. */
const append = async (held: Held, next: Held, fresh: readonly LoggedStep[]): Promise<void> => {
  const { id } = next.project
  const db = await database()
  const [before, after] = [usesIn(held.project), usesIn(next.project)]
  await db.write(async (transaction) => {
    const row = await rowOf(id, transaction)
    if (row.revision !== held.revision) throw new MovedOn()
    await writeSteps(id, held.revision, fresh, transaction)
    if (row.usesRevision !== held.revision || !sameUses(before, after)) await writeUses(id, after, transaction)
    // What was mended or renewed becomes what is saved, and its history begins here.
    const anew = beginsAnew(held) ? { historyFrom: held.revision } : {}
    if (beginsAnew(held)) {
      const document = JSON.stringify(held.project)
      await SnapshotRow.upsert({ projectId: id, revision: held.revision, document }, { transaction })
    }
    await row.update(
      {
        revision: next.revision,
        usesRevision: next.revision,
        changedAt: new Date(),
        ...anew,
        ...summaryOf(next.project),
      },
      { transaction },
    )
  })
}

/**
 * Appends steps made on revision `base`. Steps that are already stored (a repeated request) are passed over.
 * Throws `conflict` when others came in between, `document-invalid` when a step does not hold, `refused` for an id that
 * is known with other content. Everything slow is done before the write, which only looks whether it still holds.
 */
export const appendSteps = async (id: string, base: number, steps: readonly LoggedStep[]): Promise<Held> => {
  checkIds(steps)
  await database()
  for (;;) {
    const row = await rowOf(id)
    const known = await knownSteps(id, base, steps)
    const fresh = steps.slice(known)
    if (base + known !== row.revision) throw conflict(row.revision)
    const held = await stateOf(row)
    if (!fresh.length) return held
    const next = stepped(held, id, fresh)
    try {
      await append(held, next, fresh)
    } catch (error) {
      if (error instanceof MovedOn) continue
      throw error
    }
    hold(id, next)
    const { snapshotEvery } = LIMITS
    if (Math.floor(held.revision / snapshotEvery) < Math.floor(next.revision / snapshotEvery))
      snapshotLater(next.project, next.revision)
    return next
  }
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
      name: step.name.toWellFormed(),
      forward: JSON.stringify(step.forward),
      inverse: JSON.stringify(step.inverse),
      madeAt: new Date(),
    })),
    { transaction },
  )
}

const shortWait = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5 + Math.random() * 40))

/**
 * Changes a project as a step of its own, on whatever it is by then: somebody else may be changing it too. False where
 * there is nothing to change. Throws `conflict` when it is changed faster than it can be tried.
 */
export const editProject = async (
  id: string,
  {
    stepId,
    name,
    edit,
  }: { readonly stepId: string; readonly name: string; readonly edit: (project: Project) => Recorded },
): Promise<boolean> => {
  for (let tries = 1; ; tries += 1) {
    const { project, revision } = await openProject(id)
    const { forward, inverse } = edit(project)
    if (!forward.length) return false
    try {
      await appendSteps(id, revision, [{ id: stepId, kind: 'do', name, forward, inverse }])
      return true
    } catch (error) {
      if (!isFailure(error) || error.code !== 'conflict' || tries >= LIMITS.retries) throw error
      await shortWait()
    }
  }
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
