import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { normalTurn } from '@/core/geometry/angle'
import { piecesOf } from '@/core/path/contours'
import type { Box } from '@/core/geometry/box'
import type { Outline } from '@/core/path/path'
import { isCoveredAt, moveFramePose } from '@/core/placement/pose'
import { cornered, withCornersOf } from '@/core/stencil/cornering'
import type { Corner } from '@/core/stencil/corners'
import { reshapedRect, type Stencil } from '@/core/stencil/stencil'
import { defineEdit, joinRecorded, put, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame, frameDraft, putLaid } from '@/core/document/edits/frames'
import { openToWhole } from '@/core/document/edits/fills'
import { rebasedFill } from '@/core/document/edits/rebase'
import { removeItems } from '@/core/document/edits/items'
import { holderOf } from '@/core/document/background'
import { keptLay } from '@/core/document/laid'
import { newFrame } from '@/core/document/create'
import {
  boxInFrame,
  isOutlineSound,
  standingOutlineOf,
  standingOutline,
  type StandingOutline,
} from '@/core/document/outline'
import { frameHolder, frameOutline, sheetOf, shownPlaced, shownTake } from '@/core/document/read'
import { frameOf, framesUnder, isLocked } from '@/core/document/tree'
import { type Frame, type Project, type Sheet } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

interface FramesAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** The project and the sheet that a change is made on. */
export interface Around {
  readonly project: Project
  readonly sheet: Sheet
}

/** Stores an outline, and with it what fills the frame: its pictures stay where they are on the sheet. */
export const putStencil = (frame: Draft<Frame>, stencil: Stencil, { project, sheet }: Around, box?: Box): void => {
  const frameBefore = frameOf(sheet, frame.id)
  const fill = rebasedFill(project, sheet, frameBefore, { ...frameBefore, stencil, ...(box ? { box } : {}) })
  // Frozen values are stored as they are.
  put(frame, 'stencil', stencil as Draft<Stencil>)
  if (stencil.kind !== 'text' && frame.field) delete frame.field
  if (box) put(frame, 'box', box)
  if (fill !== frameBefore.fill) put(frame, 'fill', fill as Draft<Fill>)
}

/**
 * Gives frames, those within groups too, another outline; the pictures in them stay where they are on the sheet. Worked
 * corners stay too where that is asked for and the new outline has corners.
 */
export const setStencils = defineEdit<FramesAddress & { readonly stencil: Stencil; readonly keepsCorners?: boolean }>(
  (draft, { sheetId, ids, stencil, keepsCorners = false }, project) => {
    const sheet = sheetOf(project, sheetId)
    for (const before of framesUnder(sheet, ids)) {
      const frame = isLocked(sheet, before.id) ? undefined : frameDraft(draft, project, sheetId, before.id)
      if (frame) putStencil(frame, keepsCorners ? withCornersOf(stencil, before.stencil) : stencil, { project, sheet })
    }
  },
)

/** Works the corners of frames with straight sides; null takes them back to sharp ones. */
export const setCorners = defineEdit<FramesAddress & { readonly corners: readonly Corner[] | null }>(
  (draft, { sheetId, ids, corners }, project) => {
    const sheet = sheetOf(project, sheetId)
    for (const frameBefore of framesUnder(sheet, ids)) {
      const frame = isLocked(sheet, frameBefore.id) ? undefined : frameDraft(draft, project, sheetId, frameBefore.id)
      if (frame) putStencil(frame, cornered(frameBefore.stencil, corners), { project, sheet })
    }
  },
)

/** Changes the values of a frame's parametric outline. Where its parts keep their size the box grows or shrinks with it. */
export const reshapeFrame = defineEdit<FrameAddress & { readonly stencil: Stencil }>(
  (draft, { sheetId, frameId, stencil }, project) => {
    const sheet = sheetOf(project, sheetId)
    const frameBefore = frameOf(sheet, frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame) return
    const r = reshapedRect(frameBefore.stencil, stencil, frameBefore.box)
    // A mirrored frame grows to the other side.
    const seen = frameBefore.flip ? { ...r, x0: -r.x1, x1: -r.x0 } : r
    const box = boxInFrame(frameBefore, seen)
    putStencil(frame, stencil, { project, sheet }, box)
    putLaid(frame, keptLay(frameBefore, { box, turn: frameBefore.turn }).laid)
  },
)

/** An outline and where it stands on the sheet. */
type Standing = Omit<StandingOutline, 'stencil'> & { readonly stencil: Stencil }

