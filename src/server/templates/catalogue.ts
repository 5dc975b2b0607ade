import type { Transaction } from 'sequelize'
import { Failure } from '@/core/failure'
import { openingsOf } from '@/core/document/filling'
import { readProject } from '@/core/document/validate'
import type { Project } from '@/core/document/types'
import type { TemplateMark } from '@/core/template/mark'
import type { TemplateAnswer } from '@/contract/api'
import { TemplateRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'

const answerOf = ({
  id,
  version,
  name,
  category,
  words,
  sheetCount,
  openings,
  width,
  height,
  isShipped,
}: TemplateRow): TemplateAnswer => ({
  id,
  version,
  name,
  category,
  words,
  sheetCount,
  openings,
  width,
  height,
  isShipped,
})

/** Every template in its newest version: those that ship in their order, then one's own, the newest first. */
export const listTemplates = async (): Promise<readonly TemplateAnswer[]> => {
  await database()
  const rows = await TemplateRow.findAll({
    where: { isNewest: true },
    attributes: { exclude: ['document'] },
    order: [
      ['isShipped', 'DESC'],
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
  // Written by an older program it may be of an older format.
  return readProject(JSON.parse(row.document))
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
