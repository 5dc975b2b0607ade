import type { Adjustments } from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import { CHANNELS } from '@/core/adjust/plate'
import type { Size } from '@/core/geometry/vector'
import { fetched, pixelsOfImage } from '@/client/workers/pixels'
import { RIM, withRim } from '@/client/workers/rim'
import { isFailure } from '@/core/failure'

/**
 * Fetches and decodes pyramid levels away from the page's main thread, changes their pixels where that is asked, and
 * adds the rim of repeated edge pixels that painters expect.
 */

export interface LevelRequest {
  readonly key: string
  readonly url: string
  /** Changes to make; the decoded level is kept for the next ones. */
  readonly change?: { readonly adjustments: Adjustments; readonly picture: Size }
}

export type LevelAnswer =
  | { readonly key: string; readonly bitmap: ImageBitmap; readonly width: number; readonly height: number }
  /** `isGone`: the server has no such file; otherwise asking again may help. */
  | { readonly key: string; readonly failed: true; readonly isGone: boolean }

const decoded = async (url: string): Promise<ImageBitmap> =>
  createImageBitmap(await fetched(url), { colorSpaceConversion: 'none' })

/** What a server answers for a file that it does not have. */
const GONE: ReadonlySet<unknown> = new Set([404, 410])

const MOST_KEPT_BYTES = 160e6
const kept = new Map<string, ImageData>()

/** The pixels of a level, kept while others are changed again and again. */
const pixelsOf = async (url: string): Promise<ImageData> => {
  const known = kept.get(url)
  if (known) {
    kept.delete(url)
    kept.set(url, known)
    return known
  }
  const pixels = pixelsOfImage(await decoded(url))
  kept.set(url, pixels)
  let bytes = [...kept.values()].reduce((sum, { data }) => sum + data.length, 0)
  for (const [oldest, { data }] of kept) {
    if (bytes <= MOST_KEPT_BYTES || oldest === url) break
    kept.delete(oldest)
    bytes -= data.length
  }
  return pixels
}

/** Pixels with the rim around them. */
const rimmedPixels = (pixels: Uint8ClampedArray, w: number, h: number): ImageData => {
  const across = (w + 2 * RIM) * CHANNELS
  const out = new Uint8ClampedArray(across * (h + 2 * RIM))
  const words = new Uint32Array(out.buffer)
  for (let y = 0; y < h + 2 * RIM; y += 1) {
    const row = Math.min(h - 1, Math.max(0, y - RIM)) * w * CHANNELS
    out.set(pixels.subarray(row, row + w * CHANNELS), y * across + RIM * CHANNELS)
    const [first, end] = [y * (w + 2 * RIM), (y + 1) * (w + 2 * RIM)]
    words.fill(words[first + RIM] ?? 0, first, first + RIM)
    words.fill(words[end - RIM - 1] ?? 0, end - RIM, end)
  }
  return new ImageData(out, w + 2 * RIM, h + 2 * RIM)
}

/** Made from the pixels themselves: a canvas of its own takes longer to get than all of the change. */
const changed = async (url: string, { adjustments, picture }: Required<LevelRequest>['change']) => {
  const { data, width, height } = await pixelsOf(url)
  const part = { x0: 0, y0: 0, x1: picture.w, y1: picture.h }
  const pixels = adjustedPixels({ data, width, height, part, picture }, adjustments)
  return createImageBitmap(rimmedPixels(pixels, width, height))
}

/** A level as it is. */
const plain = async (url: string): Promise<ImageBitmap> => {
  const image = await decoded(url)
  const bitmap = withRim(image)
  image.close()
  return bitmap
}

const load = async ({ key, url, change }: LevelRequest): Promise<void> => {
  try {
    const bitmap = await (change ? changed(url, change) : plain(url))
    const answer: LevelAnswer = { key, bitmap, width: bitmap.width, height: bitmap.height }
    postMessage(answer, { transfer: [bitmap] })
  } catch (error) {
    // The page shows the picture as missing and may ask again.
    const isGone = isFailure(error) && GONE.has(error.facts['status'])
    const answer: LevelAnswer = { key, failed: true, isGone }
    postMessage(answer)
  }
}

addEventListener('message', (event: MessageEvent<LevelRequest>) => void load(event.data))
