import type { Canvas } from '@napi-rs/canvas'
import { rename, rm, stat } from 'node:fs/promises'
import sharp, { type Sharp } from 'sharp'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import { showTakesNamed } from '@/core/document/edits/takes'
import { renderItems, renderPanel, renderSheet } from '@/core/render/drawList'
import { itemsOf, type DrawList } from '@/core/render/ops'
import type { ExportOptions } from '@/contract/api'
import { originalPixels, type PixelSource } from '@/server/export/pixels'
import { outputSize, paintList } from '@/server/export/renderSheet'
import { asStorageFailure } from '@/server/storage/failures'

/** Everything an export needs; plain data, so that it can be handed to another process. */
export interface ExportJob {
  readonly project: Project
  readonly sheetId: string
  /** Only these frames and groups; the whole sheet without it. */
  readonly itemIds?: readonly string[]
  /** Shows the takes of this name. */
  readonly take?: string
  /** Only this panel, with its own bleed if that is asked for. */
  readonly panelId?: string
  readonly options: ExportOptions
  /** Original files by picture hash. */
  readonly files: Readonly<Record<string, string>>
  readonly out: string
}

export interface Exported {
  readonly bytes: number
  readonly width: number
  readonly height: number
}

export type Progress = (done: number, of: number, phase: 'painting' | 'writing') => void

/** Transparent stays transparent in PNG and WebP; JPEG is flattened on white. */
const encoder = (canvas: Canvas, { format, quality, ppi }: ExportOptions, opaque: boolean): Sharp => {
  const raw = { width: canvas.width, height: canvas.height, channels: 4, premultiplied: true } as const
  const flat = (picture: Sharp): Sharp =>
    format === 'jpeg' && !opaque ? picture.flatten({ background: '#ffffff' }) : opaque ? picture.removeAlpha() : picture
  // withMetadata writes the resolution and converts to, and attaches, the sRGB profile.
  const picture = flat(sharp(canvas.data(), { raw, limitInputPixels: false })).withMetadata({
    density: ppi,
    icc: 'srgb',
  })
  if (format === 'png') return picture.png({ compressionLevel: 6, adaptiveFiltering: true })
  if (format === 'jpeg') return picture.jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
  return picture
    .withExif({
      IFD0: {
        XResolution: `${Math.round(ppi * 1000)}/1000`,
        YResolution: `${Math.round(ppi * 1000)}/1000`,
        ResolutionUnit: '2',
      },
    })
    .withIccProfile('srgb')
    .webp({ quality, alphaQuality: 100 })
}

const listOf = ({
  project: held,
  sheetId,
  itemIds,
  take,
  panelId,
  options,
}: Omit<ExportJob, 'out' | 'files'>): DrawList => {
  const project = take === undefined ? held : showTakesNamed(held, { sheetId, name: take })
  const sheet = sheetOf(project, sheetId)
  if (panelId !== undefined) return renderPanel(project, sheet, panelId, options)
  return itemIds ? renderItems(project, sheet, itemIds) : renderSheet(project, sheet, { bleed: options.bleed })
}

/** Renders one sheet to a file, written aside and moved into place when whole. */
export const exportSheet = async (
  job: ExportJob,
  progress: Progress = () => undefined,
  pixelsFor: PixelSource = originalPixels((hash) => job.files[hash]),
): Promise<Exported> => {
  const sheet = sheetOf(job.project, job.sheetId)
  const list = listOf(job)
  outputSize(list, job.options.ppi, job.options.format)
  const parts = itemsOf(list.items).length + 1
  progress(0, parts, 'painting')
  const canvas = await paintList(list, job.options.ppi, pixelsFor, (done) => progress(done, parts, 'painting'))
  progress(parts - 1, parts, 'writing')
  const aside = `${job.out}.part`
  try {
    const isOpaque = !job.itemIds && job.panelId === undefined && sheet.background.kind === 'colour'
    await encoder(canvas, job.options, isOpaque).toFile(aside)
    await rename(aside, job.out)
  } catch (error) {
    await rm(aside, { force: true })
    throw asStorageFailure(error)
  }
  return { bytes: (await stat(job.out)).size, width: canvas.width, height: canvas.height }
}
