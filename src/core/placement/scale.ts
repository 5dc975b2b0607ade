import { assertNever } from '@/core/failure'
import { POINTS_PER_INCH } from '@/core/units'
import { unitVector } from '@/core/geometry/angle'
import type { Size } from '@/core/geometry/vector'
import { extentAlong, type Extent } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import type { PictureHolder, Placed } from '@/core/placement/placed'

/** The outline's extents along the axes of a picture that is turned within the frame. */
export interface Reach {
  readonly a: Extent
  readonly b: Extent
}

/** Along these axes the picture is an upright rectangle, so covering the extents covers the outline. */
export const reachOf = (outline: Outline, turn: number): Reach => ({
  a: extentAlong(outline.path, turn),
  b: extentAlong(outline.path, turn + 90),
})

/** Before zoom, a tile's long side is this share of the box's long side. */
const TILE_SHARE = 0.25

const length = (e: Extent): number => e.max - e.min

/** Least scale (points a pixel) at which a picture of `size` covers the outline. */
export const coverScale = (reach: Reach, size: Size): number =>
  Math.max(length(reach.a) / size.w, length(reach.b) / size.h)

/** Largest scale at which the turned picture's bounding box fits the frame's box. */
export const containScale = (box: Size, size: Size, turn: number): number => {
  const axis = unitVector(turn)
  const cos = Math.abs(axis.x)
  const sin = Math.abs(axis.y)
  return Math.min(box.w / (size.w * cos + size.h * sin), box.h / (size.w * sin + size.h * cos))
}

/** The aspect at which both axes of the picture meet the outline's extents. */
export const stretchAspect = (reach: Reach, picture: Size): number =>
  length(reach.a) / picture.w / (length(reach.b) / picture.h)

/** The aspect in force: stored, or given by the fit `stretch`. */
export const aspectOf = (placed: Placed, holder: PictureHolder, reach: Reach): number =>
  placed.fit === 'stretch' ? stretchAspect(reach, holder.picture) : placed.aspect

/** Scale that the fit alone gives, in points a pixel, for a picture whose width is stretched by `aspect`. */
export const fitScale = (placed: Placed, holder: PictureHolder, reach: Reach, aspect: number): number => {
  const size = { w: holder.picture.w * aspect, h: holder.picture.h }
  switch (placed.fit) {
    case 'cover':
    case 'stretch':
      return coverScale(reach, size)
    case 'contain':
      return containScale(holder.box, size, placed.turn)
    case 'actual':
      return POINTS_PER_INCH / holder.ppi
    case 'tile':
      return (Math.max(holder.box.w, holder.box.h) * TILE_SHARE) / Math.max(size.w, size.h)
    default:
      return assertNever(placed.fit)
  }
}
