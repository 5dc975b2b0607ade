import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import type { Size } from '@/core/geometry/vector'
import { readStrictly } from '@/server/pictures/damage'
import { inspectPicture } from '@/server/pictures/inspect'
import { uprightPicture } from '@/server/pictures/levels'

/** A layer's own picture, and where it lies within the whole; written as large as the whole. */
export interface LayerToPlace {
  readonly file: string
  readonly to: string
  /** Of the whole, in pixels. */
  readonly size: Size
  /** Of the layer's top left corner, in pixels of the whole. */
  readonly x: number
  readonly y: number
}

/** The file that was written; null for a layer that lies outside the whole. */
export type PlacedLayer = { readonly bytes: number; readonly hash: string } | null

const CLEAR = { r: 0, g: 0, b: 0, alpha: 0 }

/** Lays a layer out on the whole, clear around it. Throws as looking at a picture does. */
export const placeLayerApart = async ({ file, to, size, x, y }: LayerToPlace): Promise<PlacedLayer> => {
  const { width, height, ending } = await inspectPicture(file)
  const [left, top] = [Math.max(0, -x), Math.max(0, -y)]
  const [right, foot] = [Math.min(width, size.w - x), Math.min(height, size.h - y)]
  if (right <= left || foot <= top) return null
  await readStrictly((options) =>
    uprightPicture(file, `.${ending}`, options)
      .ensureAlpha()
      .extract({ left, top, width: right - left, height: foot - top })
      .extend({
        left: x + left,
        top: y + top,
        right: size.w - x - right,
        bottom: size.h - y - foot,
        background: CLEAR,
      })
      .png({ compressionLevel: 4 })
      .toFile(to),
  )
  const hash = createHash('sha256')
  await pipeline(createReadStream(to), hash)
  return { bytes: (await stat(to)).size, hash: hash.digest('hex') }
}
