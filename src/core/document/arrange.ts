import type { Box } from '@/core/geometry/box'
import { boxCorners } from '@/core/geometry/box'
import { intersectRects, rectAround, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { aspectOf, aspectSize } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'
import { framesOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'

/** What items are aligned or arranged within. */
export const FIELDS = ['selection', 'sheet', 'safe', 'bleed', 'first'] as const
export type Field = (typeof FIELDS)[number]

/** Orders in which frames are arranged. */
export const LAYOUTS = ['row', 'grid', 'circle', 'mosaic'] as const
export type Layout = (typeof LAYOUTS)[number]

/** How far new frames look for a place around the middle, in steps to each side. */
const STEPS = 8
const SHARE = 1 / 3
/** Between a new frame and its neighbours, as a share of its size. */
const GAP = 0.06

/** A sensible size for a new frame: a third of the sheet's short side, as wide as its outline asks for. */
export const sensibleSize = (sheet: Sheet, stencil: Stencil, aspect: number = aspectOf(stencil)): Size =>
  aspectSize(aspect, Math.min(sheet.size.w, sheet.size.h) * SHARE)

const overlap = (r: Rect, others: readonly Rect[]): number =>
  others.reduce((sum, other) => {
    const both = intersectRects(r, other)
    return both ? sum + (both.x1 - both.x0) * (both.y1 - both.y0) : sum
  }, 0)

/** A middle at which a box of that side lies on the sheet; in its middle if it is too large for that. */
const onSheet = (middle: number, side: number, sheet: number): number =>
  side >= sheet ? sheet / 2 : Math.min(sheet - side / 2, Math.max(side / 2, middle))

/**
 * The place nearest to a point, the sheet's middle without one, where a box of `size` lies on the sheet and covers other
 * frames least: on the point itself where nothing is there, else beside what is.
 */
export const freePlace = (sheet: Sheet, size: Size, near?: Point): Box => {
  const taken = framesOf(sheet).map((frame) => rectAround(boxCorners(frame.box, frame.turn)))
  const middle = near ?? { x: sheet.size.w / 2, y: sheet.size.h / 2 }
  const from = { x: onSheet(middle.x, size.w, sheet.size.w), y: onSheet(middle.y, size.h, sheet.size.h) }
  const step = { x: (size.w * (1 + GAP)) / 2, y: (size.h * (1 + GAP)) / 2 }
  let best: { readonly box: Box; readonly cost: number; readonly away: number } | null = null
  for (let row = -STEPS; row <= STEPS; row += 1)
    for (let column = -STEPS; column <= STEPS; column += 1) {
      const cx = onSheet(from.x + column * step.x, size.w, sheet.size.w)
      const cy = onSheet(from.y + row * step.y, size.h, sheet.size.h)
      const [w, h] = [size.w / 2, size.h / 2]
      const cost = overlap({ x0: cx - w, y0: cy - h, x1: cx + w, y1: cy + h }, taken)
      const away = Math.hypot(cx - from.x, cy - from.y)
      const isBetter = !best || cost < best.cost - 1e-6 || (cost < best.cost + 1e-6 && away < best.away - 1e-6)
      if (isBetter) best = { box: { cx, cy, ...size }, cost, away }
    }
  return best?.box ?? { cx: from.x, cy: from.y, ...size }
}
