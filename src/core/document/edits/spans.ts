import type { Draft } from 'immer'
import { Failure, refuse } from '@/core/failure'
import { cornersOf, centredRect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath } from '@/core/path/path'
import { svgTextOf } from '@/core/path/svgText'
import { setFit } from '@/core/placement/move'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { defineEdit, put } from '@/core/document/edit'
import { placedIn, poseOf, spanContent, spanMembers, spanOf } from '@/core/document/content'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { frameDraft } from '@/core/document/edits/frames'
import { backgroundBox, pictureOf, sheetOf } from '@/core/document/read'
import { readingRows } from '@/core/geometry/reading'
import { extentOf, gapShifts, sharedTurn, type SpanExtent } from '@/core/document/span'
import { framesUnder, isLocked } from '@/core/document/tree'
import type { Frame, Project, Sheet, Span } from '@/core/document/types'
import type { Fill } from '@/core/document/fill'

interface FramesAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

const NO_SHIFT: Point = { x: 0, y: 0 }

const windowFill = (spanId: string, shift: Point = NO_SHIFT): Fill => ({
  kind: 'span',
  spanId,
  ...(shift.x === 0 && shift.y === 0 ? {} : { shift }),
})

/** Frames that can be windows: free, and such as take pictures. */
export const windowable = (sheet: Sheet, ids: readonly string[]): readonly Frame[] =>
  framesUnder(sheet, ids).filter((frame) => frame.takesPictures && !isLocked(sheet, frame.id))

/** Frames that show one picture together all stand on the sheet, or all on one plane: there it lies. */
const sharedPlane = (frames: readonly Frame[]): { readonly planeId?: string } => {
  const ids = new Set(frames.map(({ planeId }) => planeId))
  const [planeId] = ids
  if (ids.size > 1)
    throw new Failure('refused', 'One picture lies on one plane. Choose frames that all lie on it, or none of them.')
  return planeId === undefined ? {} : { planeId }
}

/** A placement that covers a span's extent, with the settings of `like`. */
export const coveringPlaced = (project: Project, sheet: Sheet, extent: SpanExtent, like: Placed): Placed => {
  const picture = pictureOf(project, like.pictureId)
  const span: Span = { id: '', gaps: 'hide', source: { kind: 'placed', placed: like }, ...extent }
  const holder = spanContent(project, sheet, span)?.holder
  return holder ? setFit(like, holder, 'cover', picture.subject) : like
}

/** Places of frames before gaps were skipped, by the frames' ids. */
const shiftsFor = (frames: readonly Frame[], turn: number, gaps: Span['gaps']): readonly Point[] =>
  gaps === 'skip' ? gapShifts(frames, turn) : frames.map(() => NO_SHIFT)

const storeSpan = (draft: Draft<Project>, sheetId: string, span: Span): void => {
  const sheet = draft.sheets[sheetId]
  if (sheet) Object.assign(sheet.spans, { [span.id]: span })
}

