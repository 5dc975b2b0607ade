import type { Canvas } from '@napi-rs/canvas'
import { randomUUID } from 'node:crypto'
import { rm } from 'node:fs/promises'
import sharp, { type Sharp } from 'sharp'
import { needsOf } from '@/core/render/needs'
import { itemsOf, type DrawList } from '@/core/render/ops'
import { POINTS_PER_INCH } from '@/core/units'
import type { PixelSource } from '@/server/export/pixels'
import { outputSize, paintList, seenIn, type RenderedSize } from '@/server/export/renderSheet'
import { SharedReads } from '@/server/export/sharedReads'
import { asStorageFailure } from '@/server/storage/failures'

/** A canvas of so many pixels is painted at once; it weighs up to four times its pixels. Larger sheets come in bands. */
const BAND_PIXELS = 10e6

/** A painted sheet. What lies on the disk of it stays until it is dropped. */
export interface SheetPixels extends RenderedSize {
  readonly pixels: Sharp
  readonly drop: () => Promise<void>
}

export interface SheetWork {
  readonly list: DrawList
  readonly ppi: number
  readonly pixelsFor: PixelSource
  /** Where a large sheet is put together: files whose names begin so. */
  readonly aside: string
  readonly onItem: (done: number, of: number) => void
  readonly bandPixels?: number
}

/** The pixels of a canvas. */
export const canvasPixels = (canvas: Canvas): Sharp => {
  const raw = { width: canvas.width, height: canvas.height, channels: 4, premultiplied: true } as const
  return sharp(canvas.data(), { raw, limitInputPixels: false })
}

/** Writes a band as it is. Straight from premultiplied pixels the encoder would write numbers of another kind. */
const keepBand = async (canvas: Canvas, file: string): Promise<void> => {
  const { width, height } = canvas
  const data = await canvasPixels(canvas).raw().toBuffer()
  const band = sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: false })
  await band.tiff({ compression: 'none' }).toFile(file)
}

/** A list as several, one below the other, in whole pixels. */
const bandsOf = (list: DrawList, ppi: number, { width, height }: RenderedSize, most: number): readonly DrawList[] => {
  const rows = Math.max(1, Math.floor(most / width))
  if (rows >= height) return [list]
  const pixel = POINTS_PER_INCH / ppi
  const count = Math.ceil(height / rows)
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [i * rows, Math.min(height, (i + 1) * rows)]
    const { area } = list
    return seenIn(list, { ...area, y0: area.y0 + from * pixel, y1: area.y0 + to * pixel })
  })
}

/** Paints a list, in bands where it is large: each is put on the disk and let go of. */
export const paintSheet = async (work: SheetWork): Promise<SheetPixels> => {
  const { list, ppi, pixelsFor, aside, onItem, bandPixels = BAND_PIXELS } = work
  const size = outputSize(list, ppi)
  const bands = bandsOf(list, ppi, size, bandPixels)
  const needs = bands.flatMap((band) => needsOf(band, ppi / POINTS_PER_INCH))
  const { read } = new SharedReads(pixelsFor, needs)
  const of = bands.reduce((sum, { items }) => sum + itemsOf(items).length, 0)
  const files: string[] = []
  const drop = async (): Promise<void> => void (await Promise.all(files.map((file) => rm(file, { force: true }))))
  try {
    let before = 0
    for (const band of bands) {
      const canvas = await paintList(band, ppi, read, (done) => onItem(before + done, of))
      if (bands.length === 1) return { ...size, pixels: canvasPixels(canvas), drop }
      // A name of its own: libvips remembers pictures by the names of their files.
      const file = `${aside}.${randomUUID()}.band`
      files.push(file)
      await keepBand(canvas, file)
      before += itemsOf(band.items).length
    }
    // Joined in cells of one height: the last band may be shorter than its own.
    const cells = sharp(files, { join: { across: 1 }, limitInputPixels: false })
    return { ...size, pixels: cells.extract({ left: 0, top: 0, ...size }), drop }
  } catch (error) {
    await drop()
    throw asStorageFailure(error)
  }
}
