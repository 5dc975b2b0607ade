import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { growRect, intersectRects, mapRect, moveRect, rectHolds, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { originalOf, placedIn } from '@/core/document/content'
import { sameList } from '@/core/document/lists'
import { inkOf } from '@/core/document/lettering'
import { outlineOnSheet } from '@/core/document/outline'
import { frameRect } from '@/core/document/read'
import type { Frame, Sheet } from '@/core/document/types'
import { itemPictures } from '@/core/render/needs'
import { isGroup, paintsAnything, type DrawGroup, type DrawItem, type DrawNode } from '@/core/render/ops'
import { finishGroup, paintIsolated } from '@/painters/canvas/paint'
import type { Painting } from '@/painters/canvas/painting'
import { createLayer } from '@/client/stage/canvas'
import { patchedBitmap } from '@/client/stage/patch'
import { paintEmptyFrame } from '@/client/stage/emptyFrame'
import { drawBitmap, sameNode, sameRect, type Bitmap, type Hatching, type Seen } from '@/client/stage/bitmap'
import type { LevelImages } from '@/client/stage/images'

const MOST_CACHED_BYTES = 500e6
const BYTES_A_PIXEL = 4
const HATCHING = '/hatching'

/** A frame that shows nothing yet, an echo of one, or a window onto a background that is gone. */
const isEmpty = (sheet: Sheet, frame: Frame): boolean => {
  const { kind } = originalOf(sheet, frame).fill
  if (kind === 'none' && inkOf(sheet, frame) !== null) return false
  return kind === 'none' || kind === 'echo' || (kind === 'span' && !placedIn(sheet, frame))
}

/** How far a node lies from one that it equals otherwise, in points; null where it does not. */
export type Between = (before: DrawNode, now: DrawNode) => Point | null

/** A bitmap that shows a node, and whether it is just what painting it anew would give. */
interface Near {
  readonly bitmap: Bitmap
  readonly isExact: boolean
  /** It lies elsewhere than when it was painted. */
  readonly isMoved: boolean
}

/** A bitmap may lie this far from where it should and still be what painting it anew gives, in device pixels. */
const EXACT = 1e-6

const HERE: Point = { x: 0, y: 0 }

/**
 * Bitmaps of nodes, each painted anew only if something of it changed. What was only moved, or is seen at another scale, is
 * shown by the bitmap it had while a hand moves it, and afterwards until there is time to paint it. Cached within a bound
 * of bytes.
 */
export class Bitmaps {
  /** Those asked for last stand last. */
  private readonly cache = new Map<string, Bitmap>()
  private readonly used = new Set<string>()
  /** Which version of the pictures there are bitmaps were last compared with. */
  private readonly checked = new WeakMap<Bitmap, number>()
  /** How many were painted since it was last set to 0. */
  painted = 0
  /** Was all since the last start just what painting anew gives, but for what moves? */
  isSettled = true
  private isMoving = false
  /** Time there is for painting anew what only stands in, and what of it is spent, in milliseconds. */
  private allowed = Infinity
  private spent = 0

  constructor(
    private readonly images: LevelImages,
    private readonly between: Between,
  ) {}

  /** Begins a new painting: while a hand moves things they need not be exact, and else only as far as so many milliseconds of painting allow. */
  start(isMoving: boolean, allowed: number): void {
    this.painted = 0
    this.isSettled = true
    this.isMoving = isMoving
    this.allowed = allowed
    this.spent = 0
    this.used.clear()
  }

  /** The bitmaps that show a node, from the bottom: none where it is not seen. */
  of(node: DrawNode, seen: Seen, hatching: Hatching): readonly Bitmap[] {
    if (isGroup(node)) {
      const whole = this.ofGroup(node, seen, hatching)
      return whole ? [whole] : []
    }
    const frame = hatching.sheet.items[node.id]
    const hatch =
      !hatching.isClean && frame?.kind === 'frame' && isEmpty(hatching.sheet, frame)
        ? this.ofHatching(frame, node, seen, hatching)
        : null
    const own = this.ofItem(node, seen)
    return [...(hatch ? [hatch] : []), ...(own ? [own] : [])]
  }

  ofItem(item: DrawItem, seen: Seen): Bitmap | null {
    if (!paintsAnything(item)) return null
    const bounds = growRect(mapRect(scaling(seen.scale), item.bounds), 2)
    const needed = intersectRects(bounds, seen.visible)
    if (!needed) return null
    const before = this.cache.get(item.id)
    const { version } = this.images
    if (before && this.isKnown(before, item, seen, version, needed)) return this.keep(item.id, before)
    const sources = itemPictures(item).map((op) => this.images.imageFor(op, seen.scale)?.source ?? null)
    const shown = this.found(item.id, item, seen, sources, needed) ?? this.repaintItem(item, seen, sources, bounds)
    // What only stands in is looked at again.
    if (shown === this.cache.get(item.id)) this.checked.set(shown, version)
    return shown
  }

  /** Is it just what shows the item, with no picture having come or gone since that was found? */
  private isKnown(held: Bitmap, item: DrawItem, { scale }: Seen, version: number, needed: Rect): boolean {
    const isSame = held.of === item && held.scale === scale && this.checked.get(held) === version
    return isSame && rectHolds(held.region, growRect(needed, -1))
  }

  private repaintItem(item: DrawItem, seen: Seen, sources: readonly unknown[], bounds: Rect): Bitmap {
    const before = this.cache.get(item.id)
    return this.repaint(item.id, item, item, seen, sources, bounds, (painting, region) => {
      const was = before?.node
      if (before && was && !isGroup(was) && before.scale === seen.scale && sameRect(before.region, region)) {
        const patched = patchedBitmap(before.source, was, item, painting)
        if (patched) return patched
      }
      const layer = createLayer(painting.device.x1, painting.device.y1)
      paintIsolated(layer.context, item, painting)
      return layer.source
    })
  }

  /** A group composed from its members' bitmaps. */
  private ofGroup(group: DrawGroup, seen: Seen, hatching: Hatching): Bitmap | null {
    const bounds = growRect(mapRect(scaling(seen.scale), group.bounds), 2)
    const needed = intersectRects(bounds, seen.visible)
    if (!needed) return null
    const near = this.near(group.id, group, seen, null, needed)
    // What stands where it stood may show other moments of clips.
    if (near?.isMoved && this.mayStandIn(near, seen)) return this.standIn(group.id, near, seen)
    const wasSettled = this.isSettled
    this.isSettled = true
    const members = group.children.flatMap((child) => this.of(child, seen, hatching))
    const areSettled = this.isSettled
    this.isSettled &&= wasSettled
    const sources = members.map(({ source }) => source)
    const found = this.found(group.id, group, seen, sources, needed)
    if (found) return found
    if (near && !areSettled) return this.standIn(group.id, near, seen)
    return this.repaint(group.id, group, group, seen, sources, bounds, (painting, region) => {
      const layer = createLayer(painting.device.x1, painting.device.y1)
      const context = layer.source.getContext('2d')
      if (context) for (const member of members) drawBitmap(context, member, { x: -region.x0, y: -region.y0 })
      const finished = finishGroup({ layer, region: painting.device, view: painting.view }, group, painting)
      return finished.layer.source as OffscreenCanvas // made by the same createLayer
    })
  }

  private ofHatching(frame: Frame, node: DrawItem, seen: Seen, hatching: Hatching): Bitmap | null {
    const bounds = growRect(mapRect(scaling(seen.scale), frameRect(hatching.sheet, frame)), 3)
    const needed = intersectRects(bounds, seen.visible)
    if (!needed) return null
    const { sheet, ratio } = hatching
    const isTarget = frame.id === hatching.target
    const sources = [isTarget]
    const id = `${frame.id}${HATCHING}`
    const found = this.found(id, node, seen, sources, needed)
    if (found) return found
    const plain: DrawItem = { id, bounds: node.bounds, ops: [] }
    return this.repaint(id, plain, node, seen, sources, bounds, ({ view, device }) => {
      const layer = createLayer(device.x1, device.y1)
      paintEmptyFrame(layer.context, outlineOnSheet(sheet, frame), view, ratio, isTarget)
      return layer.source
    })
  }

  /** May something be shown that is not quite what painting it anew gives? */
  private mayStandIn(near: Near, seen: Seen): boolean {
    return this.isCarried(near, seen) || this.spent >= this.allowed
  }

  /** What moves is painted when it is let go. */
  private isCarried({ bitmap }: Near, { scale }: Seen): boolean {
    return this.isMoving && bitmap.scale === scale
  }

  /** The bitmap held of a node, put where that lies now; null where none shows it. `sources` of null are not compared. */
  private near(
    id: string,
    node: DrawNode,
    { scale }: Seen,
    sources: readonly unknown[] | null,
    needed: Rect,
  ): Near | null {
    const held = this.cache.get(id)
    if (!held || (sources && !sameList(held.sources, sources))) return null
    const by = sameNode(held.of, node) ? HERE : this.between(held.of, node)
    if (!by) return null
    const grown = scale / held.scale
    const put = { x: Math.round(by.x * scale), y: Math.round(by.y * scale) }
    const region = moveRect(grown === 1 ? held.region : mapRect(scaling(grown), held.region), put)
    // Bounds are wider than what is painted by more than rounding to whole pixels takes away.
    if (!rectHolds(region, growRect(needed, -1))) return null
    const isExact = grown === 1 && Math.hypot(by.x * scale - put.x, by.y * scale - put.y) < EXACT
    const isMoved = by.x !== 0 || by.y !== 0
    if (isExact && by === HERE) return { bitmap: held, isExact, isMoved }
    const shown = held.node === held.of ? node : { ...held.node }
    return { bitmap: { ...held, node: shown, of: node, region, ...(isExact ? { scale } : {}) }, isExact, isMoved }
  }

  /** What shows a node without painting: just so, or nearly so where that will do. */
  private found(id: string, node: DrawNode, seen: Seen, sources: readonly unknown[], needed: Rect): Bitmap | null {
    const near = this.near(id, node, seen, sources, needed)
    if (near?.isExact) return this.keep(id, near.bitmap)
    if (near && this.mayStandIn(near, seen)) return this.standIn(id, near, seen)
    // At another scale other levels of the pictures are asked for.
    const coarse = near ? null : this.near(id, node, seen, null, needed)
    const isOtherScale = coarse !== null && coarse.bitmap.scale !== seen.scale
    return isOtherScale && this.mayStandIn(coarse, seen) ? this.standIn(id, coarse, seen) : null
  }

  private standIn(id: string, near: Near, seen: Seen): Bitmap {
    if (!this.isCarried(near, seen)) this.isSettled = false
    this.used.add(id)
    return near.bitmap
  }

  private keep(id: string, bitmap: Bitmap): Bitmap {
    this.cache.delete(id)
    this.cache.set(id, bitmap)
    this.used.add(id)
    return bitmap
  }

  private repaint(
    id: string,
    node: DrawNode,
    of: DrawNode,
    { scale, visible }: Seen,
    sources: readonly unknown[],
    bounds: Rect,
    paint: (painting: Painting, region: Rect) => OffscreenCanvas,
  ): Bitmap {
    this.painted += 1
    // A little more than is seen, so that a short pan finds it painted.
    const room = growRect(visible, 0.25 * Math.max(visible.x1 - visible.x0, visible.y1 - visible.y0))
    const part = intersectRects(bounds, room) ?? bounds
    const region = { x0: Math.floor(part.x0), y0: Math.floor(part.y0), x1: Math.ceil(part.x1), y1: Math.ceil(part.y1) }
    const device = { x0: 0, y0: 0, x1: region.x1 - region.x0, y1: region.y1 - region.y0 }
    const view: Matrix = compose(translation(-region.x0, -region.y0), scaling(scale))
    const imageFor: Painting['imageFor'] = (op) => this.images.imageFor(op, scale)
    const started = performance.now()
    const source = paint({ view, device, imageFor, createLayer, isQuick: true }, region)
    this.spent += performance.now() - started
    return this.keep(id, { node, of, scale, sources, region, source })
  }

  /** Lets go of bitmaps of items that are gone, and of those not seen for longest when all weigh too much. */
  tidy(stays: (id: string) => boolean): void {
    let bytes = 0
    for (const [id, { source }] of this.cache) {
      if (!stays(id.replace(HATCHING, ''))) this.cache.delete(id)
      else bytes += source.width * source.height * BYTES_A_PIXEL
    }
    for (const [id, { source }] of this.cache) {
      if (bytes <= MOST_CACHED_BYTES) return
      if (this.used.has(id)) continue
      this.cache.delete(id)
      bytes -= source.width * source.height * BYTES_A_PIXEL
    }
  }
}
