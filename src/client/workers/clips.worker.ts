import type { Adjustments } from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import { isFailure } from '@/core/failure'
import type { ClipFile } from '@/core/film/clip'
import type { Size } from '@/core/geometry/vector'
import { openClip } from '@/client/clips/open'
import { ClipDrawing } from '@/client/clips/drawing'
import type { ClipFacts, ClipPicture, ClipReader } from '@/client/clips/reader'
import { canvasOf } from '@/client/workers/pixels'
import { repeatOwnEdges, RIM } from '@/client/workers/rim'
import type { Reply, Request } from '@/client/workers/workerClient'

/** Reads clips away from the page's main thread: what they are, their stills, and their pictures while they play. */
export type ClipJob =
  /** What a chosen file is, with its first picture. */
  | { readonly kind: 'facts'; readonly blob: Blob }
  /** One picture as large as it is, as PNG. */
  | { readonly kind: 'still'; readonly clip: ClipRead; readonly at: number }
  /** One picture at a size, with the rim, and its pixels changed where that is asked. */
  | ({ readonly kind: 'picture'; readonly clip: ClipRead; readonly at: number } & PictureWish)

/** A clip that the server keeps. */
export interface ClipRead extends Pick<ClipFile, 'file' | 'container'> {
  readonly url: string
}

export interface PictureWish {
  readonly size: Size
  readonly change?: { readonly adjustments: Adjustments; readonly picture: Size }
}

export interface FoundClip {
  readonly facts: ClipFacts
  readonly still: Blob
}

export interface PlayedPicture {
  readonly bitmap: ImageBitmap
  /** It shows from here until before there. */
  readonly start: number
  readonly end: number
}

export type ClipReply = FoundClip | { readonly still: Blob } | PlayedPicture

/** Clips that are held open: those that a sheet plays. */
const MOST_OPEN = 8
const open = new Map<string, Promise<ClipReader>>()

const readerOf = ({ file, container, url }: ClipRead): Promise<ClipReader> => {
  const known = open.get(file)
  const reader = known ?? openClip({ url }, container)
  // The one used last stands last.
  open.delete(file)
  open.set(file, reader)
  if (!known) reader.catch(() => open.delete(file))
  for (const [oldest, held] of open) {
    if (open.size <= MOST_OPEN) break
    open.delete(oldest)
    void held.then(
      (one) => one.close(),
      (error: unknown) => console.warn('A clip could not be opened.', error),
    )
  }
  return reader
}

const drawing = new ClipDrawing()

/** Puts a picture on a canvas, with the same colours at every size. */
const put = async (
  context: OffscreenCanvasRenderingContext2D,
  picture: ClipPicture,
  at: number,
  size: Size,
): Promise<void> => {
  const kept = await drawing.kept(picture)
  kept.put(context, at, at, size)
  kept.close()
}

/** One picture as large as it is; without transparency where the clip has none, so that its file has none either. */
const stillOf = async (picture: ClipPicture, { pixels, hasAlpha }: ClipFacts): Promise<Blob> => {
  const canvas = new OffscreenCanvas(pixels.w, pixels.h)
  const context = canvas.getContext('2d', { alpha: hasAlpha })
  if (context) await put(context, picture, 0, pixels)
  return canvas.convertToBlob({ type: 'image/png' })
}

const played = async (picture: ClipPicture, { size, change }: PictureWish): Promise<PlayedPicture> => {
  const { w, h } = size
  const { canvas, context } = canvasOf(w + 2 * RIM, h + 2 * RIM)
  await put(context, picture, RIM, size)
  if (change) {
    const read = context.getImageData(RIM, RIM, w, h)
    const part = { x0: 0, y0: 0, x1: change.picture.w, y1: change.picture.h }
    const { data } = read
    data.set(adjustedPixels({ data, width: w, height: h, part, picture: change.picture }, change.adjustments))
    context.putImageData(read, RIM, RIM)
  }
  repeatOwnEdges(context, w, h)
  return { bitmap: canvas.transferToImageBitmap(), start: picture.start, end: picture.end }
}

const done = async (job: ClipJob): Promise<ClipReply> => {
  if (job.kind === 'facts') {
    const reader = await openClip({ blob: job.blob })
    try {
      return { facts: reader.facts, still: await stillOf(await reader.pictureAt(0), reader.facts) }
    } finally {
      reader.close()
    }
  }
  const reader = await readerOf(job.clip)
  const picture = await reader.pictureAt(job.at)
  return job.kind === 'still' ? { still: await stillOf(picture, reader.facts) } : played(picture, job)
}

const answer = async ({ id, job }: Request<ClipJob>): Promise<void> => {
  try {
    const reply: Reply<ClipReply> = { id, answer: await done(job) }
    postMessage(reply, { transfer: 'bitmap' in reply.answer ? [reply.answer.bitmap] : [] })
  } catch (error) {
    if (!isFailure(error)) console.warn('A clip could not be read.', error)
    const words = isFailure(error) ? error.message : 'The clip could not be read. Add it again.'
    postMessage({ id, failed: words } satisfies Reply<ClipReply>)
  }
}

/** One after another of each clip: a picture is drawn before its clip goes on to the next. */
const last = new Map<string, Promise<void>>()
addEventListener('message', ({ data }: MessageEvent<Request<ClipJob>>) => {
  const of = data.job.kind === 'facts' ? '' : data.job.clip.file
  last.set(
    of,
    (last.get(of) ?? Promise.resolve()).then(() => answer(data)),
  )
})
