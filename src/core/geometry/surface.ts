import { bendMap, type Bend } from '@/core/geometry/bend'
import { LEAST_DEPTH, type BendMap, type Depth } from '@/core/geometry/cylinder'
import {
  composeHomographies,
  depthAt,
  homographyOf,
  invertHomography,
  project,
  stretchOver,
  tangentAt,
  unitToQuad,
  type Homography,
} from '@/core/geometry/homography'
import { apply, compose, invert, largestStretch, type Matrix } from '@/core/geometry/matrix'
import { mapQuad, type Quad } from '@/core/geometry/quad'
import { cornersOf, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'

/** A bent surface seen in perspective: own points → units of the frame's box → bent there → seen by a projective map. */
export interface BentSurface {
  readonly toUnit: Matrix
  readonly fromUnit: Matrix
  readonly bend: BendMap
  readonly map: Homography
  readonly back: Homography
}

/** How the points in which something stands are seen on the sheet: on a plane, or on a bent surface. */
export type Surface = Homography | BentSurface

export const isBent = (surface: Surface): surface is BentSurface => 'bend' in surface

/** Places along each side of a rectangle at which a bent surface is looked at. */
const LOOKS = 16

/** A bent surface: `fromUnit` takes units of the frame's box to its own points, `corners` are those of the box as seen in its units. */
export const bentSurface = (fromUnit: Matrix, corners: Quad, bend: Bend, ratio: number): BentSurface => {
  const plane = unitToQuad(corners)
  const map = composeHomographies(homographyOf(fromUnit), plane)
  const bent = bendMap(bend, ratio, depthIn(plane))
  return { fromUnit, toUnit: invert(fromUnit), bend: bent, map, back: invertHomography(map) }
}

/** How far before the eye a point lies of a plane given by its corners' map: 1 at the deepest corner. */
const depthIn = (plane: Homography): Depth => {
  const deepest = Math.max(...cornersOf({ x0: 0, y0: 0, x1: 1, y1: 1 }).map((p) => depthAt(plane, p)))
  return (p) => depthAt(plane, p) / deepest
}

/** Does a mesh between these corners come up to the eye, or behind it? A cylinder never does: its rim stops before. */
export const reachesEye = (bend: Bend, corners: Quad): boolean => {
  if (bend.kind === 'cylinder') return false
  const [map, depth] = [bendMap(bend, 1), depthIn(unitToQuad(corners))]
  for (let j = 0; j <= LOOKS; j += 1)
    for (let i = 0; i <= LOOKS; i += 1) if (!(depth(map.place(i / LOOKS, j / LOOKS).at) >= LEAST_DEPTH)) return true
  return false
}

/** A surface that is seen through one more affine map. */
export const surfaceThrough = (view: Matrix, surface: Surface): Surface => {
  if (!isBent(surface)) return composeHomographies(homographyOf(view), surface)
  const map = composeHomographies(homographyOf(view), surface.map)
  return { ...surface, map, back: invertHomography(map) }
}

/** How far before the eye a point of its own lies; at 0 and below it is not seen. */
export const depthOn = (surface: Surface, p: Point): number => {
  if (!isBent(surface)) return depthAt(surface, p)
  const { x, y } = apply(surface.toUnit, p)
  const depth = depthAt(surface.map, surface.bend.place(x, y).at)
  return surface.bend.isSeen(x) ? depth : Math.min(0, -Math.abs(depth))
}

/** Where a point of its own is seen; only where its depth is above 0. */
export const seenOn = (surface: Surface, p: Point): Point => {
  if (!isBent(surface)) return project(surface, p)
  const { x, y } = apply(surface.toUnit, p)
  return project(surface.map, surface.bend.place(x, y).at)
}

/** The point of its own that is seen at a point of the sheet; null behind the horizon. */
export const standingOn = (surface: Surface, p: Point): Point | null => {
  if (!isBent(surface)) {
    const back = invertHomography(surface)
    return depthAt(back, p) > 0 ? project(back, p) : null
  }
  if (!(depthAt(surface.back, p) > 0)) return null
  return apply(surface.fromUnit, surface.bend.back(project(surface.back, p)))
}

/** The affine map that touches at a point of its own: equal there, and in how it stretches and turns. */
export const touchingOn = (surface: Surface, p: Point): Matrix => {
  if (!isBent(surface)) return tangentAt(surface, p)
  const unit = apply(surface.toUnit, p)
  const { at, alongU, alongV } = surface.bend.place(unit.x, unit.y)
  const e = at.x - alongU.x * unit.x - alongV.x * unit.y
  const f = at.y - alongU.y * unit.x - alongV.y * unit.y
  const bent = { a: alongU.x, b: alongU.y, c: alongV.x, d: alongV.y, e, f }
  return compose(tangentAt(surface.map, at), bent, surface.toUnit)
}

/** How long a short way in a rectangle of its own becomes, at most. */
export const stretchOn = (surface: Surface, r: Rect): number => {
  if (!isBent(surface)) return stretchOver(surface, r)
  let most = 1e-6
  for (let j = 0; j <= LOOKS; j += 1)
    for (let i = 0; i <= LOOKS; i += 1) {
      const p = { x: r.x0 + ((r.x1 - r.x0) * i) / LOOKS, y: r.y0 + ((r.y1 - r.y0) * j) / LOOKS }
      if (depthOn(surface, p) > 0) most = Math.max(most, largestStretch(touchingOn(surface, p)))
    }
  return most
}

/** The corners of a quad of its own as they are seen. */
export const quadOn = (surface: Surface, quad: Quad): Quad => mapQuad(quad, (p) => seenOn(surface, p))
