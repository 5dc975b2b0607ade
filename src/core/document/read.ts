import { readingRows } from '@/core/geometry/reading'
import { refuse } from '@/core/failure'
import { boxMatrix, type Box } from '@/core/geometry/box'
import { apply, invert, type Matrix } from '@/core/geometry/matrix'
import type { Point, Size } from '@/core/geometry/vector'
import { type Rect } from '@/core/geometry/rect'
import { outlineContains } from '@/core/path/contains'
import { boundsOf, extentAlong } from '@/core/path/extent'
import { mirrorPath } from '@/core/path/mirror'
import type { Outline, Path } from '@/core/path/path'
import { projectPath } from '@/core/path/project'
import { transformPath } from '@/core/path/transform'
import { outlineOf } from '@/core/stencil/stencil'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { layOf, standsAt } from '@/core/document/laid'
import { isText, textHitOutline } from '@/core/document/text'
import { framesOf, isAtHand } from '@/core/document/tree'
import { type Frame, type Item, type Lettering, type PictureRef, type Project, type Sheet } from '@/core/document/types'
import { PICTURES, type Fill, type Take } from '@/core/document/fill'

/** The sheet with this id. Refuses an id the project does not have. */
export const sheetOf = (project: Project, sheetId: string): Sheet =>
  project.sheets[sheetId] ?? refuse('a sheet', 'one of the project', sheetId)

/** The picture with this id. Refuses an id the project does not have. */
export const pictureOf = (project: Project, pictureId: string): PictureRef =>
  project.pictures[pictureId] ?? refuse('a picture', 'one of the project', pictureId)

/** The take that shows, if the frame holds pictures. */
export const shownTake = (fill: Fill): Take | null =>
  fill.kind === PICTURES ? (fill.takes.find((take) => take.id === fill.shown) ?? null) : null

/** How the picture that shows lies in a frame; null where it holds none of its own. */
export const shownPlaced = (frame: Frame): Placed | null => shownTake(frame.fill)?.placed ?? null

/** Every picture that a frame holds: its takes, and the one that masks it. */
export const framePictureIds = ({ fill, stencil }: Pick<Frame, 'fill' | 'stencil'>): readonly string[] => [
  ...(fill.kind === PICTURES ? fill.takes.map((take) => take.placed.pictureId) : []),
  ...(stencil.kind === 'mask' ? [stencil.pictureId] : []),
]

/** The outline of a frame in its own points, the box's centre as origin; in another box if one is given. */
export const frameOutline = (frame: Frame, size: Size = frame.box): Outline => {
  const outline = outlineOf(frame.stencil, size)
  return frame.flip ? { ...outline, path: mirrorPath(outline.path) } : outline
}

type Planes = Pick<Sheet, 'planes'>

/** Frame-local points → the points in which it stands: those of the sheet, or of its plane, before any perspective. */
export const frameMatrix = (frame: Frame): Matrix => boxMatrix(frame.box, frame.turn)

/** The frame's holder for a picture of the project. */
export const frameHolder = (project: Project, sheet: Sheet, frame: Frame, pictureId: string): PictureHolder => ({
  outline: frameOutline(frame),
  box: frame.box,
  picture: pictureOf(project, pictureId).pixels,
  ppi: sheet.ppi,
})

/** The rectangle that the background fills: the sheet with its bleed, as a box on the sheet. */
export const backgroundBox = (sheet: Sheet): Box => ({
  cx: sheet.size.w / 2,
  cy: sheet.size.h / 2,
  w: sheet.size.w + 2 * sheet.bleed,
  h: sheet.size.h + 2 * sheet.bleed,
})

/** The background as a holder of a picture: the sheet with its bleed. */
export const backgroundHolder = (project: Project, sheet: Sheet, pictureId: string): PictureHolder => {
  const box = backgroundBox(sheet)
  return {
    outline: outlineOf({ kind: 'rectangle' }, box),
    box,
    picture: pictureOf(project, pictureId).pixels,
    ppi: sheet.ppi,
  }
}

/** What is around a frame to the hand: its outline, of a text its box. */
export const lineOf = (frame: Frame): Path =>
  (isText(frame) ? outlineOf({ kind: 'rectangle' }, frame.box) : frameOutline(frame)).path

