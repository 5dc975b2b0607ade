import { clearPictures } from '@/core/document/edits/carry'
import { fillingOf, openingsOf } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import type { Sheet } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import { noteUsed } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { select } from '@/client/store/selection'
import { shortageWords } from '@/client/store/shortage'
import { showTab } from '@/client/store/slices/supplies'
import type { BenchState } from '@/client/store/state'
import { recordFilling } from '@/client/templates/filled'

/** Was this sheet made to be filled, or does it offer looks? */
export const isToBeFilled = (sheet: Sheet): boolean =>
  sheet.madeFrom !== undefined ||
  Object.keys(sheet.switches).length > 0 ||
  openingsOf(sheet).some(({ opening }) => opening !== undefined)

/** Is there something to be said of how far the sheet that shows is filled? */
export const isFillable = (state: Pick<BenchState, 'project' | 'sheetId'>): boolean => isToBeFilled(heldSheet(state))

/** Selects the next opening that is still empty, in reading order, and shows the pictures. */
export const goToEmpty = (bench: Bench): void => {
  const state = bench.get()
  const { empty } = fillingOf(heldSheet(state))
  const at = empty.findIndex(({ id }) => id === state.selection[0])
  const next = empty[(at + 1) % Math.max(1, empty.length)]
  if (!next) return say(bench, 'Every opening of this sheet is filled.')
  select(bench, next.id)
  showTab(bench, 'Pictures')
}

/** Takes every picture out of the openings of the sheet; they stay among the project's pictures. */
export const emptyAll = (bench: Bench): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const ids = openingsOf(heldSheet(bench.get())).map(({ id }) => id)
  bench.commit('Take all pictures out', (project) => clearPictures.record(project, { sheetId, ids }))
}

const counted = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`

/** Pictures into the empty openings of a sheet, as they fit best, in one step; says what is left, empty, or too small. */
export const fillOpenings = (bench: Bench, sheetId: string, pictures: readonly PictureAnswer[]): void => {
  bench.endBurst()
  const before = fillingOf(sheetOf(bench.get().project, sheetId))
  const wasEmpty = openingsOf(sheetOf(bench.get().project, sheetId)).filter(({ fill }) => fill.kind === 'none')
  bench.commit('Fill openings', (project) => recordFilling(project, [sheetId], pictures))
  noteUsed(pictures.map(({ hash }) => hash))
  const { project } = bench.get()
  const after = fillingOf(sheetOf(project, sheetId))
  const filled = after.filled - before.filled
  const left = new Set(pictures.map(({ hash }) => hash)).size - filled
  const words = [`${counted(filled, 'opening')} filled.`]
  if (left > 0) words.push(`${counted(left, 'picture')} stayed among the pictures: no opening was left.`)
  if (after.empty.length) words.push(`${counted(after.empty.length, 'opening')} still empty.`)
  const short = shortageWords(
    project,
    sheetId,
    wasEmpty.map(({ id }) => id),
  )
  if (short !== null) words.push(short)
  say(bench, words.join(' '))
}
