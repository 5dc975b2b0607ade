import { RANGE } from '@/core/tolerance'
import { directionOf, normalTurn } from '@/core/geometry/angle'
import { apply, applyVector, invert, rotation } from '@/core/geometry/matrix'
import { subtract, type Point } from '@/core/geometry/vector'
import { keptAspect, type Fit, type PictureHolder, type Placed } from '@/core/placement/placed'
import { focusOnSubject, type SubjectMark } from '@/core/placement/subject'
import { middleFocus, resolvePlacement, type Resolved } from '@/core/placement/resolve'

/** A new placement, and whether keep-covered stopped it short of what was asked. */
export interface Moved {
  readonly placed: Placed
  readonly stopped: boolean
}

const STOP = 1e-7

/** Stores what is seen: the clamped focus and scale become the stored ones. */
const stored = (placed: Placed, seen: Resolved): Placed => ({
  ...placed,
  zoom: seen.scale / seen.fitScale,
  focus: { u: seen.u, v: seen.v },
})

const settle = (asked: Placed, holder: PictureHolder): Moved => {
  const seen = resolvePlacement(asked, holder)
  const stopped =
    Math.abs(seen.u - asked.focus.u) > STOP ||
    Math.abs(seen.v - asked.focus.v) > STOP ||
    seen.scale > seen.fitScale * asked.zoom * (1 + STOP)
  return { placed: stored(asked, seen), stopped }
}

/** Pixels of the picture that two places may differ by and show the same. */
const UNSEEN = 1e-6

/**
 * A move that was stopped where it began gives back what was there: it is no change, and what keep-covered corrects is not
 * written over what was set.
 */
const unlessStopped = (before: Placed, moved: Moved, holder: PictureHolder): Moved => {
  if (!moved.stopped) return moved
  const [was, is] = [resolvePlacement(before, holder), resolvePlacement(moved.placed, holder)]
  const { w, h } = holder.picture
  const isSame =
    Math.abs(is.u - was.u) * w < UNSEEN &&
    Math.abs(is.v - was.v) * h < UNSEEN &&
    Math.abs(is.scale / was.scale - 1) * Math.max(w, h) < UNSEEN
  return isSame ? { placed: before, stopped: true } : moved
}

/** Moves the picture within its frame by `delta` (frame-local points). */
export const panPicture = (placed: Placed, holder: PictureHolder, delta: Point): Moved => {
  const seen = resolvePlacement(placed, holder)
  const along = applyVector(rotation(-placed.turn), delta)
  const du = along.x / (seen.scale * seen.aspect * (placed.flipX ? -1 : 1) * holder.picture.w)
  const dv = along.y / (seen.scale * (placed.flipY ? -1 : 1) * holder.picture.h)
  const moved = settle({ ...stored(placed, seen), focus: { u: seen.u - du, v: seen.v - dv } }, holder)
  return unlessStopped(placed, moved, holder)
}

const clampScale = (scale: number, seen: Resolved): number =>
  Math.min(seen.coverScale * RANGE.handZoom.max, Math.max(seen.coverScale * RANGE.handZoom.min, scale))

/** The placement at another scale (points a pixel) that keeps the picture point under `at` (frame-local). */
const scaledAt = (placed: Placed, holder: PictureHolder, at: Point, scale: number): Placed => {
  const seen = resolvePlacement(placed, holder)
  const q = apply(invert(seen.matrix), at)
  const along = applyVector(rotation(-placed.turn), at)
  const u = (q.x - along.x / (scale * seen.aspect * (placed.flipX ? -1 : 1))) / holder.picture.w
  const v = (q.y - along.y / (scale * (placed.flipY ? -1 : 1))) / holder.picture.h
  return { ...placed, zoom: scale / seen.fitScale, focus: { u, v } }
}

/** Zooms by `factor`, keeping the picture point under `at` there, within keep-covered. */
export const zoomPicture = (placed: Placed, holder: PictureHolder, at: Point, factor: number): Moved => {
  const seen = resolvePlacement(placed, holder)
  const asked = clampScale(seen.scale * factor, seen)
  const scale = placed.keepCovered ? Math.max(asked, seen.coverScale) : asked
  const moved = settle(scaledAt(placed, holder, at, scale), holder)
  const stopped = moved.stopped || scale > asked * (1 + STOP)
  return unlessStopped(placed, { placed: moved.placed, stopped }, holder)
}

