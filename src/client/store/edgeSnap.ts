import { snapToEdge } from '@/core/region/edgeSnap'
import type { Field } from '@/core/region/contours'
import { apply, invert } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { levelWithin } from '@/core/render/needs'
import { levelUrl } from '@/client/http/api'
import type { Bench } from '@/client/store/bench'
import { say } from '@/client/store/notices'
import { owned } from '@/client/store/owned'
import { sourceAt } from '@/client/store/pictureUnder'
import { putEdgeSnap } from '@/client/store/slices/hand'

/** Pixels of the level whose edges are snapped to. */
const LOOKED_PIXELS = 2e6
/** Edges are looked for at least so far, in pixels of that level. */
const LEAST_RADIUS = 4

/** Lightness of pictures by their hashes, while it is on its way or there. */
const LIGHTS = owned(() => new Map<string, Field | null>())

const lightOf = async (url: string): Promise<Field> => {
  const answer = await fetch(url)
  const bitmap = await createImageBitmap(await answer.blob())
  const { width, height } = bitmap
  const context = new OffscreenCanvas(width, height).getContext('2d')
  context?.drawImage(bitmap, 0, 0)
  const data = context?.getImageData(0, 0, width, height).data ?? new Uint8ClampedArray(width * height * 4)
  const values = new Float32Array(width * height)
  for (let i = 0; i < values.length; i += 1)
    values[i] = (0.2126 * (data[i * 4] ?? 0) + 0.7152 * (data[i * 4 + 1] ?? 0) + 0.0722 * (data[i * 4 + 2] ?? 0)) / 255
  return { values, width, height }
}

/** Asks for the lightness of a picture, once; corners snap to its edges when it is there. */
const fetchLight = async (bench: Bench, hash: string, url: string): Promise<void> => {
  const lights = bench.own(LIGHTS)
  if (lights.has(hash)) return
  lights.set(hash, null)
  try {
    lights.set(hash, await lightOf(url))
  } catch (error) {
    lights.delete(hash)
    console.warn('The edges of a picture could not be read.', error)
    say(bench, 'The edges of the picture could not be read. Switch snapping to them on again to try once more.')
  }
}

/**
 * The strong edge or corner near a point of the sheet, in the flat picture beneath it, within `reach` points; null where none
 * is, where it is not asked for, and while the picture is on its way.
 */
export const edgeNear = (bench: Bench, at: Point, reach: number, except: string | null): Point | null => {
  if (!bench.get().snapsToEdges) return null
  const source = sourceAt(bench, at, except)
  if (!source) return null
  const { ref, toSheet, point } = source
  const field = bench.own(LIGHTS).get(ref.hash)
  if (!field) {
    void fetchLight(bench, ref.hash, levelUrl(ref.hash, levelWithin(ref.pixels, LOOKED_PIXELS)))
    return null
  }
  const k = field.width / ref.pixels.w
  const edge = apply(invert(toSheet), { x: at.x + reach, y: at.y })
  const radius = Math.max(LEAST_RADIUS, Math.hypot(edge.x - point.x, edge.y - point.y) * k)
  const found = snapToEdge(field, { x: point.x * k, y: point.y * k }, radius)
  return found && apply(toSheet, { x: found.x / k, y: found.y / k })
}

/** Corners in perspective snap to edges of the picture beneath, or no longer. */
export const toggleEdgeSnap = (bench: Bench): void => putEdgeSnap(bench, !bench.get().snapsToEdges)
