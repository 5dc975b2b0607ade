import type { Sheet } from '@/core/document/types'
import { rectSize, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { isGroup, type DrawItem, type DrawNode } from '@/core/render/ops'

/** One node painted once, and what it was painted from. */
export interface Bitmap {
  /** How it is composed, and what that is told apart by. */
  readonly node: DrawNode
  /** What it shows: the node itself, or that whose hatching it is. */
  readonly of: DrawNode
  readonly scale: number
  readonly sources: readonly unknown[]
  /** Where the bitmap lies, in device pixels from the sheet's origin; of a stand-in at another scale larger or smaller. */
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

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D

/** Composes a bitmap as its node wants it, or weaker. */
export const drawBitmap = (context: Context, { source, region, node }: Bitmap, origin: Point, strength = 1): void => {
  context.globalAlpha = (node.opacity ?? 1) * strength
  context.globalCompositeOperation = node.blend ?? 'source-over'
  const { w, h } = rectSize(region)
  context.drawImage(source, origin.x + region.x0, origin.y + region.y0, w, h)
  context.globalAlpha = 1
  context.globalCompositeOperation = 'source-over'
}

export const FAINT_ID = '@faint'

export const sameRect = (a: Rect, b: Rect): boolean => a.x0 === b.x0 && a.y0 === b.y0 && a.x1 === b.x1 && a.y1 === b.y1

/** A sheet within is told apart by what is painted of it, which is compared beside this. */
const opsText = ({ ops }: DrawItem): string =>
  JSON.stringify(ops, (key: string, value: unknown) => (key === 'view' ? null : value))

/** Draw items are made anew only when something of them changed; a moved faint picture is compared by its matrix. */
export const sameNode = (a: DrawNode, b: DrawNode): boolean =>
  a === b || (!isGroup(a) && !isGroup(b) && a.id === FAINT_ID && b.id === FAINT_ID && opsText(a) === opsText(b))