/** Sets the zoom as a multiple of the fit, as it is typed. With keep-covered one too small to cover becomes what covers. */
export const setZoom = (placed: Placed, holder: PictureHolder, zoom: number): Moved => {
  const seen = resolvePlacement(placed, holder)
  const asked = clampScale(seen.fitScale * zoom, seen)
  const isKept = placed.keepCovered && placed.fit !== 'tile'
  const scale = isKept ? Math.max(asked, seen.coverScale) : asked
  const moved = settle(scaledAt(placed, holder, { x: 0, y: 0 }, scale), holder)
  return { placed: moved.placed, stopped: scale > asked * (1 + STOP) }
}

/**
 * Turns the picture about the frame's centre. The scale and focus that were set are kept as they are, whatever keep-covered
 * makes of them at this turn: it raises the scale that is seen only where cover needs it, so that a full turn never pulses,
 * and turned back the picture is as it was.
 */
export const turnPicture = (placed: Placed, holder: PictureHolder, turn: number): Placed => {
  const seen = resolvePlacement(placed, holder)
  const fixed: Placed = placed.fit === 'stretch' ? { ...placed, fit: 'cover', aspect: keptAspect(seen.aspect) } : placed
  const turned: Placed = { ...fixed, turn: normalTurn(turn) }
  return { ...turned, zoom: (placed.zoom * seen.fitScale) / resolvePlacement(turned, holder).fitScale }
}

/** Fits afresh: zoom 1, the subject or else the middle in view; only cover and stretch keep the outline covered. */
export const setFit = (placed: Placed, holder: PictureHolder, fit: Fit, subject?: SubjectMark): Placed => {
  const keepCovered = fit === 'cover' || fit === 'stretch'
  const fitted: Placed = { ...placed, fit, zoom: 1, aspect: 1, keepCovered, focus: { u: 0.5, v: 0.5 } }
  if (!keepCovered) return fitted
  return subject ? focusOnSubject(fitted, holder, subject) : { ...fitted, focus: middleFocus(fitted, holder) }
}

/** Mirrors what is seen: the picture point at the frame's centre stays there. */
export const flipPicture = (placed: Placed, holder: PictureHolder, axis: 'x' | 'y'): Placed => {
  const seen = resolvePlacement(placed, holder)
  // A mirror across an axis of the frame reverses the sense of the turn.
  const flipped = {
    ...stored(placed, seen),
    turn: normalTurn(-placed.turn),
    flipX: axis === 'x' ? !placed.flipX : placed.flipX,
    flipY: axis === 'y' ? !placed.flipY : placed.flipY,
  }
  const there = resolvePlacement({ ...flipped, keepCovered: false }, holder)
  return settle({ ...flipped, zoom: seen.scale / there.fitScale }, holder).placed
}

/** Switches keep-covered. Switching it on moves the picture as little as covers. */
export const setKeepCovered = (placed: Placed, holder: PictureHolder, keepCovered: boolean): Placed =>
  settle({ ...stored(placed, resolvePlacement(placed, holder)), keepCovered }, holder).placed

/**
 * Turns the picture so that a line of it, given in picture pixels, lies level on the sheet, or upright if it is nearer
 * to that. A line of no length changes nothing.
 */
export const levelPicture = (
  placed: Placed,
  holder: PictureHolder,
  frameTurn: number,
  from: Point,
  to: Point,
): Placed => {
  const seen = resolvePlacement(placed, holder)
  const [a, b] = [apply(seen.matrix, from), apply(seen.matrix, to)]
  const delta = subtract(b, a)
  if (delta.x === 0 && delta.y === 0) return placed
  const onSheet = directionOf(delta) + frameTurn
  const off = onSheet - Math.round(onSheet / 90) * 90
  return turnPicture(placed, holder, placed.turn - off)
}

/** Sets the gap between the tiles of a pattern, as a share of the picture's short side; 0 for none. */
export const setTileGap = (placed: Placed, gap: number): Placed => {
  const next: { -readonly [K in keyof Placed]: Placed[K] } = { ...placed }
  delete next.tileGap
  return gap > 0 ? { ...next, tileGap: gap } : next
}

/** Puts another picture in place of the placed one: fit, zoom, turn, flips and the relative focus stay. */
export const replacePlaced = (placed: Placed, pictureId: string): Placed => ({ ...placed, pictureId })
