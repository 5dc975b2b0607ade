import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { apply, rotation } from '@/core/geometry/matrix'
import { rectAround, rectSize, cornersOf, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { intersectFlat } from '@/core/path/flat'
import { polygonPath, type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { defineEdit, put } from '@/core/document/edit'
import { shownPlaced, frameMatrix, frameOutline, sheetOf } from '@/core/document/read'
import { boxInFrame, isOutlineSound, standingOutline } from '@/core/document/outline'
import { placeAbove } from '@/core/document/lists'
import { extentOfFrame, gapShifts } from '@/core/document/span'
import { ownFill } from '@/core/document/edits/echoes'
import { takeFromList } from '@/core/document/edits/items'
import { frameOf } from '@/core/document/tree'
import type { Frame, Sheet, Span } from '@/core/document/types'
import type { Fill } from '@/core/document/fill'
import type { Draft } from 'immer'

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
type Standing = Pick<Frame, 'box' | 'turn' | 'stencil'>

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

/** What the parts are filled with: windows onto the picture where it was, or what filled the frame. */
const partFill = (frame: Frame, spanId: string, shift: Point | undefined): Fill => {
  if (!shownPlaced(frame)) return frame.fill
  const moves = shift && (shift.x !== 0 || shift.y !== 0)
  return { kind: 'span', spanId, ...(moves ? { shift } : {}) }
}

const partFrame = (frame: Frame, standing: Standing, id: string, i: number, bleed: number): Frame => {
  const plain: { -readonly [K in keyof Frame]: Frame[K] } = {
    ...frame,
    ...standing,
    id,
    name: `${frame.name} ${i + 1}`,
  }
  // A part of a mirrored outline is mirrored already.
  delete plain.flip
  return bleed > 0 ? { ...plain, bleed } : plain
}

const storeParts = (sheet: Draft<Sheet>, sheetBefore: Sheet, frame: Frame, made: readonly Frame[]): void => {
  for (const part of made) Object.assign(sheet.items, { [part.id]: part })
  placeAbove(
    sheet,
    made.map(({ id }) => id),
    frame.id,
  )
  takeFromList(sheet, sheetBefore, frame.id)
  delete sheet.items[frame.id]
  // Echoes of the frame show its first part from now on.
  for (const item of Object.values(sheet.items))
    if (item.kind === 'frame' && item.fill.kind === 'echo' && item.fill.frameId === frame.id)
      put(item.fill, 'frameId', made[0]?.id ?? '')
}

/**
 * Parts a frame into rows, columns, a grid or leaning strips. Its picture stays where it was, shown by all parts together
 * as a span; with gaps skipped nothing of its middle is lost in them. With a bleed the picture grows, where it must, to
 * cover that too. `newIds` names the parts.
 */
export const splitFrame = defineEdit<{
  readonly sheetId: string
  readonly frameId: string
  readonly spanId: string
  readonly newIds: readonly string[]
  readonly parting: Parting
}>((draft, { sheetId, frameId, spanId, newIds, parting }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const found = frameOf(sheetBefore, frameId)
  // An echo is parted as what it shows.
  const frame = found.fill.kind === 'echo' ? { ...found, fill: ownFill(project, sheetBefore, found) } : found
  const sheet = draft.sheets[sheetId]
  const standing = partsOf(frame, parting)
  if (!sheet || standing.length < 2) return
  if (newIds.length < standing.length) refuse('ids for the parts', `${standing.length} of them`, newIds.length)
  const plain = standing.map((part, i) => partFrame(frame, part, newIds[i] ?? '', i, parting.bleed))
  const shifts = parting.gaps === 'skip' ? gapShifts(plain, frame.turn) : []
  const made = plain.map((part, i): Frame => ({ ...part, fill: partFill(frame, spanId, shifts[i]) }))
  const placed = shownPlaced(frame)
  if (placed) {
    const span: Span = {
      id: spanId,
      source: { kind: 'placed', placed },
      ...extentOfFrame(frame, parting.bleed),
      gaps: parting.gaps,
    }
    Object.assign(sheet.spans, { [spanId]: span })
  }
  storeParts(sheet, sheetBefore, frame, made)
})
