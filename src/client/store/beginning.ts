import { sheetOf } from '@/core/document/read'
import type { Point } from '@/core/geometry/vector'
import { putFrame } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { toolOf, typingOf, writingOf, armedOf } from '@/client/store/modes'
import { showTab } from '@/client/store/slices/supplies'
import type { BenchState } from '@/client/store/state'
import { noteStencil, type UsedStencil } from '@/client/store/stencilUse'
import { takeFiles } from '@/client/store/takeFiles'
import { typeAt } from '@/client/store/typing'

/** Is there nothing on the sheet yet, and is the hand free to begin? */
export const isSheetBare = (state: BenchState): boolean => {
  const sheet = sheetOf(state.project, state.sheetId)
  const isFree =
    toolOf(state) === null && typingOf(state) === null && writingOf(state) === null && armedOf(state) === null
  return isFree && !state.isClean && !state.drawsOut && sheet.order.length === 0 && sheet.background.kind !== 'picture'
}

const middleOf = (bench: Bench): Point => {
  const { size } = sheetOf(bench.get().project, bench.get().sheetId)
  return { x: size.w / 2, y: size.h / 2 }
}

/** The files chosen become frames of their own shape, from the middle of the sheet on. */
export const beginWithFiles = (bench: Bench, files: readonly File[]): void =>
  takeFiles(bench, files, { kind: 'sheet', sheetId: bench.get().sheetId, at: middleOf(bench) })

/** A frame of that stencil, and the pictures to choose from for it. */
export const beginWithStencil = (bench: Bench, { name, stencil, aspect }: UsedStencil): void => {
  noteStencil(name)
  putFrame(bench, stencil, undefined, aspect)
  showTab(bench, 'Pictures')
}

/** How far from the left of the sheet a first text begins, as a share of its width. */
const LEFT = 0.1

/** A text is typed on the sheet at once. */
export const beginWithLetters = async (bench: Bench): Promise<void> => {
  showTab(bench, 'Letters')
  const { size } = sheetOf(bench.get().project, bench.get().sheetId)
  await typeAt(bench, { x: size.w * LEFT, y: size.h / 2 })
}
