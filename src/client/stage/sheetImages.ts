import { adjustmentText, type Adjustments } from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import { sameList } from '@/core/document/lists'
import type { SheetView } from '@/core/document/sheetViews'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { rectSize } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { listOfView, viewScale } from '@/core/render/drawList'
import { needOf, pictureOps } from '@/core/render/needs'
import type { DrawList, PictureOp } from '@/core/render/ops'
import { paintNode } from '@/painters/canvas/paint'
import type { Painting } from '@/painters/canvas/painting'
import type { PaintImage } from '@/painters/canvas/surface'
import { createLayer } from '@/client/stage/canvas'

/** Rim of the sheet's own edge pixels, so that sampling at its edges never fades. */
const RIM = 2
/** On the page a sheet within another is painted with at most so many pixels. */
const MOST_PIXELS = 8e6
/** Painted sheets are held as far as they weigh this. */
const MOST_BYTES = 160e6
const BYTES_A_PIXEL = 4

/** How pictures within the sheet come: those of files from the levels, sheets from here. */
type ImageFor = (op: PictureOp, scale: number) => PaintImage | null

/** A sheet painted at one scale, and what it was painted from. */
interface Painted {
  /** As it was seen last: its clips may have gone on since without another picture. */
  view: SheetView
  readonly image: PaintImage
  readonly sources: readonly unknown[]
  /** The state of arrivals in which its sources were last looked at. */
  arrivals: number
  usedAt: number
}

/** Sheets shown within others, painted once for each scale and painted anew when something of them comes or changes. */
export class SheetImages {
  private readonly held = new Map<string, Painted>()
  private readonly ids = new WeakMap<object, number>()
  private count = 0
  private clock = 0
  private bytes = 0
  /** How many were painted: read by tests and measurements. */
  painted = 0

  constructor(
    private readonly imageFor: ImageFor,
    /** Changes whenever pixels arrive or are let go of. */
    private readonly arrivals: () => number,
  ) {}

  /** A sheet as an op shows it, when a point is `scale` device pixels. */
  of(op: PictureOp, view: SheetView, scale: number): PaintImage {
    const list = listOfView(view)
    const at = scaleFor(list, op, scale)
    const key = `${this.idOf(view.scene)} ${at} ${adjustmentText(op.adjustments)}`
    this.clock += 1
    const held = this.held.get(key)
    const arrivals = this.arrivals()
    if (held?.view === view && held.arrivals === arrivals) {
      held.usedAt = this.clock
      return held.image
    }
    const sources = pictureOps(list).map((within) => this.imageFor(within, at)?.source ?? null)
    if (held && sameList(held.sources, sources)) {
      Object.assign(held, { view, arrivals, usedAt: this.clock })
      return held.image
    }
    const image = paintSheet(list, at, op, this.imageFor)
    this.painted += 1
    this.keep(key, { view, image, sources, arrivals, usedAt: this.clock })
    return image
  }

  private idOf(scene: object): number {
    const known = this.ids.get(scene)
    if (known !== undefined) return known
    this.count += 1
    this.ids.set(scene, this.count)
    return this.count
  }

  private keep(key: string, painted: Painted): void {
    this.drop(key)
    // What a sheet looked like before is of no more use, at whatever scale.
    for (const [other, { view }] of this.held)
      if (view.sheetId === painted.view.sheetId && view.scene !== painted.view.scene) this.drop(other)
    this.held.set(key, painted)
    this.bytes += weightOf(painted)
    const byAge = [...this.held].sort(([, p], [, q]) => p.usedAt - q.usedAt)
    for (const [old] of byAge) {
      if (this.bytes <= MOST_BYTES) return
      if (old !== key) this.drop(old)
    }
  }

  private drop(key: string): void {
    const held = this.held.get(key)
    if (!held) return
    this.bytes -= weightOf(held)
    this.held.delete(key)
  }
}

const weightOf = ({ image }: Painted): number => image.width * image.height * BYTES_A_PIXEL

/** At how many pixels a point the sheet is painted: a power of two of its output's at or above what is drawn. */
export const scaleFor = (list: DrawList, op: PictureOp, scale: number): number => {
  const wanted = Math.max(1e-3, viewScale(list, needOf(op, scale)))
  const { w, h } = rectSize(list.area)
  return Math.min(2 ** Math.ceil(Math.log2(wanted) - 1e-9), Math.sqrt(MOST_PIXELS / (w * h)))
}

const paintSheet = (
  list: DrawList,
  scale: number,
  { pixels, adjustments }: PictureOp,
  imageFor: ImageFor,
): PaintImage => {
  const size = rectSize(list.area)
  const w = Math.max(1, Math.round(size.w * scale))
  const h = Math.max(1, Math.round(size.h * scale))
  const layer = createLayer(w + 2 * RIM, h + 2 * RIM)
  const painting: Painting = {
    view: compose(translation(RIM, RIM), scaling(w / size.w, h / size.h), translation(-list.area.x0, -list.area.y0)),
    device: { x0: 0, y0: 0, x1: w + 2 * RIM, y1: h + 2 * RIM },
    imageFor: (op) => imageFor(op, scale),
    createLayer,
  }
  for (const node of list.items) paintNode(layer.context, node, painting)
  const context = layer.source.getContext('2d')
  if (context) {
    if (adjustments) adjust(context, { w, h }, pixels, adjustments)
    repeatRim(context, { w, h })
  }
  const [rimX, rimY] = [(RIM * pixels.w) / w, (RIM * pixels.h) / h]
  return {
    source: layer.source,
    width: w + 2 * RIM,
    height: h + 2 * RIM,
    part: { x0: -rimX, y0: -rimY, x1: pixels.w + rimX, y1: pixels.h + rimY },
  }
}

const adjust = (
  context: OffscreenCanvasRenderingContext2D,
  { w, h }: Size,
  picture: Size,
  adjustments: Adjustments,
): void => {
  const read = context.getImageData(RIM, RIM, w, h)
  const part = { x0: 0, y0: 0, x1: picture.w, y1: picture.h }
  read.data.set(adjustedPixels({ data: read.data, width: w, height: h, part, picture }, adjustments))
  context.putImageData(read, RIM, RIM)
}

/** What was painted beyond the sheet's edges gives way to its own edge pixels. */
const repeatRim = (context: OffscreenCanvasRenderingContext2D, { w, h }: Size): void => {
  const canvas = context.canvas
  context.setTransform(1, 0, 0, 1, 0, 0)
  const copy = new OffscreenCanvas(canvas.width, canvas.height)
  copy.getContext('2d')?.drawImage(canvas, 0, 0)
  context.imageSmoothingEnabled = false
  context.clearRect(0, 0, canvas.width, canvas.height)
  const [right, below] = [w + RIM, h + RIM]
  // Sides and corners are stretched from a single row, column or pixel each.
  for (const [sx, sw, dx, dw] of [
    [RIM, 1, 0, RIM],
    [RIM, w, RIM, w],
    [right - 1, 1, right, RIM],
  ] as const)
    for (const [sy, sh, dy, dh] of [
      [RIM, 1, 0, RIM],
      [RIM, h, RIM, h],
      [below - 1, 1, below, RIM],
    ] as const)
      context.drawImage(copy, sx, sy, sw, sh, dx, dy, dw, dh)
  context.imageSmoothingEnabled = true
}
