import { compose, IDENTITY, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, intersectRects, mapRect, rectHolds, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { frameRect, shownPlaced } from '@/core/document/read'
import { framesOf, isHidden } from '@/core/document/tree'
import type { Frame, PictureRef, Project, Sheet } from '@/core/document/types'
import { itemPictures } from '@/core/render/needs'
import { renderBackground, renderFrame, VEIL_ID, type DrawItem } from '@/core/render/drawList'
import { paintItem } from '@/painters/canvas/paint'
import { createLayer } from '@/client/stage/canvas'
import { paintEmptyFrame } from '@/client/stage/emptyFrame'
import type { LevelImages } from '@/client/stage/images'
import type { View } from '@/client/store/state'

/** One item painted once, and what it was painted from. */
interface Cached {
  readonly item: DrawItem
  readonly scale: number
  readonly sources: readonly unknown[]
  /** Where the bitmap lies, in device pixels from the sheet's origin. */
  readonly region: Rect
  readonly source: OffscreenCanvas
}

export interface Painted {
  /** How many items had to be painted anew. */
  readonly repainted: number
  readonly milliseconds: number
}

/** What to paint and how it is seen. */
export interface Scene {
  readonly project: Project
  readonly sheet: Sheet
  /** The sheet as it was before the drag under way: what differs from it moves, the rest lies still. */
  readonly still: Sheet
  readonly view: View
  /** Device pixels a CSS pixel. */
  readonly ratio: number
  /** The frame whose whole picture shows faintly around its mask. */
  readonly faint: string | null
  /** The empty frame that a carried picture would fill. */
  readonly target: string | null
  /** Without the hatching of empty frames. */
  readonly isClean: boolean
}

/** Still items that lie together, composed once. */
interface Merged {
  readonly parts: readonly Cached[]
  readonly origin: Point
  readonly canvas: OffscreenCanvas
}

interface Seen {
  readonly scale: number
  readonly origin: Point
  readonly visible: Rect
}

const MOST_CACHED_BYTES = 500e6
const BYTES_A_PIXEL = 4
/** Strength of the picture outside its mask in the Picture way. */
const FAINT = 0.35
const FAINT_ID = '@faint'
/** Fewer still items than this are composed one by one. */
const WORTH_MERGING = 6
/** With more runs of still items than this, most of the sheet moves: nothing is merged. */
const MOST_RUNS = 6

const withOps = (item: DrawItem): boolean => item.ops.length > 0

/** Paints the sheet on the table's canvas from one cached bitmap an item, so that a drag repaints only what moves. */
export class SheetPainter {
  private readonly cache = new Map<string, Cached>()
  private readonly merged = new Map<number, Merged>()
  private readonly items = new WeakMap<
    Frame,
    { readonly item: DrawItem; readonly ppi: number; readonly ref: PictureRef | undefined }
  >()
  private background: {
    readonly of: readonly unknown[]
    readonly items: readonly DrawItem[]
  } | null = null
  private repainted = 0

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly images: LevelImages,
  ) {}

  paint(scene: Scene): Painted {
    const started = performance.now()
    this.repainted = 0
    const context = this.canvas.getContext('2d')
    if (!context) return { repainted: 0, milliseconds: 0 }
    const { project, sheet, view, ratio, faint } = scene
    const origin = { x: Math.round(view.x * ratio), y: Math.round(view.y * ratio) }
    const { width, height } = this.canvas
    const visible: Rect = { x0: -origin.x, y0: -origin.y, x1: width - origin.x, y1: height - origin.y }
    const seen: Seen = { scale: view.scale * ratio, origin, visible }
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, width, height)
    // What lies beyond the sheet of its background belongs beneath everything on it.
    if (faint === BACKGROUND_ID) this.putFaint(context, project, sheet, holderOf(sheet, faint), seen)
    this.putAll(context, scene, seen)
    if (faint !== null && faint !== BACKGROUND_ID) this.putFaint(context, project, sheet, holderOf(sheet, faint), seen)
    this.tidy(sheet)
    return { repainted: this.repainted, milliseconds: performance.now() - started }
  }

  /** Background, frames and hatching from the bottom up; runs of what lies still are composed once. */
  private putAll(context: CanvasRenderingContext2D, scene: Scene, seen: Seen): void {
    const { project, sheet, still } = scene
    const runs: { readonly moves: boolean; readonly parts: Cached[] }[] = []
    const add = (part: Cached | null, moves: boolean): void => {
      if (!part) return
      const last = runs.at(-1)
      if (last && last.moves === moves) last.parts.push(part)
      else runs.push({ moves, parts: [part] })
    }
    const backgroundMoves = sheet.background !== still.background
    for (const item of this.backgroundItems(project, sheet)) add(this.ready(item, seen), backgroundMoves)
    for (const frame of framesOf(sheet)) {
      if (isHidden(sheet, frame.id)) continue
      const moves = sheet !== still && still.items[frame.id] !== frame
      const item = this.itemOf(project, sheet, frame)
      if (withOps(item)) add(this.ready(item, seen), moves)
      else if (!scene.isClean) add(this.readyEmpty(frame, scene, seen), moves)
    }
    const canMerge = sheet !== still && runs.length <= MOST_RUNS * 2
    runs.forEach(({ moves, parts }, i) => {
      if (canMerge && !moves && parts.length >= WORTH_MERGING) this.putMerged(context, i, parts, seen)
      else for (const part of parts) draw(context, part, seen.origin)
    })
    if (!canMerge) this.merged.clear()
  }

  private putMerged(context: CanvasRenderingContext2D, run: number, parts: readonly Cached[], seen: Seen): void {
    const { width, height } = this.canvas
    const held = this.merged.get(run)
    const isSame =
      held &&
      held.canvas.width === width &&
      held.canvas.height === height &&
      held.origin.x === seen.origin.x &&
      held.origin.y === seen.origin.y &&
      held.parts.length === parts.length &&
      held.parts.every((part, i) => part === parts[i])
    if (isSame) return context.drawImage(held.canvas, 0, 0)
    const { source } = createLayer(width, height)
    const on = source.getContext('2d')
    if (on) for (const part of parts) draw(on, part, seen.origin)
    this.merged.set(run, { parts, origin: seen.origin, canvas: source })
    context.drawImage(source, 0, 0)
  }

  /** The whole picture of a frame faintly, and the frame itself over it. */
  private putFaint(
    context: CanvasRenderingContext2D,
    project: Project,
    sheet: Sheet,
    frame: Frame,
    { scale, origin, visible }: Seen,
  ): void {
    const faint = this.faintItem(project, sheet, frame)
    if (!faint) return
    // Painted at the origin and put where it lies, so that moving the picture repaints none of it.
    const [dx, dy] = [Math.round(faint.at.x * scale), Math.round(faint.at.y * scale)]
    const there = { x0: visible.x0 - dx, y0: visible.y0 - dy, x1: visible.x1 - dx, y1: visible.y1 - dy }
    const part = this.ready(faint.item, { scale, origin, visible: there })
    context.globalAlpha = FAINT
    if (part) draw(context, part, { x: origin.x + dx, y: origin.y + dy })
    context.globalAlpha = 1
    if (frame.id === BACKGROUND_ID) return
    const own = this.ready(this.itemOf(project, sheet, frame), { scale, origin, visible })
    if (own) draw(context, own, origin)
  }

  private itemOf(project: Project, sheet: Sheet, frame: Frame): DrawItem {
    const held = this.items.get(frame)
    const ref = project.pictures[shownPlaced(frame)?.pictureId ?? '']
    if (held && held.ppi === sheet.ppi && held.ref === ref) return held.item
    const item = renderFrame(project, sheet, frame)
    this.items.set(frame, { item, ppi: sheet.ppi, ref })
    return item
  }

  private backgroundItems(project: Project, sheet: Sheet): readonly DrawItem[] {
    const of = [sheet.background, sheet.veil, sheet.size, sheet.bleed]
    if (this.background?.of.every((part, i) => part === of[i])) return this.background.items
    const items = renderBackground(project, sheet)
    this.background = { of, items }
    return items
  }

  /** The whole picture of a frame, unmasked, as if at the sheet's origin; and where it lies. */
  private faintItem(
    project: Project,
    sheet: Sheet,
    frame: Frame,
  ): { readonly item: DrawItem; readonly at: Point } | null {
    const op = (
      frame.id === BACKGROUND_ID ? renderFrame(project, sheet, frame) : this.itemOf(project, sheet, frame)
    ).ops.find((o) => o.op === 'picture')
    if (op?.op !== 'picture' || op.tileGap !== undefined) return null
    const whole = { x0: 0, y0: 0, x1: op.pixels.w, y1: op.pixels.h }
    const placed = compose(op.toSheet, op.picture)
    const toSheet = { ...placed, e: 0, f: 0 }
    const outline = { path: polygonPath(cornersOf(whole)), fillRule: 'nonzero' } as const
    const item: DrawItem = {
      id: FAINT_ID,
      bounds: mapRect(toSheet, whole),
      ops: [{ ...op, outline, toSheet, picture: IDENTITY, isCovered: true }],
    }
    return { item, at: { x: placed.e, y: placed.f } }
  }

  /** The item's bitmap at this scale, painted anew only if something of it changed; null where it is not seen. */
  private ready(item: DrawItem, seen: Seen): Cached | null {
    if (!withOps(item)) return null
    const bounds = growRect(mapRect(scaling(seen.scale), item.bounds), 2)
    const needed = intersectRects(bounds, seen.visible)
    if (!needed) return null
    const sources = itemPictures(item).map((op) => this.images.imageFor(op, seen.scale)?.source ?? null)
    const held = this.cache.get(item.id)
    const fits =
      held && sameItem(held.item, item) && held.scale === seen.scale && held.sources.every((s, i) => s === sources[i])
    if (fits && rectHolds(held.region, needed)) return held
    return this.repaint(item, seen, sources, bounds, (context, view, device) =>
      paintItem(context, item, {
        view,
        device,
        imageFor: (op) => this.images.imageFor(op, seen.scale),
        createLayer,
      }),
    )
  }

  /** The hatching of an empty frame. */
  private readyEmpty(frame: Frame, { sheet, project, target, ratio }: Scene, seen: Seen): Cached | null {
    const bounds = growRect(mapRect(scaling(seen.scale), frameRect(frame)), 3)
    const needed = intersectRects(bounds, seen.visible)
    if (!needed) return null
    const item = this.itemOf(project, sheet, frame)
    const sources = [frame.id === target]
    const held = this.cache.get(frame.id)
    if (
      held?.item === item &&
      held.scale === seen.scale &&
      held.sources[0] === sources[0] &&
      rectHolds(held.region, needed)
    )
      return held
    return this.repaint(item, seen, sources, bounds, (context, view) =>
      paintEmptyFrame(context, frame, view, ratio, frame.id === target),
    )
  }

  private repaint(
    item: DrawItem,
    { scale, visible }: Seen,
    sources: readonly unknown[],
    bounds: Rect,
    paint: (context: ReturnType<typeof createLayer>['context'], view: Matrix, device: Rect) => void,
  ): Cached {
    this.repainted += 1
    // A little more than is seen, so that a short pan finds it painted.
    const room = growRect(visible, 0.25 * Math.max(visible.x1 - visible.x0, visible.y1 - visible.y0))
    const part = intersectRects(bounds, room) ?? bounds
    const region = { x0: Math.floor(part.x0), y0: Math.floor(part.y0), x1: Math.ceil(part.x1), y1: Math.ceil(part.y1) }
    const device = { x0: 0, y0: 0, x1: region.x1 - region.x0, y1: region.y1 - region.y0 }
    const { source, context } = createLayer(device.x1, device.y1)
    paint(context, compose(translation(-region.x0, -region.y0), scaling(scale)), device)
    const cached: Cached = { item, scale, sources, region, source }
    this.cache.set(item.id, cached)
    return cached
  }

  /** Lets go of bitmaps of frames that are gone, and of all when they weigh too much. */
  private tidy(sheet: Sheet): void {
    let bytes = 0
    for (const [id, { source }] of this.cache) {
      if (!sheet.items[id] && id !== BACKGROUND_ID && id !== VEIL_ID && id !== FAINT_ID) this.cache.delete(id)
      else bytes += source.width * source.height * BYTES_A_PIXEL
    }
    if (bytes > MOST_CACHED_BYTES) this.cache.clear()
  }
}

const draw = (
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  { source, region }: Cached,
  origin: Point,
): void => context.drawImage(source, origin.x + region.x0, origin.y + region.y0)

/** Draw items are made anew only when something of them changed; a moved faint picture is compared by its matrix. */
const sameItem = (a: DrawItem, b: DrawItem): boolean =>
  a === b || (a.id === FAINT_ID && b.id === FAINT_ID && JSON.stringify(a.ops) === JSON.stringify(b.ops))
