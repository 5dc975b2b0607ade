import { RANGE } from '@/core/tolerance'
import { renameItem } from '@/core/document/edits/items'
import { renameProject } from '@/core/document/edits/project'
import type { Bench } from '@/client/store/bench'

/** Gives an item of the sheet shown another name; an empty one leaves it as it is. */
export const nameItem = (bench: Bench, id: string, wanted: string, step = 'Rename'): void => {
  const name = wanted.trim().slice(0, RANGE.nameLength)
  const { sheetId } = bench.get()
  if (name) bench.commit(step, (project) => renameItem.record(project, { sheetId, id, name }))
}

/** Gives the project another name; an empty one leaves it as it is. */
export const nameProject = (bench: Bench, wanted: string): void => {
  const name = wanted.trim().slice(0, RANGE.nameLength)
  if (name) bench.commit('Rename project', (project) => renameProject.record(project, { name }))
}

/** A name that is not among those in use, counted on: “Look”, “Look 2”. */
export const freeName = (names: readonly string[], wanted: string): string => {
  if (!names.includes(wanted)) return wanted
  const base = wanted.replace(/ \d+$/, '')
  let count = 2
  while (names.includes(`${base} ${count}`)) count += 1
  return `${base} ${count}`
}
