import { sameValues, valuesOf, type Adjustments } from '@/core/adjust/adjustments'
import { joinRecorded } from '@/core/document/edit'
import { adjustPictures } from '@/core/document/edits/adjust'
import { addLook, changeLook, removeLook, renameLook } from '@/core/document/edits/looks'
import type { NamedLook } from '@/core/document/types'
import { newId } from '@/client/store/actions'
import { shownTones } from '@/client/store/adjust'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'

/** The look of the project that the first selected picture has, and whether its values are still those. */
export const lookInUse = (state: BenchState): { readonly look: NamedLook; readonly differs: boolean } | null => {
  const tones = shownTones(state)
  const look = tones?.look === undefined ? undefined : shownProject(state).looks[tones.look]
  return tones && look ? { look, differs: !sameValues(tones, look.adjustments) } : null
}

const at = (bench: Bench) => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  return { sheetId, ids: selection }
}

const given =
  ({ id, adjustments }: Pick<NamedLook, 'id' | 'adjustments'>) =>
  (): Adjustments => ({
    ...adjustments,
    look: id,
  })

/** Keeps the tones of the first selected picture as a look of the project, which all that is selected then has. */
export const nameLook = (bench: Bench, name: string): void => {
  const tones = shownTones(bench.get())
  if (!tones) return
  const look: NamedLook = { id: newId('look'), name, adjustments: valuesOf(tones) }
  const address = at(bench)
  bench.commit('Name a look', (project) =>
    joinRecorded(addLook.record(project, { look }), (now) =>
      adjustPictures.record(now, { ...address, change: given(look) }),
    ),
  )
}

/** Gives what is selected a look of the project. */
export const giveLook = (bench: Bench, lookId: string): void => {
  const look = bench.get().project.looks[lookId]
  const address = at(bench)
  if (look)
    bench.commit(`Look: ${look.name}`, (project) => adjustPictures.record(project, { ...address, change: given(look) }))
}

/** The values of the selected picture become those of its look: every picture that has it follows. */
export const lookForAll = (bench: Bench): void => {
  const used = lookInUse(bench.get())
  const tones = shownTones(bench.get())
  at(bench)
  if (used && tones)
    bench.commit('Change the look', (project) =>
      changeLook.record(project, { lookId: used.look.id, adjustments: valuesOf(tones) }),
    )
}

export const renameUsedLook = (bench: Bench, name: string): void => {
  const used = lookInUse(bench.get())
  at(bench)
  if (used) bench.commit('Rename look', (project) => renameLook.record(project, { lookId: used.look.id, name }))
}

/** Forgets the look of the selected picture; all that have it keep its values. */
export const removeUsedLook = (bench: Bench): void => {
  const used = lookInUse(bench.get())
  at(bench)
  if (used) bench.commit('Remove look', (project) => removeLook.record(project, { lookId: used.look.id }))
}
