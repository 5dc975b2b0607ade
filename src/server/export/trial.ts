import { createCanvas, type Canvas } from '@napi-rs/canvas'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { sheetOf } from '@/core/document/read'
import { RASTER } from '@/core/formats/rasterFormats'
import { intersectRects, rectSize, type Rect } from '@/core/geometry/rect'
import { needsOf } from '@/core/render/needs'
import type { DrawList } from '@/core/render/ops'
import { ppiFor } from '@/core/render/sizing'
import { POINTS_PER_INCH } from '@/core/units'
import { hasPicturesBeside, type ExportTrial, type RasterOptions } from '@/contract/exports'
import { exportFile, isRasterOptions, type FileJob } from '@/server/export/file'
import { exportSet } from '@/server/export/set'
import { originalPixels } from '@/server/export/pixels'
import { withSheets } from '@/server/export/sheetsWithin'
import { outputSize, paintList, seenIn } from '@/server/export/renderSheet'
import { SharedReads } from '@/server/export/sharedReads'
import { canvasPixels } from '@/server/export/sheetPixels'
import { encoder, isOpaqueSheet, listOfJob } from '@/server/export/write'

/** Pictures of up to so many pixels are tried as they are; of larger ones only strips of about so many in all. */
const WHOLE_PIXELS = 4e6
const STRIPS = 12
const STRIP_PIXELS = 3.6e6
/** Strips shorter than this would say more of their edges than of the picture. */
const LEAST_STRIP = 48
/** A picture that says what a file weighs by itself. */
const BARE_SIDE = 8

export interface TrialJob extends Omit<FileJob, 'out'> {
  /** Instead of the size at the quality chosen: the best quality at which a file has at most so many bytes. */
  readonly wish?: number
}

/** Parts of a list, over its whole width, from its top to its foot, in whole pixels. */
const stripsOf = (
  { area }: DrawList,
  ppi: number,
  { width, height }: { readonly width: number; readonly height: number },
): readonly Rect[] => {
  const each = Math.max(LEAST_STRIP, Math.round(STRIP_PIXELS / STRIPS / width))
  if (width * height <= WHOLE_PIXELS || each * STRIPS >= height) return [area]
  const pixel = POINTS_PER_INCH / ppi
  return Array.from({ length: STRIPS }, (_, i) => {
    const from = Math.round(((i + 0.5) * height) / STRIPS - each / 2)
    return { ...area, y0: area.y0 + from * pixel, y1: area.y0 + (from + each) * pixel }
  })
}

/** Strips one below the other: as one picture they are coded as a large one is. */
const joined = (strips: readonly Canvas[]): Canvas => {
  const [first] = strips
  if (!first) throw new TypeError('a sheet has some part')
  if (strips.length === 1) return first
  const whole = createCanvas(
    first.width,
    strips.reduce((sum, { height }) => sum + height, 0),
  )
  const context = whole.getContext('2d')
  let y = 0
  for (const strip of strips) {
    context.drawImage(strip, 0, y)
    y += strip.height
  }
  return whole
}

/** What a file weighs at any quality, from a whole picture or strips of it that are painted once. */
class Scales {
  private constructor(
    private readonly canvas: Canvas,
    /** How much of the picture it shows. */
    private readonly share: number,
    private readonly options: RasterOptions,
    private readonly ppi: number,
    private readonly isOpaque: boolean,
  ) {}

  static async of(job: TrialJob, options: RasterOptions): Promise<Scales> {
    const [part] = job.parts
    if (!part) throw new TypeError('a file shows something')
    const list = await listOfJob(job, part)
    const ppi = ppiFor(options.sizing, rectSize(list.area), sheetOf(job.project, part.sheetId).ppi)
    const size = outputSize(list, ppi, options.format)
    const parts = stripsOf(list, ppi, size).map((area) => seenIn(list, area))
    const needs = parts.flatMap((seen) => needsOf(seen, ppi / POINTS_PER_INCH))
    const { read } = new SharedReads(withSheets(originalPixels((hash) => job.files[hash])), needs)
    const strips: Canvas[] = []
    for (const seen of parts) strips.push(await paintList(seen, ppi, read))
    const canvas = joined(strips)
    const share = (canvas.width * canvas.height) / (size.width * size.height)
    return new Scales(canvas, share, options, ppi, isOpaqueSheet(job.project, part, options))
  }

  get isWhole(): boolean {
    return this.share === 1
  }

  private async weightOf(canvas: Canvas, quality: number): Promise<number> {
    const { options, ppi, isOpaque } = this
    return (await encoder(canvasPixels(canvas), { ...options, quality }, ppi, isOpaque).toBuffer()).length
  }

  async bytesAt(quality: number): Promise<number> {
    const weight = await this.weightOf(this.canvas, quality)
    if (this.isWhole) return weight
    // What a file has beside its pixels counts once.
    const bare = await this.weightOf(createCanvas(BARE_SIDE, BARE_SIDE), quality)
    return Math.round(bare + (weight - bare) / this.share)
  }
}

const QUALITIES = { min: 1, max: 100 } as const

/** The best quality at which a file has at most so many bytes, by halving; the least where none has. */
const qualityFor = async (scales: Scales, wish: number): Promise<ExportTrial> => {
  let [low, high] = [QUALITIES.min as number, QUALITIES.max as number]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if ((await scales.bytesAt(middle)) <= wish) low = middle
    else high = middle - 1
  }
  return { bytes: await scales.bytesAt(low), isExact: scales.isWhole, quality: low }
}

const areaOf = (r: Rect): number => rectSize(r).w * rectSize(r).h

/** How much of a sheet its layers cover, all together. */
const layersShare = ({ area, items }: DrawList): number =>
  items.reduce((sum, { bounds }) => sum + areaOf(intersectRects(bounds, area) ?? { ...area, x1: area.x0 }), 0) /
  areaOf(area)

/** A file that is as quickly written as tried, with what lies beside it. */
const writtenTrial = async (job: TrialJob): Promise<ExportTrial> => {
  const folder = await mkdtemp(path.join(tmpdir(), 'stencil-trial-'))
  try {
    const whole = { ...job, out: path.join(folder, 'out') }
    const set = [{ fileName: 'drawing.svg', parts: job.parts }]
    const { bytes } = await (hasPicturesBeside(job.options) ? exportSet({ ...whole, set }) : exportFile(whole))
    return { bytes, isExact: true }
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/**
 * How many bytes a file will have: by trying it, or where it has more than 4 megapixels by trying strips of it. With a wish,
 * for formats that have a quality, the quality that meets it.
 */
export const tryExport = async (job: TrialJob): Promise<ExportTrial> => {
  const { options, wish } = job
  if (isRasterOptions(options)) {
    const scales = await Scales.of(job, options)
    if (wish !== undefined && RASTER[options.format].hasQuality) return qualityFor(scales, wish)
    return { bytes: await scales.bytesAt(options.quality), isExact: scales.isWhole }
  }
  if (options.format !== 'ora') return writtenTrial(job)
  const [part] = job.parts
  if (!part) throw new TypeError('a file shows something')
  const scales = await Scales.of(job, { ...options, format: 'png' })
  if (scales.isWhole) return writtenTrial(job)
  const whole = await scales.bytesAt(options.quality)
  return { bytes: Math.round(whole * (1 + layersShare(await listOfJob(job, part)))), isExact: false }
}
