import type { Draft } from 'immer'
import type { Box } from '@/core/geometry/box'
import { normalTurn } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import type { Stencil } from '@/core/stencil/stencil'
import { defineEdit, put } from '@/core/document/edit'
import { frameOf, sheetOf } from '@/core/document/read'
import type { Frame, Project } from '@/core/document/types'

/** The draft of a frame that is known to exist; refuses one that does not. */
export const frameDraft = (
  draft: Draft<Project>,
  project: Project,
  sheetId: string,
  frameId: string,
): Draft<Frame> | undefined => {
  frameOf(sheetOf(project, sheetId), frameId)
  return draft.sheets[sheetId]?.items[frameId]
}

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

/** Puts a frame on top of a sheet. */
export const addFrame = defineEdit<{ readonly sheetId: string; readonly frame: Frame }>(
  (draft, { sheetId, frame }, project) => {
    sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (!sheet || sheet.items[frame.id]) return
    sheet.items[frame.id] = frame as Draft<Frame> // a frozen value is stored as it is
    sheet.order.push(frame.id)
  },
)

/** Takes frames off a sheet; ids it does not have are passed over. */
export const removeFrames = defineEdit<{ readonly sheetId: string; readonly frameIds: readonly string[] }>(
  (draft, { sheetId, frameIds }, project) => {
    const held = sheetOf(project, sheetId)
    const gone = new Set(frameIds.filter((id) => held.items[id]))
    const sheet = draft.sheets[sheetId]
    if (!gone.size || !sheet) return
    for (const id of gone) delete sheet.items[id]
    sheet.order = held.order.filter((id) => !gone.has(id))
  },
)

/** Moves frames with what they hold by `delta` points. */
export const moveFrames = defineEdit<{
  readonly sheetId: string
  readonly frameIds: readonly string[]
  readonly delta: Point
}>((draft, { sheetId, frameIds, delta }, project) => {
  for (const frameId of frameIds) {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame) continue
    put(frame.box, 'cx', frame.box.cx + delta.x)
    put(frame.box, 'cy', frame.box.cy + delta.y)
  }
})

/** Sets the box and turn of a frame; the picture follows by its placement. */
export const setFrameBox = defineEdit<FrameAddress & { readonly box?: Box; readonly turn?: number }>(
  (draft, { sheetId, frameId, box, turn }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (!frame) return
    if (box) put(frame, 'box', { ...box })
    if (turn !== undefined) put(frame, 'turn', normalTurn(turn))
  },
)

/** Gives a frame another outline; fill and placement stay as stored. */
export const setStencil = defineEdit<FrameAddress & { readonly stencil: Stencil }>(
  (draft, { sheetId, frameId, stencil }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) put(frame, 'stencil', { ...stencil })
  },
)

export const renameFrame = defineEdit<FrameAddress & { readonly name: string }>(
  (draft, { sheetId, frameId, name }, project) => {
    const frame = frameDraft(draft, project, sheetId, frameId)
    if (frame) put(frame, 'name', name)
  },
)