/** A path of a frame's own points, as it is seen on the sheet. */
export const pathOnSheet = (sheet: Planes, frame: Frame, path: Path): Path => {
  const standing = transformPath(frameMatrix(frame), path)
  const lay = layOf(sheet, frame)
  return lay ? projectPath(lay, standing) : standing
}

/** The upright rectangle around what a frame's outline really holds, in sheet points as it is seen; of a text around its box. */
export const frameRect = (sheet: Planes, frame: Frame): Rect =>
  layOf(sheet, frame) ? boundsOf(pathOnSheet(sheet, frame, lineOf(frame))) : standingRect(frame)

/** The same in the points in which the frame stands: those of its plane, where it lies on one. */
export const standingRect = (frame: Frame): Rect => {
  const path = lineOf(frame)
  const x = extentAlong(path, -frame.turn)
  const y = extentAlong(path, 90 - frame.turn)
  return {
    x0: frame.box.cx + x.min,
    y0: frame.box.cy + y.min,
    x1: frame.box.cx + x.max,
    y1: frame.box.cy + y.max,
  }
}

/** Does a point of the sheet, in points, lie within the outline of a frame as it is seen, or on the lines of a text? */
export const frameContains = (sheet: Planes, frame: Frame, at: Point): boolean => {
  const p = standsAt(layOf(sheet, frame), at)
  if (!p) return false
  const half = Math.hypot(frame.box.w, frame.box.h) / 2
  if (Math.abs(p.x - frame.box.cx) > half || Math.abs(p.y - frame.box.cy) > half) return false
  return outlineContains(
    isText(frame) ? textHitOutline(frame) : frameOutline(frame),
    apply(invert(frameMatrix(frame)), p),
  )
}

/** Frames at hand whose true outline holds the point, the topmost first. */
export const framesAt = (sheet: Sheet, p: Point): readonly Frame[] =>
  framesOf(sheet)
    .filter((frame) => isAtHand(sheet, frame.id) && frameContains(sheet, frame, p))
    .toReversed()

/** The topmost frame at hand whose true outline holds the point, of those that pass `wanted`. */
export const frameAt = (sheet: Sheet, p: Point, wanted: (frame: Frame) => boolean = () => true): Frame | null =>
  framesOf(sheet).findLast((frame) => isAtHand(sheet, frame.id) && wanted(frame) && frameContains(sheet, frame, p)) ??
  null

/** Frames at hand in reading order: rows from the top, each from the left. */
export const readingOrder = (sheet: Sheet): readonly Frame[] =>
  readingRows(framesOf(sheet).filter((frame) => isAtHand(sheet, frame.id))).flat()

const isOpen = (frame: Frame): boolean => frame.takesPictures && frame.fill.kind === 'none'

/** The next empty frame that takes pictures, in reading order after `afterId`, going round. */
export const nextEmptyFrame = (sheet: Sheet, afterId: string | null): Frame | null => {
  const list = readingOrder(sheet)
  const start = list.findIndex((frame) => frame.id === afterId) + 1
  return [...list.slice(start), ...list.slice(0, start)].find(isOpen) ?? null
}

/** Every picture that a text keeps for its letters. */
export const letteringPictureIds = ({ aside, across }: Lettering): readonly string[] => [
  ...aside.flatMap(({ fill }) => fill.takes.map(({ placed }) => placed.pictureId)),
  ...(across ? [across.pictureId] : []),
]

/** Every picture that an item shows or keeps of its own. */
export const itemPictureIds = (item: Item): readonly string[] => {
  if (item.kind === 'frame') return framePictureIds(item)
  return item.lettering ? letteringPictureIds(item.lettering) : []
}

/** Every picture that a sheet shows or keeps, as often as it does: background, spans, frames with all their takes. */
export const sheetPictureIds = ({ background, spans, items }: Sheet): readonly string[] => [
  ...(background.kind === 'picture' ? [background.placed.pictureId] : []),
  ...Object.values(spans).flatMap(({ source }) => (source.kind === 'placed' ? [source.placed.pictureId] : [])),
  ...Object.values(items).flatMap(itemPictureIds),
]
