import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import type { Blend } from '@/core/colour/blend'
import { changeBetween, changedKeys, withChange } from '@/core/finish/changes'
import { RANGE } from '@/core/tolerance'
import { LAYER_RANGE, type FinishLayer } from '@/core/finish/layers'
import type { Corner } from '@/core/stencil/corners'
import { isStraight } from '@/core/stencil/stencil'
import { putStencil, type Around } from '@/core/document/edits/stencils'
import { cornered } from '@/core/stencil/cornering'
import { defineEdit, put } from '@/core/document/edit'
import { layersOf, namedOf } from '@/core/document/finish'
import { sheetOf } from '@/core/document/read'
import { isLocked, itemOf } from '@/core/document/tree'
import type { Item, ItemFinish, NamedFinish, Project } from '@/core/document/types'

export interface ItemsAddress {
  readonly sheetId: string
  /** Frames and groups; a group's finish is about all its members, and leaves theirs alone. */
  readonly ids: readonly string[]
}

/** Changes each of the items that is not locked; `change` is given its draft and what it was before. */
export const eachItem = (
  draft: Draft<Project>,
  project: Project,
  { sheetId, ids }: ItemsAddress,
  change: (item: Draft<Item>, itemBefore: Item, around: Around) => void,
): void => {
  const sheet = sheetOf(project, sheetId)
  for (const id of ids) {
    const held = itemOf(sheet, id)
    const item = isLocked(sheet, id) ? undefined : draft.sheets[sheetId]?.items[id]
    if (item) change(item, held, { project, sheet })
  }
}

/** Stores a finish; one of nothing is left out. */
export const putFinish = (item: Draft<Item>, finish: ItemFinish): void => {
  const { finishId, layers = [], changes = [], without = [] } = finish
  if (layers.length > LAYER_RANGE.layers) refuse('layers of a finish', `at most ${LAYER_RANGE.layers}`, layers.length)
  if (finishId === undefined && !layers.length) {
    if (item.finish) delete item.finish
    return
  }
  const next: ItemFinish = {
    ...(finishId === undefined ? {} : { finishId }),
    ...(layers.length > 0 ? { layers } : {}),
    ...(finishId !== undefined && changes.length > 0 ? { changes } : {}),
    ...(without.length > 0 ? { without } : {}),
  }
  put(item, 'finish', next as Draft<ItemFinish>) // a frozen value is stored as it is
}

const without = <T extends { readonly id: string }>(list: readonly T[] | undefined, id: string): readonly T[] =>
  (list ?? []).filter((one) => one.id !== id)

/** An item's finish with a layer as it is to be: by what it differs in from that of the named finish, or among its own. */
const withLayer = (finish: ItemFinish, shared: FinishLayer | undefined, layer: FinishLayer): ItemFinish => {
  const left = (finish.without ?? []).filter((id) => id !== layer.id)
  const change = shared ? changeBetween(shared, layer) : null
  if (change) {
    const others = without(finish.changes, layer.id)
    const changes = changedKeys(change).length ? [...others, change] : others
    return { ...finish, layers: without(finish.layers, layer.id), changes, without: left }
  }
  const own = finish.layers ?? []
  const isOwn = own.some(({ id }) => id === layer.id)
  const layers = isOwn ? own.map((one) => (one.id === layer.id ? layer : one)) : [...own, layer]
  return { ...finish, layers, without: left }
}

/**
 * Puts a layer on items: in place of the one with its id, or over all others. Of a layer of their named finish they keep
 * only the values that differ. `from` is what the layer was: then only what became different is changed on those that
 * have it.
 */
export const putLayer = defineEdit<ItemsAddress & { readonly layer: FinishLayer; readonly from?: FinishLayer }>(
  (draft, { layer, from, ...at }, project) => {
    const delta = from ? changeBetween(from, layer) : null
    eachItem(draft, project, at, (item, itemBefore) => {
      const shown = layersOf(project, itemBefore).find(({ id }) => id === layer.id)
      const shared = namedOf(project, itemBefore)?.layers.find(({ id }) => id === layer.id)
      const next = delta && shown?.kind === layer.kind ? withChange(shown, delta) : layer
      putFinish(item, withLayer(itemBefore.finish ?? {}, shared, next))
    })
  },
)

/** Takes a layer off items. One of a named finish is left out there; other users keep it. */
export const removeLayer = defineEdit<ItemsAddress & { readonly layerId: string }>(
  (draft, { layerId, ...at }, project) =>
    eachItem(draft, project, at, (item, itemBefore) => {
      const { finish = {} } = itemBefore
      const isShared = namedOf(project, itemBefore)?.layers.some(({ id }) => id === layerId) ?? false
      const left = finish.without ?? []
      putFinish(item, {
        ...finish,
        layers: without(finish.layers, layerId),
        changes: without(finish.changes, layerId),
        without: isShared && !left.includes(layerId) ? [...left, layerId] : left,
      })
    }),
)

/** A list with one of its members moved a place up (1) or down (−1). */
const moved = <T extends { readonly id: string }>(list: readonly T[], id: string, by: 1 | -1): readonly T[] => {
  const at = list.findIndex((one) => one.id === id)
  const [held, met] = [list[at], list[at + by]]
  if (!held || !met) return list
  return list.map((one, i) => (i === at ? met : i === at + by ? held : one))
}

