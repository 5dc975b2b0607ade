import { array, object, string, type ObjectShape } from 'yup'
import type { Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import type { Size } from '@/core/geometry/vector'
import type { Adjustments } from '@/core/adjust/adjustments'
import type { Clip } from '@/core/film/clip'
import type { SubjectMark } from '@/core/placement/subject'
import { isSheetPicture, pictureOfSheet } from '@/core/document/sheetPictures'
import { FORMAT, type PictureRef, type Project, type Sheet } from '@/core/document/types'
import { isId, schemaFaults, subjectSchema } from '@/core/document/schema'
import { clipSchema } from '@/core/document/schema/film'
import { id } from '@/core/document/schema/parts'
import { adjustmentsSchema } from '@/core/document/schema/placed'

/**
 * `project.json` of a bundle: a project whose pictures name their file in the zip. Hash and pixel size may
 * be left out by one who writes a bundle by hand; if given they must be those of the file.
 */
const FILE = /^pictures\/[^/\\\u0000-\u001f]{1,120}$/

const size = () =>
  object().test('size', 'must be { w, h } in whole pixels, or be left out', (value: unknown) => {
    if (value === undefined) return true
    const { w, h } = value as { w?: unknown; h?: unknown }
    return Number.isInteger(w) && Number.isInteger(h)
  })

const nameSchema = () =>
  string().strict().typeError('must be text').max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`)

const pictureFields = {
  pixels: size().default(undefined),
  tags: array(string().strict().required().max(RANGE.nameLength)).strict().max(RANGE.tags),
  subject: subjectSchema,
  spareTones: adjustmentsSchema,
}

const pictureSchema = (fields: ObjectShape) =>
  object(fields)
    .strict()
    .noUnknown('has a key that is not known here: ${unknown}')
    .required('is missing')
    .typeError('must be an object')

const bundlePictureSchema = pictureSchema({
  ...pictureFields,
  name: nameSchema().defined('is missing; give a name'),
  file: string()
    .strict()
    .required('is missing; name a file such as pictures/kite.jpg')
    .matches(FILE, 'must be a file directly in pictures/, such as pictures/kite.jpg'),
  hash: string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, 'must be a SHA-256 in 64 hexadecimal digits, or be left out'),
  clip: clipSchema,
})

/** A sheet as a picture: its name and size are the sheet's, and may be left out. */
const bundleSheetSchema = pictureSchema({ ...pictureFields, name: nameSchema(), sheetId: id() })

interface Described {
  readonly pixels?: Size
  readonly tags?: readonly string[]
  readonly subject?: SubjectMark
  readonly spareTones?: Adjustments
}

export interface BundlePicture extends Described {
  readonly name: string
  readonly file: string
  readonly hash?: string
  /** The clip that the picture is a still of; its file lies in `clips/`. */
  readonly clip?: Clip
}

/** A sheet that the document names as a picture. */
export interface BundleSheet extends Described {
  readonly sheetId: string
}

/** What a picture file in the zip turned out to be. */
export interface BundleFile {
  readonly hash: string
  readonly pixels: Size
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What a bundle's document names as pictures: files of the zip, and sheets of its own. */
export interface BundlePictures {
  readonly pictures: ReadonlyMap<string, BundlePicture>
  readonly sheets: ReadonlyMap<string, BundleSheet>
  readonly faults: readonly Fault[]
}

const faulty = (path: string, message: string): BundlePictures => ({
  pictures: new Map(),
  sheets: new Map(),
  faults: [{ path, message }],
})

/** The pictures that a bundle's document names, with the faults found in them. */
export const bundlePictures = (document: unknown): BundlePictures => {
  const held = isRecord(document) && Object.hasOwn(document, 'pictures') ? document['pictures'] : undefined
  if (!isRecord(document)) return faulty('', 'must be an object')
  if (!isRecord(held)) return faulty('pictures', 'must be an object of pictures by id')
  const faults: Fault[] = []
  const pictures = new Map<string, BundlePicture>()
  const sheets = new Map<string, BundleSheet>()
  for (const [id, value] of Object.entries(held)) {
    const path = `pictures.${id.slice(0, 64)}`
    if (!isId(id)) faults.push({ path, message: 'has a key that is not an id (1 to 64 letters, digits, - or _)' })
    const isOfSheet = isRecord(value) && Object.hasOwn(value, 'sheetId')
    const found = schemaFaults(isOfSheet ? bundleSheetSchema : bundlePictureSchema, value, path)
    faults.push(...found)
    if (found.length > 0 || !isId(id)) continue
    if (isOfSheet)
      sheets.set(id, value as unknown as BundleSheet) // the schema found nothing wrong
    else pictures.set(id, value as BundlePicture)
  }
  return { pictures, sheets, faults }
}

/** A sheet as it is written in a document, if its size can be told. */
const writtenSheet = (document: object, sheetId: string): Pick<Sheet, 'id' | 'name' | 'size' | 'ppi'> | null => {
  const sheets = 'sheets' in document && isRecord(document.sheets) ? document.sheets : {}
  const sheet = Object.hasOwn(sheets, sheetId) ? sheets[sheetId] : undefined
  if (!isRecord(sheet) || !isRecord(sheet['size'])) return null
  const { w, h } = sheet['size']
  const { ppi, name } = sheet
  if (typeof w !== 'number' || typeof h !== 'number' || typeof ppi !== 'number') return null
  return { id: sheetId, name: typeof name === 'string' ? name : '', size: { w, h }, ppi }
}

/** Sheets as pictures, completed from the sheets. One that is not there is found by the check of the whole. */
const completeSheets = (document: object, sheets: ReadonlyMap<string, BundleSheet>): Record<string, PictureRef> =>
  Object.fromEntries(
    [...sheets].map(([id, picture]) => {
      const sheet = writtenSheet(document, picture.sheetId)
      const made = pictureOfSheet(sheet ?? { id: picture.sheetId, name: '', size: { w: 1, h: 1 }, ppi: 72 })
      return [id, { ...made, ...picture, name: made.name, pixels: picture.pixels ?? made.pixels }]
    }),
  )

/** The document with its pictures completed from the files and sheets; faults where they contradict each other. */
export const completeDocument = (
  document: object,
  { pictures, sheets }: Pick<BundlePictures, 'pictures' | 'sheets'>,
  files: ReadonlyMap<string, BundleFile>,
): { readonly document: object; readonly faults: readonly Fault[] } => {
  const faults: Fault[] = []
  const refs = completeSheets(document, sheets)
  for (const [id, picture] of pictures) {
    const file = files.get(picture.file)
    if (!file) continue
    if (picture.hash !== undefined && picture.hash !== file.hash)
      faults.push({
        path: `pictures.${id}.hash`,
        message: 'is not the SHA-256 of its file; correct it or leave it out',
      })
    if (picture.pixels && (picture.pixels.w !== file.pixels.w || picture.pixels.h !== file.pixels.h))
      faults.push({
        path: `pictures.${id}.pixels`,
        message: `is ${picture.pixels.w}×${picture.pixels.h} but the upright picture is ${file.pixels.w}×${file.pixels.h}`,
      })
    refs[id] = {
      name: picture.name,
      pixels: file.pixels,
      hash: file.hash,
      tags: picture.tags ?? [],
      ...(picture.subject ? { subject: picture.subject } : {}),
      ...(picture.clip ? { clip: picture.clip } : {}),
      ...(picture.spareTones ? { spareTones: picture.spareTones } : {}),
    }
  }
  return { document: { ...document, pictures: refs }, faults }
}

/** Where the file of a clip lies in a bundle. */
export const clipEntry = ({ file, container }: Pick<Clip, 'file' | 'container'>): string => `clips/${file}.${container}`

/** The document of a bundle for a project; `fileOf` gives each picture's ending. */
export const bundleDocument = (project: Project, endingOf: (hash: string) => string): object => ({
  ...project,
  format: FORMAT,
  pictures: Object.fromEntries(
    Object.entries(project.pictures).map(([id, ref]) => [
      id,
      isSheetPicture(ref) ? ref : { ...ref, file: `pictures/${ref.hash}.${endingOf(ref.hash)}` },
    ]),
  ),
})
