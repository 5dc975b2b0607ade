import { rename, rm, stat } from 'node:fs/promises'
import { sheetOf } from '@/core/document/read'
import { BACKGROUND_ID } from '@/core/document/background'
import type { Project, Sheet } from '@/core/document/types'
import { PAPER_ID, VEIL_ID } from '@/core/render/drawList'
import { itemsOf, type DrawList } from '@/core/render/ops'
import { ppiFor } from '@/core/render/sizing'
import { isRaster } from '@/core/formats/outputFormats'
import { rectSize } from '@/core/geometry/rect'
import type { ExportOptions, RasterOptions } from '@/contract/exports'
import { GROUND_ID, groundUnder, type ExportPart } from '@/server/export/lists'
import { itemsOnPages, writePdf, type PdfPage } from '@/server/export/pdf/write'
import type { PictureTreatment } from '@/server/export/drawn/pictures'
import { writeOpenRaster } from '@/server/export/openRaster'
import { insideDrawing, type KeepImage } from '@/server/export/svg/store'
import { writeSvg } from '@/server/export/svg/write'
import { originalPixels } from '@/server/export/pixels'
import { withSheets } from '@/server/export/sheetsWithin'
import { wordsOutline } from '@/server/export/placeholders'
import { exportSheet, listOfJob, type Exported, type Progress } from '@/server/export/write'
import { asStorageFailure } from '@/server/storage/failures'
import { formatLength } from '@/core/units'

/** Everything that one file needs; plain data, so that it can be handed to another process. */
export interface FileJob {
  readonly project: Project
  /** What it shows: one picture, or the pages of a PDF. */
  readonly parts: readonly ExportPart[]
  readonly options: ExportOptions
  /** Original files by picture hash. */
  readonly files: Readonly<Record<string, string>>
  /** The typeface of words that are not on the sheet: on tiles of empty frames, and on a slug. */
  readonly wordsFile?: string
  readonly out: string
}

export const isRasterOptions = (options: ExportOptions): options is RasterOptions => isRaster(options.format)

/** What the slug of a page says. */
const slugOf = ({ project, made }: { readonly project: Project; readonly made: Date }, part: ExportPart): string => {
  const { name, size, unit, ppi } = sheetOf(project, part.sheetId)
  const sides = [size.w, size.h].map((side) => formatLength(side, unit, ppi)).join(' × ')
  return [
    project.name,
    name,
    ...(part.take ? [part.take] : []),
    `${sides} ${unit}`,
    made.toISOString().slice(0, 10),
  ].join('   ')
}

const pageOf = async (job: FileJob, part: ExportPart, made: Date): Promise<PdfPage> => {
  const { project, options, wordsFile } = job
  const sheet = sheetOf(project, part.sheetId)
  const list = await partList(job, part)
  const isWhole = part.itemIds === undefined
  const own = part.panelId === undefined ? sheet.bleed : frameBleed(project, part)
  const hasSlug = options.drawn?.marks.includes('slug') === true && wordsFile !== undefined
  return {
    list,
    bleed: options.bleed && isWhole ? own : 0,
    words: hasSlug ? await wordsOutline(wordsFile, slugOf({ project, made }, part)) : { path: [], fillRule: 'nonzero' },
  }
}

const frameBleed = (project: Project, { sheetId, panelId = '' }: ExportPart): number => {
  const item = sheetOf(project, sheetId).items[panelId]
  return item?.kind === 'frame' ? (item.bleed ?? 0) : 0
}

/** Writing a file out takes about this share of all. */
const WRITING_SHARE = 0.1

/** What nodes are called: frames and groups by their names, what lies beneath them by what it is. */
const nodeNames = (sheet: Sheet): ((id: string) => string) => {
  const own: Readonly<Record<string, string>> = {
    [BACKGROUND_ID]: 'Background',
    [VEIL_ID]: 'Veil',
    [PAPER_ID]: 'Paper',
    [GROUND_ID]: 'Ground',
  }
  return (id) => own[id] ?? sheet.items[id]?.name ?? sheet.items[id.split('/')[0] ?? '']?.name ?? 'Layer'
}

