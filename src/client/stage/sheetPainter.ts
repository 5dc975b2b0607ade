import { compose, IDENTITY, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import { frameOf, shownPlaced } from '@/core/document/read'
import type { Frame, PictureRef, Project, Sheet } from '@/core/document/types'
import { renderBackground, renderFrame, type DrawItem } from '@/core/render/drawList'
import { paintItem } from '@/painters/canvas/paint'
import type { Layer, PaintContext } from '@/painters/canvas/surface'
import type { LevelImages } from '@/client/stage/images'
import type { View } from '@/client/store/state'

/** The browser's context has all that the painter uses, under wider types of its own. */
const painterContext = (context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | null): PaintContext =>
  context as unknown as PaintContext

const createLayer = (width: number, height: number): Layer => {
  const source = new OffscreenCanvas(Math.max(1, width), Math.max(1, height))
  return { source, context: painterContext(source.getContext('2d')) }
}

/** One item painted once, and what it was painted from. */
interface Cached {
  readonly item: DrawItem
  readonly scale: number
  readonly sources: readonly unknown[]
  /** Where the bitmap lies, in device pixels from the sheet's origin. */
  readonly region: Rect
  readonly source: OffscreenCanvas | null
}

export interface Painted {
  /** How many items had to be painted anew. */
  readonly repainted: number
  readonly milliseconds: number
}

const MOST_CACHED_BYTES = 500e6
/** Strength of the picture outside its mask in the Picture way. */
const FAINT = 0.35

/** Paints the sheet on the table's canvas from one cached bitmap an item, so that a drag repaints only what moves. */
export class SheetPainter {
  private readonly cache = new Map<string, Cached>()
  private readonly items = new WeakMap<
    Frame,
    { readonly item: DrawItem; readonly ppi: number; readonly ref: PictureRef | undefined }
  >()
  private background: {
    readonly of: Sheet['background']
    readonly size: Sheet['size']
    readonly bleed: number
    readonly item: DrawItem | null
  } | null = null
  private repainted = 0

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly images: LevelImages,
  ) {}

  /** Paints the sheet as seen through `view`; `faintFrame` shows its whole picture faintly around the mask. */
  paint(project: Project, sheet: Sheet, view: View, ratio: number, faintFrame: string | null): Painted {
    const started = performance.now()
    this.repainted = 0
    const context = this.canvas.getContext('2d')
    if (!context) return { repainted: 0, milliseconds: 0 }
    const scale = view.scale * ratio
    const origin = { x: Math.round(view.x * ratio), y: Math.round(view.y * ratio) }
    const visible: Rect = {
      x0: -origin.x,
      y0: -origin.y,
      x1: this.canvas.width - origin.x,
      y1: this.canvas.height - origin.y,
    }
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, this.canvas.width, this.canvas.height)
    const put = (item: DrawItem, id: string): void => this.put(context, item, id, scale, origin, visible)
    const background = this.backgroundItem(project, sheet)
    if (background) put(background, background.id)
    const faint = faintFrame === null ? null : this.faintItem(project, sheet, frameOf(sheet, faintFrame))
    for (const id of sheet.order) put(this.itemOf(project, sheet, frameOf(sheet, id)), id)
    if (faint && faintFrame !== null) {
      // Painted at the origin and put where it lies, so that moving the picture repaints none of it.
      const [dx, dy] = [Math.round(faint.at.x * scale), Math.round(faint.at.y * scale)]
      const there = { x0: visible.x0 - dx, y0: visible.y0 - dy, x1: visible.x1 - dx, y1: visible.y1 - dy }
      context.globalAlpha = FAINT
      this.put(context, faint.item, 'faint', scale, { x: origin.x + dx, y: origin.y + dy }, there)
      context.globalAlpha = 1
      put(this.itemOf(project, sheet, frameOf(sheet, faintFrame)), faintFrame)
    }
    this.tidy(sheet)
    return { repainted: this.repainted, milliseconds: performance.now() - started }
  }

  private itemOf(project: Project, sheet: Sheet, frame: Frame): DrawItem {
    const held = this.items.get(frame)
    const ref = project.pictures[shownPlaced(frame)?.pictureId ?? '']
    if (held && held.ppi === sheet.ppi && held.ref === ref) return held.item
    const item = renderFrame(project, sheet, frame)
    this.items.set(frame, { item, ppi: sheet.ppi, ref })
    return item
  }

  private backgroundItem(project: Project, sheet: Sheet): DrawItem | null {
    const held = this.background
    if (held && held.of === sheet.background && held.size === sheet.size && held.bleed === sheet.bleed) return held.item
    const item = renderBackground(project, sheet)
    this.background = { of: sheet.background, size: sheet.size, bleed: sheet.bleed, item }
    return item
  }

  /** The whole picture of a frame, unmasked, as if at the sheet's origin; and where it lies. */
  private faintItem(
    project: Project,
    sheet: Sheet,
    frame: Frame,
  ): { readonly item: DrawItem; readonly at: Point } | null {
    const op = this.itemOf(project, sheet, frame).ops.find((o) => o.op === 'picture')
    if (op?.op !== 'picture') return null
    const whole = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
    const placed = compose(op.toSheet, op.picture)
    const toSheet = { ...placed, e: 0, f: 0 }
    const outline = { path: polygonPath(cornersOf(whole)), fillRule: 'nonzero' } as const
    const item: DrawItem = {
      id: 'faint',
      bounds: mapRect(toSheet, whole),
      ops: [{ ...op, outline, toSheet, picture: IDENTITY, isCovered: true }],
    }
    return { item, at: { x: placed.e, y: placed.f } }
  }

  private put(
    context: CanvasRenderingContext2D,
    item: DrawItem,
    id: string,
    scale: number,
    origin: { x: number; y: number },
    visible: Rect,
  ): void {
    if (!item.ops.length) return
    const bounds = growRect(mapRect(scaling(scale), item.bounds), 2)
    const needed = intersectRects(bounds, visible)
    if (!needed) return
    const sources = item.ops.map((op) =>
      op.op === 'picture' ? (this.images.imageFor(op, scale)?.source ?? null) : null,
    )
    const held = this.cache.get(id)
    const fits =
      held && sameItem(held.item, item) && held.scale === scale && held.sources.every((s, i) => s === sources[i])
    const holds =
      fits &&
      needed.x0 >= held.region.x0 &&
      needed.y0 >= held.region.y0 &&
      needed.x1 <= held.region.x1 &&
      needed.y1 <= held.region.y1
    const ready = holds ? held : this.repaint(item, id, scale, sources, bounds, visible)
    if (ready.source) context.drawImage(ready.source, origin.x + ready.region.x0, origin.y + ready.region.y0)
  }

  private repaint(
    item: DrawItem,
    id: string,
    scale: number,
    sources: readonly unknown[],
    bounds: Rect,
    visible: Rect,
  ): Cached {
    this.repainted += 1
    // A little more than is seen, so that a short pan finds it painted.
    const room = growRect(visible, 0.25 * Math.max(visible.x1 - visible.x0, visible.y1 - visible.y0))
    const part = intersectRects(bounds, room) ?? bounds
    const region = { x0: Math.floor(part.x0), y0: Math.floor(part.y0), x1: Math.ceil(part.x1), y1: Math.ceil(part.y1) }
    const { source, context } = createLayer(region.x1 - region.x0, region.y1 - region.y0)
    const view: Matrix = compose(translation(-region.x0, -region.y0), scaling(scale))
    paintItem(context, item, {
      view,
      device: { x0: 0, y0: 0, x1: region.x1 - region.x0, y1: region.y1 - region.y0 },
      imageFor: (op) => this.images.imageFor(op, scale),
      createLayer,
    })
    const cached: Cached = { item, scale, sources, region, source: source as OffscreenCanvas } // made by createLayer above
    this.cache.set(id, cached)
    return cached
  }

  /** Lets go of bitmaps of frames that are gone, and of all when they weigh too much. */
  private tidy(sheet: Sheet): void {
    let bytes = 0
    for (const [id, { source }] of this.cache) {
      if (!sheet.items[id] && id !== 'background' && id !== 'faint') this.cache.delete(id)
      else if (source) bytes += source.width * source.height * 4
    }
    if (bytes > MOST_CACHED_BYTES) this.cache.clear()
  }
}

/** Draw items are made anew only when something of them changed; a moved faint picture is compared by its matrix. */
const sameItem = (a: DrawItem, b: DrawItem): boolean =>
  a === b || (a.id === 'faint' && b.id === 'faint' && JSON.stringify(a.ops) === JSON.stringify(b.ops))
