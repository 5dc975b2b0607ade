import type { Blend } from '@/core/colour/blend'
import { newLayer, type FinishLayer, type LayerKind } from '@/core/finish/layers'
import type { FinishPreset } from '@/core/finish/presets'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import {
  clearFinish,
  copyFinish,
  moveLayer,
  pasteFinish,
  putLayer,
  removeLayer,
  setMixing,
  type FinishCopy,
} from '@/core/document/edits/finishes'
import {
  addFinish,
  applyFinish,
  changeFinish,
  nameFinish,
  removeFinish,
  setBack,
  shareDifferences,
} from '@/core/document/edits/namedFinishes'
import { layersOf, namedOf } from '@/core/document/finish'
import { changeBetween, withChange } from '@/core/finish/changes'
import { newStrokeColour } from '@/client/store/strokeColour'
import { finishCopySchema } from '@/core/document/schema/finish'
import type { Item, NamedFinish, Project } from '@/core/document/types'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import { keepCopy, keptCopy } from '@/client/store/keptCopy'
import { noteFinish } from '@/client/store/finishUse'
import { say } from '@/client/store/notices'
import type { BenchState } from '@/client/store/state'
import { roundLength } from '@/core/units'
import { openLayer } from '@/client/store/slices/card'
import { type Recording } from '@/client/store/recording'

/** The selected frames and groups, as they show. */
export const selectedItems = (bench: Bench): readonly Item[] => {
  const state = bench.get()
  const { items } = shownSheet(state)
  return state.selection.flatMap((id) => items[id] ?? [])
}

const address = (bench: Bench) => {
  const { sheetId, selection, project } = bench.get()
  const items = shownSheet({ project, preview: null, sheetId }).items
  return { sheetId, ids: selection.filter((id) => items[id]) }
}

const onItems = (
  bench: Bench,
  name: string,
  change: (project: Project, at: ReturnType<typeof address>) => Recorded,
): void => {
  bench.endBurst()
  const at = address(bench)
  if (at.ids.length > 0) bench.commit(name, (project) => change(project, at))
}

/** A length that looks well on the sheet: 1.2% of its short side, round in its unit. */
export const finishScale = (bench: Bench): number => {
  const { size, unit, ppi } = shownSheet(bench.get())
  return roundLength(Math.min(size.w, size.h) * 0.012, unit, ppi)
}

/** As far as lengths of finishes usually go on the sheet shown: 5% of its short side, in points. */
export const usualLength = (state: BenchState): number => {
  const { w, h } = shownSheet(state).size
  return Math.min(w, h) * 0.05
}

/** The named finish whose users all follow the next change; null where it is for what is selected only. */
const forAll = (bench: Bench, project: Project): NamedFinish | null => {
  const [item] = selectedItems(bench)
  return bench.get().finishScope === 'all' && item ? namedOf(project, item) : null
}

/** Adds a layer to the finish of what is selected, or of all that share it, and opens it. */
export const addLayer = (bench: Bench, kind: LayerKind): void => {
  const first = newLayer(kind, newId('l'), finishScale(bench))
  const colour = first.kind === 'stroke' ? newStrokeColour(bench) : null
  const layer = first.kind === 'stroke' && colour ? { ...first, paint: { kind: 'colour', colour } as const } : first
  onItems(bench, `Add ${kind}`, (project, at) => {
    const named = forAll(bench, project)
    if (!named) return putLayer.record(project, { ...at, layer })
    return changeFinish.record(project, { finishId: named.id, change: { layers: [...named.layers, layer] } })
  })
  openLayer(bench, layer.id)
}

/**
 * How a change of a layer is recorded: for what is selected, or in the named finish for all that use it. Only values
 * that became different are changed; all others stay what each has.
 */
