import { open } from 'node:fs/promises'
import { fileTypeFromFile } from 'file-type'
import sharp from 'sharp'
import { Failure } from '@/core/failure'
import { LIMITS } from '@/server/limits'
import { isSystemError } from '@/server/storage/failures'
import { isClean, isDrawing, paintDrawing } from '@/server/pictures/drawings'

/** Kinds of picture that come in, by media type, with the ending of the stored file. */
const KINDS: Readonly<Record<string, { readonly ending: string; readonly name: string }>> = {
  'image/jpeg': { ending: 'jpg', name: 'JPEG' },
  'image/png': { ending: 'png', name: 'PNG' },
  'image/webp': { ending: 'webp', name: 'WebP' },
  'image/avif': { ending: 'avif', name: 'AVIF' },
  'image/gif': { ending: 'gif', name: 'GIF' },
  'image/tiff': { ending: 'tif', name: 'TIFF' },
}

/** What to do with kinds that people bring and that cannot be read. */
const ADVICE: readonly (readonly [RegExp, string])[] = [
  [/^image\/hei[cf]/, 'This is a HEIC picture, which cannot be read here. Save or share it as JPEG and add that file.'],
  [
    /^image\/(x-(?!icon)|raw)/,
    'This is a raw file of a camera, which cannot be read here. Develop it to JPEG or TIFF and add that file.',
  ],
  [
    /^application\/pdf|postscript/,
    'This is a document, not a picture. Save the page as PNG or JPEG and add that file.',
  ],
  [/^video\//, 'This is a film. Open a project and add it there, where it comes in as a clip.'],
  [/^image\/vnd\./, 'This is a layered document. Save it as PNG, TIFF or JPEG and add that file.'],
]

export interface Inspected {
  readonly kind: string
  readonly ending: string
  /** Upright size in pixels. */
  readonly width: number
  readonly height: number
  readonly hasAlpha: boolean
  /** A JPEG that stands upright and is sRGB as it is: the browser can be given the file itself. */
  readonly isPlain: boolean
}

export interface ReadOptions {
  readonly failOn: 'truncated' | 'error' | 'warning'
  readonly limitInputPixels: number
  readonly sequentialRead: boolean
}

/** Options that make libvips refuse bombs and missing ends instead of guessing. */
export const READ_OPTIONS: ReadOptions = {
  failOn: 'truncated',
  limitInputPixels: LIMITS.picturePixels,
  sequentialRead: true,
}

export const unreadable = (): Failure =>
  new Failure(
    'picture-unreadable',
    'The picture is damaged or incomplete and cannot be read. Open it in the program that made it, save it again, and add that file.',
  )

const wrongKind = (mime: string): Failure =>
  new Failure(
    'picture-kind',
    ADVICE.find(([pattern]) => pattern.test(mime))?.[1] ??
      'This is not a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG picture. Save it as one of these and add it again.',
  )

/** A drawing is painted by the same reader that will paint it later, so what it cannot paint shows here. */
const inspectDrawing = async (file: string): Promise<Inspected> => {
  if (!(await isClean(file)))
    throw new Failure(
      'picture-unreadable',
      'This SVG holds parts that are not let in, such as scripts or addresses. Add the SVG by itself: they are then taken out.',
    )
  const { width, height } = await paintDrawing(file)
    .metadata()
    .catch(() => {
      throw unreadable()
    })
  return { kind: 'SVG', ending: 'svg', width, height, hasAlpha: true, isPlain: false }
}

/** A TIFF keeps what tells its kind at its end, which may be missing (TIFF 6.0, section 2: the first four bytes). */
const beginsAsTiff = async (file: string): Promise<boolean> => {
  const handle = await open(file, 'r')
  try {
    const { buffer } = await handle.read(Buffer.alloc(4), 0, 4, 0)
    return ['49492a00', '4d4d002a'].includes(buffer.toString('hex'))
  } finally {
    await handle.close()
  }
}

/** Reads what a picture file is, by its content. Throws `picture-kind`, `too-large` or `picture-unreadable`. */
export const inspectPicture = async (file: string): Promise<Inspected> => {
  if (await isDrawing(file)) return inspectDrawing(file)
  const type = await fileTypeFromFile(file).catch((error: unknown) => {
    // A file that breaks off is of no kind that is known; one that cannot be read at all is another matter.
    if (isSystemError(error)) throw error
    return undefined
  })
  const kind = type && Object.hasOwn(KINDS, type.mime) ? KINDS[type.mime] : undefined
  if (!type && (await beginsAsTiff(file))) throw unreadable()
  if (!type || !kind) throw wrongKind(type?.mime ?? '')
  const meta = await sharp(file, { ...READ_OPTIONS, limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw unreadable()
    })
  if (meta.width * meta.height > LIMITS.picturePixels)
    throw new Failure(
      'too-large',
      `The picture has ${Math.round((meta.width * meta.height) / 1e6)} megapixels; at most ${LIMITS.picturePixels / 1e6} come in. Make it smaller and add it again.`,
    )
  return {
    kind: kind.name,
    ending: kind.ending,
    width: meta.autoOrient.width,
    height: meta.autoOrient.height,
    hasAlpha: meta.hasAlpha,
    isPlain: kind.ending === 'jpg' && (meta.orientation ?? 1) === 1 && meta.space === 'srgb' && !meta.icc,
  }
}
