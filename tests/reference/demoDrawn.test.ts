/**
 * The sheets of the demo as PDF and SVG in the eyes of readers from elsewhere, beside their PNG: photographs with grain,
 * finishes and all. It takes minutes, so only proving does it.
 */
import { describe, expect, it } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import path from 'node:path'
import { useDataFolder } from '@tests/helpers/dataFolder'
import { inFolder } from '@tests/helpers/files'
import { cropped, difference, onWhite, PDF_READERS, SVG_READERS, type Rgb8 } from '@tests/helpers/readers'
import { isProving } from '@tests/helpers/sweep'
import type { Project } from '@/core/document/types'
import type { OutputFormat } from '@/core/formats/outputFormats'
import { planExport } from '@/server/export/plan'
import { originalFile } from '@/server/pictures/catalogue'
import { listProjects, openProject } from '@/server/projects/store'
import { work } from '@/server/work/work'

const folder = useDataFolder()

const PPI = 144
/** Of a project with many sheets of one kind, so many are looked at. */
const SHEETS = 4

/**
 * How far the mean of a reader's picture may be from ours; vectors and soft things are within 0.5, grainy photographs come
 * out as each reader shrinks them. Pictures are cut to what is seen: of whole ones, shown at a sixth of their pixels, MuPDF
 * takes means in boxes, which puts two of these sheets at 2.5 and 3.3.
 */
const MOST = { cairo: 1.5, mutool: 2.5, librsvg: 1.5 } as const

type Reader = keyof typeof MOST

const seen = async (reader: Reader, file: string, width: number): Promise<Rgb8> =>
  reader === 'librsvg' ? SVG_READERS.librsvg(file, width) : PDF_READERS[reader](file, PPI)

const meansOf = (project: Project, sheetId: string): Promise<Readonly<Record<Reader, number>>> =>
  inFolder(async (out) => {
    const made = async (format: OutputFormat): Promise<string> => {
      const drawn = { marks: [], isCropped: true }
      const options = { format, sizing: { by: 'ppi', ppi: PPI }, quality: 95, bleed: false, drawn } as const
      const { hashes } = planExport({ project, request: { ...options, sheetIds: [sheetId], pattern: 'x' } })
      const files: Record<string, string> = {}
      for (const hash of hashes) files[hash] = await originalFile(hash)
      const file = path.join(out, `sheet.${format}`)
      await work('export', { project, parts: [{ sheetId }], options, files, out: file })
      return file
    }
    const ours = await onWhite(await made('png'))
    const [pdf, svg] = [await made('pdf'), await made('svg')]
    const mean = async (reader: Reader): Promise<number> => {
      const theirs = await seen(reader, reader === 'librsvg' ? svg : pdf, ours.width)
      return difference(cropped(ours, theirs), cropped(theirs, ours)).mean
    }
    return { cairo: await mean('cairo'), mutool: await mean('mutool'), librsvg: await mean('librsvg') }
  })

;(isProving ? describe : describe.skip)('the sheets of the demo', () => {
  it('are shown by readers of PDF and SVG as they are painted', async () => {
    execFileSync('node', ['dist/fill-demo.mjs'], { env: { ...process.env, EAGER_STENCIL_DATA: folder() } })
    const told: string[] = []
    for (const { id } of await listProjects()) {
      const { project } = await openProject(id)
      for (const sheetId of project.order.slice(0, SHEETS)) {
        const means = await meansOf(project, sheetId)
        const far = (Object.keys(MOST) as Reader[]).filter((reader) => means[reader] > MOST[reader])
        told.push(`${id} ${sheetId} ${JSON.stringify(means)}${far.length ? ` FAR: ${far.join()}` : ''}`)
      }
    }
    console.log(told.join('\n'))
    expect(told.length).toBeGreaterThan(8)
    expect(told.filter((line) => line.includes('FAR'))).toEqual([])
  })
})
