import { randomUUID } from 'node:crypto'
import { Op, type Transaction } from 'sequelize'
import { Failure } from '@/core/failure'
import { openingsOf } from '@/core/document/filling'
import { readProject } from '@/core/document/validate'
import { FORMAT, type Project } from '@/core/document/types'
import { checkedDocument } from '@/server/projects/check'
import type { TemplateMark } from '@/core/template/mark'
import type { TemplateAnswer } from '@/contract/api'
import { TemplateRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'

const answerOf = (row: TemplateRow): TemplateAnswer => {
  const { id, version, name, category, words, sheetCount, openings, width, height, isShipped } = row
  return { id, version, name, category, words, sheetCount, openings, width, height, isShipped }
}

/** Every template in its newest version: one's own, the newest first, then those that ship in their order. */
export const listTemplates = async (): Promise<readonly TemplateAnswer[]> => {
  await database()
  const rows = await TemplateRow.findAll({
    where: { isNewest: true },
    attributes: { exclude: ['document'] },
    order: [
      ['isShipped', 'ASC'],
      ['place', 'ASC'],
      ['addedAt', 'DESC'],
    ],
  })
  return rows.map(answerOf)
}

const notThere = (): Failure =>
  new Failure('not-found', 'This template is no longer here. Choose another one from the gallery.')

/** A version of a template, the newest without one. Throws `not-found`. */
export const openTemplate = async (id: string, version?: number): Promise<Project> => {
  await database()
  const row = await TemplateRow.findOne({
    where: { id, ...(version === undefined ? { isNewest: true } : { version }) },
  })
  if (!row) throw notThere()
  const held = JSON.parse(row.document) as { readonly format: unknown }
  // It was checked when it was written; by an older program it may be of an older format.
  return held.format === FORMAT ? (held as Project) : readProject(held)
}

/** A document that is a template. */
export type Template = Project & { readonly template: TemplateMark }

export interface Kept {
  readonly isShipped: boolean
  readonly place: number
}

/** Writes a version down as the newest of its template. */
export const writeTemplate = async (
  template: Template,
  { isShipped, place }: Kept,
  transaction: Transaction,
): Promise<void> => {
  const { id, version, category, words } = template.template
  const first = template.sheets[template.order[0] ?? '']
  const document = JSON.stringify(template)
  if (Buffer.byteLength(document) > LIMITS.documentBytes)
    throw new Failure('too-large', 'This template is larger than a document may be. Make its outlines simpler.')
  await TemplateRow.update({ isNewest: false }, { where: { id }, transaction })
  await TemplateRow.create(
    {
      id,
      version,
      name: template.name,
      category,
      words,
      sheetCount: template.order.length,
      openings: Object.values(template.sheets).reduce((sum, sheet) => sum + openingsOf(sheet).length, 0),
      width: first?.size.w ?? 0,
      height: first?.size.h ?? 0,
      document,
      isShipped,
      isNewest: true,
      place,
      addedAt: new Date(),
    },
    { transaction },
  )
}

/** Is this what is kept already, whatever version it says that it is? */
const isSame = (project: Project, { document, version }: TemplateRow): boolean =>
  project.template !== undefined &&
  JSON.stringify({ ...project, template: { ...project.template, version } }) === document

/** The newest version of a template's row, whether the gallery shows it or not; null for none. */
const lastOf = (id: string, transaction: Transaction): Promise<TemplateRow | null> =>
  TemplateRow.findOne({
    where: { id },
    order: [['version', 'DESC']],
    transaction,
  })

/**
 * Keeps a document as a template: as a new one, or as the next version of one's own that has its id. One that ships stays
 * as it is: what is made of it is a template of its own. Throws `document-invalid`, `refused` or `too-large`.
 */
export const keepTemplate = async (value: unknown): Promise<TemplateAnswer> => {
  const project = await checkedDocument(JSON.stringify(value))
  const { template } = project
  if (!template) throw new Failure('refused', 'This is a project, no template. Mark its openings and keep it as one.')
  const openings = Object.values(project.sheets).flatMap(openingsOf).length
  const items = Object.values(project.sheets).flatMap((sheet) => Object.values(sheet.items))
  if (!openings && !items.some((item) => item.kind === 'frame' && item.field))
    throw new Failure('refused', 'Nothing of this is to be filled: mark a frame as an opening, or a text as a field.')
  const db = await database()
  return db.write(async (transaction) => {
    const last = await lastOf(template.id, transaction)
    const kept = { isShipped: false, isNewest: true, id: { [Op.ne]: template.id } }
    if ((await TemplateRow.count({ where: kept, transaction })) >= LIMITS.templates)
      throw new Failure('too-large', `${LIMITS.templates} templates can be kept. Remove some you no longer need.`)
    const isOwn = last !== null && !last.isShipped
    if (isOwn && last.isNewest && isSame(project, last)) return answerOf(last)
    const id = isOwn || !last ? template.id : `t-${randomUUID()}`.slice(0, 60)
    const version = isOwn ? last.version + 1 : 1
    const written: Template = { ...project, template: { ...template, id, version } }
    await writeTemplate(written, { isShipped: false, place: 0 }, transaction)
    const row = await TemplateRow.findOne({ where: { id, version }, transaction })
    if (!row) throw notThere()
    return answerOf(row)
  })
}

/** Takes one's own template out of the gallery; its versions stay for sheets that were made of them. */
export const removeTemplate = async (id: string): Promise<void> => {
  const db = await database()
  await db.write(async (transaction) => {
    const row = await TemplateRow.findOne({ where: { id, isNewest: true }, transaction })
    if (!row) throw notThere()
    if (row.isShipped) throw new Failure('refused', 'This template ships with the program and stays in the gallery.')
    await TemplateRow.update({ isNewest: false }, { where: { id }, transaction })
  })
}

/** The names of templates in the gallery whose document shows a picture's file. */
export const templatesUsing = async (hash: string, transaction: Transaction): Promise<readonly string[]> => {
  const rows = await TemplateRow.findAll({
    where: { isShipped: false, isNewest: true, document: { [Op.like]: `%${hash}%` } },
    attributes: ['name'],
    transaction,
  })
  return rows.map(({ name }) => name)
}
