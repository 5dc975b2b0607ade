import type { Draft } from 'immer'
import type { Box } from '@/core/geometry/box'
import { normalTurn } from '@/core/geometry/angle'
import { defineEdit, put } from '@/core/document/edit'
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

/** Sets the box and turn of a frame; the picture follows by its placement. */
export const setFrameBox = defineEdit<FrameAddress & { readonly box?: Box; readonly turn?: number }>(
  (draft, { sheetId, frameId, box, turn }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame) return
    if (box) put(frame, 'box', { ...box })
    if (turn !== undefined) put(frame, 'turn', normalTurn(turn))
  },
)
