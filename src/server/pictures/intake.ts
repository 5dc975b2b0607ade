import { mkdir, rename, rm } from 'node:fs/promises'
import path from 'node:path'
import type { Readable, Writable } from 'node:stream'
import { Failure } from '@/core/failure'
import { TaskQueue } from '@/server/db/queue'
import { LIMITS } from '@/server/limits'
import { cleanReceived, isDrawing } from '@/server/pictures/drawings'
import { inspectPicture } from '@/server/pictures/inspect'
import { levelFile, writeLevels } from '@/server/pictures/levels'
import { findPicture, rememberPicture, type StoredPicture } from '@/server/pictures/catalogue'
import {
  asDiskFailure,
  exists,
  moveIntoPlace,
  pictureDirectory,
  receive,
  temporaryPath,
  type Received,
} from '@/server/storage/files'

/** Decoding is heavy on memory: one picture at a time, while uploads go on side by side. */
const decoding = new TaskQueue()

/** The file's own name without folders, control characters and ending. */
export const pictureName = (name: string): string => {
  const base = name.split(/[\\/]/).at(-1) ?? ''
  // Control characters are what this removes.
  const clean = base
    .replace(/[\u0000-\u001f\u007f<>]/g, '')
    .replace(/\.[A-Za-z0-9]{2,5}$/, '')
    .trim()
  return clean.slice(0, LIMITS.pictureNameLength) || 'Picture'
}

/** Are the original and all levels of a listed picture there? */
const isWhole = async (picture: StoredPicture): Promise<boolean> => {
  const folder = pictureDirectory(picture.hash)
  const files = [
    path.join(folder, `original.${picture.kind}`),
    ...Array.from({ length: picture.levels }, (_, level) => levelFile(folder, level, picture.hasAlpha)),
  ]
  return (await Promise.all(files.map(exists))).every(Boolean)
}

/** Keeps a received file as a picture of the library; the same content is kept once. */
export const keepReceived = async (received: Received, name: string): Promise<StoredPicture> => {
  const known = await findPicture(received.hash)
  if (known && (await isWhole(known))) {
    await rm(received.file, { force: true })
    return known
  }
  // What is left of a picture whose files are partly gone makes room for the whole.
  if (known) await rm(pictureDirectory(received.hash), { recursive: true, force: true })
  const building = await temporaryPath('.picture')
  try {
    if (received.bytes === 0) throw new Failure('picture-unreadable', 'The file is empty. Choose another file.')
    const inspected = await inspectPicture(received.file)
    await mkdir(building)
    const levels = await decoding.run(() => writeLevels(received.file, inspected, building))
    await rename(received.file, path.join(building, `original.${inspected.ending}`))
    await moveIntoPlace(building, pictureDirectory(received.hash))
    return await rememberPicture({
      hash: received.hash,
      name: pictureName(name),
      kind: inspected.ending,
      bytes: received.bytes,
      width: inspected.width,
      height: inspected.height,
      levels,
      hasAlpha: inspected.hasAlpha,
    })
  } catch (error) {
    await rm(building, { recursive: true, force: true })
    await rm(received.file, { force: true })
    throw asDiskFailure(error)
  }
}

/** Takes a picture in from a stream. Nothing of it stays if it is refused. */
export const takePicture = async (
  body: Readable,
  name: string,
  options: { readonly declared?: number; readonly openSink?: (file: string) => Writable } = {},
): Promise<StoredPicture> => {
  if (options.declared !== undefined && options.declared > LIMITS.pictureBytes) {
    body.resume()
    throw new Failure(
      'too-large',
      `The file is larger than ${LIMITS.pictureBytes / 1024 / 1024} MB. Make it smaller and add it again.`,
    )
  }
  const received = await receive(body, LIMITS.pictureBytes, options)
  if (!(await isDrawing(received.file))) return keepReceived(received, name)
  try {
    return await keepReceived(await cleanReceived(received), name)
  } catch (error) {
    await rm(received.file, { force: true })
    throw error
  }
}
