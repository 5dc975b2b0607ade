import { correctedFrames } from '@/core/document/edits/rebase'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'

/** Frames among these whose picture shows larger or moved so that it covers its outline. */
const corrected = (bench: Bench, ids: readonly string[]): ReadonlySet<string> => {
  const state = bench.get()
  const { items } = shownSheet(state)
  return new Set(
    correctedFrames(
      state.project,
      shownSheet(state),
      ids.filter((id) => items[id]),
    ),
  )
}

/** Does something that changes outlines; says so where pictures now show otherwise so that they cover. */
export const tellingCorrected = <T>(bench: Bench, ids: readonly string[], act: () => T): T => {
  const before = corrected(bench, ids)
  const made = act()
  const count = [...corrected(bench, ids)].filter((id) => !before.has(id)).length
  if (count > 0)
    say(
      bench,
      `${count === 1 ? 'The picture was' : `${count} pictures were`} enlarged or moved to cover the new outline. Switch “Keep covered” off for the size of before.`,
    )
  return made
}
