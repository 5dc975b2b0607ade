import { array, object, string } from 'yup'
import type { Fault } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import type { Size } from '@/core/geometry/vector'
import type { Adjustments } from '@/core/adjust/adjustments'
import type { SubjectMark } from '@/core/placement/subject'
import { FORMAT, type PictureRef, type Project } from '@/core/document/types'
import { isId, schemaFaults, subjectSchema } from '@/core/document/schema'
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

const bundlePictureSchema = object({
  name: string()
    .strict()
    .defined('is missing; give a name')
    .typeError('must be text')
    .max(RANGE.nameLength, `must be at most ${RANGE.nameLength} characters`),
  file: string()
    .strict()
    .required('is missing; name a file such as pictures/kite.jpg')
    .matches(FILE, 'must be a file directly in pictures/, such as pictures/kite.jpg'),
  hash: string()
    .strict()
    .matches(/^[0-9a-f]{64}$/, 'must be a SHA-256 in 64 hexadecimal digits, or be left out'),
  pixels: size().default(undefined),
  tags: array(string().strict().required().max(RANGE.nameLength)).strict().max(RANGE.tags),
  subject: subjectSchema,
  spareTones: adjustmentsSchema,
})
  .strict()
  .noUnknown('has a key that is not known here: ${unknown}')
  .required('is missing')
  .typeError('must be an object')

export interface BundlePicture {
  readonly name: string
  readonly file: string
  readonly hash?: string
  readonly pixels?: Size
  readonly tags?: readonly string[]
  readonly subject?: SubjectMark
  readonly spareTones?: Adjustments
}

/** What a picture file in the zip turned out to be. */
export interface BundleFile {
  readonly hash: string
  readonly pixels: Size
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The pictures that a bundle's document names, with the faults found in them. */
export const bundlePictures = (
  document: unknown,
): { readonly pictures: ReadonlyMap<string, BundlePicture>; readonly faults: readonly Fault[] } => {
  const held = isRecord(document) && Object.hasOwn(document, 'pictures') ? document['pictures'] : undefined
  if (!isRecord(document)) return { pictures: new Map(), faults: [{ path: '', message: 'must be an object' }] }
  if (!isRecord(held))
    return { pictures: new Map(), faults: [{ path: 'pictures', message: 'must be an object of pictures by id' }] }
  const faults: Fault[] = []
  const pictures = new Map<string, BundlePicture>()
  for (const [id, value] of Object.entries(held)) {
    const path = `pictures.${id.slice(0, 64)}`
    if (!isId(id)) faults.push({ path, message: 'has a key that is not an id (1 to 64 letters, digits, - or _)' })
    const found = schemaFaults(bundlePictureSchema, value, path)
    faults.push(...found)
    if (!found.length && isId(id)) pictures.set(id, value as BundlePicture)
  }
  return { pictures, faults }
}

/** The document with its pictures completed from the files; faults where they contradict each other. */
export const completeDocument = (
  document: object,
  pictures: ReadonlyMap<string, BundlePicture>,
  files: ReadonlyMap<string, BundleFile>,
): { readonly document: object; readonly faults: readonly Fault[] } => {
  const faults: Fault[] = []
  const refs: Record<string, PictureRef> = {}
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
      ...(picture.spareTones ? { spareTones: picture.spareTones } : {}),
    }
  }
  return { document: { ...document, pictures: refs }, faults }
}

/** The document of a bundle for a project; `fileOf` gives each picture's ending. */
export const bundleDocument = (project: Project, endingOf: (hash: string) => string): object => ({
  ...project,
  format: FORMAT,
  pictures: Object.fromEntries(
    Object.entries(project.pictures).map(([id, ref]) => [
      id,
      { ...ref, file: `pictures/${ref.hash}.${endingOf(ref.hash)}` },
    ]),
  ),
})
