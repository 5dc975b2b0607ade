import type { ColourRef } from '@/core/colour/slots'
import type { Gradient } from '@/core/colour/gradient'
import { fillFrames, setFrameEdge, type PlainFill } from '@/core/document/edits/fills'
import { setFrameBox } from '@/core/document/edits/frames'

import type { Box } from '@/core/geometry/box'
import { growsLengths } from '@/client/store/lengths'
import type { Bench } from '@/client/store/bench'
import { selectedFrame } from '@/client/store/selection'
import type { Recording } from '@/client/store/recording'

/** Where a frame stands: what the fields of its card address. */
export interface FrameAt {
  readonly sheetId: string
  readonly frameId: string
}

const idsOf = ({ sheetId, frameId }: FrameAt) => ({ sheetId, ids: [frameId] })

/** Fills a frame with something else than a picture. */
export const putFill = (bench: Bench, step: string, at: FrameAt, fill: PlainFill): void =>
  bench.commit(step, (project) => fillFrames.record(project, { ...idsOf(at), fill }))

export const fillColour =
  (at: FrameAt): Recording<ColourRef> =>
  (project, colour) =>
    fillFrames.record(project, { ...idsOf(at), fill: { kind: 'colour', colour } })

export const fillGradient =
  (at: FrameAt): Recording<Gradient> =>
  (project, gradient) =>
    fillFrames.record(project, { ...idsOf(at), fill: { ...gradient, kind: 'gradient' } })

type Edge = Omit<Parameters<typeof setFrameEdge>[1], 'sheetId' | 'ids'>

/** How a frame's edge fades, its own bleed in points, and what stands behind its picture. */
export const edgeOf =
  (at: FrameAt): Recording<Edge> =>
  (project, edge) =>
    setFrameEdge.record(project, { ...idsOf(at), ...edge })

export const putEdge = (bench: Bench, step: string, at: FrameAt, edge: Edge): void =>
  bench.commit(step, (project) => edgeOf(at)(project, edge))

export const backingColour =
  (at: FrameAt): Recording<ColourRef> =>
  (project, backing) =>
    setFrameEdge.record(project, { ...idsOf(at), backing })

/** Box in points and turn in degrees of a frame, as they were typed. */
export const putBox = (
  bench: Bench,
  step: string,
  at: FrameAt,
  place: { readonly box?: Box; readonly turn?: number },
): void => {
  const lengths = growsLengths(bench.get(), [at.frameId])
  bench.commit(step, (project) => setFrameBox.record(project, { ...at, ...place, lengths }))
}

/** Makes the selected frame as wide as it is high, by its shorter side, about its centre. */
export const squareSelected = (bench: Bench): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  if (!frame) return
  const side = Math.min(frame.box.w, frame.box.h)
  putBox(bench, 'As wide as high', { sheetId, frameId: frame.id }, { box: { ...frame.box, w: side, h: side } })
}
