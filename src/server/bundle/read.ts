import { mkdir, rm } from 'node:fs/promises'
import path from 'node:path'
import { Failure, isFailure, type Fault } from '@/core/failure'
import { FORMAT, OLDEST_FORMAT, type Project } from '@/core/document/types'
import { migrate } from '@/core/document/migrate'
import { stencilFaults } from '@/core/document/schema'
import { projectFaults } from '@/core/document/validate'
import { keepStencilsSchema, type NewStencil } from '@/contract/api'
import {
  bundlePictures,
  clipEntry,
  completeDocument,
  type BundleFile,
  type BundlePictures,
} from '@/core/formats/bundleDocument'
import { Archive, asZipFailure, unreadable, type Unzipped } from '@/server/bundle/archive'
import { LIMITS } from '@/server/limits'
import type { ExaminedPicture, PictureToExamine } from '@/server/pictures/examine'
import type { Received } from '@/server/storage/files'

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
  /** Clips that its pictures are stills of, unpacked. */
  readonly clips: readonly Received[]
}

/** How the pictures of a bundle are looked at: by the server apart from itself, by a program of its own right away. */
export type Examine = (pictures: readonly PictureToExamine[]) => Promise<readonly ExaminedPicture[]>

export interface Reading {
  readonly examine: Examine
  /** Reads every picture to its end; without it damage shows only when the picture is drawn. */
  readonly thorough?: boolean
  readonly signal?: AbortSignal | undefined
}

const STENCILS = 'stencils.json'
const DOCUMENT = 'project.json'
const FACE = /^faces\/[0-9a-f]{64}\.(ttf|otf|woff2?)$/

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

/** What is wrong with one file; what stops the whole bundle is thrown on. */
const fileFault = (path: string, error: unknown): Fault => {
  if (isFailure(error) && error.code === 'picture-unreadable') return { path, message: error.message }
  throw error
}

/** Typefaces that travel along, each named by its content. */
const unpackFaces = async (
  archive: Archive,
  folder: string,
): Promise<{ readonly faces: readonly Received[]; readonly faults: readonly Fault[] }> => {
  const faces: Received[] = []
  const faults: Fault[] = []
  for (const name of archive.names.filter((one) => FACE.test(one))) {
    const file = path.join(folder, `${faces.length + faults.length}.face`)
    try {
      const face = await archive.unpack(name, file, LIMITS.faceBytes)
      if (name.includes(face.hash)) faces.push({ file, ...face })
      else faults.push({ path: name, message: 'is not named by the SHA-256 of its content; name it so' })
    } catch (error) {
      faults.push(fileFault(name, error))
    }
  }
  return { faces, faults }
}

/** The clips that the document names, each named by its content. */
const unpackClips = async (
  archive: Archive,
  folder: string,
  { pictures }: BundlePictures,
): Promise<{ readonly clips: readonly Received[]; readonly faults: readonly Fault[] }> => {
  const clips: Received[] = []
  const faults: Fault[] = []
  const named = new Map([...pictures].flatMap(([id, { clip }]) => (clip ? [[clipEntry(clip), { id, clip }]] : [])))
  for (const [name, { id, clip }] of named) {
    const file = path.join(folder, `${clips.length + faults.length}.clip`)
    if (!archive.has(name)) {
      faults.push({ path: `pictures.${id}.clip`, message: `plays "${name}", which is not in the bundle` })
      continue
    }
    try {
      const unpacked = await archive.unpack(name, file, LIMITS.clipBytes)
      if (unpacked.hash === clip.file) clips.push({ file, ...unpacked })
      else faults.push({ path: name, message: 'is not named by the SHA-256 of its content; name it so' })
    } catch (error) {
      faults.push(fileFault(name, error))
    }
  }
  return { clips, faults }
}

interface UnpackedPictures {
  readonly files: ReadonlyMap<string, UnpackedFile>
  readonly faults: readonly Fault[]
}

const tooManyPixels = (): Failure =>
  new Failure(
    'too-large',
    `The pictures of the bundle have more than ${LIMITS.bundlePixels / 1e9} thousand megapixels together. Split it and bring the parts in.`,
  )

