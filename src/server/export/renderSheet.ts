import { createCanvas, type Canvas } from '@napi-rs/canvas'
import { setImmediate as turn } from 'node:timers/promises'
import { Failure } from '@/core/failure'
import { outputPixels, POINTS_PER_INCH } from '@/core/units'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { rectSize } from '@/core/geometry/rect'
import { isGroup, itemsOf, type DrawItem, type DrawList, type DrawNode } from '@/core/render/ops'
import { itemPictures, needOf } from '@/core/render/needs'
import { closeGroup, openGroup, paintItem } from '@/painters/canvas/paint'
import { onOffscreen, type Painting } from '@/painters/canvas/painting'
import type { Layer, PaintContext, PaintImage } from '@/painters/canvas/surface'
import type { PixelSource } from '@/server/export/pixels'
import { RASTER, type RasterFormat } from '@/core/formats/rasterFormats'
import { LIMITS } from '@/server/limits'

/** The library's context has all that the painter uses, under types of its own. */
const painterContext = (canvas: Canvas): PaintContext => canvas.getContext('2d') as unknown as PaintContext

export const createLayer = (width: number, height: number): Layer => {
  const source = createCanvas(width, height)
  return { source, context: painterContext(source) }
}

export interface RenderedSize {
  readonly width: number
  readonly height: number
}

/** Output size in pixels at `ppi`. Throws `too-large` above the limit, or above what the format can hold. */
export const outputSize = (list: DrawList, ppi: number, format: RasterFormat = 'png'): RenderedSize => {
  const { w, h } = rectSize(list.area)
  const size = { width: outputPixels(w, ppi), height: outputPixels(h, ppi) }
  const { name, longestSide } = RASTER[format]
  const said = `${Math.round(ppi * 100) / 100}`
  if (Math.max(size.width, size.height) > longestSide)
    throw new Failure(
      'too-large',
      `At ${said} ppi a side has ${Math.max(size.width, size.height)} pixels; ${name} holds at most ${longestSide}. Choose a lower resolution, a smaller size, or PNG.`,
    )
  if (size.width * size.height > LIMITS.exportPixels)
    throw new Failure(
      'too-large',
      `At ${said} ppi the sheet has ${Math.round((size.width * size.height) / 1e6)} megapixels; at most ${LIMITS.exportPixels / 1e6} can be written. Choose a lower resolution or a smaller size.`,
    )
  return size
}

/**
 * Paints a draw list at exactly ppi/72 onto a new canvas. Pictures are read one item at a time and let go
 * of before the next. `onItem` is called after each item with how many are done, of how many.
 */
export const paintList = async (
  list: DrawList,
  ppi: number,
  pixelsFor: PixelSource,
  onItem: (done: number, of: number) => void = () => undefined,
): Promise<Canvas> => {
  const { width, height } = outputSize(list, ppi)
  const scale = ppi / POINTS_PER_INCH
  const view = compose(scaling(scale), translation(-list.area.x0, -list.area.y0))
  const canvas = createCanvas(width, height)
  const total = itemsOf(list.items).length
  let done = 0
  const paintNodes = async (context: PaintContext, nodes: readonly DrawNode[], place: Place): Promise<void> => {
    for (const node of nodes) {
      if (isGroup(node)) {
        // Groups are painted member by member too, on a layer of their own.
        const plain: Painting = { ...place, createLayer, imageFor: () => null }
        const members = openGroup(node, plain)
        if (!members) continue
        await paintNodes(members.layer.context, node.children, onOffscreen(members, plain))
        closeGroup(context, members, node, plain)
        continue
      }
      const images = await imagesOf(node, scale, pixelsFor)
      paintItem(context, node, { ...place, createLayer, imageFor: (op) => images.get(op) ?? null })
      images.clear()
      done += 1
      onItem(done, total)
      await letGo()
    }
  }
  await paintNodes(painterContext(canvas), list.items, { view, device: { x0: 0, y0: 0, x1: width, y1: height } })
  return canvas
}

type Place = Pick<Painting, 'view' | 'device'>

/**
 * Pixels weigh nothing in the eyes of the collector, so it would keep those of every item to the end. Where the
 * process was started with --expose-gc they go now; they are freed when the event loop turns.
 */
const letGo = async (): Promise<void> => {
  const { gc } = globalThis as { gc?: () => void }
  gc?.()
  await turn()
}

const imagesOf = async (item: DrawItem, scale: number, pixelsFor: PixelSource): Promise<Map<object, PaintImage>> => {
  const images = new Map<object, PaintImage>()
  for (const op of itemPictures(item)) images.set(op, await pixelsFor(needOf(op, scale)))
  return images
}
