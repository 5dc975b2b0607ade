import { isFailure } from '@/core/failure'
import type { Combination } from '@/core/path/combinations'
import { openAsOne } from '@/core/document/edits/openings'
import {
  breakApart,
  combinable,
  frameOfOutline,
  framePieces,
  isHeldCovered,
  joinFrames,
} from '@/core/document/edits/stencils'
import { layOf } from '@/core/document/laid'
import { isOutlineSound, outlineOnSheet } from '@/core/document/outline'
import type { Frame } from '@/core/document/types'
import type { Outline } from '@/core/path/path'
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

interface Combined {
  readonly frames: readonly Frame[]
  readonly outline: Outline
  /** Its curves were made of short straight sides. */
  readonly isFlattened: boolean
}

/** The outlines of what is selected, combined in the worker; null, with words, where that gives nothing. */
const combinedOf = async (bench: Bench, how: Combination): Promise<Combined | null> => {
  bench.endBurst()
  const { selection, project } = bench.get()
  const sheet = heldSheet(bench.get())
  const frames = combinable(sheet, selection)
  const refused = (words: string): null => {
    say(bench, words)
    return null
  }
  if (frames.length < 2) return refused('Select two frames or more to combine their outlines.')
  if (frames.some((frame) => layOf(sheet, frame)))
    return refused('Some of these lie in perspective. Take them up flat to combine their outlines.')
  try {
    const outlines = frames.map((frame) => outlineOnSheet(sheet, frame))
    const answer = await askOutlines(bench, { job: 'combine', outlines, how })
    const [outline] = answer.outlines
    if (bench.get().project !== project) return refused('The sheet changed meanwhile. Press the button again.')
    if (!outline || !isOutlineSound(outline)) return refused('Nothing would be left. The frames stay as they are.')
    return { frames, outline, isFlattened: answer.isFlattened ?? false }
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The outlines could not be combined. Move one a little.', 'fault')
    return null
  }
}

const sayFlattened = (bench: Bench, { isFlattened }: Combined): void => {
  if (isFlattened) say(bench, 'These outlines nearly coincide: their curves were made of many short straight sides.')
}

/** Makes the selected frames one; the lowest keeps its picture where it is. */
export const combineSelected = async (bench: Bench, how: Combination): Promise<void> => {
  const combined = await combinedOf(bench, how)
  const [first] = combined?.frames ?? []
  if (!combined || !first) return
  const { sheetId, selection } = bench.get()
  bench.commit(NAMES[how], (now) => joinFrames(now, { sheetId, ids: selection, outline: combined.outline }))
  select(bench, first.id)
  const isEnlarged = isHeldCovered(bench.get().project, sheetId, first.id)
  sayFlattened(bench, combined)
  if (isEnlarged) say(bench, 'The picture is shown a little larger, or moved, so that it covers the whole new outline.')
}

/** Makes one opening of all that is selected, texts too, that shows one picture. */
export const openSelectedAsOne = async (bench: Bench): Promise<void> => {
  const combined = await combinedOf(bench, 'unite')
  if (!combined) return
  const { sheetId, selection } = bench.get()
  const frame = frameOfOutline(newItemId(), 'Opening', combined.outline)
  bench.commit('One opening of all', (now) => openAsOne(now, { sheetId, ids: selection, frame }))
  select(bench, frame.id)
  sayFlattened(bench, combined)
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
