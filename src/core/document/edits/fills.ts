import type { Draft } from 'immer'
import { assertNever } from '@/core/failure'
import type { Colour } from '@/core/colour/colour'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { clampSide } from '@/core/geometry/box'
import { isWindowCovered, moveWindow, wholePictureWindow, type Window } from '@/core/placement/window'
import { replacePlaced, setFit } from '@/core/placement/move'
import { defineEdit, put } from '@/core/document/edit'
import { frameDraft } from '@/core/document/edits/frames'
import { BACKGROUND_ID, holderOf, pictureBackground } from '@/core/document/background'
import { originalOf, placedIn, spanHull, spanShown, storeOf } from '@/core/document/content'
import { frameMount, frameOutline, pictureOf, sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf, framesUnder } from '@/core/document/tree'
import type { Background, Fill, Frame, Project, Sheet, Span } from '@/core/document/types'

interface FrameAddress {
  readonly sheetId: string
  readonly frameId: string
}

const FIRST_TAKE = 'take-1'

/** A fresh covering placement of a picture in a frame, its subject in view where one is marked. */
export const freshPlaced = (project: Project, sheet: Sheet, frame: Frame, pictureId: string): Placed => {
  const mount = frameMount(project, sheet, frame, pictureId)
  return setFit(coverPlaced(pictureId), mount, 'cover', pictureOf(project, pictureId).subject)
}

const taken = (placed: Placed): Fill => ({
  kind: 'taken',
  takes: [{ id: FIRST_TAKE, name: '', placed }],
  shown: FIRST_TAKE,
})

/**
 * Stores a placement for what shows in a frame or on the background: for a window of a span in the span, for an echo in
 * its original.
 */
export const storePlaced = (draft: Draft<Project>, held: Sheet, frameId: string, placed: Placed): void => {
  const sheet = draft.sheets[held.id]
  const store = storeOf(held, frameId)
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

/** Lets the whole of a span show another picture afresh. */
const refreshSpan = (draft: Draft<Project>, project: Project, sheet: Sheet, span: Span, pictureId: string): void => {
  const picture = pictureOf(project, pictureId)
  const mount = { outline: spanHull(span), box: span.box, picture: picture.pixels, ppi: sheet.ppi }
  const placed = setFit(coverPlaced(pictureId), mount, 'cover', picture.subject)
  const held = draft.sheets[sheet.id]?.spans[span.id]
  if (held) put(held, 'source', { kind: 'placed', placed } as Draft<Span['source']>) // a frozen value is stored as it is
}

/** Puts a picture into a frame so that it covers, undistorted; what was there goes. */
export const placePicture = defineEdit<FrameAddress & { readonly pictureId: string }>(
  (draft, { sheetId, frameId, pictureId }, project) => {
    const sheet = sheetOf(project, sheetId)
    pictureOf(project, pictureId)
    if (frameId === BACKGROUND_ID) {
      const held = draft.sheets[sheetId]
      const fresh = { ...pictureBackground(sheet.background, pictureId), placed: coverPlaced(pictureId) }
      if (held) put(held, 'background', fresh as Draft<Background>) // a frozen value is stored as it is
      return
    }
    const held = originalOf(sheet, frameOf(sheet, frameId))
    const span = spanShown(sheet, held)
    if (span?.source.kind === 'placed') return refreshSpan(draft, project, sheet, span, pictureId)
    const frame = frameDraft(draft, project, sheetId, held.id)
    const placed = freshPlaced(project, sheet, held, pictureId)
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
  if (fill.kind !== 'taken') return
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
    readonly backing?: Colour | null
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
  const moved = moveWindow(placed, mount, frame, to, frameOutline(frame, to.box))
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
  const box = { ...to.box, w: clampSide(to.box.w), h: clampSide(to.box.h) }
  const change = windowed(project, sheetId, held, { box, turn: to.turn })
  put(frame, 'box', box)
  put(frame, 'turn', to.turn)
  if (change) putPlaced(frame, { ...change.placed, turn: 0, focus: { u: 0.5, v: 0.5 } })
})
