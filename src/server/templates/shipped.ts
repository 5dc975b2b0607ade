import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { rootDirectory } from '@/server/config'
import { TemplateRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { writeTemplate, type Template } from '@/server/templates/catalogue'

const shippedFile = (): string => path.join(/*turbopackIgnore: true*/ rootDirectory(), 'dist', 'templates.json')

/**
 * Puts the templates that ship with the program into the database: those it has already in this version stay as they
 * are, and older versions stay beside the new ones, for sheets that were made from them.
 */
export const keepShippedTemplates = async (): Promise<void> => {
  const shipped = JSON.parse(await readFile(shippedFile(), 'utf8')) as readonly Template[] // made by our own build
  const db = await database()
  const rows = await TemplateRow.findAll({ where: { isShipped: true }, attributes: ['id', 'version'] })
  const held = new Set(rows.map(({ id, version }) => `${id} ${version}`))
  const fresh = shipped.flatMap((template, place) =>
    held.has(`${template.template.id} ${template.template.version}`) ? [] : [{ template, place }],
  )
  if (!fresh.length) return
  await db.write(async (transaction) => {
    for (const { template, place } of fresh) await writeTemplate(template, { isShipped: true, place }, transaction)
  })
}
