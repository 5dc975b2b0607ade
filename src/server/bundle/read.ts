import { createWriteStream } from 'node:fs'
import { mkdir, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { createHash } from 'node:crypto'
import { Transform, type Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { Failure, isFailure, type Fault } from '@/core/failure'
import { FORMAT, OLDEST_FORMAT, type Project } from '@/core/document/types'
import { migrate } from '@/core/document/migrate'
import { stencilFaults } from '@/core/document/schema'
import { projectFaults } from '@/core/document/validate'
import { keepStencilsSchema, type NewStencil } from '@/contract/api'
import { bundlePictures, completeDocument, type BundleFile } from '@/core/formats/bundleDocument'
import { LIMITS } from '@/server/limits'
import { inspectPicture, readThrough } from '@/server/pictures/inspect'
import { asDiskFailure, type Received } from '@/server/storage/files'

export interface UnpackedFile extends BundleFile {
  /** Where the picture lies, unpacked. */
  readonly file: string
  readonly bytes: number
}

/** A bundle unpacked into a folder: its project and the files its pictures name. */
export interface Unpacked {
  readonly project: Project
  readonly files: ReadonlyMap<string, UnpackedFile>
  /** Outlines that travel along, to be kept. */
  readonly stencils: readonly NewStencil[]
  /** Typefaces that travel along, unpacked; they are checked when they are kept. */
  readonly faces: readonly Received[]
}

const STENCILS = 'stencils.json'
const DOCUMENT = 'project.json'
const FACE = /^faces\/[0-9a-f]{64}\.(ttf|otf|woff2?)$/
const PICTURE = /^pictures\/[^/\\]+$/

const unreadable = (why: string): Failure =>
  new Failure('bundle-unreadable', `The bundle cannot be read: ${why}. Save it again and bring that file in.`)

const openZip = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) => {
    yauzl.open(
      file,
      { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true },
      (error, zip) => {
        if (error) reject(unreadable(zipWords(error)))
        else resolve(zip)
      },
    )
  })

/** The library's reasons in words of ours. */
const zipWords = (error: Error): string => {
  if (/relative path|absolute path|invalid characters/i.test(error.message))
    return 'it holds a file whose path leads outside the bundle'
  if (/too many bytes|not enough bytes|size/i.test(error.message)) return 'a file in it is not as large as it says'
  return 'it is not a whole zip file'
}

/** Visits the entries one after another. */
const eachEntry = (zip: ZipFile, visit: (entry: Entry) => Promise<void>): Promise<void> =>
  new Promise((resolve, reject) => {
    zip.on('error', (error: Error) => reject(unreadable(zipWords(error))))
    zip.on('end', resolve)
    zip.on('entry', (entry: Entry) => {
      visit(entry).then(() => zip.readEntry(), reject)
    })
    zip.readEntry()
  })

const contentOf = (zip: ZipFile, entry: Entry): Promise<Readable> =>
  new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => (error ? reject(unreadable(zipWords(error))) : resolve(stream)))
  })

/** Counts what really comes out of the zip, whatever its directory says. */
class Meter {
  private total = 0
  limit(most: number): Transform {
    let bytes = 0
    return new Transform({
      transform: (chunk: Buffer, _encoding, done) => {
        bytes += chunk.length
        this.total += chunk.length
        if (bytes > most || this.total > LIMITS.bundleUnpackedBytes)
          done(new Failure('too-large', 'The bundle unpacks to more than is allowed. Split it and bring the parts in.'))
        else done(null, chunk)
      },
    })
  }
}

const readText = async (zip: ZipFile, entry: Entry, meter: Meter): Promise<string> => {
  const chunks: Buffer[] = []
  await pipeline(
    await contentOf(zip, entry),
    meter.limit(LIMITS.bundleDocumentBytes),
    async (source: AsyncIterable<Buffer>) => {
      for await (const chunk of source) chunks.push(chunk)
    },
  )
  return Buffer.concat(chunks).toString('utf8')
}

const unpackFile = async (
  zip: ZipFile,
  entry: Entry,
  meter: Meter,
  to: string,
  most: number = LIMITS.pictureBytes,
): Promise<{ hash: string; bytes: number }> => {
  const hash = createHash('sha256')
  const hashing = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk)
      done(null, chunk)
    },
  })
  await pipeline(await contentOf(zip, entry), meter.limit(most), hashing, createWriteStream(to))
  return { hash: hash.digest('hex'), bytes: (await stat(to)).size }
}

interface Contents {
  readonly text: string | null
  readonly stencils: string | null
  readonly files: ReadonlyMap<string, UnpackedFile>
  readonly faces: readonly Received[]
  readonly faults: readonly Fault[]
}

