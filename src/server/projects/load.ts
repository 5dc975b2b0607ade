import { Op } from 'sequelize'
import { Failure, isFailure } from '@/core/failure'
import { patched, type Patch } from '@/core/document/history'
import type { Project } from '@/core/document/types'
import { touchedFaults } from '@/core/document/validate'
import { SnapshotRow, StepRow } from '@/server/db/models'
import { checkedDocument } from '@/server/projects/check'
import type { Held } from '@/server/projects/held'

export const notFound = (): Failure =>
  new Failure('not-found', 'There is no such project here. Go back to the projects page and choose another.')

const unreadable = (): Failure =>
  new Failure(
    'document-invalid',
    'This project is damaged, and nothing of it can be read. Its data is left as it is; open a bundle of it if you have one.',
  )

export const readPatches = (text: string): readonly Patch[] => JSON.parse(text) as readonly Patch[] // written by the store

const pathsOf = (patches: readonly Patch[]) => patches.map((patch) => patch.path)

const stepsAfter = (projectId: string, revision: number, last: number): Promise<readonly StepRow[]> =>
  StepRow.findAll({
    where: { projectId, revision: { [Op.gt]: revision, [Op.lte]: last } },
    attributes: ['revision', 'forward'],
    order: [['revision', 'ASC']],
  })

interface Start {
  readonly project: Project
  readonly revision: number
  readonly characters: number
}

const readSnapshot = async ({ document, revision }: SnapshotRow): Promise<Start> => ({
  project: await checkedDocument(document),
  revision,
  characters: document.length,
})

const charactersWith = (start: number, steps: readonly StepRow[]): number =>
  steps.reduce((sum, { forward }) => sum + forward.length, start)

/** A snapshot and every step after it. Throws where they do not make a sound document. */
const whole = async (snapshot: SnapshotRow, id: string, revision: number): Promise<Held> => {
  const start = await readSnapshot(snapshot)
  const steps = await stepsAfter(id, start.revision, revision)
  const patches = steps.flatMap((step) => readPatches(step.forward))
  const project = patched(start.project, patches)
  const faults = touchedFaults(project, pathsOf(patches))
  if (faults.length) throw new Failure('document-invalid', 'The saved steps do not make a sound project.', faults)
  return { project, revision, characters: charactersWith(start.characters, steps) }
}

/** The project with a step if it holds with it, else null. */
const withStep = (project: Project, forward: string): Project | null => {
  try {
    const patches = readPatches(forward)
    const next = patched(project, patches)
    return touchedFaults(next, pathsOf(patches)).length ? null : next
  } catch (error) {
    if (isFailure(error) || error instanceof SyntaxError) return null
    throw error
  }
}

/** The newest snapshot that can be read, if there is one. */
const readableSnapshot = async (projectId: string, last: number): Promise<Start | null> => {
  const rows = await SnapshotRow.findAll({
    where: { projectId, revision: { [Op.lte]: last } },
    attributes: ['revision'],
    order: [['revision', 'DESC']],
  })
  for (const { revision } of rows) {
    const row = await SnapshotRow.findOne({ where: { projectId, revision } })
    if (!row) continue
    try {
      return await readSnapshot(row)
    } catch (error) {
      if (!isFailure(error)) throw error
    }
  }
  return null
}

/** What can still be read: the newest readable snapshot, and every later step that holds. */
const mended = async (id: string, revision: number): Promise<Held> => {
  const start = await readableSnapshot(id, revision)
  if (!start) throw unreadable()
  const steps = await stepsAfter(id, start.revision, revision)
  let { project } = start
  let leftOut = 0
  for (const { forward } of steps) {
    const next = withStep(project, forward)
    if (next) project = next
    else leftOut += 1
  }
  return { project, revision, characters: charactersWith(start.characters, steps), mended: { leftOut } }
}

/**
 * A project at a revision, from what is stored. One that cannot be read whole is mended as far as it can be; a format of
 * a newer program is left alone. Throws `not-found`, `format-unknown`, or `document-invalid` where nothing can be read.
 */
export const loadProject = async (id: string, revision: number): Promise<Held> => {
  const newest = await SnapshotRow.findOne({
    where: { projectId: id, revision: { [Op.lte]: revision } },
    order: [['revision', 'DESC']],
  })
  if (!newest) throw notFound()
  try {
    return await whole(newest, id, revision)
  } catch (error) {
    const isDamage = error instanceof SyntaxError || (isFailure(error) && error.code === 'document-invalid')
    if (!isDamage) throw error
    return mended(id, revision)
  }
}

/** Every text that is stored of a project: what names a picture there may show it. */
export const storedTexts = async (projectId: string): Promise<readonly string[]> => {
  const snapshots = await SnapshotRow.findAll({ where: { projectId }, attributes: ['document'] })
  const steps = await StepRow.findAll({ where: { projectId }, attributes: ['forward'] })
  return [...snapshots.map(({ document }) => document), ...steps.map(({ forward }) => forward)]
}
