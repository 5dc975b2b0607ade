import type { Readable } from 'node:stream'
import sharp from 'sharp'
import { ZipFile } from 'yazl'
import type { Size } from '@/core/geometry/vector'
import { OPEN_RASTER, writeStack, type StackLayer } from '@/core/formats/openRaster'

/** A layer with its picture as PNG. */
export interface LayerToWrite extends Omit<StackLayer, 'src'> {
  readonly png: Buffer
}

/** Longest side of the small picture (OpenRaster, baseline: at most 256; from memory). */
const THUMBNAIL_SIDE = 256

const fileOf = (at: number): string => `data/layer${at}.png`

/**
 * An OpenRaster file as a stream: what it is, uncompressed and first; its stack, layers, and the whole as `merged` shows it.
 */
export const openRasterStream = async (
  size: Size,
  layers: readonly LayerToWrite[],
  merged: Buffer,
): Promise<Readable> => {
  const zip = new ZipFile()
  const stack = writeStack({ size, layers: layers.map((layer, at) => ({ ...layer, src: fileOf(at) })) })
  const small = await sharp(merged)
    .resize(THUMBNAIL_SIDE, THUMBNAIL_SIDE, { fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer()
  zip.addBuffer(Buffer.from(OPEN_RASTER.mimetype), 'mimetype', { compress: false })
  zip.addBuffer(Buffer.from(stack), OPEN_RASTER.stack)
  layers.forEach(({ png }, at) => zip.addBuffer(png, fileOf(at), { compress: false }))
  zip.addBuffer(merged, OPEN_RASTER.merged, { compress: false })
  zip.addBuffer(small, OPEN_RASTER.thumbnail, { compress: false })
  zip.end()
  return zip.outputStream as Readable // yazl types it as the older interface
}
