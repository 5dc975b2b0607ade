import { rm } from 'node:fs/promises'
import type { Readable } from 'node:stream'
import { fileTypeFromFile } from 'file-type'
import { Failure } from '@/core/failure'
import type { Container } from '@/core/film/clip'
import type { ClipAnswer } from '@/contract/api'
import { ClipRow } from '@/server/db/models'
import { database } from '@/server/db/open'
import { LIMITS } from '@/server/limits'
import { changePicture, pictureOfClip } from '@/server/pictures/catalogue'
import { pictureName } from '@/server/pictures/intake'
import { clipPath, moveIntoPlace, receive, sizeOf, type Received } from '@/server/storage/files'

/** Clips by what their first bytes say. A browser that can't decode one has said so before it is sent. */
const CONTAINERS: Readonly<Record<string, Container>> = {
  'video/mp4': 'mp4',
  'video/x-m4v': 'mp4',
  'video/quicktime': 'mov',
  'video/webm': 'webm',
  'video/matroska': 'webm',
  'image/gif': 'gif',
  'image/apng': 'apng',
  'image/webp': 'webp',
}

const MEDIA: Readonly<Record<Container, string>> = {
  mp4: 'video/mp4',
  mov: 'video/quicktime',
  webm: 'video/webm',
  gif: 'image/gif',
  apng: 'image/apng',
  webp: 'image/webp',
}

const containerOf = async (file: string): Promise<Container> => {
  const type = await fileTypeFromFile(file)
  const container = CONTAINERS[type?.mime ?? '']
  if (!container)
    throw new Failure(
      'picture-kind',
      'This is not an MP4, WebM, MOV, GIF, APNG or WebP clip. Convert it to MP4 and add that file.',
    )
  return container
}

/** Puts a received file among the clips; the same content is kept once. Nothing of it stays if it is refused. */
export const keepClip = async ({ file, bytes, hash }: Received): Promise<ClipAnswer & { readonly isNew: boolean }> => {
  try {
    if (bytes === 0) throw new Failure('picture-unreadable', 'The file is empty. Choose another file.')
    const container = await containerOf(file)
    const db = await database()
    const place = clipPath(hash, container)
    const isNew = await db.write(async (transaction) => {
      const known = await ClipRow.findByPk(hash, { transaction })
      // What a loss of power has left of it makes room.
      if ((await sizeOf(place)) !== bytes) {
        await rm(place, { force: true })
        await moveIntoPlace(file, place)
      }
      if (!known) await ClipRow.create({ file: hash, container, bytes, addedAt: new Date() }, { transaction })
      return !known
    })
    return { file: hash, container, bytes, picture: await pictureOfClip(hash), isNew }
  } finally {
    await rm(file, { force: true })
  }
}

/** Lets go of a clip that came with something that was refused after all. */
export const forgetClip = async (hash: string): Promise<void> => {
  const db = await database()
  const row = await ClipRow.findByPk(hash)
  if (!row) return
  await db.write((transaction) => row.destroy({ transaction }))
  await rm(clipPath(hash, row.container), { force: true })
}

/** Takes a clip in from a stream. One that is known already appears under the name it was brought in with now. */
export const takeClip = async (body: Readable, name: string, declared?: number): Promise<ClipAnswer> => {
  if (declared !== undefined && declared > LIMITS.clipBytes) {
    body.resume()
    throw new Failure(
      'too-large',
      `The clip is larger than ${LIMITS.clipBytes / 1024 / 1024} MB. Make it shorter or smaller and add it again.`,
    )
  }
  await database()
  const kept = await keepClip(await receive(body, LIMITS.clipBytes, declared === undefined ? {} : { declared }))
  if (!kept.picture || !name) return kept
  return { ...kept, picture: await changePicture(kept.picture.hash, { name: pictureName(name) }) }
}

/** The file of a clip as it came in. Throws `not-found`, or `picture-missing` where it is not as it was. */
export const storedClip = async (
  hash: string,
): Promise<{ readonly file: string; readonly container: Container; readonly type: string }> => {
  await database()
  const row = await ClipRow.findByPk(hash)
  if (!row) throw new Failure('not-found', 'There is no such clip here. Add the clip again.')
  const container = row.container as Container // written by this file
  const file = clipPath(hash, container)
  if ((await sizeOf(file)) !== row.bytes)
    throw new Failure('picture-missing', 'The file of this clip is missing. Add the clip again.')
  return { file, container, type: MEDIA[container] }
}
