import { col, Op, where as compare, type Transaction } from 'sequelize'
import { isFailure } from '@/core/failure'
import { pictureUses } from '@/core/document/roots'
import { hashOf } from '@/core/document/sheetPictures'
import type { Project } from '@/core/document/types'
import { database } from '@/server/db/open'
import { ProjectRow, UseRow } from '@/server/db/models'
import { loadProject, storedTexts } from '@/server/projects/load'

export type Uses = ReadonlyMap<string, number>

/** Of states of projects: the one that a step was made on is asked for again with it. */
const counted = new WeakMap<Project, Uses>()

/** How often a project shows or keeps each picture's file, by the file's hash. */
export const usesIn = (project: Project): Uses => {
  const known = counted.get(project) ?? countedUses(project)
  counted.set(project, known)
  return known
}

const countedUses = (project: Project): Uses => {
  const uses = new Map<string, number>()
  for (const [id, count] of pictureUses(project)) {
    const hash = hashOf(project.pictures[id])
    if (hash) uses.set(hash, (uses.get(hash) ?? 0) + count)
  }
  return uses
}

export const sameUses = (a: Uses, b: Uses): boolean =>
  a.size === b.size && [...a].every(([hash, count]) => b.get(hash) === count)

/** Writes down what a project uses, in the transaction that changes it. */
export const writeUses = async (projectId: string, uses: Uses, transaction: Transaction): Promise<void> => {
  await UseRow.destroy({ where: { projectId }, transaction })
  await UseRow.bulkCreate(
    [...uses].map(([hash, count]) => ({ projectId, hash, count })),
    { transaction },
  )
}

/** Of a project that cannot be read, whatever its data names counts as used: nothing it may show is removed. */
const namedIn = (texts: readonly string[]): Uses =>
  new Map(texts.flatMap((text) => [...text.matchAll(/"([0-9a-f]{64})"/g)].map((match) => [match[1] ?? '', 1] as const)))

const usesOfRow = async ({ id, revision }: ProjectRow): Promise<Uses> => {
  try {
    return usesIn((await loadProject(id, revision)).project)
  } catch (error) {
    if (!isFailure(error)) throw error
    return namedIn(await storedTexts(id))
  }
}

/** Brings the table of uses up to date for projects that were last saved before there was one. */
export const refreshUses = async (): Promise<void> => {
  const db = await database()
  const stale = await ProjectRow.findAll({ where: compare(col('usesRevision'), Op.ne, col('revision')) })
  for (const row of stale) {
    const uses = await usesOfRow(row)
    await db.write(async (transaction) => {
      const now = await ProjectRow.findByPk(row.id, { transaction })
      if (now?.revision !== row.revision) return
      await writeUses(row.id, uses, transaction)
      await now.update({ usesRevision: row.revision }, { transaction })
    })
  }
}

export interface ProjectUse {
  readonly projectId: string
  readonly name: string
  readonly count: number
}

/** The projects that are not deleted and show or keep a picture's file. */
export const projectsUsing = async (hash: string, transaction?: Transaction): Promise<readonly ProjectUse[]> => {
  const inside = transaction ? { transaction } : {}
  const uses = new Map(
    (await UseRow.findAll({ where: { hash }, ...inside })).map(({ projectId, count }) => [projectId, count]),
  )
  const rows = await ProjectRow.findAll({
    where: { id: [...uses.keys()], removedAt: null },
    order: [['changedAt', 'DESC']],
    ...inside,
  })
  return rows.map(({ id, name }) => ({ projectId: id, name, count: uses.get(id) ?? 0 }))
}

/** The hashes of all pictures that projects show or keep; those of deleted projects do not count. */
export const hashesInUse = async (): Promise<readonly string[]> => {
  const projects = await ProjectRow.findAll({ attributes: ['id'], where: { removedAt: null } })
  const rows = await UseRow.findAll({ attributes: ['hash'], where: { projectId: projects.map(({ id }) => id) } })
  return [...new Set(rows.map(({ hash }) => hash))]
}
