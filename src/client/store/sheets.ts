import { isFailure } from '@/core/failure'
import { newSheet, type NewSheet } from '@/core/document/create'
import {
  addSheet,
  changeSheet,
  copiedSheet,
  moveSheet,
  removeSheet,
  changeResolution,
} from '@/core/document/edits/sheets'
import { sheetOf } from '@/core/document/read'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { freeName } from '@/client/store/names'
import { say } from '@/client/store/notices'
import { setSheet, fitView } from '@/client/store/view'

const namesOf = (bench: Bench): readonly string[] => Object.values(bench.get().project.sheets).map(({ name }) => name)

/** An empty sheet after this one: of the same size unless another is given. */
export const addNewSheet = (bench: Bench, of?: NewSheet, wanted?: string): void => {
  bench.endBurst()
  const state = bench.get()
  const { unit, size, ppi, bleed } = shownSheet(state)
  const id = newId('sheet')
  const name = freeName(namesOf(bench), wanted ?? `Sheet ${state.project.order.length + 1}`)
  const sheet = newSheet(id, name, of ?? { unit, size, ppi, bleed })
  bench.commit('New sheet', (project) => addSheet.record(project, { sheet, after: state.sheetId }))
  setSheet(bench, id)
}

/** A copy of a sheet after it; at another size its contents are scaled to fit. */
export const duplicateSheet = (bench: Bench, sheetId: string, at?: NewSheet): void => {
  bench.endBurst()
  const { project } = bench.get()
  const held = sheetOf(project, sheetId)
  const copied = copiedSheet(
    held,
    newId('sheet'),
    freeName(namesOf(bench), `${held.name.slice(0, 180)} copy`),
    at?.size,
  )
  const sheet = at ? { ...copied, unit: at.unit, ppi: at.ppi, bleed: at.bleed } : copied
  bench.commit('Duplicate sheet', (now) => addSheet.record(now, { sheet, after: sheetId }))
  setSheet(bench, sheet.id)
}

export const renameSheet = (bench: Bench, sheetId: string, name: string): void =>
  bench.commit('Rename sheet', (project) => changeSheet.record(project, { sheetId, name }))

export const placeSheet = (bench: Bench, sheetId: string, to: number): void => {
  bench.endBurst()
  bench.commit('Move sheet', (project) => moveSheet.record(project, { sheetId, to }))
}

/** Takes a sheet away; its neighbour is shown. */
export const takeSheetAway = (bench: Bench, sheetId: string): void => {
  bench.endBurst()
  const { project } = bench.get()
  const at = project.order.indexOf(sheetId)
  const next = project.order[at + 1] ?? project.order[at - 1]
  try {
    bench.commit('Remove sheet', (now) => removeSheet.record(now, { sheetId }))
    if (next !== undefined) setSheet(bench, next)
    say(bench, 'The sheet was removed. Ctrl Z brings it back.')
  } catch (error) {
    say(bench, isFailure(error) ? error.message : 'The sheet cannot be removed.', 'fault')
  }
}

/** The sheet before or after this one. */
export const goToNeighbour = (bench: Bench, step: 1 | -1): void => {
  const { project, sheetId } = bench.get()
  const next = project.order[project.order.indexOf(sheetId) + step]
  if (next !== undefined) setSheet(bench, next)
}

/** What can be changed of a sheet by typed values. */
export type SheetFields = Omit<Parameters<typeof changeSheet>[1], 'sheetId'>

/** Changes the sheet shown by typed values; a fitted view follows. */
export const changeShownSheet = (bench: Bench, step: string, change: SheetFields): void => {
  const { sheetId } = bench.get()
  bench.commit(step, (project) => changeSheet.record(project, { sheetId, ...change }))
  if (bench.get().isFitted) fitView(bench)
}

/** Gives the sheet shown another resolution, in pixels to the inch. */
export const changePpi = (bench: Bench, ppi: number): void => {
  const { sheetId } = bench.get()
  bench.commit('Resolution', (project) => changeResolution.record(project, { sheetId, ppi }))
  if (bench.get().isFitted) fitView(bench)
}