/** Moves a layer of an item's own, or of a named finish, one place up or down among the layers it stands with. */
export const moveLayer = defineEdit<ItemsAddress & { readonly layerId: string; readonly by: 1 | -1 }>(
  (draft, { layerId, by, ...at }, project) =>
    eachItem(draft, project, at, (item, itemBefore) => {
      const { finish = {} } = itemBefore
      const named = namedOf(project, itemBefore)
      // The order within a named finish is the finish's own.
      if (named?.layers.some(({ id }) => id === layerId)) {
        const shared = draft.finishes[named.id]
        if (shared) put(shared, 'layers', moved(named.layers, layerId, by) as Draft<FinishLayer>[])
        return
      }
      putFinish(item, { ...finish, layers: moved(finish.layers ?? [], layerId, by) })
    }),
)

/** Sets opacity and blend of items; null takes them back to those of the named finish, or to plain. */
export const setMixing = defineEdit<ItemsAddress & { readonly opacity?: number | null; readonly blend?: Blend | null }>(
  (draft, { opacity, blend, ...at }, project) =>
    eachItem(draft, project, at, (item, itemBefore) => {
      const named = namedOf(project, itemBefore)
      if (opacity !== undefined) {
        if (opacity === null || opacity === (named?.opacity ?? 1)) delete item.opacity
        else put(item, 'opacity', opacity)
      }
      if (blend !== undefined) {
        if (blend === null || blend === (named?.blend ?? 'normal')) delete item.blend
        else put(item, 'blend', blend)
      }
    }),
)

/** Gives a frame of straight sides the corners; any other item is left alone. */
export const putCorners = (item: Draft<Item>, itemBefore: Item, corners: Corner | undefined, around: Around): void => {
  if (!corners || itemBefore.kind !== 'frame' || item.kind !== 'frame' || !isStraight(itemBefore.stencil)) return
  putStencil(item, cornered(itemBefore.stencil, [corners]), around)
}

/** A finish as it is copied from an item: its layers, and what goes with them. */
export interface FinishCopy {
  /** The named finish that it is, with what differs from it. */
  readonly named?: NamedFinish
  readonly finish?: ItemFinish
  /** How it looks, without its name. */
  readonly layers: readonly FinishLayer[]
  readonly opacity?: number
  readonly blend?: Blend
  readonly corners?: readonly Corner[]
}

const namedCopy = (project: Project, item: Item): Pick<FinishCopy, 'named' | 'finish'> => {
  const named = namedOf(project, item)
  return named && item.finish ? { named, finish: item.finish } : {}
}

/** All that an item's finish is, for another to take over. */
export const copyFinish = (project: Project, item: Item): FinishCopy => ({
  ...namedCopy(project, item),
  layers: layersOf(project, item),
  ...(item.opacity === undefined ? {} : { opacity: item.opacity }),
  ...(item.blend === undefined ? {} : { blend: item.blend }),
  ...(item.kind === 'frame' && isStraight(item.stencil) && item.stencil.corners
    ? { corners: item.stencil.corners }
    : {}),
})

const sameLook = ({ name: a, ...held }: NamedFinish, { name: b, ...other }: NamedFinish): boolean =>
  a === b && JSON.stringify({ ...held, id: '' }) === JSON.stringify({ ...other, id: '' })

/** The id under which a project has a copied named finish, or would take it in; null where it has too many. */
const idOfNamed = (project: Project, named: NamedFinish): string | null => {
  if (project.finishes[named.id]) return named.id
  const held = Object.values(project.finishes).find((one) => sameLook(one, named))
  if (held) return held.id
  return Object.keys(project.finishes).length < RANGE.finishes ? named.id : null
}

/** Gives items a copied finish. A named one comes along by name, unless the project has it already. */
export const pasteFinish = defineEdit<ItemsAddress & { readonly copy: FinishCopy }>(
  (draft, { copy, ...at }, project) => {
    const { named } = copy
    const finishId = named ? idOfNamed(project, named) : null
    const isUsed = at.ids.some((id) => !isLocked(sheetOf(project, at.sheetId), id))
    if (named && finishId !== null && !project.finishes[finishId] && isUsed)
      put(draft.finishes, finishId, named as Draft<NamedFinish>) // a frozen value is stored as it is
    eachItem(draft, project, at, (item, itemBefore, around) => {
      putFinish(item, finishId === null ? { layers: copy.layers } : { ...copy.finish, finishId })
      if (copy.opacity === undefined) delete item.opacity
      else put(item, 'opacity', copy.opacity)
      if (copy.blend === undefined) delete item.blend
      else put(item, 'blend', copy.blend)
      putCorners(item, itemBefore, copy.corners?.[0], around)
    })
  },
)

/** Takes everything of a finish off items; corners stay with the outline. */
export const clearFinish = defineEdit<ItemsAddress>((draft, at, project) =>
  eachItem(draft, project, at, (item) => {
    putFinish(item, {})
    delete item.opacity
    delete item.blend
  }),
)
