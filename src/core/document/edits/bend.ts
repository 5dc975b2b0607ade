import { Failure } from '@/core/failure'
import type { Bend } from '@/core/geometry/bend'
import { defineEdit } from '@/core/document/edit'
import { frameDraft, putLaid } from '@/core/document/edits/frames'
import { laidFault, UNIT_QUAD } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

/**
 * Bends a frame between its four corners, lays it into those where it stands if it is flat, or with null makes it plane again.
 * Refuses, in words, what cannot be seen so.
 */
export const bendFrame = defineEdit<FrameAddress & { readonly bend: Bend | null }>(
  (draft, { sheetId, frameId, bend }, project) => {
    const before = frameOf(sheetOf(project, sheetId), frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame) return
    if (before.planeId !== undefined) throw new Failure('refused', 'It lies on a plane. Take it off the plane first.')
    const laid = { corners: before.laid?.corners ?? UNIT_QUAD, ...(bend ? { bend } : {}) }
    const fault = laidFault(laid)
    if (fault) throw new Failure('refused', fault)
    putLaid(frame, laid)
  },
)
