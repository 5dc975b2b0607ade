import type { Readable } from 'node:stream'
import { number, object, string } from 'yup'
import { Failure } from '@/core/failure'
import type { ClipFile } from '@/core/film/clip'
import { RANGE } from '@/core/tolerance'
import type { PictureAnswer } from '@/contract/api'
import { storedClip } from '@/server/clips/catalogue'
import { markStill, pictureOfClip } from '@/server/pictures/catalogue'
import { takePicture } from '@/server/pictures/intake'

const schema = object({
  clip: string()
    .required()
    .matches(/^[0-9a-f]{64}$/),
  duration: number().required().min(RANGE.film.clip.min).max(RANGE.film.clip.max),
  rate: number().required().min(RANGE.film.rate.min).max(RANGE.film.rate.max),
})

/** What an address says of a clip whose still is sent; null where it says nothing of one. */
export const clipOfQuery = async (query: URLSearchParams): Promise<ClipFile | null> => {
  if (!query.has('clip')) return null
  const said = { clip: query.get('clip'), duration: Number(query.get('duration')), rate: Number(query.get('rate')) }
  if (!schema.isValidSync(said, { strict: true }))
    throw new Failure('refused', 'What is said of the clip cannot be used. Add the clip again.')
  const { container } = await storedClip(said.clip)
  return { file: said.clip, container, duration: said.duration, rate: said.rate }
}

/** Takes a picture in as a still of a clip: the one that stands for it in the library, or one more. */
export const takeStill = async (
  body: Readable,
  name: string,
  clip: ClipFile,
  options: { readonly isListed: boolean; readonly declared?: number; readonly signal?: AbortSignal },
): Promise<PictureAnswer> => {
  const { isListed, ...rest } = options
  const since = new Date()
  const { hash } = await takePicture(body, name, rest)
  return markStill(hash, clip, { isListed, since })
}

/** Says of a picture that came in a bundle which clip it is a still of: the first of them stands for it in the library. */
export const markBroughtIn = async (hash: string, { file, container, duration, rate }: ClipFile): Promise<void> => {
  const standing = await pictureOfClip(file)
  const isListed = standing === null || standing.hash === hash
  await markStill(hash, { file, container, duration, rate }, { isListed, since: new Date(Date.now() - FRESH_MS) })
}

/** What came in within this time was brought by the same bundle. */
const FRESH_MS = 60_000
