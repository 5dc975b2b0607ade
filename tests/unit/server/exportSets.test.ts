/** Many files at once: their number, their names, the pictures beside drawings, and what stays when they are cancelled. */
import { describe, expect, it } from '@jest/globals'
import { mkdir, readdir, readFile, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder, paintedPicture } from '@tests/helpers/files'
import { pictureRef } from '@tests/helpers/project'
import { checkPdf, difference, pdfInfo, SVG_READERS } from '@tests/helpers/readers'
import { unzip } from '@tests/helpers/zip'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import { exportRequestSchema, type ExportRequest } from '@/contract/exports'
import { planExport } from '@/server/export/plan'
import { exportsDirectory } from '@/server/storage/files'
import { cancelJob, jobState, startJob } from '@/server/work/jobs'
import type { WorkInput } from '@/server/work/kinds'
import { work } from '@/server/work/work'

useDataFolder()

const PICTURE = pictureRef(1, 300, 200)
const SIZE = { unit: 'px', size: { w: 400, h: 300 }, ppi: 72, bleed: 0 } as const

/** Sheets of one name, on each of which discs show the same picture. */
const sheetsWith = (sheets: number, discs: number): Project => {
  const first = addPicture(newProject('p', 'Many', newSheet('s0', 'Card', SIZE)), {
    pictureId: 'pic',
    picture: PICTURE,
  })
  const all = Array.from({ length: sheets - 1 }, (_, i) => i).reduce(
    (held, i) => addSheet(held, { sheet: newSheet(`s${i + 1}`, 'Card', SIZE), after: `s${i}` }),
    first,
  )
  return all.order.reduce(
    (held, sheetId) =>
      Array.from({ length: discs }, (_, i) => `f${i}`).reduce((now, frameId, i) => {
        const box = { cx: 60 + 70 * (i % 5), cy: 60 + 70 * Math.floor(i / 5), w: 64, h: 64 }
        const framed = addFrame(now, { sheetId, frame: newFrame(frameId, { kind: 'ellipse' }, box) })
        return placePicture(framed, { sheetId, frameId, pictureId: 'pic' })
      }, held),
    all,
  )
}

const requestOf = (project: Project, more: Partial<ExportRequest>): ExportRequest => ({
  sheetIds: project.order,
  pattern: '{sheet}',
  format: 'svg',
  sizing: { by: 'scale', scale: 1 },
  quality: 90,
  bleed: false,
  ...more,
})

const painted = async (folder: string): Promise<Readonly<Record<string, string>>> => {
  const file = path.join(folder, 'picture.png')
  await paintedPicture(file, 300, 200, (x, y) => [x % 256, y, 90])
  return { [PICTURE.hash]: file }
}

const made = async (project: Project, request: ExportRequest, folder: string): Promise<string> => {
  const { only, set } = planExport({ project, request })
  const out = path.join(folder, 'out')
  const what = only ? { parts: only } : { set }
  const { bytes } = await work('export', { project, options: request, files: await painted(folder), out, ...what })
  // What is told of it is the size of the whole.
  expect(bytes).toBe((await stat(out)).size)
  return out
}

describe('400 sheets', () => {
  const project = sheetsWith(400, 1)
  it('are the pages of one PDF', () =>
    inFolder(async (folder) => {
      const out = await made(project, requestOf(project, { format: 'pdf' }), folder)
      expect(pdfInfo(out)).toMatch(/Pages: +400\n/)
      checkPdf(out)
    }))
  it('of one name are files of different names, also of a pattern of which nothing is left', () => {
    for (const pattern of ['{sheet}', '///', '?*<>|', 'x'.repeat(200)]) {
      const names = planExport({ project, request: requestOf(project, { pattern }) }).set.map(
        ({ fileName }) => fileName,
      )
      expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(400)
      for (const name of names) expect(name).toMatch(/^[A-Za-z0-9-]+\.svg$/)
    }
  })
  it('or none at all: the least is one', () => {
    expect(exportRequestSchema.isValidSync(requestOf(project, {}))).toBe(true)
    expect(exportRequestSchema.isValidSync(requestOf(project, { sheetIds: [] }))).toBe(false)
    expect(exportRequestSchema.isValidSync(requestOf(project, { pattern: '' }))).toBe(false)
  })
})

