import { TOLERANCE } from '@/core/tolerance'
import { cross, subtract, type Point } from '@/core/geometry/vector'
import type { Outline, Path } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** Times the contour turns about the point (D. Sunday's winding number method). */
export const windingAbout = (p: Point, contour: readonly Point[]): number => {
  let turns = 0
  contour.forEach((from, i) => {
    const to = contour[(i + 1) % contour.length] ?? from
    const side = cross(subtract(to, from), subtract(p, from))
    if (from.y <= p.y && to.y > p.y && side > 0) turns += 1
    else if (from.y > p.y && to.y <= p.y && side < 0) turns -= 1
  })
  return turns
}

const contours = new WeakMap<Path, readonly (readonly Point[])[]>()

/** A path's contours as points, worked out once: many points are asked about one path. */
const contoursFor = (path: Path): readonly (readonly Point[])[] => {
  const known = contours.get(path)
  if (known) return known
  const made = polylineOf(path, TOLERANCE.flatness)
  contours.set(path, made)
  return made
}

/** Is the point inside the outline by its fill rule? */
export const outlineContains = (outline: Outline, p: Point): boolean => {
  const turns = contoursFor(outline.path).reduce((sum, c) => sum + windingAbout(p, c), 0)
  return outline.fillRule === 'nonzero' ? turns !== 0 : turns % 2 !== 0
}
