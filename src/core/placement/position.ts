import { POINTS_PER_INCH } from '@/core/units'
import { apply, type Matrix } from '@/core/geometry/matrix'
import { mapRect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'

/** What a place is measured from: the top left of the upright box around, or the middle. */
export type Anchor = 'corner' | 'centre'

/** Where a picture lies on the sheet, in points: its middle, or the top left of the upright box around it. */
export const picturePoint = (pictureToSheet: Matrix, { w, h }: Size, anchor: Anchor): Point => {
  if (anchor === 'centre') return apply(pictureToSheet, { x: w / 2, y: h / 2 })
  const around = mapRect(pictureToSheet, { x0: 0, y0: 0, x1: w, y1: h })
  return { x: around.x0, y: around.y0 }
}

/**
 * A scale in points a picture pixel as a share of the actual size, at which one picture pixel is one output pixel at `ppi`
 * (> 0); 1 is actual size.
 */
export const actualShare = (scale: number, ppi: number): number => (scale * ppi) / POINTS_PER_INCH