/**
 * Stores an outline that stands on the sheet in a frame; its picture stays where it is on the sheet. One that covered the
 * outline before covers the new one too where `covers` says so, enlarged as little as that takes; else a gap is shown.
 */
const storeOutline = (
  frame: Draft<Frame>,
  frameBefore: Frame,
  to: Standing,
  { project, sheet }: Around,
  covers = false,
): void => {
  const after: Frame = { ...frameBefore, ...to, flip: false }
  // What a follower shows is placed in its leader.
  if (frameBefore.fill.kind === PICTURES && !frameBefore.follows) {
    const outline = frameOutline(after)
    const takes = frameBefore.fill.takes.map((take) => {
      const holder = frameHolder(project, sheet, frameBefore, take.placed.pictureId)
      const moved = moveFramePose(take.placed, holder, frameBefore, to, outline)
      const isCovered = isCoveredAt(moved.placed, moved.holder)
      const didCover = take.placed.keepCovered || isCoveredAt(take.placed, holder)
      // An outline drawn to reach beyond the picture shows the gap.
      const isKept = covers ? didCover && (take.placed.keepCovered || !isCovered) : take.placed.keepCovered && isCovered
      return { ...take, placed: { ...moved.placed, keepCovered: isKept } }
    })
    put(frame, 'fill', { ...frameBefore.fill, takes } as Draft<Fill>) // a frozen value is stored as it is
  }
  put(frame, 'stencil', to.stencil as Draft<Stencil>)
  putLaid(frame, keptLay(frameBefore, to).laid)
  put(frame, 'box', to.box)
  put(frame, 'turn', to.turn)
  if (frame.flip !== undefined) delete frame.flip
}

interface OutlineOnSheet extends FrameAddress {
  /** In sheet points. */
  readonly outline: Outline
  readonly turn?: number
  /** The kinds of its points, where they are not told from their handles. */
  readonly kinds?: string
  /** A picture that covered the outline before covers the new one too, enlarged where that takes it. */
  readonly covers?: boolean
}

/** Gives a frame an outline that stands on the sheet; the picture stays put. */
export const setOutlineOnSheet = defineEdit<OutlineOnSheet>((draft, args, project) => {
  const { sheetId, frameId, outline, turn = 0, kinds, covers = false } = args
  const sheet = sheetOf(project, sheetId)
  const frameBefore = frameOf(sheet, frameId)
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (!frame || !isOutlineSound(outline)) return
  const to = standingOutline(outline, turn)
  const drawn = kinds === undefined ? to : { ...to, stencil: { ...to.stencil, kinds } }
  storeOutline(frame, frameBefore, drawn, { project, sheet }, covers)
})

/** Clips a frame's picture with a stencil that stands upright on the sheet; the picture stays put. */
export const cutFrame = defineEdit<FrameAddress & { readonly stencil: Stencil; readonly box: Box }>(
  (draft, { sheetId, frameId, stencil, box }, project) => {
    const sheet = sheetOf(project, sheetId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) storeOutline(frame, frameOf(sheet, frameId), { stencil, box, turn: 0 }, { project, sheet })
  },
)

/** Turns a frame's box to run along a direction of the sheet; outline and picture stay where they are. */
export const setUpright = (
  project: Project,
  { sheetId, frameId, along }: FrameAddress & { readonly along: number },
) => {
  const frame = frameOf(sheetOf(project, sheetId), frameId)
  // Of the four ways a box can lie along the edge, the one that turns it least.
  const quarter = Math.round((frame.turn - along) / 90) * 90
  const turn = normalTurn(along + quarter)
  return setOutlineOnSheet.record(project, { sheetId, frameId, outline: standingOutlineOf(frame), turn })
}

/** Takes a stencil off: the frame shows the whole picture as a rectangle, at its present place and size. */
export const takeOffStencil = (project: Project, { sheetId, frameId }: FrameAddress): Recorded =>
  joinRecorded(openToWhole.record(project, { sheetId, frameId }), (at) =>
    setStencils.record(at, { sheetId, ids: [frameId], stencil: { kind: 'rectangle' } }),
  )

/** A frame on the sheet with an outline in sheet points; empty. */
export const frameOfOutline = (id: string, name: string, outline: Outline, turn = 0): Frame => {
  const to = standingOutline(outline, turn)
  return { ...newFrame(id, to.stencil, to.box, name), turn: to.turn }
}