/** The pictures that the document names, unpacked and looked at; whatever else is in the zip stays there. */
const unpackPictures = async (
  archive: Archive,
  folder: string,
  names: readonly string[],
  { examine, thorough = true }: Reading,
): Promise<UnpackedPictures> => {
  const faults: Fault[] = []
  const unpacked: (Unzipped & { readonly name: string; readonly file: string })[] = []
  for (const name of names) {
    const file = path.join(folder, `${unpacked.length + faults.length}.picture`)
    try {
      unpacked.push({ name, file, ...(await archive.unpack(name, file, LIMITS.pictureBytes)) })
    } catch (error) {
      faults.push(fileFault(name, error))
    }
  }
  // First what each says of itself, so that a few bytes that claim many pixels are not read at all.
  const said = await examine(unpacked.map(({ file }) => ({ file, thorough: false })))
  const pixels = said.reduce((sum, one) => sum + (one.pixels ? one.pixels.w * one.pixels.h : 0), 0)
  if (pixels > LIMITS.bundlePixels) throw tooManyPixels()
  const found = thorough ? await examine(unpacked.map(({ file }) => ({ file, thorough: true }))) : said
  const files = new Map<string, UnpackedFile>()
  unpacked.forEach(({ name, file, hash, bytes }, i) => {
    const one = found[i]
    if (one?.pixels) files.set(name, { file, hash, bytes, pixels: one.pixels })
    else faults.push({ path: name, message: one?.fault ?? 'cannot be read' })
  })
  return { files, faults }
}

interface Examined {
  readonly faults: readonly Fault[]
  readonly unpacked: Unpacked | null
}

const examineArchive = async (archive: Archive, folder: string, reading: Reading): Promise<Examined> => {
  const written = parse(await archive.text(DOCUMENT))
  const format = formatFaults(written)
  if (format.length) return { faults: format, unpacked: null }
  const document = migrate(written)
  const held = bundlePictures(document)
  const { pictures, faults } = held
  const named = new Set([...pictures.values()].map(({ file }) => file))
  const missing = [...pictures].flatMap(([id, { file }]): Fault[] =>
    archive.has(file) ? [] : [{ path: `pictures.${id}.file`, message: `names "${file}", which is not in the bundle` }],
  )
  const there = [...named].filter((name) => archive.has(name))
  const contents = await unpackPictures(archive, folder, there, reading)
  const own = typeof document === 'object' && document !== null ? document : {}
  const complete = completeDocument(own, held, contents.files)
  const along = readStencils(await archive.text(STENCILS))
  const { faces, faults: faceFaults } = await unpackFaces(archive, folder)
  const { clips, faults: clipFaults } = await unpackClips(archive, folder, held)
  const early = [
    ...contents.faults,
    ...faceFaults,
    ...clipFaults,
    ...faults,
    ...missing,
    ...complete.faults,
    ...along.faults,
  ]
  const all = [...early, ...projectFaults(complete.document).filter((fault) => !isEcho(fault, early))]
  if (all.length) return { faults: listed(all), unpacked: null }
  const project = complete.document as Project // just found to be one
  return { faults: [], unpacked: { project, files: contents.files, stencils: along.stencils, faces, clips } }
}

/** As many faults as anyone reads, and how many more there are. */
const listed = (faults: readonly Fault[]): readonly Fault[] =>
  faults.length <= LIMITS.faultsListed
    ? faults
    : [
        ...faults.slice(0, LIMITS.faultsListed - 1),
        { path: '', message: `has ${faults.length - LIMITS.faultsListed + 1} more faults; correct these first` },
      ]

/** Unpacks a bundle and lists its faults. The project is there only if there are none. */
export const examineBundle = async (file: string, folder: string, reading: Reading): Promise<Examined> => {
  await mkdir(folder, { recursive: true })
  const archive = await Archive.open(file, reading.signal)
  try {
    return await examineArchive(archive, folder, reading)
  } catch (error) {
    throw reading.signal?.aborted ? error : asZipFailure(error)
  } finally {
    archive.close()
  }
}

/** A picture left out for a fault of its own makes every mention of it a fault as well; saying so once is enough. */
const isEcho = (fault: Fault, early: readonly Fault[]): boolean =>
  early.length > 0 && /which is not in pictures$/.test(fault.message)

/** Unpacks a sound bundle. Throws `document-invalid`, `format-unknown`, `bundle-unreadable` or `too-large`. */
export const readBundle = async (file: string, folder: string, reading: Reading): Promise<Unpacked> => {
  const { faults, unpacked } = await examineBundle(file, folder, reading)
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