const unpack = async (zip: ZipFile, folder: string, thorough: boolean): Promise<Contents> => {
  const meter = new Meter()
  const files = new Map<string, UnpackedFile>()
  const faults: Fault[] = []
  const faces: Received[] = []
  let text: string | null = null
  let stencils: string | null = null
  let count = 0
  await eachEntry(zip, async (entry) => {
    count += 1
    if (count > LIMITS.bundleEntries)
      throw new Failure(
        'too-large',
        `The bundle holds more than ${LIMITS.bundleEntries} files. Split it and bring the parts in.`,
      )
    if (entry.fileName === DOCUMENT) text = await readText(zip, entry, meter)
    else if (entry.fileName === STENCILS) stencils = await readText(zip, entry, meter)
    else if (FACE.test(entry.fileName)) {
      const file = path.join(folder, `${count}.face`)
      const face = { file, ...(await unpackFile(zip, entry, meter, file, LIMITS.faceBytes)) }
      if (entry.fileName.includes(face.hash)) faces.push(face)
      else faults.push({ path: entry.fileName, message: 'is not named by the SHA-256 of its content; name it so' })
    } else if (PICTURE.test(entry.fileName)) {
      const file = path.join(folder, `${count}.picture`)
      try {
        const { hash, bytes } = await unpackFile(zip, entry, meter, file)
        const { width, height } = await inspectPicture(file)
        if (thorough) await readThrough(file)
        files.set(entry.fileName, { file, hash, bytes, pixels: { w: width, h: height } })
      } catch (error) {
        if (!isFailure(error) || error.code === 'bundle-unreadable') throw error
        if (error.code === 'too-large' && !error.message.startsWith('The picture')) throw error
        faults.push({ path: entry.fileName, message: error.message })
      }
    }
  })
  return { text, stencils, files, faces, faults }
}

const parse = (text: string | null): unknown => {
  if (text === null) throw unreadable(`it has no ${DOCUMENT}`)
  try {
    return JSON.parse(text)
  } catch {
    throw unreadable(`its ${DOCUMENT} is not JSON`)
  }
}

/** The outlines that travel along, each as sound as one of a document. */
const readStencils = (
  text: string | null,
): { readonly stencils: readonly NewStencil[]; readonly faults: readonly Fault[] } => {
  if (text === null) return { stencils: [], faults: [] }
  try {
    const { stencils } = keepStencilsSchema.validateSync(JSON.parse(text), { strict: true })
    const faults = stencils.flatMap(({ stencil }, i) => stencilFaults(stencil, `stencils[${i}].stencil`))
    return { stencils, faults }
  } catch {
    return {
      stencils: [],
      faults: [{ path: STENCILS, message: 'does not follow the format; correct it or leave it out' }],
    }
  }
}

const formatFaults = (document: unknown): readonly Fault[] => {
  const format = typeof document === 'object' && document !== null && 'format' in document ? document.format : undefined
  const isKnown = Number.isInteger(format) && Number(format) >= OLDEST_FORMAT && Number(format) <= FORMAT
  return typeof format === 'number' && !isKnown
    ? [
        {
          path: 'format',
          message: `is ${format}; this program reads formats ${OLDEST_FORMAT} to ${FORMAT}. Open it with a newer version of the program`,
        },
      ]
    : []
}

/**
 * Unpacks a bundle and lists every fault in it. The project is there only if there are none.
 * `thorough` reads every picture to its end; without it damage shows only when the picture is drawn.
 */
export const examineBundle = async (
  file: string,
  folder: string,
  thorough = true,
): Promise<{ readonly faults: readonly Fault[]; readonly unpacked: Unpacked | null }> => {
  await mkdir(folder, { recursive: true })
  const zip = await openZip(file)
  let contents: Contents
  try {
    contents = await unpack(zip, folder, thorough)
  } catch (error) {
    if (isFailure(error)) throw error
    const disk = asDiskFailure(error)
    throw isFailure(disk) ? disk : unreadable(error instanceof Error ? zipWords(error) : 'it is damaged')
  } finally {
    zip.close()
  }
  const written = parse(contents.text)
  const format = formatFaults(written)
  if (format.length) return { faults: format, unpacked: null }
  const document = migrate(written)
  const { pictures, faults } = bundlePictures(document)
  const missing = [...pictures].flatMap(([id, picture]): Fault[] =>
    contents.files.has(picture.file) || contents.faults.some((f) => f.path === picture.file)
      ? []
      : [{ path: `pictures.${id}.file`, message: `names "${picture.file}", which is not in the bundle` }],
  )
  const complete = completeDocument(
    typeof document === 'object' && document !== null ? document : {},
    pictures,
    contents.files,
  )
  const along = readStencils(contents.stencils)
  const early = [...contents.faults, ...faults, ...missing, ...complete.faults, ...along.faults]
  const all = [...early, ...projectFaults(complete.document).filter((fault) => !isEcho(fault, early))]
  return all.length
    ? { faults: all, unpacked: null }
    : {
        faults: [],
        unpacked: {
          project: complete.document as Project,
          files: contents.files,
          stencils: along.stencils,
          faces: contents.faces,
        },
      }
}

/** A picture left out for a fault of its own makes every mention of it a fault as well; saying so once is enough. */
const isEcho = (fault: Fault, early: readonly Fault[]): boolean =>
  early.length > 0 && /which is not in pictures$/.test(fault.message)

/** Unpacks a sound bundle. Throws `document-invalid`, `format-unknown`, `bundle-unreadable` or `too-large`. */
export const readBundle = async (file: string, folder: string, thorough = true): Promise<Unpacked> => {
  const { faults, unpacked } = await examineBundle(file, folder, thorough)
  if (unpacked) return unpacked
  await rm(folder, { recursive: true, force: true })
  const [first] = faults
  const code = first?.path === 'format' ? 'format-unknown' : 'document-invalid'
  const more = faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''
  throw new Failure(
    code,
    `The bundle has a fault: ${first?.path || DOCUMENT} ${first?.message}${more}. Correct it and bring it in again.`,
    faults,
  )
}
