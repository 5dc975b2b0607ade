import { clampSide, type Box } from '@/core/geometry/box'
import { clockwise, quadMiddle, type Quad } from '@/core/geometry/quad'
import { trueRatio } from '@/core/geometry/trueRatio'
import { distance } from '@/core/geometry/vector'
import { nodesOf } from '@/core/path/nodes'
import type { Outline } from '@/core/path/path'
import type { Sheet } from '@/core/document/types'

/** How far away a camera is taken to be, for the longer side of a sheet: as of a picture 45° wide (common practice). */
const CAMERA = 1.2

/** How wide for its height what is seen as a quad on a sheet truly is; the sheet is taken for the whole of a photograph. */
export const trueRatioOn = ({ size }: Pick<Sheet, 'size'>, quad: Quad): number =>
  trueRatio(quad, { x: size.w / 2, y: size.h / 2 }, CAMERA * Math.max(size.w, size.h))

/** A box for what is seen as a quad: about as large, of its true ratio, around its middle. */
export const boxFor = (sheet: Pick<Sheet, 'size'>, quad: Quad): Box => {
  const [p, q, r, s] = quad
  const across = (distance(p, q) + distance(s, r)) / 2
  const down = (distance(p, s) + distance(q, r)) / 2
  const ratio = trueRatioOn(sheet, quad)
  const area = across * down
  const w = clampSide(Math.sqrt(area * ratio))
  const middle = quadMiddle(quad)
  return { cx: middle.x, cy: middle.y, w, h: clampSide(w / ratio) }
}

/** The four corners of an outline of four straight sides in sheet points, from its left upper one clockwise; null of any other. */
export const fourCorners = ({ path }: Outline): Quad | null => {
  const [contour, ...more] = nodesOf(path)
  const nodes = contour?.nodes ?? []
  if (more.length > 0 || nodes.length !== 4 || nodes.some(({ into, out }) => into || out)) return null
  return clockwise(nodes.map(({ at }) => at))
}
