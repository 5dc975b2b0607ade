import { compose, scaling, translation } from '@/core/geometry/matrix'
import { rectAround } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import type { Path } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'

/** Points brought to a box about the origin, stretched so that their bounds are the box. */
export const fittedPoints = (raw: readonly Point[], { w, h }: Size): readonly Point[] => {
  const r = rectAround(raw)
  const stretch = (value: number, from: number, to: number, side: number): number =>
    to > from ? ((value - from) / (to - from) - 0.5) * side : 0
  return raw.map((p) => ({ x: stretch(p.x, r.x0, r.x1, w), y: stretch(p.y, r.y0, r.y1, h) }))
}

/** A path brought to a box about the origin, stretched so that its bounds are the box. */
export const fittedPath = (raw: Path, { w, h }: Size): Path => {
  if (!raw.length) return raw
  const r = boundsOf(raw)
  const [width, height] = [r.x1 - r.x0, r.y1 - r.y0]
  // A path without width or height keeps none.
  const scale = scaling(width > 0 ? w / width : 1, height > 0 ? h / height : 1)
  return transformPath(compose(scale, translation(-(r.x0 + r.x1) / 2, -(r.y0 + r.y1) / 2)), raw)
}