export const recordLayer = (bench: Bench, project: Project, layer: FinishLayer): Recorded => {
  const [item] = selectedItems(bench)
  const from = item && layersOf(project, item).find(({ id }) => id === layer.id)
  const here = { ...address(bench), layer, ...(from ? { from } : {}) }
  const named = forAll(bench, project)
  const delta = from && changeBetween(from, layer)
  if (!delta || !named?.layers.some(({ id }) => id === layer.id)) return putLayer.record(project, here)
  const layers = named.layers.map((held) => (held.id === layer.id ? withChange(held, delta) : held))
  // What is selected shows the new value also where it differed in it.
  return joinRecorded(changeFinish.record(project, { finishId: named.id, change: { layers } }), (shared) =>
    putLayer.record(shared, here),
  )
}

/** Changes a layer as one step. */
export const changeLayer = (bench: Bench, layer: FinishLayer): void => {
  bench.endBurst()
  bench.commit(`Change ${layer.kind}`, (project) => recordLayer(bench, project, layer))
}

/** Changes a layer while a hand drags a value; all of one visit is one step. */
export const dragLayer = (bench: Bench, layer: FinishLayer): void =>
  bench.burst(`layer-${layer.id}`, `Change ${layer.kind}`, recordLayer(bench, shownProject(bench.get()), layer))

export const dropLayer = (bench: Bench, layer: FinishLayer): void => {
  onItems(bench, `Remove ${layer.kind}`, (project, at) => {
    const named = forAll(bench, project)
    if (!named?.layers.some(({ id }) => id === layer.id))
      return removeLayer.record(project, { ...at, layerId: layer.id })
    const layers = named.layers.filter(({ id }) => id !== layer.id)
    return changeFinish.record(project, { finishId: named.id, change: { layers } })
  })
}

export const shiftLayer = (bench: Bench, layerId: string, by: 1 | -1): void =>
  onItems(bench, 'Move layer', (project, at) => moveLayer.record(project, { ...at, layerId, by }))

/** The named finish that the first of what is selected uses. */
export const sharedFinish = (bench: Bench): NamedFinish | null => {
  const [item] = selectedItems(bench)
  return item ? namedOf(shownProject(bench.get()), item) : null
}

export const recordMixing = (
  bench: Bench,
  project: Project,
  mixing: { readonly opacity?: number; readonly blend?: Blend },
): Recorded => {
  const named = sharedFinish(bench)
  return bench.get().finishScope === 'all' && named
    ? changeFinish.record(project, { finishId: named.id, change: mixing })
    : setMixing.record(project, { ...address(bench), ...mixing })
}

export const applyNamed = (bench: Bench, finishId: string): void => {
  if (!address(bench).ids.length) return say(bench, 'Select frames or groups first, then press a finish.')
  noteFinish(`named ${finishId}`)
  onItems(bench, 'Apply finish', (project, at) => applyFinish.record(project, { ...at, finishId }))
}

/** A finish that comes with the program, as one of a project. */
export const presetFinish = (preset: FinishPreset, id: string, scale: number): NamedFinish => ({
  id,
  name: preset.name,
  category: '',
  ...preset.parts(scale),
})

/** Gives what is selected a finish that comes with the program; the project then has it by name. */
export const applyPreset = (bench: Bench, preset: FinishPreset): void => {
  if (!address(bench).ids.length) return say(bench, 'Select frames or groups first, then press a finish.')
  const held = Object.values(bench.get().project.finishes).find(({ name }) => name === preset.name)
  if (held) return applyNamed(bench, held.id)
  noteFinish(`offered ${preset.name}`)
  const finishId = newId('finish')
  const finish = presetFinish(preset, finishId, finishScale(bench))
  onItems(bench, 'Apply finish', (project, at) =>
    joinRecorded(addFinish.record(project, { finish }), (known) => applyFinish.record(known, { ...at, finishId })),
  )
}

/** Shows for a moment what a finish would look like on what is selected; null ends it. */
export const tryFinish = (bench: Bench, finish: NamedFinish | null): void => {
  const at = address(bench)
  if (!at.ids.length) return
  bench.endBurst()
  if (!finish) return bench.preview(null)
  const { project } = bench.get()
  const known = addFinish(project, { finish })
  bench.preview(applyFinish(known, { ...at, finishId: finish.id }))
}

