import { apply } from '@/core/geometry/matrix'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { reachOf } from '@/core/placement/scale'
import type { SubjectMark } from '@/core/placement/subject'
import { POINTS_PER_INCH } from '@/core/units'
import { postureOf, type Wants } from '@/core/template/wants'

/** How a picture would lie in an opening, and what is known of it. */
export interface Fitting {
  readonly placed: Placed
  readonly holder: PictureHolder
  readonly wants: Wants
  readonly subject?: SubjectMark
  readonly tags: readonly string[]
}

/** What a fitting lacks; each in [0, 1], and 0 where nothing is lacking. */
export interface Lacks {
  /** Share of the picture that is not seen. */
  readonly cropped: number
  /** Share of its subject that is not seen. */
  readonly cut: number
  /** Share of the resolution that is missing: of the sheet's, or of the pixels wanted. */
  readonly short: number
  /** Its posture is not the one wanted, or, where none is said, not that of the opening. */
  readonly posture: number
  /** It has not the tag wanted. */
  readonly tag: number
  /** How far its subject's middle and line are from where they are wanted, in sides of the opening. */
  readonly away: number
}

/**
 * What each lack weighs. A subject that is cut costs most: nobody sends that. A tag or posture that was asked for comes
 * before a crop, which every opening has to some degree; softness counts like a crop.
 */
export const WEIGHTS: Readonly<Record<keyof Lacks, number>> = {
  cropped: 1,
  cut: 4,
  short: 1,
  posture: 1.5,
  tag: 3,
  away: 1,
}

const clamped = (value: number): number => Math.min(1, Math.max(0, value))
const overlap = (a0: number, a1: number, b0: number, b1: number): number =>
  Math.max(0, Math.min(a1, b1) - Math.max(a0, b0))

/** The rectangle of the picture that is seen through the outline's extents along the picture's axes, in shares. */
const seenOf = ({ placed, holder }: Pick<Fitting, 'placed' | 'holder'>) => {
  const { scale, aspect, u, v } = resolvePlacement(placed, holder)
  const { a, b } = reachOf(holder.outline, placed.turn)
  const [kx, ky] = [scale * aspect * holder.picture.w, scale * holder.picture.h]
  const [x0, x1] = placed.flipX ? [-a.max, -a.min] : [a.min, a.max]
  const [y0, y1] = placed.flipY ? [-b.max, -b.min] : [b.min, b.max]
  return { u0: u + x0 / kx, u1: u + x1 / kx, v0: v + y0 / ky, v1: v + y1 / ky, scale }
}

/** What counts as the way of a subject that is wanted and not marked: there may be one, and there may be none. */
const UNMARKED = 2

/** How far the subject is seen from where it is wanted, in sides of the opening; 0 where nothing is wanted of it. */
const awayOf = ({ placed, holder, wants, subject }: Fitting): number => {
  if (!wants.subject && wants.line === undefined) return 0
  if (!subject) return UNMARKED
  const { matrix } = resolvePlacement(placed, holder)
  const { box, line } = subject
  const middle = (box.v0 + box.v1) / 2
  const spot = (v: number) => apply(matrix, { x: ((box.u0 + box.u1) / 2) * holder.picture.w, y: v * holder.picture.h })
  const at = spot(middle)
  const place = wants.subject
    ? Math.hypot(at.x / holder.box.w + 0.5 - wants.subject.x, at.y / holder.box.h + 0.5 - wants.subject.y)
    : 0
  const height = wants.line === undefined ? 0 : Math.abs(spot(line ?? middle).y / holder.box.h + 0.5 - wants.line)
  return clamped(place) + clamped(height)
}

/** What a picture lacks in an opening. */
export const lacksOf = (fitting: Fitting): Lacks => {
  const { holder, wants, subject, tags } = fitting
  const seen = seenOf(fitting)
  const shown = overlap(seen.u0, seen.u1, 0, 1) * overlap(seen.v0, seen.v1, 0, 1)
  const box = subject?.box
  const inSight = box
    ? (overlap(seen.u0, seen.u1, box.u0, box.u1) * overlap(seen.v0, seen.v1, box.v0, box.v1)) /
      ((box.u1 - box.u0) * (box.v1 - box.v0))
    : 1
  const ppi = POINTS_PER_INCH / seen.scale
  const pixels = Math.max((seen.u1 - seen.u0) * holder.picture.w, (seen.v1 - seen.v0) * holder.picture.h)
  const wanted = wants.pixels === undefined ? ppi / holder.ppi : pixels / wants.pixels
  const tag = wants.tag?.toLowerCase()
  return {
    cropped: clamped(1 - shown),
    cut: clamped(1 - inSight),
    short: clamped(1 - wanted),
    posture: postureOf(holder.picture) === (wants.posture ?? postureOf(holder.box)) ? 0 : wants.posture ? 1 : 0.2,
    tag: tag === undefined || tags.some((held) => held.toLowerCase() === tag) ? 0 : 1,
    away: clamped(awayOf(fitting) / 2),
  }
}

/** The cost of a picture in an opening: its lacks by their weights. 0 at best. */
export const costOf = (fitting: Fitting): number => {
  const lacks = lacksOf(fitting)
  return (Object.keys(WEIGHTS) as (keyof Lacks)[]).reduce((sum, key) => sum + WEIGHTS[key] * lacks[key], 0)
}

/** Too few pixels where a picture is seen: what it has there, and what is wanted. */
export interface Shortage {
  readonly has: number
  readonly wants: number
  /** Pixels an inch, or pixels along the longer side of what is seen. */
  readonly unit: 'ppi' | 'px'
}

/** A picture may have this share of the sheet's resolution less before it is said: common practice, with no source. */
const ENOUGH = 0.66

/** What a picture is short of in an opening: of the pixels wanted, else of the sheet's resolution; null where it has enough. */
export const shortageOf = ({
  placed,
  holder,
  wants,
}: Pick<Fitting, 'placed' | 'holder' | 'wants'>): Shortage | null => {
  const seen = seenOf({ placed, holder })
  if (wants.pixels !== undefined) {
    const has = Math.max((seen.u1 - seen.u0) * holder.picture.w, (seen.v1 - seen.v0) * holder.picture.h)
    return has < wants.pixels ? { has: Math.floor(has), wants: wants.pixels, unit: 'px' } : null
  }
  const ppi = POINTS_PER_INCH / seen.scale
  return ppi < holder.ppi * ENOUGH ? { has: Math.floor(ppi), wants: holder.ppi, unit: 'ppi' } : null
}
