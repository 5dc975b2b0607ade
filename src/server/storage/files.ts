import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { Transform, type Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Failure, refuse } from '@/core/failure'
import { dataDirectory } from '@/server/config'
import { asStorageFailure, isNotThere } from '@/server/storage/failures'

const HASH = /^[0-9a-f]{64}$/

/** Folder of a picture: its original and its pyramid levels, by content hash. */
export const pictureDirectory = (hash: string): string =>
  HASH.test(hash)
    ? path.join(dataDirectory(), 'pictures', hash.slice(0, 2), hash)
    : refuse('a picture hash', '64 hexadecimal digits', hash)

/** A typeface of one's own, by the hash of its file. */
export const faceFile = (hash: string, ending: string): string =>
  HASH.test(hash) && /^(ttf|otf|woff2?)$/.test(ending)
    ? path.join(dataDirectory(), 'faces', `${hash}.${ending}`)
    : refuse('a typeface', 'named by 64 hexadecimal digits', hash)

/** The file of a clip, by its content hash. */
export const clipPath = (hash: string, container: string): string =>
  HASH.test(hash) && /^[a-z0-9]{3,4}$/.test(container)
    ? path.join(dataDirectory(), 'clips', `${hash}.${container}`)
    : refuse('a clip', 'named by 64 hexadecimal digits', hash)

export const temporaryDirectory = (): string => path.join(dataDirectory(), 'tmp')
export const exportsDirectory = (): string => path.join(dataDirectory(), 'exports')
export const thumbnailsDirectory = (): string => path.join(dataDirectory(), 'thumbnails')

/** A path in the temporary folder that nothing else uses. */
export const temporaryPath = async (ending = ''): Promise<string> => {
  await mkdir(temporaryDirectory(), { recursive: true })
  return path.join(temporaryDirectory(), `${randomUUID()}${ending}`)
}

/** Bytes of a file; null where there is none. */
export const sizeOf = (file: string): Promise<number | null> =>
  stat(file).then(
    ({ size }) => size,
    (error: unknown) => {
      if (isNotThere(error)) return null
      throw error
    },
  )

export const exists = async (file: string): Promise<boolean> => (await sizeOf(file)) !== null

/** Makes what was written to a file or folder last over a loss of power. */
const flush = async (place: string): Promise<void> => {
  const handle = await open(place, 'r')
  try {
    await handle.sync()
  } finally {
    await handle.close()
  }
}

/** Flushes a file, or a folder with all its files, to the disk. */
export const flushAll = async (place: string): Promise<void> => {
  if ((await stat(place)).isDirectory()) for (const name of await readdir(place)) await flush(path.join(place, name))
  await flush(place)
}

/** Flushes a finished folder or file to the disk and moves it into place; if the place is taken, what is there is kept. */
export const moveIntoPlace = async (from: string, to: string): Promise<void> => {
  await mkdir(path.dirname(to), { recursive: true })
  try {
    await flushAll(from)
    await rename(from, to)
    await flush(path.dirname(to))
  } catch (error) {
    if (!(await exists(to))) throw asStorageFailure(error)
    await rm(from, { recursive: true, force: true })
  }
}

export interface Received {
  readonly file: string
  readonly bytes: number
  readonly hash: string
}

/**
 * Streams a body into a temporary file, counting and hashing on the way. Refuses more than `most` bytes,
 * and a body shorter or longer than it `declared`. Nothing is left behind on failure.
 */
export const receive = async (
  body: Readable,
  most: number,
  options: { readonly declared?: number; readonly openSink?: (file: string) => Writable } = {},
): Promise<Received> => {
  const file = await temporaryPath()
  const hash = createHash('sha256')
  let bytes = 0
  const counter = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      if (bytes > most) return done(tooLarge(most))
      hash.update(chunk)
      done(null, chunk)
    },
  })
  try {
    await pipeline(body, counter, (options.openSink ?? createWriteStream)(file))
    if (options.declared !== undefined && options.declared !== bytes)
      throw new Failure('picture-unreadable', 'The file arrived incomplete. Add it again.')
    return { file, bytes, hash: hash.digest('hex') }
  } catch (error) {
    await rm(file, { force: true })
    throw asStorageFailure(error)
  }
}

export const tooLarge = (most: number): Failure =>
  new Failure(
    'too-large',
    `The file is larger than ${Math.round(most / 1024 / 1024)} MB. Make it smaller and add it again.`,
  )
