import { keptLay, staysInPlane } from '@/core/document/laid'
import type { Draft } from 'immer'
import { assertNever } from '@/core/failure'
import type { ColourRef } from '@/core/colour/slots'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { clampSide } from '@/core/geometry/box'
import { isCoveredAt, moveFramePose, wholePicturePose, type FramePose } from '@/core/placement/pose'
import { replacePlaced, setFit } from '@/core/placement/move'
import { defineEdit, put } from '@/core/document/edit'
import { freshPlaced } from '@/core/document/filling'
import { frameDraft, putLaid } from '@/core/document/edits/frames'
import { BACKGROUND_ID, holderOf, pictureBackground } from '@/core/document/background'
import { originalOf, placedIn, spanHull, spanShown, storeOf } from '@/core/document/content'
import { frameHolder, frameOutline, pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesUnder } from '@/core/document/tree'
import { type Background, type Frame, type Project, type Sheet, type Span } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

const FIRST_TAKE = 'take-1'

const taken = (placed: Placed): Fill => ({
  kind: PICTURES,
  takes: [{ id: FIRST_TAKE, name: '', placed }],
  shown: FIRST_TAKE,
})

/**
 * Stores a placement for what shows in a frame or on the background: for a window of a span in the span, for an echo in
 * its original.
 */
export const storePlaced = (draft: Draft<Project>, sheetBefore: Sheet, frameId: string, placed: Placed): void => {
  const sheet = draft.sheets[sheetBefore.id]
  const store = storeOf(sheetBefore, frameId)
  const copy = placed as Draft<Placed> // a frozen value is stored as it is
  if (!sheet) return
  switch (store.kind) {
    case 'background':
      if (sheet.background.kind === 'picture') put(sheet.background, 'placed', copy)
      return
    case 'span': {
      const source = sheet.spans[store.spanId]?.source
      if (source?.kind === 'placed') put(source, 'placed', copy)
      return
    }
    case 'frame': {
      const frame = sheet.items[store.frameId]
      if (frame?.kind === 'frame') putPlaced(frame, placed)
      return
    }
    default:
      assertNever(store)
  }
}

/** Takes away spans that no frame shows any more. */
export const dropIdleSpans = (draft: Draft<Project>, sheetId: string): void => {
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  const used = new Set(
    Object.values(sheet.items).flatMap((item) =>
      item.kind === 'frame' && item.fill.kind === 'span' ? [item.fill.spanId] : [],
    ),
  )
  for (const id of Object.keys(sheet.spans)) if (!used.has(id)) delete sheet.spans[id]
}

/** A placement with the tones that were kept aside with its picture, which are given only once. */
const givenTones = (draft: Draft<Project>, project: Project, placed: Placed): Placed => {
  const tones = pictureOf(project, placed.pictureId).spareTones
  const picture = draft.pictures[placed.pictureId]
  if (!tones || !picture) return placed
  delete picture.spareTones
  return { ...placed, adjustments: tones }
}

/** Lets the whole of a span show another picture afresh. */
const refreshSpan = (draft: Draft<Project>, project: Project, sheet: Sheet, span: Span, pictureId: string): void => {
  const picture = pictureOf(project, pictureId)
  const holder = { outline: spanHull(span), box: span.box, picture: picture.pixels, ppi: sheet.ppi }
  const placed = givenTones(draft, project, setFit(coverPlaced(pictureId), holder, 'cover', picture.subject))
  const spanDraft = draft.sheets[sheet.id]?.spans[span.id]
  if (spanDraft) put(spanDraft, 'source', { kind: 'placed', placed } as Draft<Span['source']>) // a frozen value is stored as it is
}

/** Puts a picture into a frame so that it covers, undistorted; what was there goes. */
export const placePicture = defineEdit<FrameAddress & { readonly pictureId: string }>(
  (draft, { sheetId, frameId, pictureId }, project) => {
    const sheet = sheetOf(project, sheetId)
    pictureOf(project, pictureId)
    if (frameId === BACKGROUND_ID) {
      const sheetDraft = draft.sheets[sheetId]
      const placed = givenTones(draft, project, coverPlaced(pictureId))
      const fresh = { ...pictureBackground(sheet.background, pictureId), placed }
      if (sheetDraft) put(sheetDraft, 'background', fresh as Draft<Background>) // a frozen value is stored as it is
      return
    }
    const frameBefore = originalOf(sheet, frameOf(sheet, frameId))
    const span = spanShown(sheet, frameBefore)
    if (span?.source.kind === 'placed') return refreshSpan(draft, project, sheet, span, pictureId)
    const frame = frameDraft(draft, project, sheetId, frameBefore.id)
    const placed = givenTones(draft, project, freshPlaced(project, sheet, frameBefore, pictureId))
    if (frame) put(frame, 'fill', taken(placed) as Draft<Fill>) // a frozen value is stored as it is
    dropIdleSpans(draft, sheetId)
  },
)

/** Puts another picture in place of the one that shows; zoom, turn, flips and fit stay. Nothing without a picture. */
export const replacePicture = defineEdit<FrameAddress & { readonly pictureId: string }>(
  (draft, { sheetId, frameId, pictureId }, project) => {
    pictureOf(project, pictureId)
    const sheet = sheetOf(project, sheetId)
    const placed = placedIn(sheet, holderOf(sheet, frameId))
    if (placed) storePlaced(draft, sheet, frameId, replacePlaced(placed, pictureId))
  },
)

/** Stores a placement for the take that shows. */
export const putPlaced = (frame: Draft<Frame>, placed: Placed): void => {
  const { fill } = frame
  if (fill.kind !== PICTURES) return
  const take = fill.takes.find((t) => t.id === fill.shown)
  if (take) put(take, 'placed', { ...placed, focus: { ...placed.focus } })
}