describe('pictures beside drawings', () => {
  const beside = { drawn: { marks: [], isCropped: false, areBeside: true } } as const
  it('lie in one folder, each once, and are shown as those inside are', () =>
    inFolder(async (folder) => {
      const project = sheetsWith(2, 3)
      const entries = await unzip(await readFile(await made(project, requestOf(project, beside), folder)))
      expect(Object.keys(entries).sort()).toEqual(['Card-2.svg', 'Card.svg', 'pictures/1.png'])
      await mkdir(path.join(folder, 'pictures'))
      for (const [name, data] of Object.entries(entries)) await writeFile(path.join(folder, name), data)
      expect(String(entries['Card.svg'])).toContain('xlink:href="pictures/1.png"')
      expect(String(entries['Card.svg'])).not.toContain('data:')
      const one = requestOf(project, { sheetIds: ['s0'] })
      const inside = await SVG_READERS.librsvg(await made(project, one, folder), 400)
      const drawn = await SVG_READERS.librsvg(path.join(folder, 'Card.svg'), 400)
      expect(difference(inside, drawn).mean).toBe(0)
      // Is the picture there at all?
      expect(new Set(drawn.data).size).toBeGreaterThan(100)
    }))
  it('make a zip of a single drawing, named as it is', () => {
    const project = sheetsWith(1, 1)
    expect(planExport({ project, request: requestOf(project, beside) })).toMatchObject({
      fileName: 'Card.zip',
      only: null,
      set: [{ fileName: 'Card.svg' }],
    })
  })
})

/** What lies there of a job beside its finished file. */
const leftOf = async (id: string): Promise<readonly string[]> =>
  (await readdir(exportsDirectory())).filter((name) => name.startsWith(id) && name !== id)

const until = async (holds: () => Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 500 && !(await holds()); i += 1) await new Promise((resolve) => setTimeout(resolve, 10))
}

const isOver = async (id: string): Promise<boolean> => !['waiting', 'running'].includes((await jobState(id)).state)

/** Cancels an export as soon as so much of it is done, and tells how it ended. */
const cancelledAt = async (tenth: number, job: WorkInput<'export'>): Promise<string> => {
  let id = ''
  id = await startJob({
    kind: 'export',
    projectId: 'p',
    fileName: 'many.zip',
    run: (out, watch) => {
      const onProgress: typeof watch.onProgress = (at) => {
        watch.onProgress?.(at)
        if (at.done / at.of >= tenth / 10) void cancelJob(id)
      }
      return work('export', { ...job, out }, { ...watch, onProgress })
    },
  })
  await until(() => isOver(id))
  await until(async () => (await leftOf(id)).length === 0)
  expect(await leftOf(id)).toEqual([])
  return (await jobState(id)).state
}

describe('an export that is cancelled at any tenth', () => {
  const project = sheetsWith(3, 20)
  const kinds = [
    { format: 'pdf' },
    { format: 'ora' },
    { format: 'png' },
    { format: 'svg', drawn: { marks: [], isCropped: false, areBeside: true } },
  ] as const
  it.each(kinds)('as $format leaves nothing half-written', (kind) =>
    inFolder(async (folder) => {
      const options = requestOf(project, kind)
      const { only, set } = planExport({ project, request: options })
      const what = only ? { parts: only } : { set }
      const job = { project, options, files: await painted(folder), out: '', ...what }
      const ends: string[] = []
      for (let tenth = 0; tenth < 10; tenth += 1) ends.push(await cancelledAt(tenth, job))
      // What was done before it could be cancelled is kept whole.
      for (const end of ends) expect(['cancelled', 'done']).toContain(end)
      expect(ends.slice(0, 3)).toEqual(['cancelled', 'cancelled', 'cancelled'])
    }),
  )
})