export const keepFinish = (bench: Bench, name: string, category: string, withCorners: boolean): void => {
  const [item] = selectedItems(bench)
  if (!item) return
  const finishId = newId('finish')
  const { sheetId } = bench.get()
  onItems(bench, `Name finish ${name}`, (project, at) => {
    const named = nameFinish.record(project, { finishId, sheetId, id: item.id, name, category, withCorners })
    return joinRecorded(named, (known) => applyFinish.record(known, { ...at, finishId }))
  })
}

export const changeNamed = (bench: Bench, finishId: string, change: Partial<Omit<NamedFinish, 'id'>>): void => {
  bench.endBurst()
  bench.commit('Change finish', (project) => changeFinish.record(project, { finishId, change }))
}

export const removeNamed = (bench: Bench, finishId: string): void => {
  bench.endBurst()
  bench.commit('Remove finish', (project) => removeFinish.record(project, { finishId }))
}

export const setBackSelected = (bench: Bench, layerId?: string): void =>
  onItems(bench, 'Set back to the finish', (project, at) =>
    setBack.record(project, { ...at, ...(layerId === undefined ? {} : { layerId }) }),
  )

export const shareSelected = (bench: Bench): void => {
  const [item] = selectedItems(bench)
  const { sheetId } = bench.get()
  if (!item) return
  bench.endBurst()
  bench.commit('Share differences', (project) => shareDifferences.record(project, { sheetId, id: item.id }))
}

const withoutName = (copy: FinishCopy): FinishCopy => {
  const own: { -readonly [K in keyof FinishCopy]: FinishCopy[K] } = { ...copy }
  delete own.named
  delete own.finish
  return own
}

/** Lets go of the named finish: the look stays, as layers of its own. */
export const detachSelected = (bench: Bench): void =>
  onItems(bench, 'Stop sharing the finish', (project, at) => {
    const nothing = unchanged(project)
    return at.ids.reduce((sofar, id) => {
      const item = shownSheet({ project, preview: null, sheetId: at.sheetId }).items[id]
      if (!item) return sofar
      const named = namedOf(project, item)
      const copy = withoutName(copyFinish(project, item))
      const whole: FinishCopy = {
        ...(named?.opacity === undefined ? {} : { opacity: named.opacity }),
        ...(named?.blend === undefined ? {} : { blend: named.blend }),
        ...copy,
      }
      return joinRecorded(sofar, (now) => pasteFinish.record(now, { sheetId: at.sheetId, ids: [id], copy: whole }))
    }, nothing)
  })

export const clearSelected = (bench: Bench): void =>
  onItems(bench, 'Take finish off', (project, at) => clearFinish.record(project, at))

const STORE = 'eager-stencil-finish'

/** Remembers the finish of the first of what is selected, for pasting on others, in other projects too. */
export const copySelectedFinish = (bench: Bench): void => {
  const [item] = selectedItems(bench)
  if (!item) return say(bench, 'Select a frame or group first.')
  const copy = copyFinish(shownProject(bench.get()), item)
  if (keepCopy(STORE, copy, bench.get().project.slots))
    return say(bench, 'The finish is copied. Select others and paste it.')
  say(bench, 'The browser keeps no more: the finish was not copied. Name it instead.', 'fault')
}

export const pasteSelectedFinish = (bench: Bench): void => {
  const copy = keptCopy<FinishCopy>(STORE, finishCopySchema, bench.get().project.slots)
  if (!copy) return say(bench, 'No finish was copied yet. Select a frame and copy its finish.')
  onItems(bench, 'Paste finish', (project, at) => pasteFinish.record(project, { ...at, copy }))
}

/** Selects everything on the sheet that uses a named finish. */
export const usersOf = (bench: Bench, finishId: string): readonly string[] =>
  Object.values(shownSheet(bench.get()).items)
    .filter(({ finish }) => finish?.finishId === finishId)
    .map(({ id }) => id)

/** Opacity and blend of what is selected, as fields write them. */
export const mixing =
  (bench: Bench): Recording<Parameters<typeof recordMixing>[2]> =>
  (project, change) =>
    recordMixing(bench, project, change)
