import { rename, rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable, Writable } from 'node:stream'
import { Failure } from '@/core/failure'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'
import { isDrawing } from '@/server/pictures/drawings'
import { changePicture, keepFiles, wholePicture, type StoredPicture } from '@/server/pictures/catalogue'
import { asStorageFailure } from '@/server/storage/failures'
import { receive, temporaryPath, type Received } from '@/server/storage/files'
import { work } from '@/server/work/work'

// Control characters and brackets have no place in a name.
const STRAY = /[\u0000-\u001f\u007f<>]/g

/** The file's own name without folders, control characters and ending. */
export const pictureName = (name: string): string => {
  const base = name.split(/[\\/]/).at(-1) ?? ''
  const clean = base
    .replace(STRAY, '')
    .replace(/\.[A-Za-z0-9]{2,5}$/, '')
    .trim()
  return clean.slice(0, LIMITS.pictureNameLength).toWellFormed() || 'Picture'
}

export interface KeptPicture {
  readonly picture: StoredPicture
  /** It was not in the library before. */
  readonly isNew: boolean
}

interface Intake {
  readonly signal?: AbortSignal | undefined
}

/** Reads a received file apart from the server and puts it with its pyramid into place. */
const readIn = async (received: Received, name: string, kind: 'take-picture' | 'take-drawing', { signal }: Intake) => {
  const building = await temporaryPath('.picture')
  try {
    if (received.bytes === 0) throw new Failure('picture-unreadable', 'The file is empty. Choose another file.')
    const taken = await work(kind, { file: received.file, folder: building }, { signal })
    await rename(received.file, path.join(building, `original.${taken.ending}`))
    return await keepFiles(building, {
      hash: taken.cleaned?.hash ?? received.hash,
      name: pictureName(name),
      kind: taken.ending,
      bytes: taken.cleaned?.bytes ?? received.bytes,
      width: taken.width,
      height: taken.height,
      levels: taken.levels,
      levelBytes: taken.levelBytes,
      hasAlpha: taken.hasAlpha,
    })
  } catch (error) {
    await rm(building, { recursive: true, force: true })
    await rm(received.file, { force: true })
    throw asStorageFailure(error)
  }
}

/** Keeps a received file as a picture of the library; the same content is kept once. Nothing of it stays if it is refused. */
export const keepReceived = async (received: Received, name: string, intake: Intake = {}): Promise<KeptPicture> => {
  const known = await wholePicture(received.hash)
  if (known) {
    await rm(received.file, { force: true })
    return { picture: known, isNew: false }
  }
  return readIn(received, name, 'take-picture', intake)
}

/** Takes a picture in from a stream. Nothing of it stays if it is refused, or if the sender goes away. */
export const takePicture = async (
  body: Readable,
  name: string,
  options: Intake & { readonly declared?: number; readonly openSink?: (file: string) => Writable } = {},
): Promise<StoredPicture> => {
  if (options.declared !== undefined && options.declared > LIMITS.pictureBytes) {
    body.resume()
    throw new Failure(
      'too-large',
      `The file is larger than ${LIMITS.pictureBytes / 1024 / 1024} MB. Make it smaller and add it again.`,
    )
  }
  // The folder is cleared when it is opened: before anything is put there.
  await database()
  const received = await receive(body, LIMITS.pictureBytes, options)
  // A drawing is named by what is left of it when it has been cleaned.
  const kept = (await isDrawing(received.file))
    ? await readIn(received, name, 'take-drawing', options)
    : await keepReceived(received, name, options)
  // One that is known already appears under the name it was brought in with now.
  return kept.isNew ? kept.picture : changePicture(kept.picture.hash, { name: pictureName(name) })
}
