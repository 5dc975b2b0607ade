import type { Draft } from 'immer'
import type { Box } from '@/core/geometry/box'
import { normalTurn } from '@/core/geometry/angle'
import { defineEdit, put } from '@/core/document/edit'
import { putScaledLengths } from '@/core/document/edits/lengths'
import { placeAbove } from '@/core/document/lists'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Frame, Laid, Project } from '@/core/document/types'

/** The draft of a frame that is known to exist; refuses one that does not. */
export const frameDraft = (
  draft: Draft<Project>,
  project: Project,
  sheetId: string,
  frameId: string,
): Draft<Frame> | undefined => {
  frameOf(sheetOf(project, sheetId), frameId)
  const item = draft.sheets[sheetId]?.items[frameId]
  return item?.kind === 'frame' ? item : undefined
}

/** Stores how a frame is laid, or that it is not. */
export const putLaid = (frame: Draft<Frame>, laid: Laid | undefined): void => {
  if (laid)
    put(frame, 'laid', laid as Draft<Laid>) // a frozen value is stored as it is
  else if (frame.laid !== undefined) delete frame.laid
}

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

/** Puts a frame on top of a sheet, or just above another item in the list that one stands in. */
export const addFrame = defineEdit<{ readonly sheetId: string; readonly frame: Frame; readonly above?: string }>(
  (draft, { sheetId, frame, above }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (!sheet || sheet.items[frame.id]) return
    sheet.items[frame.id] = frame as Draft<Frame> // a frozen value is stored as it is
    placeAbove(sheet, [frame.id], above)
  },
)

/** By how much a box is larger in proportion; 1 where it is not, or is otherwise shaped. */
const growth = (from: Box, to: Box): number =>
  Math.abs((to.w * from.h) / (to.h * from.w) - 1) < 1e-6 ? to.w / from.w : 1

/**
 * Sets the box and turn of a frame; the picture follows by its placement. With `lengths`, and in proportion, its strokes,
 * shadows and fixed corners grow too.
 */
export const setFrameBox = defineEdit<
  FrameAddress & { readonly box?: Box; readonly turn?: number; readonly lengths?: boolean }
>((draft, { sheetId, frameId, box, turn, lengths = false }, project) => {
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (!frame) return
  const before = frameOf(sheetOf(project, sheetId), frameId)
  const k = lengths && box ? growth(before.box, box) : 1
  if (k !== 1) putScaledLengths(frame, before, k)
  if (box) put(frame, 'box', { ...box })
  if (turn !== undefined) put(frame, 'turn', normalTurn(turn))
})
