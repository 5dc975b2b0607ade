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
