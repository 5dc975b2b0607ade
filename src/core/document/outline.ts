import { RANGE } from '@/core/tolerance'
import { clampSide, type Box } from '@/core/geometry/box'
import { apply, compose, rotation, translation, type Matrix } from '@/core/geometry/matrix'
import { rectCentre, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import type { PathStencil } from '@/core/stencil/stencil'
import { frameMatrix, frameOutline, pathOnSheet } from '@/core/document/read'
import type { Frame, Sheet } from '@/core/document/types'

/** Decimals of an outline's text, in points. */
const DECIMALS = 5

/** An outline that stands on the sheet: the stencil, and the box and turn at which it lies where it should. */
export interface StandingOutline {
  readonly stencil: PathStencil
  readonly box: Box
  readonly turn: number
}

const boxOf = (r: Rect, toSheet: Matrix): Box => {
  const centre = apply(toSheet, rectCentre(r))
  return { cx: centre.x, cy: centre.y, w: clampSide(r.x1 - r.x0), h: clampSide(r.y1 - r.y0) }
}

/** The stencil, box and turn of an outline in sheet points, its box turned by `turn`. */
export const standingOutline = ({ path, fillRule }: Outline, turn = 0): StandingOutline => {
  const upright = transformPath(rotation(-turn), path)
  const r = boundsOf(upright)
  const centre = rectCentre(r)
  const d = svgTextOf(transformPath(translation(-centre.x, -centre.y), upright), DECIMALS)
  return { stencil: { kind: 'path', d, fillRule }, box: boxOf(r, rotation(turn)), turn }
}

/** A frame's outline in the points in which it stands: those of its plane, where it lies on one. */
export const standingOutlineOf = (frame: Frame): Outline => {
  const outline = frameOutline(frame)
  return { ...outline, path: transformPath(frameMatrix(frame), outline.path) }
}

/** A frame's outline in sheet points, as it is seen. */
export const outlineOnSheet = (sheet: Pick<Sheet, 'planes'>, frame: Frame): Outline => {
  const outline = frameOutline(frame)
  return { ...outline, path: pathOnSheet(sheet, frame, outline.path) }
}

/** Is the outline large enough to be a frame, and simple enough to be kept? */
export const isOutlineSound = ({ path }: Outline): boolean => {
  if (path.length < 2 || path.length > RANGE.segments) return false
  const r = boundsOf(path)
  return Math.max(r.x1 - r.x0, r.y1 - r.y0) >= RANGE.frameSide.min && Number.isFinite(r.x0 + r.y0)
}

/** Moves a rectangle of a frame's own points to the sheet, as the frame's box. */
export const boxInFrame = (frame: Frame, r: Rect): Box =>
  boxOf(r, compose(translation(frame.box.cx, frame.box.cy), rotation(frame.turn)))
