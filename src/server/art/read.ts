import { mkdir } from 'node:fs/promises'
import path from 'node:path'
import { Failure } from '@/core/failure'
import type { Size } from '@/core/geometry/vector'
import { OPEN_RASTER, readStack, type StackLayer } from '@/core/formats/openRaster'
import { Archive, asZipFailure, unreadable, type ArchiveKind } from '@/server/bundle/archive'
import { LIMITS } from '@/server/limits'

const OPEN_RASTER_FILE: ArchiveKind = {
  name: 'The OpenRaster file',
  code: 'picture-unreadable',
  whenUnreadable: 'Save it again, or save its layers as PNG, and try once more.',
  whenTooLarge: 'Save its layers as PNG and bring those in.',
}

/** A layer whose file is unpacked. */
export interface UnpackedLayer extends StackLayer {
  readonly file: string
}

export interface UnpackedArt {
  readonly size: Size
  /** From the bottom up. */
  readonly layers: readonly UnpackedLayer[]
  readonly notes: readonly string[]
}

const tooManyPixels = (count: number, { w, h }: Size): Failure =>
  new Failure(
    'too-large',
    `This OpenRaster file has ${count} layers of ${Math.round((w * h) / 1e6)} megapixels, more than ${LIMITS.artPixels / 1e6} together. Make it smaller or join some of its layers.`,
  )

const unpack = async (archive: Archive, folder: string): Promise<UnpackedArt> => {
  const kind = archive.has('mimetype') ? await archive.text('mimetype') : null
  if (kind?.trim() !== OPEN_RASTER.mimetype) throw unreadable('it does not say that it is one', OPEN_RASTER_FILE)
  const text = await archive.text(OPEN_RASTER.stack)
  if (text === null) throw unreadable(`it has no ${OPEN_RASTER.stack}`, OPEN_RASTER_FILE)
  const { size, layers, notes } = readStack(text)
  if (size.w * size.h > LIMITS.picturePixels || size.w * size.h * layers.length > LIMITS.artPixels)
    throw tooManyPixels(layers.length, size)
  const missing = layers.find(({ src }) => !archive.has(src))
  if (missing)
    throw unreadable(`its layer “${missing.name}” names “${missing.src}”, which is not in it`, OPEN_RASTER_FILE)
  const unpacked: UnpackedLayer[] = []
  for (const layer of layers) {
    const file = path.join(folder, `${unpacked.length}.layer`)
    await archive.unpack(layer.src, file, LIMITS.pictureBytes)
    unpacked.push({ ...layer, file })
  }
  return { size, layers: unpacked, notes }
}

/** Unpacks an OpenRaster file into a folder. Throws `picture-unreadable` or `too-large` with what to do. */
export const unpackOpenRaster = async (file: string, folder: string, signal?: AbortSignal): Promise<UnpackedArt> => {
  await mkdir(folder, { recursive: true })
  const archive = await Archive.open(file, signal, OPEN_RASTER_FILE)
  try {
    return await unpack(archive, folder)
  } catch (error) {
    throw signal?.aborted ? error : asZipFailure(error, OPEN_RASTER_FILE)
  } finally {
    archive.close()
  }
}