const putFill = (draft: Draft<Project>, project: Project, sheetId: string, frameId: string, fill: Fill): void => {
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (frame) put(frame, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is
}

/** The placement to begin with: that of the first frame, in reading order, that shows a picture. */
const firstPlaced = (sheet: Sheet, frames: readonly Frame[]): Placed | null => {
  for (const frame of readingRows(frames).flat()) {
    const placed = placedIn(sheet, frame)
    if (placed) return placed
  }
  return null
}

/**
 * Lets frames show one picture together, placed once so that it covers all of them: a given picture of the project, or
 * that of the first filled frame. Refuses where there is no picture, or no frame that takes one.
 */
export const makeSpan = defineEdit<
  FramesAddress & { readonly spanId: string; readonly pictureId?: string; readonly gaps?: Span['gaps'] }
>((draft, { sheetId, ids, spanId, pictureId, gaps = 'hide' }, project) => {
  const sheet = sheetOf(project, sheetId)
  const frames = windowable(sheet, ids)
  if (!frames.length) refuse('the selection', 'one with frames that take pictures', ids.length)
  const known = firstPlaced(sheet, frames)
  const like = pictureId === undefined ? known : { ...(known ?? coverPlaced(pictureId)), pictureId }
  if (!like || sheet.spans[spanId]) return
  const turn = sharedTurn(frames)
  const shifts = shiftsFor(frames, turn, gaps)
  const space = sharedPlane(frames)
  const extent = extentOf(frames, turn, shifts)
  const fresh: Placed = {
    ...coverPlaced(like.pictureId),
    ...(like.adjustments ? { adjustments: like.adjustments } : {}),
  }
  const placed = coveringPlaced(project, sheet, extent, fresh)
  storeSpan(draft, sheetId, { id: spanId, source: { kind: 'placed', placed }, ...extent, ...space, gaps })
  frames.forEach(({ id }, i) => putFill(draft, project, sheetId, id, windowFill(spanId, shifts[i])))
  dropIdleSpans(draft, sheetId)
})

/** Makes frames windows onto the sheet's background picture, exactly where it lies. Refuses a background without one. */
export const bindToBackground = defineEdit<FramesAddress & { readonly spanId: string }>(
  (draft, { sheetId, ids, spanId }, project) => {
    const sheet = sheetOf(project, sheetId)
    if (sheet.background.kind !== 'picture') refuse('the background', 'a picture', sheet.background.kind)
    const frames = windowable(sheet, ids)
    if (frames.some(({ planeId }) => planeId !== undefined))
      throw new Failure(
        'refused',
        'What lies on a plane is no window onto the background. Take it off its plane first.',
      )
    const span = Object.values(sheet.spans).find(({ source }) => source.kind === 'background')
    const box = backgroundBox(sheet)
    const hull = svgTextOf(polygonPath(cornersOf(centredRect(box))), 6)
    if (!span && !sheet.spans[spanId] && frames.length)
      storeSpan(draft, sheetId, { id: spanId, source: { kind: 'background' }, box, turn: 0, hull, gaps: 'hide' })
    for (const { id } of frames) putFill(draft, project, sheetId, id, windowFill(span?.id ?? spanId))
    dropIdleSpans(draft, sheetId)
  },
)

/** Lets more frames look onto a span; it stays as it is placed. */
export const joinSpan = defineEdit<FramesAddress & { readonly spanId: string }>(
  (draft, { sheetId, ids, spanId }, project) => {
    const sheet = sheetOf(project, sheetId)
    const span = spanOf(sheet, spanId)
    const members = spanMembers(sheet, spanId)
    const joining = windowable(sheet, ids).filter((frame) => !members.some(({ id }) => id === frame.id))
    const all = [...members, ...joining]
    sharedPlane(all)
    const shifts = shiftsFor(all, span.turn, span.gaps)
    // Where gaps are skipped, the newcomers keep step with the first member, which stays as it is.
    const [first] = members
    const own = first?.fill.kind === 'span' ? (first.fill.shift ?? NO_SHIFT) : NO_SHIFT
    const base = shifts[0] ?? NO_SHIFT
    joining.forEach(({ id }, i) => {
      const to = shifts[members.length + i] ?? NO_SHIFT
      putFill(draft, project, sheetId, id, windowFill(spanId, { x: to.x - base.x + own.x, y: to.y - base.y + own.y }))
    })
    dropIdleSpans(draft, sheetId)
  },
)

/** Where a member looks from, as a frame there. */
const lookingFrom = (frame: Frame): Frame => {
  const { cx, cy, turn } = poseOf(frame)
  return { ...frame, box: { ...frame.box, cx, cy }, turn }
}

/** Covers all members anew: the span's extent becomes theirs, and its picture covers it. */
export const coverSpan = defineEdit<{
  readonly sheetId: string
  readonly spanId: string
  readonly gaps?: Span['gaps']
}>((draft, { sheetId, spanId, gaps }, project) => {
  const sheet = sheetOf(project, sheetId)
  const span = spanOf(sheet, spanId)
  const spanDraft = draft.sheets[sheetId]?.spans[spanId]
  const members = spanMembers(sheet, spanId)
  if (!spanDraft || !members.length || span.source.kind !== 'placed') return
  const wanted = gaps ?? span.gaps
  const loose = members.filter(({ fill }) => fill.kind === 'span' && !fill.pinned)
  const shifts = shiftsFor(loose, span.turn, wanted)
  loose.forEach(({ id }, i) => putFill(draft, project, sheetId, id, windowFill(spanId, shifts[i])))
  const seen = members.map((frame) => {
    const place = loose.indexOf(frame)
    return place < 0 ? lookingFrom(frame) : { ...frame, fill: windowFill(spanId, shifts[place]) }
  })
  const extent = extentOf(seen.map(lookingFrom), span.turn)
  put(spanDraft, 'box', extent.box)
  put(spanDraft, 'hull', extent.hull)
  put(spanDraft, 'gaps', wanted)
  const placed = coveringPlaced(project, sheet, extent, span.source.placed)
  put(spanDraft, 'source', { kind: 'placed', placed } as Draft<Span['source']>) // a frozen value is stored as it is
})

/** Pins windows to the part that they show, so that they take it along; or frees them to show what lies beneath. */
export const pinWindows = defineEdit<FramesAddress & { readonly pinned: boolean }>(
  (draft, { sheetId, ids, pinned }, project) => {
    const sheet = sheetOf(project, sheetId)
    for (const frame of framesUnder(sheet, ids)) {
      if (frame.fill.kind !== 'span' || (frame.fill.pinned !== undefined) === pinned) continue
      const { cx, cy } = frame.box
      const { spanId, shift } = frame.fill
      const fill: Fill = pinned ? { ...frame.fill, pinned: { cx, cy, turn: frame.turn } } : windowFill(spanId, shift)
      putFill(draft, project, sheetId, frame.id, fill)
    }
  },
)
