import type { KeptStyle, NewStyle } from '@/contract/styles'
import { sameValues, valuesOf } from '@/core/adjust/adjustments'
import { freed } from '@/core/document/colours'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { adjustPictures } from '@/core/document/edits/adjust'
import { addLook } from '@/core/document/edits/looks'
import { addFinish, applyFinish } from '@/core/document/edits/namedFinishes'
import type { NamedFinish, NamedLook, Project } from '@/core/document/types'
import { api, ApiError } from '@/client/http/api'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { noteFinish } from '@/client/store/finishUse'
import { lookInUse } from '@/client/store/looks'
import { say } from '@/client/store/notices'
import { putStyles } from '@/client/store/slices/supplies'
import type { BenchState } from '@/client/store/state'

export type KeptFinish = Extract<KeptStyle, { readonly kind: 'finish' }>
type KeptLook = Extract<KeptStyle, { readonly kind: 'look' }>

const wordsOf = (error: unknown, otherwise: string): string => (error instanceof ApiError ? error.message : otherwise)

/** Reads the finishes and looks that are kept for all projects. */
export const loadStyles = async (bench: Bench): Promise<void> => {
  try {
    putStyles(bench, await api.styles())
  } catch (error) {
    say(bench, wordsOf(error, 'What is kept for all projects could not be listed. Reload the page.'), 'fault')
  }
}

const keep = async (bench: Bench, style: NewStyle): Promise<void> => {
  try {
    await api.keepStyle(style)
    putStyles(bench, await api.styles())
    say(bench, `“${style.name}” is kept for all projects.`)
  } catch (error) {
    say(bench, wordsOf(error, 'It could not be kept. Try again.'), 'fault')
  }
}

/** Forgets what was kept; projects that have it keep it. */
export const forgetStyle = async (bench: Bench, { id, name }: KeptStyle): Promise<void> => {
  try {
    await api.forgetStyle(id)
    putStyles(bench, await api.styles())
    say(bench, `“${name}” is no longer kept for all projects. Where it is used it stays.`)
  } catch (error) {
    say(bench, wordsOf(error, 'It could not be removed. Try again.'), 'fault')
  }
}

export const keptFinishes = (styles: readonly KeptStyle[]): readonly KeptFinish[] =>
  styles.filter((one) => one.kind === 'finish')
export const keptLooks = (styles: readonly KeptStyle[]): readonly KeptLook[] =>
  styles.filter((one) => one.kind === 'look')

const finishValues = ({ layers, corners, opacity, blend }: KeptFinish['values']): KeptFinish['values'] => ({
  layers,
  ...(corners ? { corners } : {}),
  ...(opacity === undefined ? {} : { opacity }),
  ...(blend === undefined ? {} : { blend }),
})

const isSame = (a: object, b: object): boolean => JSON.stringify(a) === JSON.stringify(b)

/** Is a finish of the project a kept one, by name and values? */
export const isOfKept = (finish: NamedFinish, kept: KeptFinish): boolean =>
  finish.name === kept.name && isSame(finishValues(finish), finishValues(kept.values))

/** A kept finish as one of a project. */
export const finishOfKept = ({ name, category, values }: KeptFinish, id: string): NamedFinish => ({
  id,
  name,
  category,
  ...values,
})

/** The kept finish that a project's one is, by name and values; null where it is not kept. */
export const keptAs = (state: BenchState, finish: NamedFinish): KeptFinish | null => {
  const values = finishValues(freed(finish, state.project.slots))
  return (
    keptFinishes(state.styles).find((one) => one.name === finish.name && isSame(finishValues(one.values), values)) ??
    null
  )
}

/** Keeps a named finish of the project for all projects. */
export const keepNamedFinish = (bench: Bench, finish: NamedFinish): Promise<void> => {
  const values = finishValues(freed(finish, bench.get().project.slots))
  return keep(bench, { kind: 'finish', name: finish.name, category: finish.category, values })
}

/** Gives what is selected a kept finish, which the project then has by name. */
export const applyKeptFinish = (bench: Bench, kept: KeptFinish): void => {
  const { sheetId, selection, project } = bench.get()
  if (!selection.length) return say(bench, 'Select frames or groups first, then press a finish.')
  bench.endBurst()
  const held = Object.values(project.finishes).find((one) => isOfKept(one, kept))
  const finishId = held?.id ?? newId('finish')
  noteFinish(`kept ${kept.id}`)
  bench.commit('Apply finish', (now) =>
    joinRecorded(held ? unchanged(now) : addFinish.record(now, { finish: finishOfKept(kept, finishId) }), (known) =>
      applyFinish.record(known, { sheetId, ids: selection, finishId }),
    ),
  )
}

/** The kept look that the look in use is, by name and values; null where there is none. */
export const keptLookInUse = (state: BenchState): KeptLook | null => {
  const used = lookInUse(state)?.look
  const values = used && freed(used.adjustments, state.project.slots)
  return (
    keptLooks(state.styles).find((one) => values && one.name === used?.name && sameValues(one.values, values)) ?? null
  )
}

/** Keeps the look of the selected picture for all projects, or forgets it there. */
export const toggleKeptLook = (bench: Bench): void => {
  const state = bench.get()
  const kept = keptLookInUse(state)
  const used = lookInUse(state)?.look
  if (kept) return void forgetStyle(bench, kept)
  if (used)
    void keep(bench, {
      kind: 'look',
      name: used.name,
      category: '',
      values: valuesOf(freed(used.adjustments, state.project.slots)),
    })
}

/** Gives what is selected a kept look, which the project then has by name. */
export const applyKeptLook = (bench: Bench, kept: KeptLook): void => {
  const { sheetId, selection, project } = bench.get()
  bench.endBurst()
  const held = Object.values(project.looks).find(
    (one) => one.name === kept.name && sameValues(one.adjustments, kept.values),
  )
  const look: NamedLook = held ?? { id: newId('look'), name: kept.name, adjustments: kept.values }
  const known = (now: Project): Recorded => (held ? unchanged(now) : addLook.record(now, { look }))
  bench.commit(`Look: ${look.name}`, (now) =>
    joinRecorded(known(now), (next) =>
      adjustPictures.record(next, {
        sheetId,
        ids: selection,
        change: () => ({ ...look.adjustments, look: look.id }),
      }),
    ),
  )
}
