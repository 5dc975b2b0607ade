import { Failure } from '@/core/failure'
import { clampSide } from '@/core/geometry/box'
import { QUAD_FAULT_WORDS, quadFault, type Quad } from '@/core/geometry/quad'
import type { Size } from '@/core/geometry/vector'
import { defineEdit, put } from '@/core/document/edit'
import { putUnspanned } from '@/core/document/edits/echoes'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { frameDraft, putLaid } from '@/core/document/edits/frames'
import { laidCorners, laidFault, seenQuad } from '@/core/document/laid'
import { boxFor } from '@/core/document/quads'
import { sheetOf } from '@/core/document/read'
import type { SurfaceShade } from '@/core/document/plane'
import { frameOf, framesUnder } from '@/core/document/tree'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

/** Lays a frame so that the corners of its box are seen at four points of the sheet. Refuses, in words, what is no plane. */
export const layFrame = defineEdit<FrameAddress & { readonly quad: Quad }>(
  (draft, { sheetId, frameId, quad }, project) => {
    const before = frameOf(sheetOf(project, sheetId), frameId)
    if (before.planeId !== undefined) throw new Failure('refused', 'It lies on a plane. Take it off the plane first.')
    const fault = quadFault(quad)
    if (fault) throw new Failure('refused', QUAD_FAULT_WORDS[fault])
    const corners = laidCorners(before, quad)
    // Of a very narrow box the corners may be sound on the sheet, and not as shares of it.
    const bend = before.laid?.bend
    const laid = { corners, ...(bend ? { bend } : {}) }
    const inBox = laidFault(laid)
    if (inBox) throw new Failure('refused', inBox)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) putLaid(frame, laid)
  },
)

/** Takes a laid frame up, so that it stands flat, or lays it down again as it was. Others stay as they are. */
export const takeUp = defineEdit<FrameAddress & { readonly isFlat: boolean }>(
  (draft, { sheetId, frameId, isFlat }, project) => {
    const { laid } = frameOf(sheetOf(project, sheetId), frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame || !laid) return
    const { corners, bend } = laid
    putLaid(frame, { corners, ...(bend ? { bend } : {}), ...(isFlat ? { isFlat: true } : {}) })
  },
)

/** Forgets how a frame was laid. */
export const forgetLaid = defineEdit<FrameAddress>((draft, { sheetId, frameId }, project) => {
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (frame) putLaid(frame, undefined)
})

/**
 * Makes a frame a rectangle that is seen at four points of the sheet: of its true ratio, as far as they tell it. What fills it
 * goes on as it is placed; off its plane, its part of a picture over several becomes its own. Refuses, in words, what is no plane.
 */
export const layAsQuad = defineEdit<FrameAddress & { readonly quad: Quad }>(
  (draft, { sheetId, frameId, quad }, project) => {
    const sheet = sheetOf(project, sheetId)
    const before = frameOf(sheet, frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    const fault = quadFault(quad)
    if (fault) throw new Failure('refused', QUAD_FAULT_WORDS[fault])
    const stands = { box: boxFor(sheet, quad), turn: 0 }
    if (!frame) return
    if (before.planeId !== undefined) putUnspanned(frame, project, sheet, before)
    put(frame, 'stencil', { kind: 'rectangle' })
    put(frame, 'box', stands.box)
    put(frame, 'turn', stands.turn)
    if (frame.flip !== undefined) delete frame.flip
    if (frame.planeId !== undefined) delete frame.planeId
    putLaid(frame, { corners: laidCorners(stands, quad) })
    dropIdleSpans(draft, sheetId)
  },
)

/** Says how large a laid frame truly is; its corners stay where they are seen. */
export const setTrueSize = defineEdit<FrameAddress & { readonly size: Size }>(
  (draft, { sheetId, frameId, size }, project) => {
    const sheet = sheetOf(project, sheetId)
    const before = frameOf(sheet, frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame || !before.laid) return
    const box = { ...before.box, w: clampSide(size.w), h: clampSide(size.h) }
    // Seen as it would be were it not taken up.
    const quad = seenQuad(sheet, { ...before, laid: { corners: before.laid.corners } })
    const corners = laidCorners({ box, turn: before.turn }, quad)
    if (quadFault(corners)) throw new Failure('refused', 'These corners are no plane of that size. Draw them apart.')
    put(frame, 'box', box)
    putLaid(frame, { ...before.laid, corners })
  },
)

/** Lays the shade of the surface over frames, or takes it off. */
export const setShade = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly shade: SurfaceShade | null
}>((draft, { sheetId, ids, shade }, project) => {
  for (const { id } of framesUnder(sheetOf(project, sheetId), ids)) {
    const frame = frameDraft(draft, project, sheetId, id)
    if (!frame) continue
    if (shade && shade.of !== id) put(frame, 'shade', { ...shade })
    else if (!shade && frame.shade !== undefined) delete frame.shade
  }
})
