import { isFailure } from '@/core/failure'
import type { Combination } from '@/core/path/combinations'
import { breakApart, combinable, framePieces, joinFrames } from '@/core/document/edits/stencils'
import { isOutlineSound, outlineOnSheet } from '@/core/document/outline'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectItems } from '@/client/store/selection'
import { askOutlines } from '@/client/workers/outlines'

const NAMES: Readonly<Record<Combination, string>> = {
  unite: 'Unite outlines',
  subtract: 'Subtract outlines',
  intersect: 'Intersect outlines',
  exclude: 'Exclude outlines',
}

/** Makes the selected frames one; the lowest keeps its picture where it is. */
export const combineSelected = async (bench: Bench, how: Combination): Promise<void> => {
  bench.endBurst()
  const { sheetId, selection, project } = bench.get()
  const frames = combinable(heldSheet(bench.get()), selection)
  const [first] = frames
  if (!first || frames.length < 2) return say(bench, 'Select two frames or more to combine their outlines.')
  try {
    const { outlines, isFlattened } = await askOutlines(bench, {
      job: 'combine',
      outlines: frames.map(outlineOnSheet),
      how,
    })
    const [outline] = outlines
    if (bench.get().project !== project) return say(bench, 'The sheet changed meanwhile. Press the button again.')
    if (!outline || !isOutlineSound(outline)) return say(bench, 'Nothing would be left. The frames stay as they are.')
    bench.commit(NAMES[how], (now) => joinFrames(now, { sheetId, ids: selection, outline }))
    select(bench, first.id)
    if (isFlattened) say(bench, 'These outlines nearly coincide: their curves were made of many short straight sides.')
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The outlines could not be combined. Move one a little.', 'fault')
  }
}

/** Parts the selected frame into the pieces its outline is made of, each with its part of the picture. */
export const breakSelected = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const frame = selectedFrame(state)
  if (!frame) return say(bench, 'Select one frame to make pieces of it.')
  const count = framePieces(frame).length
  if (count < 2) return say(bench, 'This outline is in one piece already.')
  const newIds = Array.from({ length: count - 1 }, newItemId)
  bench.commit(`Break into ${count}`, (project) =>
    breakApart(project, { sheetId: state.sheetId, frameId: frame.id, newIds }),
  )
  selectItems(bench, [frame.id, ...newIds])
}
