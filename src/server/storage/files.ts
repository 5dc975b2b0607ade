import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, readdir, rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { Transform, type Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { Failure, refuse } from '@/core/failure'
import { dataDirectory } from '@/server/config'

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

export const temporaryDirectory = (): string => path.join(dataDirectory(), 'tmp')
export const exportsDirectory = (): string => path.join(dataDirectory(), 'exports')
export const thumbnailsDirectory = (): string => path.join(dataDirectory(), 'thumbnails')

/** A path in the temporary folder that nothing else uses. */
export const temporaryPath = async (ending = ''): Promise<string> => {
  await mkdir(temporaryDirectory(), { recursive: true })
  return path.join(temporaryDirectory(), `${randomUUID()}${ending}`)
}

/** No upload takes this long; what is older was left by a run that was interrupted. */
const STALE_MS = 60 * 60 * 1000

/** Removes what an earlier, interrupted run left half-written; what other requests are writing now stays. */
export const clearTemporary = async (now: number): Promise<void> => {
  const folder = temporaryDirectory()
  await mkdir(folder, { recursive: true })
  for (const name of await readdir(folder)) {
    const file = path.join(folder, name)
    const { mtimeMs } = await stat(file)
    if (now - mtimeMs > STALE_MS) await rm(file, { recursive: true, force: true })
  }
}

export const exists = (file: string): Promise<boolean> =>
  stat(file).then(
    () => true,
    () => false,
  )

/** Moves a finished folder or file into place; if the place is taken, what is there is kept. */
export const moveIntoPlace = async (from: string, to: string): Promise<void> => {
  await mkdir(path.dirname(to), { recursive: true })
  try {
    await rename(from, to)
  } catch (error) {
    if (!(await exists(to))) throw asDiskFailure(error)
    await rm(from, { recursive: true, force: true })
  }
}

const codeOf = (error: unknown): unknown =>
  typeof error === 'object' && error !== null && 'code' in error ? error.code : undefined

/** Says a full disk in words; passes everything else on. */
export const asDiskFailure = (error: unknown): unknown => {
  const code = codeOf(error)
  if (code === 'ENOSPC' || code === 'EDQUOT')
    return new Failure('disk-full', 'The disk is full, so the file was not kept. Free some space and add it again.')
  return error
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
    throw asDiskFailure(error)
  }
}

export const tooLarge = (most: number): Failure =>
  new Failure(
    'too-large',
    `The file is larger than ${Math.round(most / 1024 / 1024)} MB. Make it smaller and add it again.`,
  )
