import { compose, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { growRect, intersectRects, mapRect, rectHolds, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { originalOf, placedIn } from '@/core/document/content'
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
import type { LevelImages } from '@/client/stage/images'

/** One node painted once, and what it was painted from. */
export interface Bitmap {
  readonly node: DrawNode
  readonly scale: number
  readonly sources: readonly unknown[]
  /** Where the bitmap lies, in device pixels from the sheet's origin. */
  readonly region: Rect
  readonly source: OffscreenCanvas
}

/** What is seen of the sheet. */
export interface Seen {
  readonly scale: number
  readonly origin: Point
  readonly visible: Rect
}

/** How empty frames are shown on the bench. */
export interface Hatching {
  readonly sheet: Sheet
  readonly ratio: number
  /** The empty frame that a carried picture would fill. */
  readonly target: string | null
  /** None at all. */
  readonly isClean: boolean
}

const MOST_CACHED_BYTES = 500e6
const BYTES_A_PIXEL = 4
const HATCHING = '/hatching'

/** A frame that shows nothing yet, an echo of one, or a window onto a background that is gone. */
const isEmpty = (sheet: Sheet, frame: Frame): boolean => {
  const { kind } = originalOf(sheet, frame).fill
  if (kind === 'none' && inkOf(sheet, frame) !== null) return false
  return kind === 'none' || kind === 'echo' || (kind === 'span' && !placedIn(sheet, frame))
}

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** Composes a bitmap as its node wants it, or weaker. */
export const drawBitmap = (context: Context, { source, region, node }: Bitmap, origin: Point, strength = 1): void => {
  context.globalAlpha = (node.opacity ?? 1) * strength
  context.globalCompositeOperation = node.blend ?? 'source-over'
  context.drawImage(source, origin.x + region.x0, origin.y + region.y0)
  context.globalAlpha = 1
  context.globalCompositeOperation = 'source-over'
}

/** Bitmaps of nodes, each painted anew only if something of it changed. Cached within a bound of bytes. */
export class Bitmaps {
  private readonly cache = new Map<string, Bitmap>()
  /** How many were painted since it was last set to 0. */
  painted = 0

  constructor(private readonly images: LevelImages) {}

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
    const sources = itemPictures(item).map((op) => this.images.imageFor(op, seen.scale)?.source ?? null)
    const held = this.held(item.id, (bitmap) => sameItem(bitmap.node, item), seen, sources, needed)
    if (held) return held
    const before = this.cache.get(item.id)
    return this.repaint(item.id, item, seen, sources, bounds, (painting, region) => {
      if (before && !isGroup(before.node) && before.scale === seen.scale && sameRect(before.region, region)) {
        const patched = patchedBitmap(before.source, before.node, item, painting)
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
    const members = group.children.flatMap((child) => this.of(child, seen, hatching))
    const held = this.held(group.id, (bitmap) => bitmap.node === group, seen, members, needed)
    if (held) return held
    return this.repaint(group.id, group, seen, members, bounds, (painting, region) => {
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
    const plain: DrawItem = { id, bounds: node.bounds, ops: [] }
    const isSame = (bitmap: Bitmap): boolean => this.hatched.get(bitmap) === node
    const held = this.held(id, isSame, seen, sources, needed)
    if (held) return held
    const made = this.repaint(id, plain, seen, sources, bounds, ({ view, device }) => {
      const layer = createLayer(device.x1, device.y1)
      paintEmptyFrame(layer.context, outlineOnSheet(sheet, frame), view, ratio, isTarget)
      return layer.source
    })
    this.hatched.set(made, node)
    return made
  }

  private readonly hatched = new WeakMap<Bitmap, DrawItem>()

  private held(
    id: string,
    isSame: (bitmap: Bitmap) => boolean,
    { scale }: Seen,
    sources: readonly unknown[],
    needed: Rect,
  ): Bitmap | null {
    const held = this.cache.get(id)
    const fits =
      held &&
      isSame(held) &&
      held.scale === scale &&
      held.sources.length === sources.length &&
      held.sources.every((source, i) => source === sources[i])
    return fits && rectHolds(held.region, needed) ? held : null
  }

  private repaint(
    id: string,
    node: DrawNode,
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
    const source = paint({ view, device, imageFor, createLayer, isQuick: true }, region)
    const bitmap: Bitmap = { node, scale, sources, region, source }
    this.cache.set(id, bitmap)
    return bitmap
  }

  /** Lets go of bitmaps of items that are gone, and of all when they weigh too much. */
  tidy(stays: (id: string) => boolean): void {
    let bytes = 0
    for (const [id, { source }] of this.cache) {
      if (!stays(id.replace(HATCHING, ''))) this.cache.delete(id)
      else bytes += source.width * source.height * BYTES_A_PIXEL
    }
    if (bytes > MOST_CACHED_BYTES) this.cache.clear()
  }
}

export const FAINT_ID = '@faint'

const sameRect = (a: Rect, b: Rect): boolean => a.x0 === b.x0 && a.y0 === b.y0 && a.x1 === b.x1 && a.y1 === b.y1

/** A sheet within is told apart by what is painted of it, which is compared beside this. */
const opsText = ({ ops }: DrawItem): string =>
  JSON.stringify(ops, (key: string, value: unknown) => (key === 'view' ? null : value))

/** Draw items are made anew only when something of them changed; a moved faint picture is compared by its matrix. */
const sameItem = (a: DrawNode, b: DrawItem): boolean =>
  a === b || (!isGroup(a) && a.id === FAINT_ID && b.id === FAINT_ID && opsText(a) === opsText(b))
