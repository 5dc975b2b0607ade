import { translation } from '@/core/geometry/matrix'
import { mapRect, rectSize, unionRects, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { VEIL_ID } from '@/core/render/drawList'
import { renderFrame } from '@/core/render/frame'
import type { DrawItem, DrawNode } from '@/core/render/ops'
import { drawBitmap, FAINT_ID, sameRect, type Bitmap, type Hatching, type Seen } from '@/client/stage/bitmap'
import { Bitmaps } from '@/client/stage/bitmaps'
import { coversOf, nodeHolding } from '@/client/stage/covers'
import { faintOf, type FaintPicture } from '@/client/stage/faint'
import { createLayer } from '@/client/stage/canvas'
import type { LevelImages } from '@/client/stage/images'
import { looksChanged, StageNodes, type SheetState } from '@/client/stage/nodes'
import type { View } from '@/client/store/state'

export interface Painted {
  /** How many items had to be painted anew. */
  readonly repainted: number
  readonly milliseconds: number
  /** Is all shown as painting it anew would? Else it is to be painted again when there is time. */
  readonly isSettled: boolean
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

/** What the canvas shows: bitmaps from the bottom, and where the sheet's corner lies. */
interface Shown {
  readonly parts: readonly Bitmap[]
  readonly origin: Point
  /** A canvas of another size is empty. */
  readonly size: Size
}

interface Run {
  readonly moves: boolean
  /** It lies above the frame in hand. */
  readonly isAbove: boolean
  readonly parts: Bitmap[]
}

/** The frame whose picture the hand works in, and what lies on it. */
interface InHand {
  readonly own: DrawItem
  readonly faint: FaintPicture | null
  /** What of the sheet is painted by itself and is it, or holds it; null where it is hidden. */
  readonly top: DrawNode | null
  /** What covers it within its group. */
  readonly inside: readonly DrawNode[]
  /** All that covers it or its whole picture, by id. */
  readonly covers: ReadonlySet<string>
  /** Of what covers it. */
  readonly strength: number
}

/** Strength of the picture outside its mask in the Picture way. */
const FAINT = 0.35
/** Strength of what covers a picture that is being moved. */
const PALE = 0.3
/** Fewer still items than this are composed one by one. */
const WORTH_MERGING = 6
/** With more runs of still items than this, most of the sheet moves: nothing is merged. */
const MOST_RUNS = 6

const addTo = (runs: Run[], parts: readonly Bitmap[], moves: boolean, isAbove = false): void => {
  const last = runs.at(-1)
  if (last?.moves === moves && last.isAbove === isAbove) last.parts.push(...parts)
  else if (parts.length > 0) runs.push({ moves, isAbove, parts: [...parts] })
}

const hatchingOf = ({ sheet, ratio, target, isClean }: Scene): Hatching => ({ sheet, ratio, target, isClean })

/** What mixes with all that lies beneath can be composed beforehand only at the very bottom. */
const canMerge = ({ moves, parts }: Run, place: number): boolean =>
  !moves && parts.length >= WORTH_MERGING && (place === 0 || !parts.some(({ node }) => node.blend))

const samePart = (a: Bitmap, b: Bitmap | undefined): boolean =>
  a === b ||
  (b !== undefined &&
    a.source === b.source &&
    sameRect(a.region, b.region) &&
    a.node.opacity === b.node.opacity &&
    a.node.blend === b.node.blend)

const sameShown = (a: Shown, b: Shown): boolean =>
  a.size.w === b.size.w &&
  a.size.h === b.size.h &&
  a.origin.x === b.origin.x &&
  a.origin.y === b.origin.y &&
  a.parts.length === b.parts.length &&
  a.parts.every((part, i) => samePart(part, b.parts[i]))

const isDragging = ({ project, sheet, still }: Scene): boolean =>
  sheet !== still.sheet || project.finishes !== still.project.finishes

/** Time for painting anew what only stands in, before the rest waits for the next painting; in milliseconds. */
const SETTLING = 8

/** Paints the sheet on the table's canvas from one cached bitmap an item, so that a drag repaints only what moves. */
export class SheetPainter {
  private readonly merged = new Map<number, Merged>()
  private readonly nodes = new StageNodes()
  private readonly bitmaps: Bitmaps
  /** What the canvas shows, where nothing is in hand. */
  private shown: Shown | null = null

  constructor(
    private readonly canvas: HTMLCanvasElement,
    images: LevelImages,
  ) {
    this.bitmaps = new Bitmaps(images, (before, now) => this.nodes.between(before, now))
  }

  paint(scene: Scene): Painted {
    const started = performance.now()
    this.bitmaps.start(isDragging(scene), SETTLING)
    const context = this.canvas.getContext('2d')
    if (!context) return { repainted: 0, milliseconds: 0, isSettled: true }
    const { sheet, view, ratio } = scene
    const origin = { x: Math.round(view.x * ratio), y: Math.round(view.y * ratio) }
    const { width, height } = this.canvas
    const visible: Rect = { x0: -origin.x, y0: -origin.y, x1: width - origin.x, y1: height - origin.y }
    const seen: Seen = { scale: view.scale * ratio, origin, visible }
    this.putAll(context, scene, seen)
    this.bitmaps.tidy((id) => sheet.items[id] !== undefined || [BACKGROUND_ID, VEIL_ID, FAINT_ID].includes(id))
    const { painted, isSettled } = this.bitmaps
    return { repainted: painted, milliseconds: performance.now() - started, isSettled }
  }

  /** Runs of what lies still are composed once; nothing is done where the canvas shows just what it should. */
  private putAll(context: CanvasRenderingContext2D, scene: Scene, seen: Seen): void {
    const { project, sheet, faint } = scene
    const nodes = this.nodes.nodes(project, sheet)
    const hand = this.inHand(scene, nodes)
    const runs = this.runsOf(scene, nodes, hand, seen)
    const merges = isDragging(scene) && runs.length <= MOST_RUNS * 2
    if (!merges) this.merged.clear()
    const { width: w, height: h } = this.canvas
    const isPlain = !hand && faint === null && !merges
    const shown = isPlain ? { parts: runs.flatMap(({ parts }) => parts), origin: seen.origin, size: { w, h } } : null
    if (shown && this.shown && sameShown(shown, this.shown)) return
    this.shown = shown
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.clearRect(0, 0, w, h)
    // What lies beyond the sheet of its background belongs beneath everything on it.
    if (faint === BACKGROUND_ID)
      this.putFaint(context, faintOf(renderFrame(project, sheet, holderOf(sheet, faint))), seen)
    const isPale = ({ parts }: Run): boolean =>
      hand !== null && hand.strength < 1 && parts.some(({ node }) => hand.covers.has(node.id))
    const put = (run: Run, i: number): void => {
      if (merges && canMerge(run, i) && !isPale(run)) return this.putMerged(context, i, run.parts, seen)
      for (const part of run.parts)
        drawBitmap(context, part, seen.origin, run.isAbove && hand?.covers.has(part.node.id) ? hand.strength : 1)
    }
    const under = runs.filter((run) => !run.isAbove)
    under.forEach(put)
    if (hand) this.putInHand(context, scene, hand, seen)
    runs.slice(under.length).forEach((run, i) => put(run, under.length + i))
  }

  /** Background, items and hatching from the bottom up, but for the frame in hand. */
  private runsOf(scene: Scene, nodes: readonly DrawNode[], hand: InHand | null, seen: Seen): readonly Run[] {
    const { project, sheet, still } = scene
    const isHeld = isDragging(scene)
    const runs: Run[] = []
    const backgroundMoves = sheet.background !== still.sheet.background
    for (const item of this.nodes.background(project, sheet)) {
      const part = this.bitmaps.ofItem(item, seen)
      if (part) addTo(runs, [part], backgroundMoves)
    }
    let isAbove = false
    for (const node of nodes) {
      const moves = isHeld && looksChanged(scene, still, node.id)
      // A frame in hand is painted when all beneath it is.
      if (node.id !== hand?.own.id) addTo(runs, this.bitmaps.of(node, seen, hatchingOf(scene)), moves, isAbove)
      isAbove ||= node === hand?.top
    }
    return runs
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

  /** The frame that the hand works in, if one does, among the nodes of the sheet. */
  private inHand({ project, sheet, faint, moved }: Scene, nodes: readonly DrawNode[]): InHand | null {
    const id = faint ?? moved
    const frame = id === null ? undefined : sheet.items[id]
    if (id === null || frame?.kind !== 'frame') return null
    const own = this.nodes.item(project, sheet, frame)
    const picture = id === faint ? faintOf(own) : null
    const whole = picture && mapRect(translation(picture.at.x, picture.at.y), picture.item.bounds)
    const covers = coversOf(nodes, id, whole ? unionRects([own.bounds, whole]) : own.bounds)
    return {
      own,
      faint: picture,
      top: nodeHolding(nodes, id),
      inside: covers.filter((node) => !nodes.includes(node)),
      covers: new Set(covers.map((node) => node.id)),
      strength: id === moved ? PALE : 1,
    }
  }

  /** A frame with its whole picture faintly around it, over all beneath; what covers it in its group over both again. */
  private putInHand(context: CanvasRenderingContext2D, scene: Scene, hand: InHand, seen: Seen): void {
    this.putFaint(context, hand.faint, seen)
    for (const part of this.bitmaps.of(hand.own, seen, hatchingOf(scene))) drawBitmap(context, part, seen.origin)
    for (const cover of hand.inside)
      for (const part of this.bitmaps.of(cover, seen, hatchingOf(scene)))
        drawBitmap(context, part, seen.origin, hand.strength)
  }

  private putFaint(
    context: CanvasRenderingContext2D,
    faint: FaintPicture | null,
    { scale, origin, visible }: Seen,
  ): void {
    if (!faint) return
    // Painted at the origin and put where it lies, so that moving the picture repaints none of it.
    const [dx, dy] = [Math.round(faint.at.x * scale), Math.round(faint.at.y * scale)]
    const there = { x0: visible.x0 - dx, y0: visible.y0 - dy, x1: visible.x1 - dx, y1: visible.y1 - dy }
    const part = this.bitmaps.ofItem(faint.item, { scale, origin, visible: there })
    if (!part) return
    context.globalAlpha = FAINT
    const { w, h } = rectSize(part.region)
    context.drawImage(part.source, origin.x + dx + part.region.x0, origin.y + dy + part.region.y0, w, h)
    context.globalAlpha = 1
  }
}