/** A new frame over a picture that lies on the sheet, showing just what lies under its outline. */
export const clipOnSheet = (
  project: Project,
  { sheetId, from, frame }: { readonly sheetId: string; readonly from: string; readonly frame: Frame },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const source = holderOf(sheet, from)
  const take = shownTake(source.fill)
  if (!take) return refuse('what is clipped', 'a picture on the sheet', source.name)
  const holder = frameHolder(project, sheet, source, take.placed.pictureId)
  const { placed, holder: seen } = moveFramePose(take.placed, holder, source, frame, frameOutline(frame))
  const kept = placed.keepCovered && isCoveredAt(placed, seen)
  const fill: Fill = { kind: PICTURES, shown: take.id, takes: [{ ...take, placed: { ...placed, keepCovered: kept } }] }
  return addFrame.record(project, { sheetId, frame: { ...frame, fill } })
}

/** The frames that a combination is about, from the bottom: locked ones stay out. */
export const combinable = (sheet: Sheet, ids: readonly string[]): readonly Frame[] =>
  framesUnder(sheet, ids).filter(({ id }) => !isLocked(sheet, id))

/** Is the picture of a frame larger, or further along, than it was placed, so that it covers the outline? */
export const isHeldCovered = (project: Project, sheetId: string, frameId: string): boolean => {
  const sheet = sheetOf(project, sheetId)
  const frame = frameOf(sheet, frameId)
  const placed = shownPlaced(frame)
  return placed?.keepCovered === true && !isCoveredAt(placed, frameHolder(project, sheet, frame, placed.pictureId))
}

/**
 * Makes frames one: the bottom one takes the outline (sheet points) and keeps what fills it, which covers the outline as it
 * did; the others go.
 */
export const joinFrames = (
  project: Project,
  { sheetId, ids, outline }: FramesAddress & { readonly outline: Outline },
): Recorded => {
  const [first, ...others] = combinable(sheetOf(project, sheetId), ids)
  if (!first || !others.length) return unchanged(project)
  return joinRecorded(
    setOutlineOnSheet.record(project, { sheetId, frameId: first.id, outline, turn: first.turn, covers: true }),
    (at) => removeItems.record(at, { sheetId, ids: others.map(({ id }) => id) }),
  )
}

/** The separate pieces of a frame's outline, in sheet points. */
export const framePieces = (frame: Frame): readonly Outline[] => piecesOf(standingOutlineOf(frame))

/** A path on the sheet is seen as it is: a piece of a mirrored frame is mirrored already. */
const unflipped = (frame: Frame): Frame => {
  const plain: { -readonly [K in keyof Frame]: Frame[K] } = { ...frame }
  delete plain.flip
  return plain
}

/** Parts a frame into its pieces, each with the picture where it is; `newIds` names those after the first. */
export const breakApart = (
  project: Project,
  { sheetId, frameId, newIds }: FrameAddress & { readonly newIds: readonly string[] },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const frameBefore = frameOf(sheet, frameId)
  const pieces = framePieces(frameBefore)
  const [first, ...others] = pieces
  if (!first || !others.length) return unchanged(project)
  const start = setOutlineOnSheet.record(project, { sheetId, frameId, outline: first, turn: frameBefore.turn })
  return others.reduce(
    (sofar, outline, i) =>
      joinRecorded(sofar, (at) => {
        const to = standingOutline(outline, frameBefore.turn)
        const above = newIds[i - 1] ?? frameId
        const id = newIds[i] ?? refuse('ids for the pieces', `${others.length} of them`, newIds.length)
        const frame: Frame = {
          ...unflipped(frameBefore),
          ...to,
          ...keptLay(frameBefore, to),
          id,
          name: `${frameBefore.name} ${i + 2}`,
          fill: { kind: 'none' },
        }
        const take = shownTake(frameBefore.fill)
        if (take) return clipLike(at, sheet, frameBefore, frame, above)
        return addFrame.record(at, { sheetId, frame: { ...frame, fill: frameBefore.fill }, above })
      }),
    start,
  )
}

/** The frame with the whole fill of another, its picture where that one shows it. */
const clipLike = (project: Project, sheet: Sheet, source: Frame, frame: Frame, above: string): Recorded => {
  const { fill } = source
  if (fill.kind !== PICTURES) return addFrame.record(project, { sheetId: sheet.id, frame })
  const takes = fill.takes.map((take) => {
    const holder = frameHolder(project, sheet, source, take.placed.pictureId)
    const moved = moveFramePose(take.placed, holder, source, frame, frameOutline(frame))
    const keepCovered = moved.placed.keepCovered && isCoveredAt(moved.placed, moved.holder)
    return { ...take, placed: { ...moved.placed, keepCovered } }
  })
  return addFrame.record(project, { sheetId: sheet.id, frame: { ...frame, fill: { ...fill, takes } }, above })
}