/** Stores a placement for the picture that shows in a frame or on the background. */
export const setPlaced = defineEdit<FrameAddress & { readonly placed: Placed }>(
  (draft, { sheetId, frameId, placed }, project) => {
    pictureOf(project, placed.pictureId)
    const sheet = sheetOf(project, sheetId)
    holderOf(sheet, frameId)
    storePlaced(draft, sheet, frameId, placed)
  },
)

/** Takes what fills a frame out; the frame stays. The background becomes none. */
export const emptyFrame = defineEdit<FrameAddress>((draft, { sheetId, frameId }, project) => {
  if (frameId === BACKGROUND_ID) {
    const sheet = draft.sheets[sheetId]
    if (sheet) put(sheet, 'background', { kind: 'none' })
    return
  }
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (frame) put(frame, 'fill', { kind: 'none' })
  dropIdleSpans(draft, sheetId)
})

interface FramesAddress {
  readonly sheetId: string
  readonly ids: readonly string[]
}

/** What a frame can be filled with beside pictures. */
export type PlainFill = Extract<Fill, { kind: 'none' | 'colour' | 'gradient' }>

/** Fills frames, those within groups too, with one colour or gradient, or with nothing. */
export const fillFrames = defineEdit<FramesAddress & { readonly fill: PlainFill }>(
  (draft, { sheetId, ids, fill }, project) => {
    for (const { id } of framesUnder(sheetOf(project, sheetId), ids)) {
      const frame = frameDraft(draft, project, sheetId, id)
      if (frame) put(frame, 'fill', fill as Draft<Fill>) // a frozen value is stored as it is
    }
    dropIdleSpans(draft, sheetId)
  },
)

/** Sets what stands behind the pictures of frames, how their edges fade, and their own bleed; null takes it away. */
export const setFrameEdge = defineEdit<
  FramesAddress & {
    readonly backing?: ColourRef | null
    readonly feather?: number | null
    readonly bleed?: number | null
  }
>((draft, { sheetId, ids, backing, feather, bleed }, project) => {
  for (const { id } of framesUnder(sheetOf(project, sheetId), ids)) {
    const frame = frameDraft(draft, project, sheetId, id)
    if (!frame) continue
    if (backing) put(frame, 'backing', backing)
    else if (backing === null && frame.backing !== undefined) delete frame.backing
    if (feather) put(frame, 'feather', feather)
    else if (feather !== undefined && frame.feather !== undefined) delete frame.feather
    if (bleed) put(frame, 'bleed', bleed)
    else if (bleed !== undefined && frame.bleed !== undefined) delete frame.bleed
  }
})

/** The frame after its window was changed over a picture that stays put on the sheet. */
const posed = (
  project: Project,
  sheetId: string,
  frame: Frame,
  to: FramePose,
): { readonly placed: Placed; readonly covered: boolean } | null => {
  const placed = shownPlaced(frame)
  if (!placed) return null
  const sheet = sheetOf(project, sheetId)
  const holder = frameHolder(project, sheet, frame, placed.pictureId)
  const moved = moveFramePose(placed, holder, frame, to, frameOutline(frame, to.box))
  return { placed: moved.placed, covered: isCoveredAt(moved.placed, moved.holder) }
}

/** Would the outline, so changed, stay over its picture? True for a frame without a picture. */
export const isCoveredThere = (project: Project, sheetId: string, frameId: string, to: FramePose): boolean =>
  posed(project, sheetId, frameOf(sheetOf(project, sheetId), frameId), to)?.covered ?? true

/**
 * The outline way: box and turn change, the picture stays where it is on the sheet. Where keep-covered
 * is on and the new outline reaches beyond the picture, keep-covered is switched off only if `allowGaps`;
 * otherwise nothing changes.
 */
export const setFramePose = defineEdit<FrameAddress & FramePose & { readonly allowGaps?: boolean }>(
  (draft, { sheetId, frameId, box, turn, allowGaps }, project) => {
    const frameBefore = frameOf(sheetOf(project, sheetId), frameId)
    const frame = frameDraft(draft, project, sheetId, frameId)
    const change = posed(project, sheetId, frameBefore, { box, turn })
    if (!frame) return
    if (change?.placed.keepCovered && !change.covered && !allowGaps) return
    // A window beyond the horizon of its plane would show nothing.
    if (!staysInPlane(frameBefore, { box, turn })) return
    putLaid(frame, keptLay(frameBefore, { box, turn }).laid)
    put(frame, 'box', { ...box })
    put(frame, 'turn', turn)
    if (change) putPlaced(frame, { ...change.placed, keepCovered: change.placed.keepCovered && change.covered })
  },
)

/** Opens a frame to its whole picture, which does not move on the sheet. */
export const openToWhole = defineEdit<FrameAddress>((draft, { sheetId, frameId }, project) => {
  const sheet = sheetOf(project, sheetId)
  const frameBefore = frameOf(sheet, frameId)
  const placed = shownPlaced(frameBefore)
  const frame = frameDraft(draft, project, sheetId, frameId)
  if (!placed || !frame) return
  const to = wholePicturePose(placed, frameHolder(project, sheet, frameBefore, placed.pictureId), frameBefore)
  const box = { ...to.box, w: clampSide(to.box.w), h: clampSide(to.box.h) }
  const change = posed(project, sheetId, frameBefore, { box, turn: to.turn })
  putLaid(frame, keptLay(frameBefore, { box, turn: to.turn }).laid)
  put(frame, 'box', box)
  put(frame, 'turn', to.turn)
  if (change) putPlaced(frame, { ...change.placed, turn: 0, focus: { u: 0.5, v: 0.5 } })
})
