import { TOLERANCE } from '@/core/tolerance'
import { POINTS_PER_INCH } from '@/core/units'
import { compose, largestStretch, rotation, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { aspectOf, coverScale, fitScale, reachOf, type Reach } from '@/core/placement/scale'

/** Allowed shares along one axis of the picture, for the point at the frame's centre. */
export interface Interval {
  readonly min: number
  readonly max: number
}

/** What is seen: the stored placement with keep-covered applied. */
export interface Resolved {
  /** Points a picture pixel, along the picture's height; the width has `scale · aspect`. */
  readonly scale: number
  readonly aspect: number
  readonly fitScale: number
  readonly coverScale: number
  readonly u: number
  readonly v: number
  /** Shares at which the outline stays covered; empty (min > max) below the cover scale. */
  readonly allowed: { readonly u: Interval; readonly v: Interval }
  readonly isCovered: boolean
  /** Picture pixels → frame-local points. */
  readonly matrix: Matrix
}

/** u ∈ [−a0/(s·w), 1 − a1/(s·w)], mirrored under a flip. */
const interval = (min: number, max: number, extent: number, flipped: boolean): Interval =>
  flipped ? { min: max / extent, max: 1 + min / extent } : { min: -min / extent, max: 1 - max / extent }

const middle = (i: Interval): number => (i.min + i.max) / 2
const clampTo = (value: number, i: Interval): number =>
  i.min > i.max ? middle(i) : Math.min(i.max, Math.max(i.min, value))
const holds = (value: number, i: Interval): boolean =>
  value >= i.min - TOLERANCE.length && value <= i.max + TOLERANCE.length

/** M = R(turn) · S(s·aspect·fx, s·fy) · T(−u·w, −v·h). */
const matrixOf = (placed: Placed, holder: PictureHolder, scale: number, aspect: number, u: number, v: number): Matrix =>
  compose(
    rotation(placed.turn),
    scaling(scale * aspect * (placed.flipX ? -1 : 1), scale * (placed.flipY ? -1 : 1)),
    translation(-u * holder.picture.w, -v * holder.picture.h),
  )

/** Where the focus may lie, in shares of the picture, so that the picture covers all that the outline reaches. */
export const allowedFocus = (
  placed: Placed,
  holder: PictureHolder,
  reach: Reach,
  scale: number,
  aspect: number,
): { readonly u: Interval; readonly v: Interval } => ({
  u: interval(reach.a.min, reach.a.max, scale * aspect * holder.picture.w, placed.flipX),
  v: interval(reach.b.min, reach.b.max, scale * holder.picture.h, placed.flipY),
})

/** Works out where the picture is seen. Never rewrites what is stored. */
export const resolvePlacement = (placed: Placed, holder: PictureHolder): Resolved => {
  const reach = reachOf(holder.outline, placed.turn)
  const aspect = aspectOf(placed, holder, reach)
  const least = coverScale(reach, { w: holder.picture.w * aspect, h: holder.picture.h })
  const fitted = fitScale(placed, holder, reach, aspect)
  const asked = fitted * placed.zoom
  // Tiles go on for ever: there is nothing to keep covered.
  const isKept = placed.keepCovered && placed.fit !== 'tile'
  const scale = isKept ? Math.max(asked, least) : asked
  const allowed = allowedFocus(placed, holder, reach, scale, aspect)
  const u = isKept ? clampTo(placed.focus.u, allowed.u) : placed.focus.u
  const v = isKept ? clampTo(placed.focus.v, allowed.v) : placed.focus.v
  return {
    scale,
    aspect,
    fitScale: fitted,
    coverScale: least,
    u,
    v,
    allowed,
    isCovered:
      placed.fit === 'tile'
        ? !placed.tileGap
        : scale >= least * (1 - TOLERANCE.cover) && holds(u, allowed.u) && holds(v, allowed.v),
    matrix: matrixOf(placed, holder, scale, aspect, u, v),
  }
}

/** The focus in the middle of what keeps the outline covered; an off-centre outline is not covered from ½, ½. */
export const middleFocus = (placed: Placed, holder: PictureHolder): { readonly u: number; readonly v: number } => {
  const { allowed } = resolvePlacement(placed, holder)
  return { u: middle(allowed.u), v: middle(allowed.v) }
}

/**
 * Picture pixels an inch of the sheet, the worst over the picture: 72/σ_max. `stretch` is how much larger it is seen than it
 * lies, at most.
 */
export const effectiveResolution = (pictureToSheet: Matrix, stretch = 1): number =>
  POINTS_PER_INCH / (largestStretch(pictureToSheet) * stretch)

/** Does the picture show out of its own proportions? */
export const isStretched = (resolved: Resolved): boolean => Math.abs(resolved.aspect - 1) > TOLERANCE.undistorted
