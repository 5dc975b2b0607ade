import { rectSize } from '@/core/geometry/rect'
import { recordOwnSheet, recordTakenBack, sheetShownIn } from '@/core/document/edits/ownSheet'
import { layOf } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { wouldCircle } from '@/core/document/sheetPictures'
import { topmostIds } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import { renderItems } from '@/core/render/drawList'
import { newId, newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { freeName } from '@/client/store/names'
import { say } from '@/client/store/notices'
import { select, selectedFrame, selectItems } from '@/client/store/selection'
import { keepWayBack, putView } from '@/client/store/slices/view'
import type { BenchState, CameFrom } from '@/client/store/state'
import { tryStep } from '@/client/store/tryStep'
import { setSheet } from '@/client/store/view'

/** The sheet that the selected frame shows as its picture; null where it shows none. */
export const sheetInSelected = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame ? sheetShownIn(state.project, frame) : null
}

/** Why a sheet cannot be shown on another one, in words; null where it can. */
export const whyNotShown = (project: Project, on: string, sheetId: string): string | null => {
  if (on === sheetId) return 'This is the sheet itself.'
  if (!wouldCircle(project, on, sheetId)) return null
  const [one, other] = [sheetOf(project, sheetId).name, sheetOf(project, on).name]
  return `“${one}” shows “${other}”: each would be seen within the other without end.`
}

/** Opens the sheet that a frame of this one shows; Esc comes back to where one was. */
export const openSheetIn = (bench: Bench, frameId: string): boolean => {
  const state = bench.get()
  const item = shownSheet(state).items[frameId]
  const shown = item?.kind === 'frame' ? sheetShownIn(state.project, item) : null
  if (shown === null) return false
  const { sheetId, view, isFitted, cameFrom } = state
  setSheet(bench, shown)
  keepWayBack(bench, [...cameFrom, { sheetId, selection: [frameId], view, isFitted }])
  say(bench, `This is “${sheetOf(state.project, shown).name}”, wherever it is shown. Esc goes back.`)
  return true
}

/** The place that Esc goes back to; null where nothing was opened, or what was is gone. */
export const wayBack = ({ cameFrom, project }: Pick<BenchState, 'cameFrom' | 'project'>): CameFrom | null =>
  cameFrom.findLast(({ sheetId }) => Object.hasOwn(project.sheets, sheetId)) ?? null

/** Back to the sheet from which this one was opened, as it was seen; false where there is none. */
export const goBack = (bench: Bench): boolean => {
  const { cameFrom } = bench.get()
  const back = wayBack(bench.get())
  if (!back) return false
  setSheet(bench, back.sheetId)
  keepWayBack(bench, cameFrom.slice(0, cameFrom.lastIndexOf(back)))
  putView(bench, back.view, back.isFitted)
  const held = back.selection.filter((id) => shownSheet(bench.get()).items[id])
  if (held.length > 0) selectItems(bench, held)
  return true
}

/** Puts what is selected on a sheet of its own, shown where it was. */
export const putOnOwnSheet = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const sheet = shownSheet(state)
  const ids = topmostIds(sheet, state.selection)
  const rect = renderItems(state.project, sheet, ids).area
  const { w, h } = rectSize(rect)
  if (!(w > 0) || !(h > 0)) return say(bench, 'Select frames that show something first.')
  const frameId = newItemId()
  const only = ids.length === 1 ? sheet.items[ids[0] ?? '']?.name : undefined
  const names = Object.values(state.project.sheets).map(({ name }) => name)
  const name = freeName(names, only ?? 'Inset')
  const { sheetId } = state
  const isDone = tryStep(bench, 'Put on a sheet of its own', (project) =>
    recordOwnSheet(project, { sheetId, ids, rect, newSheetId: newId('sheet'), frameId, name }),
  )
  if (!isDone) return
  select(bench, frameId)
  say(bench, `It stands on the sheet “${name}” now, and is shown from there. Press twice to work on it.`)
}

/** Puts what the shown sheet holds in place of the selected frame. */
export const takeSheetBack = (bench: Bench): void => {
  bench.endBurst()
  const { sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  if (!frame) return
  if (layOf(shownSheet(bench.get()), frame))
    return say(bench, 'The frame is seen in perspective. Take it up flat first, then take back what it shows.')
  let ids: readonly string[] = []
  const isDone = tryStep(bench, 'Take back what the sheet shows', (project) => {
    const made = recordTakenBack(project, { sheetId, frameId: frame.id, seed: newItemId() })
    ids = made.ids
    return made.recorded
  })
  if (!isDone) return
  selectItems(bench, ids)
  say(bench, 'What the sheet shows stands here again. The sheet itself stays; remove it if it is not needed.')
}
