import { createCanvas } from '@napi-rs/canvas'
import type { Readable } from 'node:stream'
import { ZipFile } from 'yazl'
import { OPEN_RASTER, writeStack, type StackEntry } from '@/core/formats/openRaster'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { growRect, mapRect, type Rect } from '@/core/geometry/rect'
import { itemPictures, needOf, needsOf } from '@/core/render/needs'
import { isGroup, type DrawGroup, type DrawItem, type DrawList, type DrawNode, type PictureOp } from '@/core/render/ops'
import { walkBeneath, walkUpon, type ListSink } from '@/core/render/walk'
import { POINTS_PER_INCH } from '@/core/units'
import { CanvasSink, paintIsolated } from '@/painters/canvas/paint'
import { wholePixels, type Offscreen, type Painting } from '@/painters/canvas/painting'
import type { PaintImage } from '@/painters/canvas/surface'
import { Holding } from '@/server/export/holding'
import { streamed } from '@/server/export/streamed'
import type { PixelSource } from '@/server/export/pixels'
import { createLayer, outputSize, painterContext, paintList } from '@/server/export/renderSheet'
import { SharedReads } from '@/server/export/sharedReads'
import { canvasPixels } from '@/server/export/sheetPixels'

export interface LayersWork {
  readonly list: DrawList
  readonly ppi: number
  readonly pixelsFor: PixelSource
  /** What a node is called. */
  readonly nameOf: (id: string) => string
}

/** Longest side of the small picture (OpenRaster, baseline: at most 256; from memory). */
const THUMBNAIL_SIDE = 256

/** Paints the nodes of a list as layers of a zip. */
class LayerWriter {
  private readonly painting: Omit<Painting, 'imageFor'>
  private readonly scale: number
  private readonly holding = new Holding()
  private count = 0

  constructor(
    private readonly work: LayersWork,
    private readonly zip: ZipFile,
    private readonly tell: (done: number) => void,
  ) {
    const { list, ppi } = work
    const { width, height } = outputSize(list, ppi)
    this.scale = ppi / POINTS_PER_INCH
    this.painting = {
      view: compose(scaling(this.scale), translation(-list.area.x0, -list.area.y0)),
      device: { x0: 0, y0: 0, x1: width, y1: height },
      createLayer,
    }
  }

  async entriesOf(nodes: readonly DrawNode[]): Promise<readonly StackEntry[]> {
    const entries: StackEntry[] = []
    for (const node of nodes) entries.push(...(isGroup(node) ? await this.group(node) : await this.item(node)))
    return entries
  }

  private async item(item: DrawItem): Promise<readonly StackEntry[]> {
    const images = new Map<PictureOp, PaintImage>()
    for (const op of itemPictures(item))
      images.set(op, this.holding.noted(await this.work.pixelsFor(needOf(op, this.scale))))
    const { id, bounds, opacity = 1, blend = 'normal' } = item
    const entries = await this.layer(
      { name: this.work.nameOf(id), bounds, opacity, blend },
      { ...this.painting, imageFor: (op) => images.get(op) ?? null },
      (on, painting) => paintIsolated(on.layer.context, item, painting),
    )
    images.clear()
    await this.holding.letGo()
    return entries
  }

  private async group(group: DrawGroup): Promise<readonly StackEntry[]> {
    const name = this.work.nameOf(group.id)
    const side = (what: string, isThere: boolean, walk: (sink: ListSink) => void): Promise<readonly StackEntry[]> =>
      isThere
        ? this.layer(
            { name: `${name}, ${what}`, bounds: group.bounds, opacity: 1, blend: 'normal' },
            { ...this.painting, imageFor: () => null },
            (on, _painting, outer) => walk(CanvasSink.onLayer(on, outer)),
          )
        : Promise.resolve([])
    const children = [
      ...(await side('beneath', group.under.length > 0, (sink) => walkBeneath(group, sink))),
      ...(await this.entriesOf(group.children)),
      ...(await side('above', group.inside.length + group.over.length > 0, (sink) => walkUpon(group, sink))),
    ]
    const { opacity = 1, blend = 'normal' } = group
    return [{ name, opacity, blend, children }]
  }

  /** One layer, as large as what it shows; none where that is nothing. */
  private async layer(
    { bounds, ...more }: Pick<StackEntry, 'name' | 'opacity' | 'blend'> & { readonly bounds: Rect },
    outer: Painting,
    paint: (on: Offscreen, painting: Painting, outer: Painting) => void,
  ): Promise<readonly StackEntry[]> {
    const region = wholePixels(growRect(mapRect(outer.view, bounds), 2), outer.device)
    if (!region) return []
    const [width, height] = [region.x1 - region.x0, region.y1 - region.y0]
    const canvas = createCanvas(width, height)
    this.holding.add(width, height)
    const layer = { source: canvas, context: painterContext(canvas) }
    const on = { layer, region, view: compose(translation(-region.x0, -region.y0), outer.view) }
    paint(on, { ...outer, view: on.view, device: { x0: 0, y0: 0, x1: width, y1: height } }, outer)
    const src = `data/layer${this.count}.png`
    this.count += 1
    this.zip.addBuffer(await canvasPixels(canvas).png().toBuffer(), src, { compress: false })
    this.tell(this.count)
    return [{ ...more, src, x: region.x0, y: region.y0, isVisible: true }]
  }
}

/** Writes a list as OpenRaster: a layer for each frame, groups as stacks. `tell` is called after each layer. */
export const writeOpenRaster = async (
  work: LayersWork,
  file: string,
  tell: (done: number) => void,
): Promise<{ readonly width: number; readonly height: number }> => {
  const { list, ppi } = work
  // Each picture is read for its layer and for the whole.
  const needs = needsOf(list, ppi / POINTS_PER_INCH)
  const { read } = new SharedReads(work.pixelsFor, [...needs, ...needs])
  const zip = new ZipFile()
  const size = outputSize(list, ppi)
  await streamed(zip.outputStream as Readable, file, async () => {
    zip.addBuffer(Buffer.from(OPEN_RASTER.mimetype), 'mimetype', { compress: false })
    const layers = await new LayerWriter({ ...work, pixelsFor: read }, zip, tell).entriesOf(list.items)
    const stack = writeStack({ size: { w: size.width, h: size.height }, layers, ppi })
    zip.addBuffer(Buffer.from(stack), OPEN_RASTER.stack)
    const whole = await paintList(list, ppi, read)
    const merged = canvasPixels(whole).withMetadata({ density: ppi, icc: 'srgb' })
    const small = merged.clone().resize(THUMBNAIL_SIDE, THUMBNAIL_SIDE, { fit: 'inside', withoutEnlargement: true })
    zip.addBuffer(await merged.png().toBuffer(), OPEN_RASTER.merged, { compress: false })
    zip.addBuffer(await small.png().toBuffer(), OPEN_RASTER.thumbnail, { compress: false })
    zip.end()
  })
  return size
}
