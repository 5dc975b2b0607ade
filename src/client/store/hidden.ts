import { emptyOpenings } from '@/core/document/openings'
import type { Item } from '@/core/document/types'
import { setHidden } from '@/client/store/arrangement'
import type { Bench } from '@/client/store/bench'
import { heldSheet, shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import type { BenchState } from '@/client/store/state'

/** Hides frames that nothing fills, and art over nothing but such. */
export const hideEmpty = (bench: Bench): void => {
  const ids = emptyOpenings(heldSheet(bench.get()))
  setHidden(bench, ids, true)
  const count = ids.length === 1 ? '1 item is' : `${ids.length} items are`
  say(bench, `${count} hidden. “Show all that is hidden” brings back what you want.`)
}

/** What a person has hidden on the sheet that is shown. */
export const hiddenItems = (state: BenchState): readonly Item[] =>
  Object.values(shownSheet(state).items).filter(({ hidden }) => hidden)

export const showHidden = (bench: Bench): void =>
  setHidden(
    bench,
    hiddenItems(bench.get()).map(({ id }) => id),
    false,
  )
