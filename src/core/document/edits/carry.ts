import type { Draft } from 'immer'
import { normalTurn } from '@/core/geometry/angle'
import { resolvePlacement } from '@/core/placement/resolve'
import { wholePicturePose } from '@/core/placement/pose'
import { shuffled } from '@/core/random'
import { defineEdit, put } from '@/core/document/edit'
import { dropIdleSpans } from '@/core/document/edits/fills'
import { ownFill } from '@/core/document/edits/echoes'
import { frameDraft } from '@/core/document/edits/frames'
import { newFrame } from '@/core/document/create'
import { frameHolder, pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesUnder } from '@/core/document/tree'
import { type Frame, type Project, type Sheet } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'
import type { Point } from '@/core/geometry/vector'

/** What a frame shows, to be carried: of an echo its own copy, since the original may be the other frame. */
const carriedFill = (project: Project, sheet: Sheet, frameId: string): Fill => {
  const frame = frameOf(sheet, frameId)
  return frame.fill.kind === 'echo' ? ownFill(project, sheet, frame) : frame.fill
}

/**
 * Carries what fills one frame to another: into an empty one it moves, with a filled one it is exchanged; with `copy`
 * it also stays where it was, and what filled the other goes. Placements travel with their pictures.
 */
export const carryFill = defineEdit<{
  readonly sheetId: string
  readonly from: string
  readonly to: string
  readonly copy?: boolean
}>((draft, { sheetId, from, to, copy }, project) => {
  if (from === to) return
  const sheet = sheetOf(project, sheetId)
  const source = frameDraft(draft, project, sheetId, from)
  const target = frameDraft(draft, project, sheetId, to)
  const [carried, met] = [carriedFill(project, sheet, from), carriedFill(project, sheet, to)]
  if (!source || !target || carried.kind === 'none') return
  // Frozen values are stored as they are.
  put(target, 'fill', carried as Draft<Fill>)
  delete target.follows
  if (!copy) {
    put(source, 'fill', met as Draft<Fill>)
    delete source.follows
  }
  dropIdleSpans(draft, sheetId)
})

/** The frame that a picture carried out of its own stands in alone: its whole shape, as large as it was, about `at`. */
export const aloneFrame = (project: Project, sheetId: string, from: string, id: string, at: Point): Frame | null => {
  const sheet = sheetOf(project, sheetId)
  const source = frameOf(sheet, from)
  const owner: Frame = { ...source, fill: ownFill(project, sheet, source) }
  const placed = shownPlaced(owner)
  if (!placed) return null
  const holder = frameHolder(project, sheet, owner, placed.pictureId)
  const whole = wholePicturePose(placed, holder, owner)
  const picture = pictureOf(project, placed.pictureId)
  const frame = newFrame(id, { kind: 'rectangle' }, { ...whole.box, cx: at.x, cy: at.y }, picture.name)
  // A stretched picture keeps its proportions as they were seen.
  const { aspect } = resolvePlacement(placed, holder)
  const alone = { ...placed, fit: 'cover' as const, zoom: 1, aspect, turn: 0, focus: { u: 0.5, v: 0.5 } }
  return {
    ...frame,
    turn: normalTurn(whole.turn),
    fill: { kind: PICTURES, shown: 'take-1', takes: [{ id: 'take-1', name: '', placed: alone }] },
  }
}

/** Takes a picture out of its frame to stand alone in `frame` (see `aloneFrame`); with `copy` it also stays. */
export const liftFill = defineEdit<{
  readonly sheetId: string
  readonly from: string
  readonly frame: Frame
  readonly copy?: boolean
}>((draft, { sheetId, from, frame, copy }, project) => {
  const source = frameDraft(draft, project, sheetId, from)
  const sheet = draft.sheets[sheetId]
  if (!source || !sheet || sheet.items[frame.id]) return
  Object.assign(sheet.items, { [frame.id]: frame })
  sheet.order.push(frame.id)
  if (!copy) put(source, 'fill', { kind: 'none' })
  dropIdleSpans(draft, sheetId)
})

interface FramesAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

const filledUnder = (project: Project, { sheetId, ids }: FramesAddress): readonly Frame[] =>
  framesUnder(sheetOf(project, sheetId), ids).filter((frame) => frame.takesPictures && frame.fill.kind === PICTURES)

/** Puts the pictures of frames among them in another order, chosen by a seed. */
export const shufflePictures = defineEdit<FramesAddress & { readonly seed: number }>(
  (draft, { seed, ...at }, project) => {
    const frames = filledUnder(project, at).filter(({ follows }) => !follows)
    const fills = shuffled(
      frames.map((frame) => frame.fill),
      seed,
    )
    frames.forEach(({ id }, i) => {
      const frame = frameDraft(draft, project, at.sheetId, id)
      const fill = fills[i]
      if (frame && fill) put(frame, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is
    })
  },
)

/** Takes all pictures out of frames; frames and colours stay. */
export const clearPictures = defineEdit<FramesAddress>((draft, at, project) => {
  for (const { id } of filledUnder(project, at)) {
    const frame = frameDraft(draft, project, at.sheetId, id)
    if (frame) put(frame, 'fill', { kind: 'none' })
  }
})
