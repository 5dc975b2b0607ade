import { isFailure, Failure, refuse } from '@/core/failure'
import type { LookRun } from '@/core/text/block'
import { setText, type SetText } from '@/core/text/setting'
import type { Reply, Request } from '@/client/workers/workerClient'
import type { Rect } from '@/core/geometry/rect'
import type { Face } from '@/core/lettering/face'
import { graphemesOf, isRightToLeft } from '@/core/lettering/graphemes'
import { layoutOf, type Layout } from '@/core/lettering/layout'
import { layoutPath } from '@/core/render/words'
import { newSetting, type Setting } from '@/core/lettering/settings'
import { isLetter } from '@/core/lettering/slots'
import { growRect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { svgTextOf } from '@/core/path/svgText'
import { readFace } from '@/faces/fontkit'

/** What the worker of typefaces can be asked. Files come from `urls` by the faces' ids. */
export type FaceJob =
  | { readonly job: 'layout'; readonly url: string; readonly setting: Setting }
  /** A text that wraps in a box, set in its typefaces; `urls` by their ids. */
  | {
      readonly job: 'text'
      readonly urls: Readonly<Record<string, string>>
      readonly text: string
      readonly looks: readonly LookRun[]
      /** What its clusters drew before. */
      readonly drawings: readonly string[]
    }
  /** A line of text as one path, to be looked at. */
  | { readonly job: 'sample'; readonly url: string; readonly text: string }
  /** Which of these faces have every letter of the text? */
  | { readonly job: 'holders'; readonly urls: readonly string[]; readonly text: string }

export interface FaceSample {
  readonly d: string
  readonly bounds: Rect
  readonly missing: readonly string[]
}

export type FaceAnswerOf<J extends FaceJob['job']> = J extends 'layout'
  ? Layout
  : J extends 'text'
    ? SetText
    : J extends 'sample'
      ? FaceSample
      : readonly string[]

export type FaceReply = Layout | SetText | FaceSample | readonly string[]

/** Faces once read, the last used at the end. */
const faces = new Map<string, Promise<Face>>()
const MOST_FACES = 48

const read = async (url: string): Promise<Face> => {
  const answer = await fetch(url)
  if (!answer.ok)
    throw new Failure(
      answer.status === 404 ? 'not-found' : 'face-unreadable',
      answer.status === 404
        ? 'This typeface is not here any more. Choose another one, or add its file again.'
        : 'The typeface did not come. Try again in a moment.',
    )
  return readFace(new Uint8Array(await answer.arrayBuffer())).face
}

const faceOf = (url: string): Promise<Face> => {
  const face = faces.get(url) ?? read(url)
  faces.delete(url)
  faces.set(url, face)
  face.catch(() => faces.delete(url))
  const [oldest] = faces.keys()
  if (faces.size > MOST_FACES && oldest !== undefined) faces.delete(oldest)
  return face
}

/** Size at which samples are set: only their proportions count. */
const SAMPLE_SIZE = 100

const sampleOf = (face: Face, text: string): FaceSample => {
  const setting = { ...newSetting(text, { id: 'sample', name: '' }, SAMPLE_SIZE), ligatures: true }
  const layout = layoutOf(face, setting)
  const path = layoutPath(layout)
  return {
    d: svgTextOf(path, 1),
    bounds: path.length ? growRect(boundsOf(path), 1) : { x0: 0, y0: 0, x1: 1, y1: 1 },
    missing: layout.missing,
  }
}

const hasAll = (face: Face, text: string): boolean =>
  graphemesOf(text.normalize('NFC'))
    .filter(isLetter)
    .every((letter) => [...letter].every((character) => face.has(character.codePointAt(0) ?? 0)))

const answerTo = async (job: FaceJob): Promise<FaceReply> => {
  switch (job.job) {
    case 'layout':
      return layoutOf(await faceOf(job.url), job.setting)
    case 'text': {
      const held = new Map<string, Face>()
      for (const { face } of job.looks) held.set(face.id, await faceOf(job.urls[face.id] ?? ''))
      return setText(
        job.text,
        job.looks,
        (id) => held.get(id) ?? refuse('a face', 'one that was sent', id),
        job.drawings,
      )
    }
    case 'sample':
      return sampleOf(await faceOf(job.url), isRightToLeft(job.text) ? '' : job.text)
    case 'holders': {
      const held: string[] = []
      for (const url of job.urls) if (hasAll(await faceOf(url), job.text)) held.push(url)
      return held
    }
  }
}

const wordsOf = (error: unknown): string =>
  isFailure(error) ? error.message : 'This typeface cannot set the text: it is damaged. Choose another one.'

self.onmessage = async ({ data: { id, job } }: MessageEvent<Request<FaceJob>>) => {
  try {
    self.postMessage({ id, answer: await answerTo(job) } satisfies Reply<FaceReply>)
  } catch (error) {
    self.postMessage({ id, failed: wordsOf(error) } satisfies Reply<FaceReply>)
  }
}
