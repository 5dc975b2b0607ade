import { rename, rm, stat } from 'node:fs/promises'
import type { Sharp } from 'sharp'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { rectSize } from '@/core/geometry/rect'
import { ppiFor } from '@/core/render/sizing'
import { RASTER } from '@/core/formats/rasterFormats'
import { itemsOf, type DrawList } from '@/core/render/ops'
import type { ExportOptions, RasterOptions } from '@/contract/exports'
import { listOfPart, type ExportPart } from '@/server/export/lists'
import { originalPixels, type PixelSource } from '@/server/export/pixels'
import { withSheets } from '@/server/export/sheetsWithin'
import { placeholderWords } from '@/server/export/placeholders'
import { outputSize } from '@/server/export/renderSheet'
import { paintSheet } from '@/server/export/sheetPixels'
import { sizeOf } from '@/server/storage/files'
import { fromPoints, toPoints } from '@/core/units'
import { asStorageFailure } from '@/server/storage/failures'

/** Everything an export needs; plain data, so that it can be handed to another process. */
export interface ExportJob extends ExportPart {
  readonly project: Project
  readonly options: RasterOptions
  /** Original files by picture hash. */
  readonly files: Readonly<Record<string, string>>
  /** The typeface that tiles of empty frames are written in, where they are asked for. */
  readonly wordsFile?: string
  readonly out: string
}

export interface Exported {
  readonly bytes: number
  readonly width: number
  readonly height: number
}

export type Phase = 'painting' | 'writing'
export type Progress = (done: number, of: number, phase: Phase) => void

/** Writing takes about this share of what painting takes; measured on photographs. */
const WRITING_SHARE = 0.5

/** About what a pixel of a photograph comes to in a file; only the pace of the progress hangs on it. */
const BYTES_A_PIXEL = { png: 1.2, jpeg: 0.3, webp: 0.15, avif: 0.1, tiff: 1.5 } as const

const WATCH_MS = 150

/** Tells how large a file has grown while it is written; the function given back ends it. */
const watchSize = (file: string, tell: (bytes: number) => void): (() => void) => {
  let isOver = false
  const look = async (): Promise<void> => {
    const size = await sizeOf(file)
    if (size !== null && !isOver) tell(size)
  }
  const timer = setInterval(() => {
    look().catch((error: unknown) => console.warn('The size of an export was not seen.', error))
  }, WATCH_MS)
  return () => {
    isOver = true
    clearInterval(timer)
  }
}

/** Fields of resolution for formats that have none of their own (EXIF 2.32, 4.6.4). */
const resolutionFields = (ppi: number) => ({
  IFD0: {
    XResolution: `${Math.round(ppi * 1000)}/1000`,
    YResolution: `${Math.round(ppi * 1000)}/1000`,
    ResolutionUnit: '2',
  },
})

/** Photographs take 2% more bytes than at 6, the usual level, and little more than half of its time (measured). */
const DEFLATE_LEVEL = 4
/** Lossy AVIF takes its time by effort; more than this is not seen. */
const AVIF_EFFORT = 2
/** As the encoder takes a resolution. */
const pixelsAMillimetre = (ppi: number): number => fromPoints(toPoints(1, 'mm', ppi), 'px', ppi)

/** The picture with its pixels as they are to be: transparent where that is asked for and can be kept, else on a colour. */
const grounded = (picture: Sharp, { format, ground }: RasterOptions, isOpaque: boolean): Sharp => {
  if (isOpaque) return picture.removeAlpha()
  if (ground !== undefined && ground !== 'transparent') return picture.flatten({ background: ground })
  return RASTER[format].holdsTransparency ? picture : picture.flatten({ background: '#ffffff' })
}

/** Encodes painted pixels as a format is written, resolution and profile included. */
export const encoder = (pixels: Sharp, options: RasterOptions, ppi: number, isOpaque: boolean): Sharp => {
  const { format, quality } = options
  const plain = grounded(pixels, options, isOpaque)
  // withMetadata writes the resolution and converts to, and attaches, the sRGB profile.
  const picture = plain.withMetadata({ density: ppi, icc: 'srgb' })
  const tagged = (): Sharp => picture.withExif(resolutionFields(ppi)).withIccProfile('srgb')
  switch (format) {
    case 'png':
      return picture.png({ compressionLevel: DEFLATE_LEVEL, adaptiveFiltering: true })
    case 'jpeg':
      return picture.jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
    case 'webp':
      return tagged().webp({ quality, alphaQuality: 100 })
    case 'avif':
      return tagged().avif({ quality, effort: AVIF_EFFORT, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
    case 'tiff':
      return picture.tiff({
        compression: 'deflate',
        predictor: 'horizontal',
        xres: pixelsAMillimetre(ppi),
        yres: pixelsAMillimetre(ppi),
        resolutionUnit: 'inch',
      })
  }
}

/** What is painted for a part of a job, with tiles in place of empty frames where they are asked for. */
export const listOfJob = async (
  { project, options, wordsFile }: Pick<ExportJob, 'project' | 'wordsFile'> & { readonly options: ExportOptions },
  part: ExportPart,
): Promise<DrawList> => {
  const isTiled = options.placeholders && wordsFile !== undefined
  const words = isTiled ? await placeholderWords(wordsFile, sheetOf(project, part.sheetId)) : undefined
  return listOfPart(project, part, options, words)
}

/** Does a whole sheet stand on one colour, so that nothing shows through? */
export const isOpaqueSheet = (
  project: Project,
  { sheetId, itemIds, panelId }: ExportPart,
  { ground }: Pick<ExportOptions, 'ground'>,
): boolean =>
  !itemIds &&
  panelId === undefined &&
  ground !== 'transparent' &&
  sheetOf(project, sheetId).background.kind === 'colour'

/** Renders one sheet to a file, written aside and moved into place when whole. */
export const exportSheet = async (
  job: ExportJob,
  progress: Progress = () => undefined,
  pixelsFor: PixelSource = withSheets(originalPixels((hash) => job.files[hash])),
): Promise<Exported> => {
  const sheet = sheetOf(job.project, job.sheetId)
  const list = await listOfJob(job, job)
  const ppi = ppiFor(job.options.sizing, rectSize(list.area), sheet.ppi)
  outputSize(list, ppi, job.options.format)
  const items = Math.max(1, itemsOf(list.items).length)
  const parts = items + Math.max(1, items * WRITING_SHARE)
  progress(0, parts, 'painting')
  const aside = `${job.out}.part`
  const onItem = (done: number, of: number): void => progress((items * done) / of, parts, 'painting')
  const { width, height, pixels, drop } = await paintSheet({ list, ppi, pixelsFor, aside, onItem })
  const expected = width * height * BYTES_A_PIXEL[job.options.format]
  const stopWatching = watchSize(aside, (bytes) =>
    progress(items + (parts - items) * (1 - Math.exp(-bytes / expected)), parts, 'writing'),
  )
  progress(items, parts, 'writing')
  try {
    await encoder(pixels, job.options, ppi, isOpaqueSheet(job.project, job, job.options)).toFile(aside)
    await rename(aside, job.out)
  } catch (error) {
    await rm(aside, { force: true })
    throw asStorageFailure(error)
  } finally {
    stopWatching()
    await drop()
  }
  return { bytes: (await stat(job.out)).size, width, height }
}
