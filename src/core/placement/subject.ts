import { apply, applyVector, rotation } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import type { Focus, PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'

/** The subject of a picture: a box and, if marked, the height of the eyes, as shares of width and height. */
export interface SubjectMark {
  readonly box: { readonly u0: number; readonly v0: number; readonly u1: number; readonly v1: number }
  readonly line?: number
}

const share = (value: number): number => Math.min(1, Math.max(0, value))
/** The least side of a subject, as a share of the picture's. */
const LEAST_SIDE = 0.005

const span = (p: number, q: number): readonly [number, number] => {
  const from = Math.min(share(p), share(q), 1 - LEAST_SIDE)
  return [from, Math.max(share(p), share(q), from + LEAST_SIDE)]
}

/** The subject in the box between two corners, given as shares of the picture's sides; a line outside it is dropped. */
export const subjectAround = (from: Point, to: Point, line?: number): SubjectMark => {
  const [u0, u1] = span(from.x, to.x)
  const [v0, v1] = span(from.y, to.y)
  return { box: { u0, v0, u1, v1 }, ...(line !== undefined && line >= v0 && line <= v1 ? { line } : {}) }
}

/** The subject with its line at a height; where no box is marked yet, one about the line. */
export const subjectWithLine = (subject: SubjectMark | undefined, line: number): SubjectMark => {
  const at = share(line)
  return { box: subject?.box ?? subjectAround({ x: 0.3, y: at - 0.15 }, { x: 0.7, y: at + 0.25 }).box, line: at }
}

/** Where the line comes to lie when nothing else is asked: this share of the frame's height, from the top. */
export const USUAL_LINE = 0.42

const lineOf = ({ box, line }: SubjectMark): number => line ?? (box.v0 + box.v1) / 2

/** The spot of the picture that is placed: the middle of the subject across, its line down; in picture pixels. */
const spotOf = (subject: SubjectMark, { picture }: PictureHolder): Point => ({
  x: ((subject.box.u0 + subject.box.u1) / 2) * picture.w,
  y: lineOf(subject) * picture.h,
})

/** Height of the subject in the frame and of its line from the top, as shares of the frame's height. */
export interface SubjectPlace {
  readonly height: number
  readonly line: number
}

/** Where the subject is seen to lie. */
export const placeOfSubject = (placed: Placed, holder: PictureHolder, subject: SubjectMark): SubjectPlace => {
  const seen = resolvePlacement(placed, holder)
  const at = apply(seen.matrix, spotOf(subject, holder))
  const tall = (subject.box.v1 - subject.box.v0) * holder.picture.h * seen.scale
  return { height: tall / holder.box.h, line: at.y / holder.box.h + 0.5 }
}

/** The focus that brings a spot of the picture to a point of the frame at a scale. */
const focusFor = (
  placed: Placed,
  holder: PictureHolder,
  scale: number,
  aspect: number,
  spot: Point,
  at: Point,
): Focus => {
  const along = applyVector(rotation(-placed.turn), at)
  return {
    u: (spot.x - along.x / (scale * aspect * (placed.flipX ? -1 : 1))) / holder.picture.w,
    v: (spot.y - along.y / (scale * (placed.flipY ? -1 : 1))) / holder.picture.h,
  }
}

/** Where in the frame the subject is wanted: its line and its middle across, as shares of the frame's box. */
export interface SubjectAim {
  readonly line: number
  readonly across: number
}

const USUAL_AIM: SubjectAim = { line: USUAL_LINE, across: 0.5 }

/** The placement with the subject as near as covering lets it come to where it is wanted. */
export const focusOnSubject = (
  placed: Placed,
  holder: PictureHolder,
  subject: SubjectMark,
  { line, across }: SubjectAim = USUAL_AIM,
): Placed => {
  const seen = resolvePlacement(placed, holder)
  const at = { x: (across - 0.5) * holder.box.w, y: (line - 0.5) * holder.box.h }
  const focus = focusFor(placed, holder, seen.scale, seen.aspect, spotOf(subject, holder), at)
  const there = resolvePlacement({ ...placed, focus }, holder)
  return { ...placed, focus: { u: there.u, v: there.v } }
}

/** The placement at which the subject has a height (a share of the frame's) and its line a place, if covering allows. */
export const placeSubject = (placed: Placed, holder: PictureHolder, subject: SubjectMark, to: SubjectPlace): Placed => {
  const seen = resolvePlacement(placed, holder)
  const tall = (subject.box.v1 - subject.box.v0) * holder.picture.h
  const wanted = (to.height * holder.box.h) / tall
  const scale = placed.keepCovered ? Math.max(wanted, seen.coverScale) : wanted
  return focusOnSubject({ ...placed, zoom: scale / seen.fitScale }, holder, subject, { line: to.line, across: 0.5 })
}

/** A picture that takes part in a match. */
export interface Matched {
  readonly placed: Placed
  readonly holder: PictureHolder
  readonly subject: SubjectMark
}

export interface MatchResult {
  readonly to: SubjectPlace
  /** In the order given. */
  readonly placed: readonly Placed[]
  /** What is left of each to the common place; zeros where it is reached. */
  readonly left: readonly SubjectPlace[]
}

/** Least height of the subject at which the frame stays covered. */
const leastHeight = ({ placed, holder, subject }: Matched): number => {
  if (!placed.keepCovered) return 0
  const { coverScale } = resolvePlacement(placed, holder)
  return ((subject.box.v1 - subject.box.v0) * holder.picture.h * coverScale) / holder.box.h
}

/** The lines that can be reached at a height: from the highest to the lowest. */
const linesAt = ({ placed, holder, subject }: Matched, height: number): { min: number; max: number } => {
  const reached = (line: number): number =>
    placeOfSubject(placeSubject(placed, holder, subject, { height, line }), holder, subject).line
  return placed.keepCovered ? { min: reached(-FAR), max: reached(FAR) } : { min: -FAR, max: FAR }
}

/** A line far beyond every frame, in its heights. */
const FAR = 100
/** Steps by which the common height grows until one line can be reached by all, and how far at most. */
const GROWTH = { factor: 1.03, steps: 48 }

/** The line nearest to the usual one that all can reach, or the middle of what lies between them. */
const commonLine = (
  each: readonly Matched[],
  height: number,
): { readonly line: number; readonly isCommon: boolean } => {
  const ranges = each.map((one) => linesAt(one, height))
  const low = Math.max(...ranges.map(({ min }) => min))
  const high = Math.min(...ranges.map(({ max }) => max))
  return low <= high
    ? { line: Math.min(high, Math.max(low, USUAL_LINE)), isCommon: true }
    : { line: (low + high) / 2, isCommon: false }
}

/**
 * Gives subjects one height and one line relative to their frames: the least height at which no frame is uncovered and
 * one line can be reached by all; if growing to four times does not bring that about, the least height, with the line
 * as near as it comes for each.
 */
export const matchSubjects = (each: readonly Matched[]): MatchResult => {
  const least = Math.max(0, ...each.map(leastHeight))
  const now = each.map(({ placed, holder, subject }) => placeOfSubject(placed, holder, subject).height)
  const first = least > 0 ? least : Math.max(0, ...now)
  const heights = Array.from({ length: GROWTH.steps }, (_, i) => first * GROWTH.factor ** i)
  const height = heights.find((tall) => commonLine(each, tall).isCommon) ?? first
  const to = { height, line: commonLine(each, height).line }
  const matched = each.map(({ placed, holder, subject }) => {
    const next = placeSubject(placed, holder, subject, to)
    const there = placeOfSubject(next, holder, subject)
    return { placed: next, left: { height: there.height - to.height, line: there.line - to.line } }
  })
  return { to, placed: matched.map((one) => one.placed), left: matched.map((one) => one.left) }
}
