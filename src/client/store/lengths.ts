import type { Sheet } from '@/core/document/types'
import { hasLengths } from '@/core/document/edits/lengths'
import { idsUnder, itemOf } from '@/core/document/tree'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { toggleGrowsLengths } from '@/client/store/slices/card'
import type { BenchState } from '@/client/store/state'

const kindOf = (sheet: Sheet, ids: readonly string[]): 'one' | 'several' =>
  ids.length === 1 && sheet.items[ids[0] ?? '']?.kind === 'frame' ? 'one' : 'several'

/** Do strokes, shadows and fixed corners grow with what is sized? */
export const growsLengths = (state: BenchState, ids: readonly string[] = state.selection): boolean =>
  state.growsLengths[kindOf(shownSheet(state), ids)]

/** The other way from now on, for what is selected and all of its kind: one frame, or groups and several. */
export const toggleGrowing = (bench: Bench): void => {
  const state = bench.get()
  toggleGrowsLengths(bench, kindOf(shownSheet(state), state.selection))
}

/** Is there anything among items of a sheet that could grow with their size? */
export const haveLengths = (sheet: Sheet, ids: readonly string[]): boolean =>
  [...idsUnder(sheet, ids)].some((id) => hasLengths(itemOf(sheet, id)))
