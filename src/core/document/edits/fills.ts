import type { Draft } from 'immer'
import type { Colour } from '@/core/colour/colour'
import { outlineOf } from '@/core/stencil/stencil'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { middleFocus } from '@/core/placement/resolve'
import { isWindowCovered, moveWindow, wholePictureWindow, type Window } from '@/core/placement/window'
import { replacePlaced } from '@/core/placement/move'
import { defineEdit, put } from '@/core/document/edit'
import { frameDraft } from '@/core/document/edits/frames'
import { frameMount, frameOf, pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import type { Frame, Project } from '@/core/document/types'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

const FIRST_TAKE = 'take-1'

/** Puts a picture into a frame so that it covers, undistorted; what was there goes. */
export const placePicture = defineEdit<FrameAddress & { readonly pictureId: string }>(
  (draft, { sheetId, frameId, pictureId }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    pictureOf(project, pictureId)
    if (!frame) return
    const sheet = sheetOf(project, sheetId)
    const fresh = coverPlaced(pictureId)
    const mount = frameMount(project, sheet, frameOf(sheet, frameId), pictureId)
    const placed = { ...fresh, focus: middleFocus(fresh, mount) }
    put(frame, 'fill', { kind: 'taken', takes: [{ id: FIRST_TAKE, name: '', placed }], shown: FIRST_TAKE })
  },
)

/** Puts another picture in place of the one that shows; zoom, turn, flips and fit stay. An empty frame is filled. */
export const replacePicture = defineEdit<FrameAddress & { readonly pictureId: string }>(
  (draft, { sheetId, frameId, pictureId }, project) => {
    const held = frameOf(sheetOf(project, sheetId), frameId)
    pictureOf(project, pictureId)
    const placed = shownPlaced(held)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!placed || !frame) return
    putPlaced(frame, replacePlaced(placed, pictureId))
  },
)

const putPlaced = (frame: Draft<Frame>, placed: Placed): void => {
  const { fill } = frame
  if (fill.kind !== 'taken') return
  const take = fill.takes.find((t) => t.id === fill.shown)
  if (take) put(take, 'placed', { ...placed, focus: { ...placed.focus } })
}

/** Stores a placement for the picture that shows in a frame. */
export const setPlaced = defineEdit<FrameAddress & { readonly placed: Placed }>(
  (draft, { sheetId, frameId, placed }, project) => {
    pictureOf(project, placed.pictureId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) putPlaced(frame, placed)
  },
)

/** Takes what fills a frame out; the frame stays. */
export const emptyFrame = defineEdit<FrameAddress>((draft, { sheetId, frameId }, project) => {
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (frame) put(frame, 'fill', { kind: 'none' })
})

/** Fills a frame with a colour. */
export const fillColour = defineEdit<FrameAddress & { readonly colour: Colour }>(
  (draft, { sheetId, frameId, colour }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) put(frame, 'fill', { kind: 'colour', colour })
  },
)

/** The frame after its window was changed over a picture that stays put on the sheet. */
const windowed = (
  project: Project,
  sheetId: string,
  frame: Frame,
  to: Window,
): { readonly placed: Placed; readonly covered: boolean } | null => {
  const placed = shownPlaced(frame)
  if (!placed) return null
  const sheet = sheetOf(project, sheetId)
  const mount = frameMount(project, sheet, frame, placed.pictureId)
  const moved = moveWindow(placed, mount, frame, to, outlineOf(frame.stencil, to.box))
  return { placed: moved.placed, covered: isWindowCovered(moved.placed, moved.mount) }
}

/** Would the outline, so changed, stay over its picture? True for a frame without a picture. */
export const windowIsCovered = (project: Project, sheetId: string, frameId: string, to: Window): boolean =>
  windowed(project, sheetId, frameOf(sheetOf(project, sheetId), frameId), to)?.covered ?? true

/**
 * The outline way: box and turn change, the picture stays where it is on the sheet. Where keep-covered
 * is on and the new outline reaches beyond the picture, keep-covered is switched off only if `allowGaps`;
 * otherwise nothing changes.
 */
export const setWindow = defineEdit<FrameAddress & Window & { readonly allowGaps?: boolean }>(
  (draft, { sheetId, frameId, box, turn, allowGaps }, project) => {
    const held = frameOf(sheetOf(project, sheetId), frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    const change = windowed(project, sheetId, held, { box, turn })
    if (!frame) return
    if (change?.placed.keepCovered && !change.covered && !allowGaps) return
    put(frame, 'box', { ...box })
    put(frame, 'turn', turn)
    if (change) putPlaced(frame, { ...change.placed, keepCovered: change.placed.keepCovered && change.covered })
  },
)

/** Opens a frame to its whole picture, which does not move on the sheet. */
export const openToWhole = defineEdit<FrameAddress>((draft, { sheetId, frameId }, project) => {
  const sheet = sheetOf(project, sheetId)
  const held = frameOf(sheet, frameId)
  const placed = shownPlaced(held)
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (!placed || !frame) return
  const to = wholePictureWindow(placed, frameMount(project, sheet, held, placed.pictureId), held)
  const change = windowed(project, sheetId, held, to)
  put(frame, 'box', { ...to.box })
  put(frame, 'turn', to.turn)
  if (change) putPlaced(frame, { ...change.placed, turn: 0, focus: { u: 0.5, v: 0.5 } })
})
