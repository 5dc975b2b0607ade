import { levelCount } from '@/core/render/needs'
import type { PictureAnswer } from '@/contract/api'
import { levelUrl } from '@/client/http/api'
import { pixelsOfImage, fetched } from '@/client/workers/pixels'
import { owned } from '@/client/store/owned'
import { type Bench } from '@/client/store/bench'

/** How opaque a picture is, coarsely: enough to tell what is seen under a finger. */
interface AlphaMap {
  readonly width: number
  readonly height: number
  readonly opacity: Uint8Array
}

/** Longest side of a map, in pixels. */
const SIDE = 512
const CHANNELS = 4

/** Maps by the hashes of their pictures; those that are coming too. */
const ALPHA = owned(() => ({ maps: new Map<string, AlphaMap>(), coming: new Set<string>() }))

const read = async ({ hash, width, height }: PictureAnswer): Promise<AlphaMap> => {
  const most = levelCount({ w: width, h: height }) - 1
  let level = 0
  while (level < most && Math.max(width, height) / 2 ** level > SIDE) level += 1
  const pixels = pixelsOfImage(await createImageBitmap(await fetched(levelUrl(hash, level))))
  const opacity = Uint8Array.from(
    { length: pixels.data.length / CHANNELS },
    (_, i) => pixels.data[i * CHANNELS + 3] ?? 0,
  )
  return { width: pixels.width, height: pixels.height, opacity }
}

/** Learns where a picture with transparency is opaque. */
export const learnAlpha = (bench: Bench, picture: PictureAnswer): void => {
  const { maps, coming } = bench.own(ALPHA)
  if (!picture.hasAlpha || maps.has(picture.hash) || coming.has(picture.hash)) return
  coming.add(picture.hash)
  read(picture)
    .then((map) => maps.set(picture.hash, map))
    // Until it is known the picture counts as opaque, as it did before there were maps.
    .catch((error: unknown) => console.warn('The transparency of a picture is not known.', error))
    .finally(() => coming.delete(picture.hash))
}

/** How opaque a picture is at shares of its width and height, in [0, 1]; opaque where that is not known, or beyond it. */
export const opacityAt = (bench: Bench, hash: string, u: number, v: number): number => {
  const map = bench.own(ALPHA).maps.get(hash)
  if (!map || u < 0 || v < 0 || u >= 1 || v >= 1) return 1
  return (map.opacity[Math.floor(v * map.height) * map.width + Math.floor(u * map.width)] ?? 255) / 255
}
