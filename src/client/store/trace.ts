import { toolOf } from '@/client/store/modes'
import { contourOfDraft, type DraftPiece } from '@/core/path/draft'
import { pathOfNodes } from '@/core/path/nodes'
import type { Outline } from '@/core/path/path'
import { outlineContains } from '@/core/path/contains'
import { boundsOf } from '@/core/path/extent'
import { rectCentre } from '@/core/geometry/rect'
import { BACKGROUND_ID } from '@/core/document/background'
import { quadFault, type Quad } from '@/core/geometry/quad'
import { joinRecorded } from '@/core/document/edit'
import { layAsQuad } from '@/core/document/edits/laid'
import { fourCorners } from '@/core/document/quads'
import { addFrame } from '@/core/document/edits/frames'
import { layOf } from '@/core/document/laid'
import { clipOnSheet, frameOfOutline, setOutlineOnSheet } from '@/core/document/edits/stencils'
import { isOutlineSound } from '@/core/document/outline'
import { frameAt, shownPlaced } from '@/core/document/read'
import type { Sheet } from '@/core/document/types'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { owned } from '@/client/store/owned'
import { say } from '@/client/store/notices'
import { select } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { putDraft, setTool, putToolDown, changeTool } from '@/client/store/slices/mode'
import { putWay } from '@/client/store/slices/selection'
import { speak } from '@/client/store/slices/notices'

/** Smoothing of drawn runs, in table pixels, from none to most. */
const SMOOTHING = { least: 0.6, most: 14 }

/** How far a drawn run may be smoothed, in sheet points. */
export const traceTolerance = ({ smoothness, view }: Pick<BenchState, 'smoothness' | 'view'>): number =>
  (SMOOTHING.least + (SMOOTHING.most - SMOOTHING.least) * smoothness ** 2) / view.scale

/** What has been traced on the sheet that shows. */
export const draftPieces = ({ draft, sheetId }: Pick<BenchState, 'draft' | 'sheetId'>): readonly DraftPiece[] =>
  draft?.sheetId === sheetId ? draft.pieces : []

export const setDraft = (bench: Bench, pieces: readonly DraftPiece[]): void => {
  const { sheetId } = bench.get()
  putDraft(bench, sheetId, pieces)
}

/** The traced outline in sheet points, closed. */
export const tracedOutline = (state: BenchState): Outline => ({
  path: pathOfNodes([contourOfDraft(draftPieces(state), traceTolerance(state), true)]),
  fillRule: 'nonzero',
})

/** How it was traced last: the next outline begins the same way. */
const LAST = owned(() => ({ isFreehand: false }))

/** Begins tracing on the sheet, going on with what was left there before. */
export const startTrace = (bench: Bench, wanted?: 'points' | 'freehand'): void => {
  bench.endBurst()
  const state = bench.get()
  const last = bench.own(LAST)
  const isFreehand = wanted === undefined ? last.isFreehand : wanted === 'freehand'
  last.isFreehand = isFreehand
  if (toolOf(state)?.kind === 'trace') return changeTool(bench, 'trace', { isFreehand })
  const isOld = draftPieces(state).length > 0
  putWay(bench, 'whole')
  setTool(bench, { kind: 'trace', isFreehand, pointer: null, isClosed: false })
  speak(bench, isOld ? 'Going on with the outline left here.' : 'Trace: press for a corner, drag for a curve.')
}

/** Puts tracing down; what was traced is kept for later. */
export const leaveTrace = (bench: Bench): void => {
  const isKept = draftPieces(bench.get()).length > 0
  putToolDown(bench)
  if (isKept) say(bench, 'Your outline is kept. Take up tracing again to go on with it.')
}

/** Closes the outline and asks what it is for, if it holds enough to be one. */
export const closeTrace = (bench: Bench): void => {
  const state = bench.get()
  if (toolOf(state)?.kind !== 'trace') return
  if (!isOutlineSound(tracedOutline(state)) || draftPieces(state).length < 1)
    return say(bench, 'Set three points at least, or draw around something, before closing.')
  const pieces = draftPieces(state)
  if (pieces.every(({ kind }) => kind === 'node') && pieces.length < 3 && !pieces.some(hasCurve))
    return say(bench, 'Set three points at least, or draw around something, before closing.')
  changeTool(bench, 'trace', { isClosed: true, pointer: null })
}

const hasCurve = (piece: DraftPiece): boolean => piece.kind === 'stroke' || piece.node.out !== undefined

/** What "Clip this picture" would clip: the topmost filled frame under the outline's middle, else the background. */
export const clipTarget = (sheet: Sheet, outline: Outline): string | null => {
  const middle = rectCentre(boundsOf(outline.path))
  const points = outline.path.flatMap((piece) => ('to' in piece ? [piece.to] : []))
  const inside = outlineContains(outline, middle) ? [middle, ...points] : points
  for (const at of inside) {
    const frame = frameAt(sheet, at, (one) => shownPlaced(one) !== null && !layOf(sheet, one))
    if (frame) return frame.id
  }
  return sheet.background.kind === 'picture' ? BACKGROUND_ID : null
}

const traceName = 'Traced outline'

/** Makes of the closed outline a new empty frame. */
export const frameTrace = (bench: Bench): void => {
  const { sheetId } = bench.get()
  const frame = frameOfOutline(newItemId(), traceName, tracedOutline(bench.get()))
  putToolDown(bench)
  putDraft(bench, sheetId, [])
  bench.commit('Trace frame', (project) => addFrame.record(project, { sheetId, frame }))
  select(bench, frame.id)
}

/** The four corners of what was traced, where it has just those and straight sides between them, and they are a plane. */
export const tracedCorners = (state: BenchState): Quad | null => {
  const quad = fourCorners(tracedOutline(state))
  return quad && !quadFault(quad) ? quad : null
}

/** Makes of four traced corners an empty frame that is seen in them. */
export const layTrace = (bench: Bench): void => {
  const { sheetId } = bench.get()
  const quad = tracedCorners(bench.get())
  if (!quad) return
  const frame = frameOfOutline(newItemId(), traceName, tracedOutline(bench.get()))
  putToolDown(bench)
  putDraft(bench, sheetId, [])
  bench.commit('Trace frame in perspective', (project) =>
    joinRecorded(addFrame.record(project, { sheetId, frame }), (added) =>
      layAsQuad.record(added, { sheetId, frameId: frame.id, quad }),
    ),
  )
  select(bench, frame.id)
}

/** Clips the picture beneath with the closed outline: a frame takes it on; of the background a new frame is cut. */
export const clipTrace = (bench: Bench): void => clipWith(bench, tracedOutline(bench.get()), 'Clip picture by outline')

/** Clips the picture that lies under an outline of the sheet. */
export const clipWith = (bench: Bench, outline: Outline, name: string): void => {
  const state = bench.get()
  const { sheetId } = state
  const target = clipTarget(heldSheet(state), outline)
  if (target === null) return say(bench, 'No picture lies under this outline.')
  putToolDown(bench)
  putDraft(bench, sheetId, [])
  if (target !== BACKGROUND_ID) {
    bench.commit(name, (project) => setOutlineOnSheet.record(project, { sheetId, frameId: target, outline }))
    return select(bench, target)
  }
  const frame = frameOfOutline(newItemId(), traceName, outline)
  bench.commit(name, (project) => clipOnSheet(project, { sheetId, from: target, frame }))
  select(bench, frame.id)
}
