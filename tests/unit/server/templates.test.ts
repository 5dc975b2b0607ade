import { beforeAll, describe, expect, it } from '@jest/globals'
import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import sharp from 'sharp'
import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { shippedTemplates } from '../../../templates/shipped'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { TemplateRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { keepTemplate, listTemplates, openTemplate, removeTemplate, type Template } from '@/server/templates/catalogue'
import { SHEET, sampleProject } from '@tests/helpers/project'
import { newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import type { Sheet } from '@/core/document/types'
import { findPicture } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'
import { bringBundleIn, writeBundle } from '@/server/useCases/bundles'
import { createProject, openProject } from '@/server/projects/store'
import { removePicture } from '@/server/useCases/library'
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
  // All else is found where the program itself is.
  delete process.env['EAGER_STENCIL_ROOT']
}

const paintedJpeg = (): Promise<Buffer> =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#c08040' } })
    .jpeg()
    .toBuffer()

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

const sampled = (): Template => {
  const project = sampleProject()
  return { ...project, template: { id: 't-own', version: 7, category: 'Mine', words: 'window' } }
}

describe('templates of one’s own', () => {
  it('are kept in versions, each counted by the server; the same one is kept once', async () => {
    expect(await keepTemplate(sampled())).toMatchObject({ id: 't-own', version: 1, openings: 3, isShipped: false })
    expect(await keepTemplate(sampled())).toMatchObject({ version: 1 })
    expect(await keepTemplate({ ...sampled(), name: 'Better' })).toMatchObject({ version: 2, name: 'Better' })
    expect((await openTemplate('t-own', 1)).name).toBe('Sample')
    expect((await listTemplates()).filter(({ id }) => id === 't-own')).toHaveLength(1)
  })

  it('never take the place of one that ships', async () => {
    const [first] = made
    const kept = await keepTemplate({ ...sampled(), template: { ...sampled().template, id: first?.template.id ?? '' } })
    expect(kept.id).not.toBe(first?.template.id)
    await expect(removeTemplate(first?.template.id ?? '')).rejects.toThrow(/ships with the program/)
  })

  it('are taken out of the gallery; versions that sheets were made of stay', async () => {
    await removeTemplate('t-own')
    expect((await listTemplates()).some(({ id }) => id === 't-own')).toBe(false)
    expect((await openTemplate('t-own', 1)).name).toBe('Sample')
    await expect(removeTemplate('t-own')).rejects.toThrow(/no longer here/)
    // Kept again it comes back.
    expect(await keepTemplate(sampled())).toMatchObject({ version: 3 })
  })

  it('travel as bundles: what comes in as a template is one, with its pictures, which then stay in the library', async () => {
    const picture = await takePicture(Readable.from([await paintedJpeg()]), 'art.jpg')
    const ref = { name: 'art', pixels: { w: picture.width, h: picture.height }, hash: picture.hash, tags: [] }
    const project = placePicture(
      { ...newProject('p-x', 'With art', sampleProject().sheets[SHEET] as Sheet), pictures: { art: ref } },
      { sheetId: SHEET, frameId: 'f-1', pictureId: 'art' },
    )
    const kept = await keepTemplate({ ...project, template: { ...sampled().template, id: 't-art' } })
    const zip = await buffer((await writeBundle(kept.id, 'template')).open())
    await expect(removePicture(picture.hash)).rejects.toThrow(/part of the template “With art”/)
    await removeTemplate(kept.id)
    await removePicture(picture.hash)
    const brought = await bringBundleIn(Readable.from([zip]))
    expect(brought.kind).toBe('template')
    expect((await listTemplates()).find(({ id }) => id === brought.id)?.name).toBe('With art')
    expect((await findPicture(picture.hash))?.hash).toBe(picture.hash)
  })

  it('leave the project that they were made of a project, also in its bundle', async () => {
    const { project } = await createProject({ ...sampled(), id: 'p-marked', pictures: {} })
    const zip = await buffer((await writeBundle(project.id)).open())
    const brought = await bringBundleIn(Readable.from([zip]))
    expect(brought.kind).toBe('project')
    expect((await openProject(brought.id)).project.template).toBeUndefined()
  })

  it('that nothing is to be filled of, or that are not sound, are refused in words', async () => {
    await expect(keepTemplate(sampleProject())).rejects.toThrow(/no template/)
    const nothing = newProject(
      'p-n',
      'Nothing',
      newSheet('s', 'S', { unit: 'px', size: { w: 9, h: 9 }, ppi: 72, bleed: 0 }),
    )
    await expect(keepTemplate({ ...nothing, template: sampled().template })).rejects.toThrow(
      /mark a frame as an opening/,
    )
    const broken = JSON.parse(JSON.stringify(sampled()))
    broken.sheets[SHEET].items['f-1'].opening = { wants: { line: 7 } }
    await expect(keepTemplate(broken)).rejects.toThrow(/opening\.wants\.line must be at most 1/)
  })
})