/** What is painted for a part, on its ground. */
const partList = async (job: FileJob, part: ExportPart): Promise<DrawList> =>
  groundUnder(await listOfJob(job, part), job.options.ground)

type Write = (
  file: string,
  tell: (done: number) => void,
) => Promise<{ readonly width: number; readonly height: number }>

/** Writes aside, and moves into place what is whole. */
const written = async (out: string, items: number, progress: Progress, write: Write): Promise<Exported> => {
  const aside = `${out}.part`
  const all = Math.max(1, items) * (1 + WRITING_SHARE)
  try {
    const size = await write(aside, (done) => progress(Math.min(done, items), all, 'painting'))
    await rename(aside, out)
    return { bytes: (await stat(out)).size, ...size }
  } catch (error) {
    await rm(aside, { force: true })
    throw asStorageFailure(error)
  }
}

const pointsOf = (list: DrawList | undefined): { readonly width: number; readonly height: number } => {
  const { w, h } = rectSize(list?.area ?? { x0: 0, y0: 0, x1: 0, y1: 0 })
  return { width: Math.round(w), height: Math.round(h) }
}

const treatmentOf = ({ quality, drawn }: ExportOptions): PictureTreatment => ({
  isCropped: drawn?.isCropped ?? false,
  quality,
  ...(drawn?.ceiling === undefined ? {} : { ceiling: drawn.ceiling }),
})

const exportPdf = async (job: FileJob, progress: Progress): Promise<Exported> => {
  const { project, parts, options, files, out } = job
  const made = new Date()
  const pages: PdfPage[] = []
  for (const part of parts) pages.push(await pageOf(job, part, made))
  const fileOf = (hash: string): string | undefined => files[hash]
  const { marks = [] } = options.drawn ?? {}
  const more = { pictures: treatmentOf(options), fileOf, pixelsFor: withSheets(originalPixels(fileOf)) }
  return written(out, itemsOnPages(pages), progress, async (file, tell) => {
    await writePdf({ title: project.name, made, pages, marks, ...more }, file, tell)
    return pointsOf(pages[0]?.list)
  })
}

const exportSvg = async (job: FileJob, part: ExportPart, progress: Progress, keep: KeepImage): Promise<Exported> => {
  const { project, options, files, out } = job
  const { name, unit, ppi } = sheetOf(project, part.sheetId)
  const list = await partList(job, part)
  const fileOf = (hash: string): string | undefined => files[hash]
  const more = { pictures: treatmentOf(options), fileOf, pixelsFor: withSheets(originalPixels(fileOf)), keep }
  return written(out, itemsOf(list.items).length, progress, async (file, tell) => {
    await writeSvg({ title: `${project.name}, ${name}`, list, unit, ppi, ...more }, file, tell)
    return pointsOf(list)
  })
}

const exportOpenRaster = async (job: FileJob, part: ExportPart, progress: Progress): Promise<Exported> => {
  const { project, options, files, out } = job
  const sheet = sheetOf(project, part.sheetId)
  const list = await partList(job, part)
  const ppi = ppiFor(options.sizing, rectSize(list.area), sheet.ppi)
  const pixelsFor = withSheets(originalPixels((hash) => files[hash]))
  // Painted twice: layer by layer, and as a whole.
  return written(out, 2 * itemsOf(list.items).length, progress, (file, tell) =>
    writeOpenRaster({ list, ppi, pixelsFor, nameOf: nodeNames(sheet) }, file, tell),
  )
}

/**
 * Makes one file, written aside and moved into place when whole. Sides are in pixels, or of what is drawn in points. The
 * images of an SVG are kept inside it, or where is said.
 */
export const exportFile = (
  job: FileJob,
  progress: Progress = () => undefined,
  keep: KeepImage = insideDrawing,
): Promise<Exported> => {
  const { parts, options, ...rest } = job
  const [part] = parts
  if (!part) throw new TypeError('a file shows something')
  if (isRasterOptions(options)) return exportSheet({ ...rest, ...part, options }, progress)
  switch (options.format) {
    case 'pdf':
      return exportPdf(job, progress)
    case 'svg':
      return exportSvg(job, part, progress, keep)
    case 'ora':
      return exportOpenRaster(job, part, progress)
    default:
      throw new TypeError(`no maker of ${options.format}`)
  }
}
