import { rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable } from 'node:stream'
import { Failure } from '@/core/failure'
import type { ArtAnswer, ArtLayerAnswer } from '@/contract/api'
import { unpackOpenRaster, type UnpackedArt } from '@/server/art/read'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'
import { forgetPicture } from '@/server/pictures/catalogue'
import { keepReceived, pictureName } from '@/server/pictures/intake'
import { receive, temporaryPath } from '@/server/storage/files'
import { work } from '@/server/work/work'

interface Keeping {
  readonly folder: string
  readonly name: string
  /** Hashes of pictures that were not in the library before. */
  readonly added: string[]
  readonly signal: AbortSignal | undefined
}

/** Every layer as a picture of the library, as large as the whole. */
const keepLayers = async (
  { size, layers }: UnpackedArt,
  { folder, name, added, signal }: Keeping,
): Promise<readonly ArtLayerAnswer[]> => {
  const kept: ArtLayerAnswer[] = []
  for (const [at, { file, x, y, ...layer }] of layers.entries()) {
    const to = path.join(folder, `${at}.png`)
    const placed = await work('place-layer', { file, to, size, x, y }, { signal })
    if (!placed) continue
    const { picture, isNew } = await keepReceived({ file: to, ...placed }, `${name} ${layer.name}`, { signal })
    if (isNew) added.push(picture.hash)
    const { opacity, blend, isVisible } = layer
    kept.push({ name: pictureName(layer.name), picture, opacity, blend, isVisible })
  }
  return kept
}

/** Brings the layers of an OpenRaster file into the library. Nothing stays of one that is refused, or whose sender goes. */
export const bringArtIn = async (
  body: Readable,
  fileName: string,
  { declared, signal }: { readonly declared?: number | undefined; readonly signal?: AbortSignal | undefined } = {},
): Promise<ArtAnswer> => {
  await database()
  const received = await receive(body, LIMITS.artBytes, declared === undefined ? {} : { declared })
  const folder = await temporaryPath('.art')
  const added: string[] = []
  try {
    const art = await unpackOpenRaster(received.file, folder, signal)
    const name = pictureName(fileName)
    const layers = await keepLayers(art, { folder, name, added, signal })
    if (!layers.length)
      throw new Failure('picture-unreadable', 'All layers of this file lie outside its picture. Save it again.')
    return { name, width: art.size.w, height: art.size.h, layers, notes: art.notes }
  } catch (error) {
    for (const hash of added) await forgetPicture(hash)
    throw error
  } finally {
    await rm(folder, { recursive: true, force: true })
    await rm(received.file, { force: true })
  }
}
