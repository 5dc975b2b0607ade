import { beforeAll, describe, expect, it } from '@jest/globals'
import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { shippedTemplates } from '../../../templates/shipped'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { TemplateRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { listTemplates, openTemplate, type Template } from '@/server/templates/catalogue'
import { keepShippedTemplates } from '@/server/templates/shipped'

const folder = useDataFolder()

// Read before the program's folder is another one.
let made: readonly Template[] = []
beforeAll(async () => {
  made = await shippedTemplates()
})

/** Lets the program ship these: from a folder of the test's own. */
const ship = async (templates: readonly Template[]): Promise<void> => {
  process.env['EAGER_STENCIL_ROOT'] = folder()
  await mkdir(path.join(folder(), 'dist'), { recursive: true })
  await writeFile(path.join(folder(), 'dist', 'templates.json'), JSON.stringify(templates))
  await keepShippedTemplates()
}

const named = (template: Template, name: string, version: number): Template => ({
  ...template,
  name,
  template: { ...template.template, version },
})

describe('templates that ship', () => {
  it('are put into the database at the start, in their order, once', async () => {
    const templates = made
    await ship(templates)
    await ship(templates)
    const listed = await listTemplates()
    expect(listed.map(({ id }) => id)).toEqual(templates.map(({ template }) => template.id))
    expect(await TemplateRow.count()).toBe(templates.length)
    const [first] = templates
    expect(await openTemplate(first?.template.id ?? '')).toEqual(first)
    expect(listed.find(({ id }) => id === 'nine-in-a-grid')).toMatchObject({
      openings: 9,
      sheetCount: 1,
      isShipped: true,
    })
    // Two openings on its back and front together.
    expect(listed.find(({ id }) => id === 'greetings-from')).toMatchObject({ openings: 2, sheetCount: 2 })
  })

  it('come in a new version beside the old one, which sheets may be made of', async () => {
    const [first] = made
    if (!first) throw new TypeError('none ships')
    const { id } = first.template
    await ship([named(first, 'Renamed', 2)])
    expect((await listTemplates()).filter((each) => each.id === id)).toMatchObject([{ version: 2, name: 'Renamed' }])
    expect((await openTemplate(id)).name).toBe('Renamed')
    expect((await openTemplate(id, 1)).name).toBe(first.name)
  })

  it('of an older format are migrated when they are opened', async () => {
    const db = await database()
    const row = await TemplateRow.findOne({ where: { isNewest: true } })
    const document = JSON.parse(row?.document ?? '{}') as {
      format: number
      sheets: Record<string, { switches?: object }>
    }
    for (const sheet of Object.values(document.sheets)) delete sheet.switches
    await db.write((transaction) =>
      TemplateRow.update(
        { document: JSON.stringify({ ...document, format: 9 }) },
        { where: { id: row?.id ?? '', version: row?.version ?? 0 }, transaction },
      ),
    )
    const opened = await openTemplate(row?.id ?? '')
    expect(Object.values(opened.sheets).every(({ switches }) => Object.keys(switches).length === 0)).toBe(true)
  })

  it('that are not there are said not to be', async () => {
    await expect(openTemplate('nobody')).rejects.toThrow(/no longer here. Choose another/)
    await expect(openTemplate('nine-in-a-grid', 99)).rejects.toThrow(/no longer here/)
  })
})
