import { createCanvas } from '@napi-rs/canvas'
import sharp, { type Sharp } from 'sharp'
import { CHANNELS } from '@/core/adjust/plate'
import type { Rgb } from '@/core/colour/space'
import { compose, IDENTITY, scaling, translation } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, type Rect } from '@/core/geometry/rect'
import { polygonPath } from '@/core/path/path'
import { boundsOf } from '@/core/path/extent'
import { itemPictures, needOf, softPictures } from '@/core/render/needs'
import {
  featherDeviation,
  type DrawItem,
  type Mask,
  type PictureOp,
  type PlaneOp,
  type ReliefOp,
  type ShadeOp,
} from '@/core/render/ops'
import { walkItem } from '@/core/render/walk'
import { POINTS_PER_INCH } from '@/core/units'
import { CanvasSink } from '@/painters/canvas/paint'
import type { PaintImage } from '@/painters/canvas/surface'
import { RASTER_PPI, rasterPpi } from '@/painters/assets'
import type { PixelSource } from '@/server/export/pixels'
import { createLayer, painterContext } from '@/server/export/renderSheet'

/** Pixels of a part of the sheet, alpha apart from colours. */
export interface SheetPixels {
  /** In sheet points. */
  readonly area: Rect
  readonly width: number
  readonly height: number
  /** RGBA, not multiplied by alpha. */
  readonly data: Uint8ClampedArray
}

const black: Rgb = { r: 0, g: 0, b: 0 }

/** Whole pixels at a resolution around what is seen of a rectangle; null where that is nothing. */
const gridded = (bounds: Rect, seen: Rect, ppi: number): Rect | null => {
  const part = intersectRects(bounds, seen)
  const pixel = POINTS_PER_INCH / ppi
  return (
    part && {
      x0: Math.floor(part.x0 / pixel) * pixel,
      y0: Math.floor(part.y0 / pixel) * pixel,
      x1: Math.ceil(part.x1 / pixel) * pixel,
      y1: Math.ceil(part.y1 / pixel) * pixel,
    }
  )
}

/** Paints what has no outline as pixels, at a resolution that suffices for how soft it is. */
export class Rasters {
  constructor(
    private readonly pixelsFor: PixelSource,
    /** What is seen, in sheet points. */
    private readonly seen: Rect,
  ) {}

  private async paint(
    bounds: Rect,
    ppi: number,
    pictures: readonly PictureOp[],
    draw: (sink: CanvasSink) => void,
  ): Promise<SheetPixels> {
    const area = gridded(bounds, this.seen, ppi) ?? { ...this.seen, x1: this.seen.x0 + 1, y1: this.seen.y0 + 1 }
    const scale = ppi / POINTS_PER_INCH
    const width = Math.max(1, Math.round((area.x1 - area.x0) * scale))
    const height = Math.max(1, Math.round((area.y1 - area.y0) * scale))
    const images = new Map<object, PaintImage>()
    for (const op of pictures) images.set(op, await this.pixelsFor(needOf(op, scale)))
    const canvas = createCanvas(width, height)
    const painting = {
      view: compose(scaling(scale), translation(-area.x0, -area.y0)),
      device: { x0: 0, y0: 0, x1: width, y1: height },
      imageFor: (op: PictureOp) => images.get(op) ?? null,
      createLayer,
    }
    draw(new CanvasSink(painterContext(canvas), painting))
    const { data } = canvas.getContext('2d').getImageData(0, 0, width, height)
    return { area, width, height, data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length) }
  }

  /** A shadow, glow, hard copy of a picture's transparency, or relief. */
  async soft(op: ShadeOp | ReliefOp, bounds: Rect): Promise<SheetPixels> {
    const ppi = rasterPpi(op.op === 'shade' ? op.blur : op.softness)
    const pixels = await this.paint(
      bounds,
      op.soft ? Math.max(ppi, RASTER_PPI.edge) : ppi,
      op.soft ? softPictures(op.soft) : [],
      (sink) => sink.paint(op),
    )
    return op.op === 'shade' ? inOneColour(pixels, op.colour) : pixels
  }

  /** What is seen in perspective, a little beyond its outline: as dense as its pictures are, within a ceiling. */
  plane(op: PlaneOp, ceiling: number = RASTER_PPI.edge): Promise<SheetPixels> {
    const pictures = softPictures(op)
    const carried = pictures.map((one) => POINTS_PER_INCH / needOf(one, 1).density)
    const ppi = Math.min(ceiling, Math.max(RASTER_PPI.soft, ...(carried.length > 0 ? carried : [ceiling])))
    return this.paint(growRect(boundsOf(op.outline.path), 1), ppi, pictures, (sink) => sink.paint(op))
  }

  /** A picture that repeats over an outline. */
  tiles(op: PictureOp, bounds: Rect): Promise<SheetPixels> {
    return this.paint(bounds, RASTER_PPI.edge, [op], (sink) => sink.paint(op))
  }

  /** How much a mask keeps, as alpha. */
  mask(mask: Mask, bounds: Rect): Promise<SheetPixels> {
    const { soft } = mask
    const ppi = soft ? RASTER_PPI.edge : rasterPpi(featherDeviation(mask))
    return this.paint(bounds, ppi, soft ? softPictures(soft) : [], (sink) => {
      const layer = { bounds, mask }
      if (!sink.begin(layer)) return
      const outline = { path: polygonPath(cornersOf(bounds)), fillRule: 'nonzero' as const }
      sink.paint({ op: 'fill', outline, toSheet: IDENTITY, style: { kind: 'colour', colour: black } })
      sink.end(layer)
    })
  }

  /** An item with its blur, before its opacity and blend. */
  blurred({ id, bounds, ops, blur = 0 }: DrawItem): Promise<SheetPixels> {
    const plain: DrawItem = { id, bounds, ops, blur }
    return this.paint(bounds, rasterPpi(blur), itemPictures(plain), (sink) => walkItem(plain, sink))
  }
}

/** What is one colour throughout stays so where it is faint, which whole numbers would lose. */
const inOneColour = (pixels: SheetPixels, { r, g, b }: Rgb): SheetPixels => {
  const { data } = pixels
  for (let i = 0; i < data.length; i += CHANNELS) {
    data[i] = r
    data[i + 1] = g
    data[i + 2] = b
  }
  return pixels
}

/** Pixels for an encoder. */
export const sharpOf = ({ data, width, height }: SheetPixels): Sharp =>
  sharp(Buffer.from(data.buffer, data.byteOffset, data.length), {
    raw: { width, height, channels: CHANNELS },
    limitInputPixels: false,
  })
