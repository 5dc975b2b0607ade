import type { Adjustments } from '@/core/adjust/adjustments'
import { histogramOf, type Histogram } from '@/core/adjust/histogram'
import { adjustedPixels } from '@/core/adjust/pixels'
import { CHANNELS } from '@/core/adjust/plate'
import type { Size } from '@/core/geometry/vector'
import { pixelsOfImage, fetched } from '@/client/workers/pixels'
import { isFailure } from '@/core/failure'
import type { Reply, Request } from '@/client/workers/workerClient'

/** Counts the tones of pictures, and takes small samples of them, away from the page's main thread. */
export interface TonesJob {
  readonly url: string
  readonly picture: Size
  readonly adjustments: Adjustments
  /** The tones as adjusted, or pixels as they are, for matching. */
  readonly want: 'histogram' | 'sample'
}

export interface TonesAnswer {
  readonly histogram?: Histogram
  readonly sample?: Uint8ClampedArray
}

const MOST_SAMPLE = 3000
let last: { readonly url: string; readonly pixels: Promise<ImageData> } | null = null

const decode = async (url: string): Promise<ImageData> =>
  pixelsOfImage(await createImageBitmap(await fetched(url), { colorSpaceConversion: 'none' }))

const pixelsOf = (url: string): Promise<ImageData> => {
  if (last?.url === url) return last.pixels
  const pixels = decode(url)
  last = { url, pixels }
  return pixels
}

/** Every n-th pixel, so that at most 3,000 are left. */
const sampled = (data: Uint8ClampedArray): Uint8ClampedArray => {
  const count = data.length / CHANNELS
  const step = Math.max(1, Math.ceil(count / MOST_SAMPLE))
  const kept = new Uint8ClampedArray(Math.floor((count - 1) / step + 1) * CHANNELS)
  for (let i = 0, at = 0; i < count; i += step, at += CHANNELS)
    kept.set(data.subarray(i * CHANNELS, i * CHANNELS + CHANNELS), at)
  return kept
}

const answerTo = async ({ url, picture, adjustments, want }: TonesJob): Promise<TonesAnswer> => {
  const { data, width, height } = await pixelsOf(url)
  if (want === 'sample') return { sample: sampled(data) }
  const part = { x0: 0, y0: 0, x1: picture.w, y1: picture.h }
  return { histogram: histogramOf(adjustedPixels({ data, width, height, part, picture }, adjustments)) }
}

self.onmessage = async ({ data: { id, job } }: MessageEvent<Request<TonesJob>>) => {
  try {
    self.postMessage({ id, answer: await answerTo(job) } satisfies Reply<TonesAnswer>)
  } catch (error) {
    last = null
    const failed = isFailure(error) ? error.message : 'The tones of this picture could not be read. Try again.'
    self.postMessage({ id, failed } satisfies Reply<TonesAnswer>)
  }
}
