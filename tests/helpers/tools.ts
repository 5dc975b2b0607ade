import { FIRST_CHOICE } from '@/core/region/choice'
import { flipItems } from '@/core/document/edits/items'
import type { Bench } from '@/client/store/bench'
import { pointsTool, togglePoints } from '@/client/store/points'
import { setTool } from '@/client/store/slices/mode'
import { putMarked, putPictures } from '@/client/store/slices/supplies'
import { setDraft, startTrace } from '@/client/store/trace'
import { pictureAnswer } from '@tests/helpers/project'

/** Takes the points of the selected frame in hand and chooses the first. */
export const startPoints = (bench: Bench): void => {
  togglePoints(bench)
  const tool = pointsTool(bench.get())
  if (tool) setTool(bench, { ...tool, chosen: [{ contour: 0, node: 0 }] })
}

/** Three corners traced on the sheet. */
export const startTracing = (bench: Bench): void => {
  startTrace(bench)
  const corner = (x: number, y: number) => ({ kind: 'node', node: { at: { x, y }, kind: 'corner' } }) as const
  setDraft(bench, [corner(100, 100), corner(300, 120), corner(180, 300)])
}

/** A colour of the selected frame's picture pressed. */
export const startColour = (bench: Bench): void => {
  const [frameId] = bench.get().selection
  setTool(bench, {
    kind: 'colour',
    frameId: frameId ?? '',
    choice: FIRST_CHOICE,
    points: [{ x: 10, y: 10 }],
    outline: null,
    found: 0,
    isWorking: false,
    message: null,
  })
}

/** One step made and taken back. */
export const takeBackOne = (bench: Bench): void => {
  const { sheetId, selection } = bench.get()
  bench.commit('Flip', (project) => flipItems.record(project, { sheetId, ids: selection, axis: 'x' }))
  bench.undo()
}

/** Two pictures of the supplies marked for a set. */
export const markPictures = (bench: Bench): void => {
  const pictures = [pictureAnswer(1), pictureAnswer(2)]
  putPictures(bench, pictures)
  putMarked(
    bench,
    pictures.map(({ hash }) => hash),
  )
}
