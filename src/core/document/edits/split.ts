import { refuse } from '@/core/failure'
import type { Point } from '@/core/geometry/vector'
import { defineEdit, put } from '@/core/document/edit'
import { shownPlaced, sheetOf } from '@/core/document/read'
import { placeAbove } from '@/core/document/lists'
import { keptLay } from '@/core/document/laid'
import { extentOfFrame, gapShifts } from '@/core/document/span'
import { ownFill } from '@/core/document/edits/echoes'
import { takeFromList } from '@/core/document/edits/items'
import { frameOf } from '@/core/document/tree'
import type { Frame, Sheet, Span } from '@/core/document/types'
import type { Fill } from '@/core/document/fill'
import type { Draft } from 'immer'
import { type Standing, type Parting, partsOf } from '@/core/document/parting'

/** What the parts are filled with: windows onto the picture where it was, or what filled the frame. */
const partFill = (frame: Frame, spanId: string, shift: Point | undefined): Fill => {
  if (!shownPlaced(frame)) return frame.fill
  const moves = shift && (shift.x !== 0 || shift.y !== 0)
  return { kind: 'span', spanId, ...(moves ? { shift } : {}) }
}

const partFrame = (frame: Frame, standing: Standing, id: string, i: number, bleed: number): Frame => {
  const plain: { -readonly [K in keyof Frame]: Frame[K] } = {
    ...frame,
    ...standing,
    ...keptLay(frame, standing),
    id,
    name: `${frame.name} ${i + 1}`,
  }
  // A part of a mirrored outline is mirrored already.
  delete plain.flip
  return bleed > 0 ? { ...plain, bleed } : plain
}

const storeParts = (sheet: Draft<Sheet>, sheetBefore: Sheet, frame: Frame, made: readonly Frame[]): void => {
  for (const part of made) Object.assign(sheet.items, { [part.id]: part })
  placeAbove(
    sheet,
    made.map(({ id }) => id),
    frame.id,
  )
  takeFromList(sheet, sheetBefore, frame.id)
  delete sheet.items[frame.id]
  // Echoes of the frame show its first part from now on.
  for (const item of Object.values(sheet.items))
    if (item.kind === 'frame' && item.fill.kind === 'echo' && item.fill.frameId === frame.id)
      put(item.fill, 'frameId', made[0]?.id ?? '')
}

/**
 * Parts a frame into rows, columns, a grid or leaning strips. Its picture stays where it was, shown by all parts together
 * as a span; with gaps skipped nothing of its middle is lost in them. With a bleed the picture grows, where it must, to
 * cover that too. `newIds` names the parts.
 */
export const splitFrame = defineEdit<{
  readonly sheetId: string
  readonly frameId: string
  readonly spanId: string
  readonly newIds: readonly string[]
  readonly parting: Parting
}>((draft, { sheetId, frameId, spanId, newIds, parting }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const found = frameOf(sheetBefore, frameId)
  // An echo is parted as what it shows.
  const frame = found.fill.kind === 'echo' ? { ...found, fill: ownFill(project, sheetBefore, found) } : found
  const sheet = draft.sheets[sheetId]
  const standing = partsOf(frame, parting)
  if (!sheet || standing.length < 2) return
  if (newIds.length < standing.length) refuse('ids for the parts', `${standing.length} of them`, newIds.length)
  const plain = standing.map((part, i) => partFrame(frame, part, newIds[i] ?? '', i, parting.bleed))
  const shifts = parting.gaps === 'skip' ? gapShifts(plain, frame.turn) : []
  const made = plain.map((part, i): Frame => ({ ...part, fill: partFill(frame, spanId, shifts[i]) }))
  const placed = shownPlaced(frame)
  if (placed) {
    const span: Span = {
      id: spanId,
      source: { kind: 'placed', placed },
      ...extentOfFrame(frame, parting.bleed),
      gaps: parting.gaps,
      ...(frame.planeId === undefined ? {} : { planeId: frame.planeId }),
    }
    Object.assign(sheet.spans, { [spanId]: span })
  }
  storeParts(sheet, sheetBefore, frame, made)
})
