import { rectSize } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import type { SheetView } from '@/core/document/sheetViews'
import { adjustmentText } from '@/core/adjust/adjustments'
import { listOfView, viewScale } from '@/core/render/drawList'
import { BEST_OVERSIZE, type Need } from '@/core/render/needs'
import type { PictureSource, SheetSource } from '@/core/render/ops'
import { POINTS_PER_INCH } from '@/core/units'
import type { PaintImage } from '@/painters/canvas/surface'
import { rimmedPixels, type FilePixels, type PixelSource } from '@/server/export/pixels'
import { paintList } from '@/server/export/renderSheet'

/** Sheets painted to be shown within others are held, to be used again, as far as they weigh this together. */
const MOST_BYTES = 160e6
/** A sheet within another is painted with at most so many pixels. */
const MOST_PIXELS = 36e6
/** Steps of the densities at which sheets are painted, so that what is shown large and small again and again is painted seldom. */
const STEP = Math.SQRT2

/** Pixels of a whole sheet, RGBA, not multiplied by alpha. */
interface Painted extends Size {
  readonly data: Uint8ClampedArray
}

export type SheetNeed = Need & { readonly source: SheetSource }

/** Names for sources that are compared by what they are: files by their hashes, sheets by their views. */
export class SourceNames {
  private readonly views = new Map<SheetView, string>()

  of(source: PictureSource): string {
    if (source.kind === 'file') return source.hash
    const known = this.views.get(source.view)
    if (known !== undefined) return known
    const name = `sheet ${this.views.size}`
    this.views.set(source.view, name)
    return name
  }
}

/** Paints sheets that are shown within others, each once for a density as long as there is room to hold it. */
export class SheetsWithin {
  private readonly names = new SourceNames()
  private readonly held = new Map<string, Painted>()
  private readonly images = new Map<string, PaintImage>()
  private bytes = 0

  constructor(private readonly files: FilePixels) {}

  /** Pictures of files and of sheets alike. */
  readonly read: PixelSource = async (need) => {
    const { source } = need
    if (source.kind === 'file') return this.files({ ...need, source })
    const within = { ...need, source }
    const key = `${this.keyOf(within)} ${adjustmentText(need.adjustments)}`
    const known = this.images.get(key)
    if (known) return known
    const { data, w, h } = await this.pixels(within)
    const whole = { x0: 0, y0: 0, x1: need.pixels.w, y1: need.pixels.h }
    const image = rimmedPixels(data, { w, h }, whole, need)
    this.makeRoom(w * h * 4)
    this.images.set(key, image)
    return image
  }

  /** The pixels of a whole sheet as densely as it is needed. */
  async pixels(need: SheetNeed): Promise<Painted> {
    const key = this.keyOf(need)
    const known = this.held.get(key)
    if (known) return known
    const list = listOfView(need.source.view)
    const canvas = await paintList(list, scaleFor(need) * POINTS_PER_INCH, this.read)
    const { width: w, height: h } = canvas
    const { data } = canvas.getContext('2d').getImageData(0, 0, w, h)
    const painted = { data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length), w, h }
    this.makeRoom(data.length)
    this.held.set(key, painted)
    return painted
  }

  private keyOf(need: SheetNeed): string {
    return `${this.names.of(need.source)} ${scaleFor(need)}`
  }

  private makeRoom(bytes: number): void {
    if (this.bytes + bytes > MOST_BYTES) {
      this.held.clear()
      this.images.clear()
      this.bytes = 0
    }
    this.bytes += bytes
  }
}

/** At how many pixels a point a sheet is painted: on a step at or above what is best given to a painter. */
const scaleFor = (need: SheetNeed): number => {
  const list = listOfView(need.source.view)
  const wanted = Math.max(1e-3, viewScale(list, need) * BEST_OVERSIZE)
  const stepped = STEP ** Math.ceil(Math.log(wanted) / Math.log(STEP) - 1e-9)
  const { w, h } = rectSize(list.area)
  return Math.min(stepped, Math.sqrt(MOST_PIXELS / (w * h)))
}

/** Pictures of files and of sheets alike, of what gives those of files. */
export const withSheets = (files: FilePixels): PixelSource => new SheetsWithin(files).read
