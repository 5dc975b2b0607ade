import { alignRects, distributeRects, type Alignment, type Axis, type Spacing } from '@/core/geometry/align'
import { circleLayout, gridLayout, mosaicLayout, rowLayout } from '@/core/geometry/layout'
import { moveRect, rectCentre, rectSize, unionRects, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { Failure, refuse } from '@/core/failure'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { boxOfRect, equalSizes, setBoxes, shiftItems, sizeItems } from '@/core/document/edits/items'
import { hullOf, sheetRect, spaceOf, standingItemsRect } from '@/core/document/extent'
import { pictureOf, standingRect, sheetOf, shownPlaced } from '@/core/document/read'
import { readingRows } from '@/core/geometry/reading'
import { frameOf, framesUnder, itemOf, topmostIds } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { type Field, type Layout } from '@/core/document/arrange'

interface Selection {
  readonly sheetId: string
  /** In the order in which they were chosen: the first is the one that others are measured by. */
  readonly ids: readonly string[]
}

/** Items of one plane are put in line in its own measures, those of the sheet as they are seen; refuses others, in words. */
const planeIdOf = (sheet: Sheet, ids: readonly string[]): { readonly planeId?: string } => {
  const space = spaceOf(sheet, ids)
  if (space.kind === 'mixed')
    throw new Failure(
      'refused',
      'Some of these lie on a plane and some do not. Choose those of one plane, or none of them.',
    )
  return space.kind === 'plane' ? { planeId: space.plane.id } : {}
}

/** What an item takes in the points in which it stands. */
const rectOf = (sheet: Sheet, id: string): Rect => standingItemsRect(sheet, [id])

const fieldRect = (sheet: Sheet, ids: readonly string[], field: Field): Rect => {
  const space = spaceOf(sheet, ids)
  if (space.kind === 'plane' && field !== 'selection' && field !== 'first') return sheetRect(space.plane.size)
  switch (field) {
    case 'selection':
      return standingItemsRect(sheet, ids)
    case 'sheet':
      return sheetRect(sheet.size)
    case 'safe':
      return sheetRect(sheet.size, -sheet.safe)
    case 'bleed':
      return sheetRect(sheet.size, sheet.bleed)
    case 'first':
      return rectOf(sheet, ids[0] ?? '')
  }
}

/**
 * Brings items into line within a field; the first selected stays where it is the field. `asOne` moves them together, as
 * far as what is around all of them moves.
 */
export const alignItems = (
  project: Project,
  {
    sheetId,
    ids,
    alignment,
    field,
    asOne = false,
  }: Selection & { readonly alignment: Alignment; readonly field: Field; readonly asOne?: boolean },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const items = topmostIds(sheet, ids)
  const space = planeIdOf(sheet, ids)
  const to = fieldRect(sheet, ids, field)
  const rects = asOne ? items.map(() => standingItemsRect(sheet, ids)) : items.map((id) => rectOf(sheet, id))
  const deltas = alignRects(rects, alignment, to)
  return shiftItems.record(project, { sheetId, ids: items, deltas, ...space })
}

/** Spaces items evenly along an axis. */
export const distributeItems = (
  project: Project,
  { sheetId, ids, axis, spacing }: Selection & { readonly axis: Axis; readonly spacing: Spacing },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const items = topmostIds(sheet, ids)
  const space = planeIdOf(sheet, ids)
  const deltas = distributeRects(
    items.map((id) => rectOf(sheet, id)),
    axis,
    spacing,
  )
  return shiftItems.record(project, { sheetId, ids: items, deltas, ...space })
}

/** Gives all frames the width, height or size of the first selected. */
export const equalItems = (
  project: Project,
  { sheetId, ids, by }: Selection & { readonly by: 'width' | 'height' | 'size' },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const first = itemOf(sheet, ids[0] ?? '')
  const { w, h } = first.kind === 'frame' ? first.box : rectSize(rectOf(sheet, first.id))
  const size: Partial<Size> = by === 'width' ? { w } : by === 'height' ? { h } : { w, h }
  return equalSizes.record(project, { sheetId, ids, size })
}

/** Width over height of what a frame shows: its picture as turned by quarters, else its own box. */
const shapeOf = (project: Project, frame: Frame): number => {
  const placed = shownPlaced(frame)
  if (!placed) return frame.box.w / frame.box.h
  const { w, h } = pictureOf(project, placed.pictureId).pixels
  const lies = Math.round(placed.turn / 90) % 2 !== 0
  return lies ? h / w : w / h
}

/** Ids of items in reading order. */
const inReadingOrder = (sheet: Sheet, ids: readonly string[]): readonly string[] => {
  const stand = ids.map((id) => ({ id, box: boxOfRect(rectOf(sheet, id)) }))
  return readingRows(stand).flatMap((row) => row.map(({ id }) => id))
}

const arrangeMosaic = (project: Project, sheet: Sheet, ids: readonly string[], field: Field, gap: number): Recorded => {
  const frames = framesUnder(sheet, ids)
  const order = inReadingOrder(
    sheet,
    frames.map(({ id }) => id),
  ).map((id) => frameOf(sheet, id))
  const cells = mosaicLayout(
    order.map((frame) => shapeOf(project, frame)),
    fieldRect(sheet, ids, field),
    gap,
  )
  const boxes = Object.fromEntries(order.map((frame, i) => [frame.id, boxOfRect(cells[i] ?? standingRect(frame))]))
  return setBoxes.record(project, { sheetId: sheet.id, boxes, upright: true })
}

/** An item brought to a cell: a frame fills it upright, a group is scaled into its middle. */
const intoCell = (project: Project, sheetId: string, id: string, cell: Rect): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const item = itemOf(sheet, id)
  if (item.kind === 'frame')
    return setBoxes.record(project, { sheetId, boxes: { [id]: boxOfRect(cell) }, upright: true })
  const from = hullOf(sheet, [id])
  if (!from) return unchanged(project)
  const size = rectSize(rectOf(sheet, id))
  const room = rectSize(cell)
  const scale = Math.min(room.w / size.w, room.h / size.h)
  const { x, y } = rectCentre(cell)
  const to = { cx: x, cy: y, w: from.box.w * scale, h: from.box.h * scale }
  return sizeItems.record(project, { sheetId, ids: [id], from, to })
}

