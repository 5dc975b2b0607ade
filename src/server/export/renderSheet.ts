import { createCanvas, type Canvas } from '@napi-rs/canvas'
import { Failure } from '@/core/failure'
import { outputPixels, POINTS_PER_INCH } from '@/core/units'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { growRect, intersectRects, rectSize, type Rect } from '@/core/geometry/rect'
import { isGroup, itemsOf, type DrawItem, type DrawList, type PictureOp } from '@/core/render/ops'
import { itemPictures, needOf } from '@/core/render/needs'
import { walkList } from '@/core/render/walk'
import { CanvasSink } from '@/painters/canvas/paint'
import type { Painting } from '@/painters/canvas/painting'
import type { Layer, PaintContext, PaintImage } from '@/painters/canvas/surface'
import { Holding } from '@/server/export/holding'
import type { PixelSource } from '@/server/export/pixels'
import { settled, valueOf } from '@/server/export/settled'
import { RASTER, type RasterFormat } from '@/core/formats/rasterFormats'
import { LIMITS } from '@/server/limits'

/** The library's context has all that the painter uses, under types of its own. */
export const painterContext = (canvas: Canvas): PaintContext => canvas.getContext('2d') as unknown as PaintContext

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

/** A part of a list, with only what can be seen in it. */
export const seenIn = ({ items }: DrawList, area: Rect): DrawList => ({
  area,
  items: items.filter(({ bounds }) => intersectRects(growRect(bounds, 2), area)),
})

type Read = readonly [op: PictureOp, image: PaintImage]

/** Reads the pictures of the next item while one is painted: they are decoded beside it. */
class Ahead {
  private readonly places: ReadonlyMap<DrawItem, number>
  private next: { readonly item: DrawItem; readonly reading: Promise<PromiseSettledResult<readonly Read[]>> } | null =
    null

  constructor(
    private readonly items: readonly DrawItem[],
    private readonly read: (item: DrawItem) => Promise<readonly Read[]>,
  ) {
    this.places = new Map(items.map((item, i) => [item, i]))
  }

  /** The pictures of an item, of which the next begin to be read. Throws what went wrong with its own. */
  async take(item: DrawItem): Promise<readonly Read[]> {
    const read = this.next?.item === item ? valueOf(await this.next.reading) : await this.read(item)
    const after = this.items[(this.places.get(item) ?? this.items.length) + 1]
    this.next = after ? { item: after, reading: settled(this.read(after)) } : null
    return read
  }
}

/**
 * Paints a draw list at exactly ppi/72 onto a new canvas. Pictures are read one item ahead, and let go of
 * when it is painted. `onItem` is called after each item with how many are done, of how many.
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
  const images = new Map<object, PaintImage>()
  const imageFor: Painting['imageFor'] = (op) => images.get(op) ?? null
  const device = { x0: 0, y0: 0, x1: width, y1: height }
  const holding = new Holding()
  const layer = (w: number, h: number): Layer => {
    holding.add(w, h)
    return createLayer(w, h)
  }
  const sink = new CanvasSink(painterContext(canvas), { view, device, createLayer: layer, imageFor })
  const painted = async (): Promise<void> => {
    if (!done) return
    images.clear()
    onItem(done, total)
    await holding.letGo()
  }
  const ahead = new Ahead(itemsOf(list.items), async (item) => {
    const read: Read[] = []
    for (const op of itemPictures(item)) read.push([op, holding.noted(await pixelsFor(needOf(op, scale)))])
    return read
  })
  for (const node of walkList(list, sink)) {
    if (isGroup(node)) continue
    await painted()
    for (const [op, image] of await ahead.take(node)) images.set(op, image)
    // What they were read from goes before they are painted.
    await holding.letGo()
    done += 1
  }
  await painted()
  return canvas
}
