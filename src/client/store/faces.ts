import { isFailure } from '@/core/failure'
import type { FaceRef } from '@/core/lettering/face'
import type { FaceAnswer } from '@/contract/api'
import { api, ApiError, faceUrl, sendFile } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import { askSamples } from '@/client/workers/faces'
import { putFaces } from '@/client/store/slices/supplies'

/** A face as a document names it. */
export const refOfFace = ({ id, name }: FaceAnswer): FaceRef => ({ id, name })

/** The face of the list with this id; null for one that is not here. */
export const faceOf = (faces: readonly FaceAnswer[], id: string): FaceAnswer | null =>
  faces.find((face) => face.id === id) ?? null

export const wordsOf = (error: unknown, otherwise: string): string =>
  error instanceof ApiError || isFailure(error) ? error.message : otherwise

/** The list of typefaces that was asked for last; never rejected. */
const LISTED = owned(() => ({ list: null as Promise<void> | null }))

const listFaces = async (bench: Bench): Promise<void> => {
  try {
    putFaces(bench, await api.faces())
  } catch (error) {
    say(bench, wordsOf(error, 'The typefaces could not be listed. Reload the page.'), 'fault')
  }
}

/** Reads which typefaces there are. */
export const loadFaces = (bench: Bench): Promise<void> => {
  const list = listFaces(bench)
  bench.own(LISTED).list = list
  return list
}

/** Waits until it is known which typefaces there are; asks anew where that failed. */
export const facesListed = async (bench: Bench): Promise<void> => {
  if (!bench.get().faces.length) await bench.own(LISTED).list
  if (!bench.get().faces.length) await loadFaces(bench)
}

const FACE_FILE = /\.(otf|ttf|woff2?)$/i
export const isFaceFile = ({ name }: File): boolean => FACE_FILE.test(name)

/** Adds typefaces from files, one after another; says what became of them. Resolves with those that were taken. */
export const addFaces = async (bench: Bench, files: readonly File[]): Promise<readonly FaceAnswer[]> => {
  const taken: FaceAnswer[] = []
  for (const file of files) {
    try {
      taken.push(await sendFile<FaceAnswer>('/faces', file, () => undefined).done)
    } catch (error) {
      say(bench, `${file.name}: ${wordsOf(error, 'the typeface could not be added. Try again.')}`, 'fault')
    }
  }
  if (!taken.length) return taken
  await loadFaces(bench)
  const [first] = taken
  const bound = taken.filter(({ canTravel }) => !canTravel)
  const words = taken.length === 1 ? `“${first?.name}” is added.` : `${taken.length} typefaces are added.`
  say(bench, bound.length ? `${words} Its licence keeps it on this machine: bundles leave it out.` : words)
  return taken
}

export const forgetFace = async (bench: Bench, { id, name }: FaceAnswer): Promise<void> => {
  try {
    await api.forgetFace(id)
    await loadFaces(bench)
    say(bench, `“${name}” is removed. Letters set in it stay as they are.`)
  } catch (error) {
    say(bench, wordsOf(error, 'The typeface could not be removed. Try again.'), 'fault')
  }
}

/** How many faces are offered for letters that one does not have. */
const MOST_OFFERED = 4

/** Faces that have every letter of a text. */
export const holdersOf = async (bench: Bench, text: string): Promise<readonly FaceAnswer[]> => {
  const { faces } = bench.get()
  const byUrl = new Map(faces.map((face) => [faceUrl(face.id), face]))
  try {
    const urls = await askSamples(bench, { job: 'holders', urls: [...byUrl.keys()], text })
    // A bold face is had through its regular one.
    return urls
      .flatMap((url) => byUrl.get(url) ?? [])
      .filter(({ regular }) => regular === undefined)
      .slice(0, MOST_OFFERED)
  } catch (error) {
    say(bench, wordsOf(error, 'The typefaces could not be searched. Try again.'), 'fault')
    return []
  }
}
