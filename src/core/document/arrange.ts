import type { Box } from '@/core/geometry/box'
import { boxCorners } from '@/core/geometry/box'
import { intersectRects, rectAround, type Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import { aspectOf, aspectSize } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'
import { framesOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'

const PLACES = 12
const SHARE = 0.32

/** A sensible size for a new frame: about a third of the sheet's short side, as wide as its outline asks for. */
export const sensibleSize = (sheet: Sheet, stencil: Stencil, aspect: number = aspectOf(stencil)): Size =>
  aspectSize(aspect, Math.min(sheet.size.w, sheet.size.h) * SHARE)

const overlap = (r: Rect, others: readonly Rect[]): number =>
  others.reduce((sum, other) => {
    const both = intersectRects(r, other)
    return both ? sum + (both.x1 - both.x0) * (both.y1 - both.y0) : sum
  }, 0)

/** The first place in reading order where a box of `size` lies on the sheet and covers other frames least. */
export const freePlace = (sheet: Sheet, size: Size): Box => {
  const taken = framesOf(sheet).map((frame) => rectAround(boxCorners(frame.box, frame.turn)))
  const margin = Math.min(sheet.size.w, sheet.size.h) * 0.04
  const room = {
    w: Math.max(0, sheet.size.w - size.w - 2 * margin),
    h: Math.max(0, sheet.size.h - size.h - 2 * margin),
  }
  let best: { readonly box: Box; readonly cost: number } | null = null
  for (let row = 0; row < PLACES; row += 1)
    for (let column = 0; column < PLACES; column += 1) {
      const x0 = margin + (room.w * column) / (PLACES - 1)
      const y0 = margin + (room.h * row) / (PLACES - 1)
      const cost = overlap({ x0, y0, x1: x0 + size.w, y1: y0 + size.h }, taken)
      if (!best || cost < best.cost - 1e-6) best = { box: { cx: x0 + size.w / 2, cy: y0 + size.h / 2, ...size }, cost }
    }
  return best?.box ?? { cx: sheet.size.w / 2, cy: sheet.size.h / 2, ...size }
}
