/** Which points an outline holds, told by how often its contours wind about them. */
import { distanceToSegment } from '@tests/helpers/segment'
import type { Point } from '@/core/geometry/vector'
import { windingAbout } from '@/core/path/contains'
import type { Outline } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** An outline as points, taken once for many questions. */
export interface Flat {
  readonly outline: Outline
  readonly contours: readonly (readonly Point[])[]
}

export const flat = (outline: Outline): Flat => ({ outline, contours: polylineOf(outline.path, 0.005) })

export const contains = ({ outline, contours }: Flat, p: Point): boolean => {
  const turns = contours.reduce((sum, contour) => sum + windingAbout(p, contour), 0)
  return outline.fillRule === 'nonzero' ? turns !== 0 : turns % 2 !== 0
}

/** Points nearer to an outline than `doubt` may fall to either side of it. */
export const isNearEdge = (outlines: readonly Flat[], p: Point, doubt: number): boolean =>
  outlines.some(({ contours }) =>
    contours.some((contour) =>
      contour.some((from, i) => distanceToSegment(p, from, contour[(i + 1) % contour.length] ?? from) < doubt),
    ),
  )
