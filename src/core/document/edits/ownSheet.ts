import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { rectCentre, rectSize, type Rect } from '@/core/geometry/rect'
import { newFrame, newSheet } from '@/core/document/create'
import { joinRecorded, type Recorded } from '@/core/document/edit'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { removeItems, turnItems } from '@/core/document/edits/items'
import { pasteFragment } from '@/core/document/edits/paste'
import { addPicture } from '@/core/document/edits/project'
import { addSheet, copiedSheet } from '@/core/document/edits/sheets'
import { fragmentOf } from '@/core/document/fragment'
import { layOf } from '@/core/document/laid'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { isSheetPicture, pictureOfSheet, sheetPictureId } from '@/core/document/sheetPictures'
import { frameOf, idsUnder, isLocked, topmostIds } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'

/** New ids for all items of a fragment, made of one that is new. */
const idsFor = (ids: Iterable<string>, seed: string): Readonly<Record<string, string>> =>
  Object.fromEntries([...ids].map((id, i) => [id, `${seed.slice(0, 56)}-${i}`]))

/**
 * Puts items on a sheet of their own, as large as what they paint (`rect`, in points of their sheet), and shows that sheet
 * where they were, in one frame. The sheet is transparent, and stands after the one they come from. Locked items stay.
 */
export const recordOwnSheet = (
  project: Project,
  {
    sheetId,
    ids,
    rect,
    newSheetId,
    frameId,
    name,
  }: {
    readonly sheetId: string
    readonly ids: readonly string[]
    readonly rect: Rect
    readonly newSheetId: string
    readonly frameId: string
    readonly name: string
  },
): Recorded => {
  const from = sheetOf(project, sheetId)
  const items = topmostIds(from, ids).filter((id) => !isLocked(from, id))
  const top = items.at(-1)
  if (top === undefined) return refuse('what gets a sheet of its own', 'items that are not locked', ids.length)
  const size = rectSize(rect)
  const { max, min } = RANGE.sheetSide
  const side = (points: number): number => Math.min(max, Math.max(min, points))
  const own: Sheet = {
    ...newSheet(newSheetId, name, {
      unit: from.unit,
      ppi: from.ppi,
      bleed: 0,
      size: { w: side(size.w), h: side(size.h) },
    }),
    background: { kind: 'none' },
  }
  const fragment = fragmentOf(project, sheetId, items)
  const newIds = idsFor(idsUnder(from, items), frameId)
  const centre = rectCentre(rect)
  const box = { cx: centre.x, cy: centre.y, ...own.size }
  const frame = newFrame(frameId, { kind: 'rectangle' }, box, name)
  const pictureId = sheetPictureId(project, newSheetId)
  const steps: readonly ((now: Project) => Recorded)[] = [
    (now) => pasteFragment.record(now, { sheetId: newSheetId, fragment, newIds, delta: { x: -rect.x0, y: -rect.y0 } }),
    (now) => addPicture.record(now, { pictureId, picture: pictureOfSheet(own) }),
    (now) => addFrame.record(now, { sheetId, frame, above: top }),
    (now) => placePicture.record(now, { sheetId, frameId, pictureId }),
    (now) => removeItems.record(now, { sheetId, ids: items }),
  ]
  return steps.reduce(joinRecorded, addSheet.record(project, { sheet: own, after: sheetId }))
}

/** The sheet that a frame shows by itself; null where it shows none, as where its picture is only about to come to the project. */
export const sheetShownIn = (project: Project, frame: Pick<Frame, 'fill'>): string | null => {
  const placed = shownPlaced(frame as Frame) // only its fill is looked at
  const ref = placed ? project.pictures[placed.pictureId] : undefined
  return ref && isSheetPicture(ref) ? ref.sheetId : null
}

/**
 * Puts what a shown sheet holds where the frame stands that shows it, in proportion to fit and turned with it, in place of
 * the frame. The sheet itself stays. Refuses a frame in perspective, which would leave what comes flat.
 */
export const recordTakenBack = (
  project: Project,
  { sheetId, frameId, seed }: { readonly sheetId: string; readonly frameId: string; readonly seed: string },
): { readonly recorded: Recorded; readonly ids: readonly string[] } => {
  const sheet = sheetOf(project, sheetId)
  const frame = frameOf(sheet, frameId)
  const shown = sheetShownIn(project, frame)
  if (shown === null || layOf(sheet, frame))
    return refuse('what is taken back', 'a flat frame that shows a sheet', frameId)
  const { box, turn } = frame
  const scaled = copiedSheet(sheetOf(project, shown), shown, '', { w: box.w, h: box.h })
  const fragment = fragmentOf({ ...project, sheets: { ...project.sheets, [shown]: scaled } }, shown, scaled.order)
  const newIds = idsFor(Object.keys(scaled.items), seed)
  const ids = fragment.order.map((id) => newIds[id] ?? id)
  const steps: readonly ((now: Project) => Recorded)[] = [
    (now) => turnItems.record(now, { sheetId, ids, centre: { x: box.cx, y: box.cy }, by: turn }),
    (now) => removeItems.record(now, { sheetId, ids: [frameId] }),
  ]
  const delta = { x: box.cx - box.w / 2, y: box.cy - box.h / 2 }
  const pasted = pasteFragment.record(project, { sheetId, fragment, newIds, delta, above: frameId })
  return { recorded: steps.reduce(joinRecorded, pasted), ids }
}
