import type { Adjustments } from '@/core/adjust/adjustments'
import { histogramOf, type Histogram } from '@/core/adjust/histogram'
import { adjustedPixels } from '@/core/adjust/pixels'
import { CHANNELS } from '@/core/adjust/plate'
import { mapQuad, quadMiddle, type Quad } from '@/core/geometry/quad'
import { intersectRects } from '@/core/geometry/rect'
import { outlineContains } from '@/core/path/contains'
import { boundsOf } from '@/core/path/extent'
import { polygonPath } from '@/core/path/path'
import type { Size } from '@/core/geometry/vector'
import { pixelsOfImage, fetched } from '@/client/workers/pixels'
import { isFailure } from '@/core/failure'
import type { Reply, Request } from '@/client/workers/workerClient'

/** Counts the tones of pictures, and takes small samples of them, away from the page's main thread. */
export interface TonesJob {
  readonly url: string
  readonly picture: Size
  readonly adjustments: Adjustments
  /** The tones as adjusted, or pixels as they are: of all of it, or about four corners in its pixels. */
  readonly want: 'histogram' | 'sample' | 'within' | 'around'
  readonly corners?: Quad
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

/** So much larger than four corners is what counts as around them. */
const AROUND = 1.5

const grown = (corners: Quad, by: number): Quad => {
  const middle = quadMiddle(corners)
  return mapQuad(corners, ({ x, y }) => ({ x: middle.x + (x - middle.x) * by, y: middle.y + (y - middle.y) * by }))
}

const shapeOf = (corners: Quad) => ({ path: polygonPath(corners), fillRule: 'nonzero' as const })

/** Pixels within four corners, or around them, at most about 3,000. */
const sampledAt = ({ data, width, height }: ImageData, corners: Quad, isAround: boolean): Uint8ClampedArray => {
  const [inner, outer] = [shapeOf(corners), shapeOf(grown(corners, AROUND))]
  const whole = { x0: 0, y0: 0, x1: width, y1: height }
  const r = intersectRects(whole, boundsOf((isAround ? outer : inner).path)) ?? whole
  const step = Math.max(1, Math.sqrt(((r.x1 - r.x0) * (r.y1 - r.y0)) / MOST_SAMPLE))
  const kept: number[] = []
  for (let y = r.y0; y < r.y1; y += step)
    for (let x = r.x0; x < r.x1; x += step) {
      const isIn = outlineContains(inner, { x, y })
      if (isAround ? isIn || !outlineContains(outer, { x, y }) : !isIn) continue
      const at = (Math.floor(y) * width + Math.floor(x)) * CHANNELS
      kept.push(...data.subarray(at, at + CHANNELS))
    }
  return Uint8ClampedArray.from(kept)
}

const answerTo = async ({ url, picture, adjustments, want, corners }: TonesJob): Promise<TonesAnswer> => {
  const pixels = await pixelsOf(url)
  const { data, width, height } = pixels
  if (want === 'sample') return { sample: sampled(data) }
  if (want !== 'histogram' && corners) {
    const k = { x: width / picture.w, y: height / picture.h }
    const there = mapQuad(corners, ({ x, y }) => ({ x: x * k.x, y: y * k.y }))
    return { sample: sampledAt(pixels, there, want === 'around') }
  }
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