/** A grid of equal cells that fills a field. */
const fitGrid = (
  project: Project,
  sheet: Sheet,
  items: readonly string[],
  field: Rect,
  {
    gap,
    columns: wanted = Math.ceil(Math.sqrt(items.length)),
  }: { readonly gap: number; readonly columns?: number | undefined },
): Recorded => {
  if (!(Number.isInteger(wanted) && wanted > 0)) return refuse('columns', 'a whole number above 0', wanted)
  // Columns that nothing would stand in would leave a part of the field bare.
  const columns = Math.min(wanted, items.length)
  const rows = Math.ceil(items.length / columns)
  const { w, h } = rectSize(field)
  const cell = { w: (w - gap * (columns - 1)) / columns, h: (h - gap * (rows - 1)) / rows }
  if (cell.w <= 0 || cell.h <= 0) return refuse('the gap', 'one that leaves room for the frames', gap)
  return items.reduce<Recorded>(
    (sofar, id, i) =>
      joinRecorded(sofar, (now) => {
        const x0 = field.x0 + (i % columns) * (cell.w + gap)
        const y0 = field.y0 + Math.floor(i / columns) * (cell.h + gap)
        return intoCell(now, sheet.id, id, { x0, y0, x1: x0 + cell.w, y1: y0 + cell.h })
      }),
    unchanged(project),
  )
}

/** Moves places so that what is around all of them lies in the middle of a field. */
const centredIn = (places: readonly Rect[], field: Rect): readonly Rect[] => {
  const [from, to] = [rectCentre(unionRects(places)), rectCentre(field)]
  return places.map((r) => moveRect(r, { x: to.x - from.x, y: to.y - from.y }))
}

/**
 * Arranges items in reading order, `gap` points apart. Row and circle keep every item's size, and so does a grid within
 * the selection; they begin where that stands, or lie in the middle of another field. A grid in another field fills it with
 * equal cells, a mosaic fills any, each frame taking about the shape of its picture.
 */
export const arrangeItems = (
  project: Project,
  {
    sheetId,
    ids,
    layout,
    gap,
    field = 'selection',
    columns,
  }: Selection & { readonly layout: Layout; readonly gap: number; readonly field?: Field; readonly columns?: number },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const space = planeIdOf(sheet, ids)
  if (layout === 'mosaic') return arrangeMosaic(project, sheet, ids, field, gap)
  const items = inReadingOrder(sheet, topmostIds(sheet, ids))
  const rects = items.map((id) => rectOf(sheet, id))
  const isOwn = field === 'selection'
  if (layout === 'grid' && !isOwn) return fitGrid(project, sheet, items, fieldRect(sheet, ids, field), { gap, columns })
  const around = standingItemsRect(sheet, ids)
  const from: Point = { x: around.x0, y: around.y0 }
  const sizes = rects.map(rectSize)
  const loose =
    layout === 'row'
      ? rowLayout(sizes, from, gap)
      : layout === 'grid'
        ? gridLayout(sizes, from, gap, columns)
        : circleLayout(sizes, rectCentre(around), gap)
  const places = isOwn ? loose : centredIn(loose, fieldRect(sheet, ids, field))
  const deltas = rects.map((r, i) => ({ x: (places[i]?.x0 ?? r.x0) - r.x0, y: (places[i]?.y0 ?? r.y0) - r.y0 }))
  return shiftItems.record(project, { sheetId, ids: items, deltas, ...space })
}
