import { type Span, type Frame } from '@/core/document/types'
import { type Size, type Point } from '@/core/geometry/vector'
import { RANGE } from '@/core/tolerance'
import { type Rect, rectSize, rectAround, cornersOf } from '@/core/geometry/rect'
import { refuse } from '@/core/failure'
import { rotation, apply } from '@/core/geometry/matrix'
import { boxInFrame, isOutlineSound, standingOutline } from '@/core/document/outline'
import { type Outline, polygonPath } from '@/core/path/path'
import { intersectFlat } from '@/core/path/flat'
import { transformPath } from '@/core/path/transform'
import { frameMatrix, frameOutline } from '@/core/document/read'
import { boundsOf } from '@/core/path/extent'

/** How a frame is parted. Gaps are in points; strips run at an angle, in degrees clockwise from upright. */
export interface Parting {
  readonly columns: number
  readonly rows: number
  readonly gap: number
  /** Strips rather than columns: their cuts lean by this. */
  readonly lean?: number
  readonly gaps: Span['gaps']
  /** How far each part goes on beyond its edges in output with bleed. */
  readonly bleed: number
}

/** Parts of one frame at most. */
export const MOST_PARTS = 100

/** The stretches of a length in equal parts with gaps between. */
const parts = (from: number, to: number, count: number, gap: number): readonly (readonly [number, number])[] => {
  const side = (to - from - gap * (count - 1)) / count
  return Array.from({ length: count }, (_, i) => {
    const start = from + i * (side + gap)
    return [start, start + side] as const
  })
}

const lessThan = (size: Size, { columns, rows, gap }: Parting): boolean =>
  (size.w - gap * (columns - 1)) / columns < RANGE.frameSide.min ||
  (size.h - gap * (rows - 1)) / rows < RANGE.frameSide.min

/** The cells of a grid over a rectangle, in reading order. */
export const gridCells = (r: Rect, parting: Parting): readonly Rect[] => {
  const { columns, rows, gap } = parting
  if (columns * rows > MOST_PARTS) refuse('parts', `at most ${MOST_PARTS}`, columns * rows)
  if (lessThan(rectSize(r), parting)) refuse('the gap', 'small enough to leave something of each part', gap)
  return parts(r.y0, r.y1, rows, gap).flatMap(([y0, y1]) =>
    parts(r.x0, r.x1, columns, gap).map(([x0, x1]) => ({ x0, y0, x1, y1 })),
  )
}

/** Leaning strips over a rectangle: polygons that reach beyond it, to be cut by the outline. */
export const leaningCells = (r: Rect, lean: number, { columns, gap }: Parting): readonly (readonly Point[])[] => {
  if (columns > MOST_PARTS) refuse('parts', `at most ${MOST_PARTS}`, columns)
  const upright = rotation(-lean)
  const turned = rectAround(cornersOf(r).map((p) => apply(upright, p)))
  if ((rectSize(turned).w - gap * (columns - 1)) / columns < RANGE.frameSide.min)
    refuse('the gap', 'small enough to leave something of each part', gap)
  return parts(turned.x0, turned.x1, columns, gap).map(([x0, x1]) =>
    cornersOf({ x0, x1, y0: turned.y0, y1: turned.y1 }).map((p) => apply(rotation(lean), p)),
  )
}

const isPlainRectangle = ({ stencil }: Frame): boolean => stencil.kind === 'rectangle' && !stencil.corners?.length

/** A part of a frame: its own box and outline, standing where it was. */
export type Standing = Pick<Frame, 'box' | 'turn' | 'stencil'>

const rectanglePart = (frame: Frame, r: Rect): Standing => ({
  box: boxInFrame(frame, r),
  turn: frame.turn,
  stencil: { kind: 'rectangle' },
})

const outlinePart = (frame: Frame, whole: Outline, cell: readonly Point[]): readonly Standing[] => {
  const cut = intersectFlat(whole, { path: polygonPath(cell), fillRule: 'nonzero' })
  const path = transformPath(frameMatrix(frame), cut.path)
  const outline: Outline = { path, fillRule: cut.fillRule }
  return isOutlineSound(outline) ? [standingOutline(outline, frame.turn)] : []
}

/** Every part of a frame, in reading order; cells in which nothing of its outline lies give none. */
export const partsOf = (frame: Frame, parting: Parting): readonly Standing[] => {
  const whole = frameOutline(frame)
  const r = boundsOf(whole.path)
  if (parting.lean) return leaningCells(r, parting.lean, parting).flatMap((cell) => outlinePart(frame, whole, cell))
  const cells = gridCells(r, parting)
  if (isPlainRectangle(frame)) return cells.map((cell) => rectanglePart(frame, cell))
  return cells.flatMap((cell) => outlinePart(frame, whole, cornersOf(cell)))
}
