import type { Colour } from '@/core/colour/colour'
import { paletteOf } from '@/core/colour/palette'

/** Small levels of the pictures to look at. */
export interface PaletteRequest {
  readonly id: number
  readonly urls: readonly string[]
  readonly most: number
}

export interface PaletteAnswer {
  readonly id: number
  readonly colours: readonly Colour[]
}

/** Longest side at which a picture is looked at. */
const SIDE = 96

const pixelsOf = async (url: string): Promise<Uint8ClampedArray> => {
  const answer = await fetch(url)
  if (!answer.ok) return new Uint8ClampedArray()
  const bitmap = await createImageBitmap(await answer.blob())
  const k = Math.min(1, SIDE / Math.max(bitmap.width, bitmap.height))
  const [w, h] = [Math.max(1, Math.round(bitmap.width * k)), Math.max(1, Math.round(bitmap.height * k))]
  const context = new OffscreenCanvas(w, h).getContext('2d', { willReadFrequently: true })
  context?.drawImage(bitmap, 0, 0, w, h)
  bitmap.close()
  return context?.getImageData(0, 0, w, h).data ?? new Uint8ClampedArray()
}

self.onmessage = async ({ data }: MessageEvent<PaletteRequest>) => {
  const parts: Uint8ClampedArray[] = []
  for (const url of data.urls) {
    try {
      parts.push(await pixelsOf(url))
    } catch {
      // A picture that cannot be had says nothing about the colours; the table marks it as missing.
      parts.push(new Uint8ClampedArray())
    }
  }
  const all = new Uint8ClampedArray(parts.reduce((sum, part) => sum + part.length, 0))
  parts.reduce((at, part) => {
    all.set(part, at)
    return at + part.length
  }, 0)
  self.postMessage({ id: data.id, colours: paletteOf(all, data.most) } satisfies PaletteAnswer)
}
