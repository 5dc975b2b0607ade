import { refuse } from '@/core/failure'
import { TOLERANCE } from '@/core/tolerance'
import { boxMatrix, type Box } from '@/core/geometry/box'
import { apply, compose, invert, type Matrix } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { outlineContains } from '@/core/path/contains'
import { outlineOf } from '@/core/stencil/stencil'
import type { Mount, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import type { Fill, Frame, PictureRef, Project, Sheet, Take } from '@/core/document/types'

/** The sheet with this id. Refuses an id the project does not have. */
export const sheetOf = (project: Project, sheetId: string): Sheet =>
  project.sheets[sheetId] ?? refuse('a sheet', 'one of the project', sheetId)

export const frameOf = (sheet: Sheet, frameId: string): Frame =>
  sheet.items[frameId] ?? refuse('a frame', 'one of the sheet', frameId)

export const pictureOf = (project: Project, pictureId: string): PictureRef =>
  project.pictures[pictureId] ?? refuse('a picture', 'one of the project', pictureId)

/** The take that shows, if the frame holds pictures. */
export const shownTake = (fill: Fill): Take | null =>
  fill.kind === 'taken' ? (fill.takes.find((take) => take.id === fill.shown) ?? null) : null

export const shownPlaced = (frame: Frame): Placed | null => shownTake(frame.fill)?.placed ?? null

/** Frame-local points → sheet points. */
export const frameMatrix = (frame: Frame): Matrix => boxMatrix(frame.box, frame.turn)

/** The frame's mount for a picture of the project. */
export const frameMount = (project: Project, sheet: Sheet, frame: Frame, pictureId: string): Mount => ({
  outline: outlineOf(frame.stencil, frame.box),
  box: frame.box,
  picture: pictureOf(project, pictureId).pixels,
  ppi: sheet.ppi,
})

/** Picture pixels → sheet points for what shows in the frame; null if it holds no picture. */
export const pictureMatrix = (project: Project, sheet: Sheet, frame: Frame): Matrix | null => {
  const placed = shownPlaced(frame)
  if (!placed) return null
  const seen = resolvePlacement(placed, frameMount(project, sheet, frame, placed.pictureId))
  return compose(frameMatrix(frame), seen.matrix)
}

/** The rectangle that the background fills: the sheet with its bleed, as a box on the sheet. */
export const backgroundBox = (sheet: Sheet): Box => ({
  cx: sheet.size.w / 2,
  cy: sheet.size.h / 2,
  w: sheet.size.w + 2 * sheet.bleed,
  h: sheet.size.h + 2 * sheet.bleed,
})

export const backgroundMount = (project: Project, sheet: Sheet, pictureId: string): Mount => {
  const box = backgroundBox(sheet)
  return {
    outline: outlineOf({ kind: 'rectangle' }, box),
    box,
    picture: pictureOf(project, pictureId).pixels,
    ppi: sheet.ppi,
  }
}

export const framesOf = (sheet: Sheet): readonly Frame[] => sheet.order.map((id) => frameOf(sheet, id))

export const frameContains = (frame: Frame, p: Point): boolean =>
  outlineContains(outlineOf(frame.stencil, frame.box), apply(invert(frameMatrix(frame)), p))

/** The topmost frame whose true outline holds the point, of those that pass `wanted`. */
export const frameAt = (sheet: Sheet, p: Point, wanted: (frame: Frame) => boolean = () => true): Frame | null =>
  framesOf(sheet).findLast((frame) => wanted(frame) && frameContains(frame, p)) ?? null

/** Frames in reading order: rows from the top, each from the left. */
export const readingOrder = (sheet: Sheet): readonly Frame[] => {
  const byTop = [...framesOf(sheet)].sort((f, g) => f.box.cy - g.box.cy || f.box.cx - g.box.cx)
  const rows: Frame[][] = []
  for (const frame of byTop) {
    const row = rows.at(-1)
    const head = row?.[0]
    const near = head && frame.box.cy - head.box.cy < TOLERANCE.sameRow * Math.min(head.box.h, frame.box.h)
    if (row && near) row.push(frame)
    else rows.push([frame])
  }
  return rows.flatMap((row) => row.sort((f, g) => f.box.cx - g.box.cx))
}

const isOpen = (frame: Frame): boolean => frame.takesPictures && frame.fill.kind === 'none'

/** The next empty frame that takes pictures, in reading order after `afterId`, going round. */
export const nextEmptyFrame = (sheet: Sheet, afterId: string | null): Frame | null => {
  const list = readingOrder(sheet)
  const start = list.findIndex((frame) => frame.id === afterId) + 1
  return [...list.slice(start), ...list.slice(0, start)].find(isOpen) ?? null
}

/** How often each picture of the project is shown or kept, by its id; unused ones are left out. */
export const pictureUses = (project: Project): ReadonlyMap<string, number> => {
  const uses = new Map<string, number>()
  const count = ({ pictureId }: Placed): void => void uses.set(pictureId, (uses.get(pictureId) ?? 0) + 1)
  for (const sheet of Object.values(project.sheets)) {
    if (sheet.background.kind === 'picture') count(sheet.background.placed)
    for (const frame of Object.values(sheet.items))
      if (frame.fill.kind === 'taken') frame.fill.takes.forEach((take) => count(take.placed))
  }
  return uses
}
