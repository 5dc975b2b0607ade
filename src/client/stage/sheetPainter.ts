import { compose, IDENTITY, translation } from '@/core/geometry/matrix'
import { cornersOf, mapRect, unionRects, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { VEIL_ID } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import type { DrawItem } from '@/core/render/ops'
import { Bitmaps, drawBitmap, FAINT_ID, type Bitmap, type Hatching, type Seen } from '@/client/stage/bitmaps'
import { coversOf } from '@/client/stage/covers'
import { createLayer } from '@/client/stage/canvas'
import type { LevelImages } from '@/client/stage/images'
import { looksChanged, StageNodes, type SheetState } from '@/client/stage/nodes'
import type { View } from '@/client/store/state'

export interface Painted {
  /** How many items had to be painted anew. */
  readonly repainted: number
  readonly milliseconds: number
}

/** What to paint and how it is seen. */
export interface Scene extends SheetState {
  /** The sheet as it was before the drag under way: what differs from it moves, the rest lies still. */
  readonly still: SheetState
  readonly view: View
  /** Device pixels a CSS pixel. */
  readonly ratio: number
  /** The frame whose whole picture shows faintly around its mask. */
  readonly faint: string | null
  /** The frame whose picture is being moved: what covers it is pale as long as it is. */
  readonly moved: string | null
  /** The empty frame that a carried picture would fill. */
  readonly target: string | null
  /** Without the hatching of empty frames. */
  readonly isClean: boolean
}

/** Still items that lie together, composed once. */
interface Merged {
  readonly parts: readonly Bitmap[]
  readonly origin: Point
  readonly canvas: OffscreenCanvas
}

interface Run {
  readonly moves: boolean
  readonly parts: Bitmap[]
}

/** Strength of the picture outside its mask in the Picture way. */
const FAINT = 0.35
/** Strength of what covers a picture that is being moved. */
const PALE = 0.3
/** Fewer still items than this are composed one by one. */
const WORTH_MERGING = 6
/** With more runs of still items than this, most of the sheet moves: nothing is merged. */
const MOST_RUNS = 6

const addTo = (runs: Run[], parts: readonly Bitmap[], moves: boolean): void => {
  const last = runs.at(-1)
  if (last && last.moves === moves) last.parts.push(...parts)
  else if (parts.length > 0) runs.push({ moves, parts: [...parts] })
}

const hatchingOf = ({ sheet, ratio, target, isClean }: Scene): Hatching => ({ sheet, ratio, target, isClean })

/** What mixes with all that lies beneath can be composed beforehand only at the very bottom. */
const canMerge = ({ moves, parts }: Run, place: number): boolean =>
  !moves && parts.length >= WORTH_MERGING && (place === 0 || !parts.some(({ node }) => node.blend))

/** Paints the sheet on the table's canvas from one cached bitmap an item, so that a drag repaints only what moves. */
export class SheetPainter {
  private readonly merged = new Map<number, Merged>()
  private readonly nodes = new StageNodes()
  private readonly bitmaps: Bitmaps

  constructor(
    private readonly canvas: HTMLCanvasElement,
    images: LevelImages,
  ) {
    this.bitmaps = new Bitmaps(images)
  }

  paint(scene: Scene): Painted {
    const started = performance.now()
    this.bitmaps.painted = 0
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
    const inHand = faint ?? scene.moved
    if (inHand !== null && inHand !== BACKGROUND_ID) this.putInHand(context, scene, inHand, seen)
    this.bitmaps.tidy((id) => sheet.items[id] !== undefined || [BACKGROUND_ID, VEIL_ID, FAINT_ID].includes(id))
    return { repainted: this.bitmaps.painted, milliseconds: performance.now() - started }
  }

  /** Background, items and hatching from the bottom up; runs of what lies still are composed once. */
  private putAll(context: CanvasRenderingContext2D, scene: Scene, seen: Seen): void {
    const { project, sheet, still } = scene
    const isDragging = sheet !== still.sheet || project.finishes !== still.project.finishes
    const runs: Run[] = []
    const backgroundMoves = sheet.background !== still.sheet.background
    for (const item of this.nodes.background(project, sheet)) {
      const part = this.bitmaps.ofItem(item, seen)
      if (part) addTo(runs, [part], backgroundMoves)
    }
    for (const node of this.nodes.nodes(project, sheet)) {
      const moves = isDragging && looksChanged(scene, still, node.id)
      addTo(runs, this.bitmaps.of(node, seen, hatchingOf(scene)), moves)
    }
    const merges = isDragging && runs.length <= MOST_RUNS * 2
    runs.forEach((run, i) => {
      if (merges && canMerge(run, i)) this.putMerged(context, i, run.parts, seen)
      else for (const part of run.parts) drawBitmap(context, part, seen.origin)
    })
    if (!merges) this.merged.clear()
  }

  private putMerged(context: CanvasRenderingContext2D, run: number, parts: readonly Bitmap[], seen: Seen): void {
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
    if (on) for (const part of parts) drawBitmap(on, part, seen.origin)
    this.merged.set(run, { parts, origin: seen.origin, canvas: source })
    context.drawImage(source, 0, 0)
  }

  /** A frame over all, its whole picture faintly around it, and what covers both over them again: pale while it is moved. */
  private putInHand(context: CanvasRenderingContext2D, scene: Scene, id: string, seen: Seen): void {
    const { project, sheet, faint, moved } = scene
    const frame = sheet.items[id]
    if (frame?.kind !== 'frame') return
    const own = this.nodes.item(project, sheet, frame)
    const whole = id === faint ? this.putFaint(context, project, sheet, frame, seen) : null
    const covers = coversOf(this.nodes.nodes(project, sheet), id, whole ? unionRects([own.bounds, whole]) : own.bounds)
    // Nothing lies on it: it is seen already.
    if (!whole && !covers.length) return
    const part = this.bitmaps.ofItem(own, seen)
    if (part) drawBitmap(context, part, seen.origin)
    const strength = id === moved ? PALE : 1
    for (const cover of covers)
      for (const each of this.bitmaps.of(cover, seen, hatchingOf(scene)))
        drawBitmap(context, each, seen.origin, strength)
  }

  /** The whole picture of a frame faintly; tells how far it reaches, in sheet points. */
  private putFaint(
    context: CanvasRenderingContext2D,
    project: Project,
    sheet: Sheet,
    frame: Frame,
    { scale, origin, visible }: Seen,
  ): Rect | null {
    const faint = this.faintItem(project, sheet, frame)
    if (!faint) return null
    // Painted at the origin and put where it lies, so that moving the picture repaints none of it.
    const [dx, dy] = [Math.round(faint.at.x * scale), Math.round(faint.at.y * scale)]
    const there = { x0: visible.x0 - dx, y0: visible.y0 - dy, x1: visible.x1 - dx, y1: visible.y1 - dy }
    const part = this.bitmaps.ofItem(faint.item, { scale, origin, visible: there })
    if (part) {
      context.globalAlpha = FAINT
      context.drawImage(part.source, origin.x + dx + part.region.x0, origin.y + dy + part.region.y0)
      context.globalAlpha = 1
    }
    return mapRect(translation(faint.at.x, faint.at.y), faint.item.bounds)
  }

  /** The whole picture of a frame, unmasked, as if at the sheet's origin; and where it lies. */
  private faintItem(
    project: Project,
    sheet: Sheet,
    frame: Frame,
  ): { readonly item: DrawItem; readonly at: Point } | null {
    const isBackground = frame.id === BACKGROUND_ID
    const { ops } = isBackground ? renderFrame(project, sheet, frame) : this.nodes.item(project, sheet, frame)
    const op = ops.find((one) => one.op === 'picture')
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
}
