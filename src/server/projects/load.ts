import { Op } from 'sequelize'
import { Failure, isFailure } from '@/core/failure'
import { patched, type Patch } from '@/core/document/history'
import { FORMAT, type Project } from '@/core/document/types'
import { touchedFaults } from '@/core/document/validate'
import { SnapshotRow, StepRow } from '@/server/db/models'
import { checkedDocument, checkedWriting } from '@/server/projects/check'
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
  /** As it was written, if that was in an older format. */
  readonly older: object | null
  readonly revision: number
  readonly characters: number
}

const readSnapshot = async ({ document, revision }: SnapshotRow): Promise<Start> => {
  const { project, written } = await checkedWriting(document)
  const isOlder = (written as { readonly format?: unknown }).format !== FORMAT
  return { project, older: isOlder ? written : null, revision, characters: document.length }
}

const charactersWith = (start: number, steps: readonly StepRow[]): number =>
  steps.reduce((sum, { forward }) => sum + forward.length, start)

const isDamage = (error: unknown): boolean =>
  error instanceof SyntaxError || (isFailure(error) && error.code === 'document-invalid')

const orNull = async <T>(made: () => T | Promise<T>): Promise<T | null> => {
  try {
    return await made()
  } catch (error) {
    if (isDamage(error)) return null
    throw error
  }
}

const steppedWhole = (project: Project, patches: readonly Patch[]): Project => {
  const next = patched(project, patches)
  const faults = touchedFaults(next, pathsOf(patches))
  if (faults.length) throw new Failure('document-invalid', 'The saved steps do not make a sound project.', faults)
  return next
}

/**
 * A snapshot and every step after it. Steps after one of an older format were made on documents of that format, so they
 * come before it is renewed. Throws where they do not make a sound document.
 */
const whole = async (snapshot: SnapshotRow, id: string, revision: number): Promise<Held> => {
  const start = await readSnapshot(snapshot)
  const steps = await stepsAfter(id, start.revision, revision)
  const patches = steps.flatMap((step) => readPatches(step.forward))
  const characters = charactersWith(start.characters, steps)
  const { older } = start
  if (!older) return { project: steppedWhole(start.project, patches), revision, characters }
  const renewed = await orNull(() => checkedDocument(JSON.stringify(patched(older, patches))))
  return { project: renewed ?? steppedWhole(start.project, patches), revision, characters, isRenewed: true }
}

/** The project with a step if it holds with it, else null. */
const withStep = (project: Project, forward: string): Project | null => {
  try {
    return steppedWhole(project, readPatches(forward))
  } catch (error) {
    if (isDamage(error)) return null
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

interface Kept<T> {
  readonly project: T
  readonly leftOut: number
}

const withSteps = <T>(start: T, steps: readonly StepRow[], step: (from: T, forward: string) => T | null): Kept<T> =>
  steps.reduce<Kept<T>>(
    ({ project, leftOut }, { forward }) => {
      const next = step(project, forward)
      return next === null ? { project, leftOut: leftOut + 1 } : { project: next, leftOut }
    },
    { project: start, leftOut: 0 },
  )

/** A document of an older format with a step, if that fits it. It is checked when it has been renewed. */
const withOlderStep = (older: object, forward: string): object | null => {
  try {
    return patched(older, readPatches(forward))
  } catch (error) {
    if (isDamage(error)) return null
    throw error
  }
}

const renewedWithSteps = (older: object, steps: readonly StepRow[]): Promise<Kept<Project> | null> =>
  orNull(async () => {
    const { project, leftOut } = withSteps(older, steps, withOlderStep)
    return { project: await checkedDocument(JSON.stringify(project)), leftOut }
  })

/** What can still be read: the newest readable snapshot, and every later step that holds. */
const mended = async (id: string, revision: number): Promise<Held> => {
  const start = await readableSnapshot(id, revision)
  if (!start) throw unreadable()
  const steps = await stepsAfter(id, start.revision, revision)
  const renewed = start.older && (await renewedWithSteps(start.older, steps))
  const { project, leftOut } = renewed ?? withSteps(start.project, steps, withStep)
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
    if (!isDamage(error)) throw error
    return mended(id, revision)
  }
}

/** Every text that is stored of a project: what names a picture there may show it. */
export const storedTexts = async (projectId: string): Promise<readonly string[]> => {
  const snapshots = await SnapshotRow.findAll({ where: { projectId }, attributes: ['document'] })
  const steps = await StepRow.findAll({ where: { projectId }, attributes: ['forward'] })
  return [...snapshots.map(({ document }) => document), ...steps.map(({ forward }) => forward)]
}
