import { readFile } from 'node:fs/promises'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { CHANNELS } from '@/core/adjust/plate'
import { adjustedPixels } from '@/core/adjust/pixels'
import { bareJpeg, jpegFacts } from '@/core/formats/jpeg'
import { uprightMatrix } from '@/core/formats/orientation'
import { compose } from '@/core/geometry/matrix'
import { intersectRects, rectSize, unionRects, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { needOf, pictureOps } from '@/core/render/needs'
import type { DrawList, PictureOp, SheetSource } from '@/core/render/ops'
import { POINTS_PER_INCH } from '@/core/units'
import { ontoRect, RASTER_PPI, type PlacedImage } from '@/painters/assets'
import { missingPicture, originalPixels } from '@/server/export/pixels'
import { SheetsWithin, SourceNames } from '@/server/export/sheetsWithin'
import { sharpOf, type SheetPixels } from '@/server/export/drawn/rasters'
import type { ImageStore } from '@/server/export/drawn/store'
import { paintDrawing } from '@/server/pictures/drawings'
import { uprightPicture } from '@/server/pictures/levels'

/** How pictures go into a file. */
export interface PictureTreatment {
  /** Only the parts that are seen. */
  readonly isCropped: boolean
  /** At most so many pixels an inch at their largest use; as they are without it. */
  readonly ceiling?: number
  /** Of what has to be written anew with loss, 1 to 100. */
  readonly quality: number
}

/** How one picture is used all over a file. */
interface Use {
  /** Points for one of its pixels, at most. */
  readonly density: number
  /** What is seen of it, in its pixels. */
  readonly part: Rect
}

/** One image serves all uses of a picture that is adjusted in one way. */
const keyOf = ({ source, adjustments }: PictureOp, names: SourceNames): string =>
  JSON.stringify([source.kind, names.of(source), adjustments ?? null])

/** How the pictures of lists are used. Those that repeat are painted as pixels. */
const usesOf = (lists: readonly DrawList[], names: SourceNames): ReadonlyMap<string, Use> => {
  const uses = new Map<string, Use>()
  for (const op of lists.flatMap(pictureOps)) {
    if (op.tileGap !== undefined) continue
    const { density, part } = needOf(op, 1)
    const key = keyOf(op, names)
    const known = uses.get(key)
    const parts = known ? [known.part, part] : [part]
    uses.set(key, { density: Math.max(density, known?.density ?? 0), part: unionRects(parts) })
  }
  return uses
}

const OPAQUE = 255
/** A drawing is painted at most so many times as large as it came. */
const MOST_ENLARGED = 4
const LOSSLESS = new Set(['.png', '.tif', '.tiff', '.gif', '.svg'])

/** What the first bytes of a profile say of it (ICC.1:2022, 7.2): the colours it is for. */
const profileOf = (icc: Buffer | undefined, components: number): Buffer | null => {
  const wanted = components === 1 ? 'GRAY' : 'RGB '
  return icc && icc.subarray(16, 20).toString('latin1') === wanted ? icc : null
}

const wholePixels = (part: Rect, { w, h }: Size): Rect => ({
  x0: Math.max(0, Math.floor(part.x0)),
  y0: Math.max(0, Math.floor(part.y0)),
  x1: Math.min(w, Math.ceil(part.x1)),
  y1: Math.min(h, Math.ceil(part.y1)),
})

/** Writes pictures into a file, each once. */
export class StoredPictures {
  private readonly images = new Map<string, Promise<PlacedImage>>()
  private readonly names = new SourceNames()
  private readonly sheets: SheetsWithin
  private readonly uses: ReadonlyMap<string, Use>

  constructor(
    private readonly store: ImageStore,
    lists: readonly DrawList[],
    private readonly fileOf: (hash: string) => string | undefined,
    private readonly treatment: PictureTreatment,
  ) {
    this.uses = usesOf(lists, this.names)
    this.sheets = new SheetsWithin(originalPixels(fileOf))
  }

  imageOf(op: PictureOp): Promise<PlacedImage> {
    const key = keyOf(op, this.names)
    const image = this.images.get(key) ?? this.write(op)
    this.images.set(key, image)
    return image
  }

  /** At most so many pixels an inch; as many as there are without it. */
  get ceiling(): number | undefined {
    return this.treatment.ceiling
  }

  /** Stores what was painted of pictures. */
  storePainted(pixels: SheetPixels): Promise<string> {
    const isOpaque = pixels.data.every((value, i) => i % CHANNELS !== CHANNELS - 1 || value === OPAQUE)
    const { quality } = this.treatment
    return this.store.storePixels({ picture: sharpOf(pixels), isOpaque, isLossless: false, quality })
  }

  private async write(op: PictureOp): Promise<PlacedImage> {
    const { source } = op
    const use = this.uses.get(keyOf(op, this.names))
    if (use && source.kind === 'sheet') return this.writeSheet(op, source, use)
    const file = source.kind === 'file' ? this.fileOf(source.hash) : undefined
    if (!file || !use) throw missingPicture()
    const whole: Rect = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
    const part = this.treatment.isCropped ? wholePixels(intersectRects(use.part, whole) ?? whole, op.pixels) : whole
    const scale = this.scaleOf(op, use)
    const isWhole = rectSize(part).w === op.pixels.w && rectSize(part).h === op.pixels.h
    const passed = isWhole && scale >= 1 && !op.adjustments ? await this.passJpeg(file) : null
    return passed ?? this.encode(op, file, part, scale)
  }

  /** A sheet shown as a picture, painted at the resolution of what has edges. */
  private async writeSheet(op: PictureOp, source: SheetSource, { density, part }: Use): Promise<PlacedImage> {
    const { pixels, adjustments } = op
    const ppi = Math.min(RASTER_PPI.edge, this.treatment.ceiling ?? RASTER_PPI.edge)
    const need = { source, pixels, density: (density * ppi) / POINTS_PER_INCH, part }
    const { data, w: width, h: height } = await this.sheets.pixels(need)
    const whole = { x0: 0, y0: 0, x1: pixels.w, y1: pixels.h }
    const seen = adjustments ? adjustedPixels({ data, width, height, part: whole, picture: pixels }, adjustments) : data
    const isOpaque = seen.every((value, i) => i % CHANNELS !== CHANNELS - 1 || value === OPAQUE)
    const picture = sharp(Buffer.from(seen.buffer, seen.byteOffset, seen.length), {
      raw: { width, height, channels: CHANNELS },
      limitInputPixels: false,
    })
    const { quality } = this.treatment
    // What is drawn has edges, which loss would blur.
    const name = await this.store.storePixels({ picture, isOpaque, isLossless: true, quality })
    await this.store.settled()
    return { name, toPicture: ontoRect(whole), isOpaque }
  }

  /** How much smaller the picture is written; what is adjusted is so at the resolution of what has edges. */
  private scaleOf(op: PictureOp, { density }: Use): number {
    const ceiling = op.adjustments
      ? Math.min(RASTER_PPI.edge, this.treatment.ceiling ?? RASTER_PPI.edge)
      : this.treatment.ceiling
    return ceiling === undefined ? 1 : Math.min(1, (ceiling * density) / POINTS_PER_INCH)
  }

  /** The data of a JPEG as it is; null where readers might make other colours of it. */
  private async passJpeg(file: string): Promise<PlacedImage | null> {
    if (!['.jpg', '.jpeg'].includes(path.extname(file))) return null
    const data = await readFile(file)
    const facts = jpegFacts(data)
    if (!facts?.isCommon || !facts.isPlain || facts.bits !== 8) return null
    const { icc, orientation = 1 } = await sharp(data).metadata()
    const { width, height, components } = facts
    const profile = profileOf(icc, components)
    if (icc && !profile) return null
    const name = await this.store.passJpeg({ width, height, components, data: bareJpeg(data), profile })
    if (name === null) return null
    await this.store.settled()
    const stored = { w: width, h: height }
    const toPicture = compose(uprightMatrix(orientation, stored), ontoRect({ x0: 0, y0: 0, x1: width, y1: height }))
    return { name, toPicture, isOpaque: true }
  }

  private async encode(op: PictureOp, file: string, part: Rect, scale: number): Promise<PlacedImage> {
    const picture = await this.pixelsOf(op, file, part, scale)
    const { hasAlpha } = await picture.clone().metadata()
    const isOpaque = !hasAlpha || (await picture.clone().stats()).isOpaque
    const isLossless = LOSSLESS.has(path.extname(file))
    const name = await this.store.storePixels({ picture, isOpaque, isLossless, quality: this.treatment.quality })
    await this.store.settled()
    return { name, toPicture: ontoRect(part), isOpaque }
  }

  /** The pixels of a part, upright, in sRGB, shrunk and adjusted. */
  private async pixelsOf(op: PictureOp, file: string, part: Rect, scale: number): Promise<Sharp> {
    const { pixels, adjustments } = op
    const use = this.uses.get(keyOf(op, this.names))
    const wanted = ((use?.density ?? 0) * RASTER_PPI.edge) / POINTS_PER_INCH
    const enlarged = file.endsWith('.svg') && wanted > 1 ? Math.min(MOST_ENLARGED, wanted) : 1
    const whole = enlarged > 1 ? paintDrawing(file, enlarged).toColourspace('srgb') : uprightPicture(file)
    const factor = enlarged > 1 ? await this.factorOf(whole, pixels) : { w: 1, h: 1 }
    const left = Math.floor(part.x0 * factor.w)
    const top = Math.floor(part.y0 * factor.h)
    const width = Math.round(part.x1 * factor.w) - left
    const height = Math.round(part.y1 * factor.h) - top
    const cut = whole.extract({ left, top, width, height })
    const sized =
      scale < 1
        ? cut.resize(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)), {
            fit: 'fill',
            kernel: 'lanczos3',
          })
        : cut
    const { data, info } = adjustments
      ? await sized.ensureAlpha().raw().toBuffer({ resolveWithObject: true })
      : await sized.raw().toBuffer({ resolveWithObject: true })
    const raw = { width: info.width, height: info.height, channels: info.channels }
    if (!adjustments) return sharp(data, { raw, limitInputPixels: false })
    const read = new Uint8ClampedArray(data.buffer, data.byteOffset, data.length)
    const seen = adjustedPixels(
      { data: read, width: info.width, height: info.height, part, picture: pixels },
      adjustments,
    )
    return sharp(Buffer.from(seen.buffer, seen.byteOffset, seen.length), { raw, limitInputPixels: false })
  }

  private async factorOf(painted: Sharp, { w, h }: Size): Promise<Size> {
    const { width, height } = await painted.clone().metadata()
    return { w: width / w, h: height / h }
  }
}
