import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import type { Blend } from '@/core/colour/blend'
import { LAYER_RANGE, type FinishLayer } from '@/core/finish/layers'
import type { Corner } from '@/core/stencil/corners'
import { isStraight } from '@/core/stencil/stencil'
import { cornered, putStencil, type Around } from '@/core/document/edits/stencils'
import { defineEdit, put } from '@/core/document/edit'
import { layersOf, namedOf } from '@/core/document/finish'
import { sheetOf } from '@/core/document/read'
import { isLocked, itemOf } from '@/core/document/tree'
import type { Item, ItemFinish, Project } from '@/core/document/types'

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
export const putFinish = (item: Draft<Item>, { finishId, layers = [], without = [] }: ItemFinish): void => {
  if (layers.length > LAYER_RANGE.layers) refuse('layers of a finish', `at most ${LAYER_RANGE.layers}`, layers.length)
  if (finishId === undefined && !layers.length) {
    if (item.finish) delete item.finish
    return
  }
  const next: ItemFinish = {
    ...(finishId === undefined ? {} : { finishId }),
    ...(layers.length > 0 ? { layers } : {}),
    ...(without.length > 0 ? { without } : {}),
  }
  put(item, 'finish', next as Draft<ItemFinish>) // a frozen value is stored as it is
}

/** Puts a layer on items: in place of the one with its id, or over all others. */
export const putLayer = defineEdit<ItemsAddress & { readonly layer: FinishLayer }>((draft, { layer, ...at }, project) =>
  eachItem(draft, project, at, (item, { finish = {} }) => {
    const own = finish.layers ?? []
    const layers = own.some(({ id }) => id === layer.id)
      ? own.map((one) => (one.id === layer.id ? layer : one))
      : [...own, layer]
    putFinish(item, { ...finish, layers, without: (finish.without ?? []).filter((id) => id !== layer.id) })
  }),
)

/** Takes a layer off items. One of a named finish is left out there; other users keep it. */
export const removeLayer = defineEdit<ItemsAddress & { readonly layerId: string }>(
  (draft, { layerId, ...at }, project) =>
    eachItem(draft, project, at, (item, itemBefore) => {
      const { finish = {} } = itemBefore
      const isShared = namedOf(project, itemBefore)?.layers.some(({ id }) => id === layerId) ?? false
      const without = finish.without ?? []
      putFinish(item, {
        ...finish,
        layers: (finish.layers ?? []).filter(({ id }) => id !== layerId),
        without: isShared && !without.includes(layerId) ? [...without, layerId] : without,
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

/** A finish as it is copied from an item: layers of its own, and what goes with them. */
export interface FinishCopy {
  readonly finishId?: string
  readonly layers: readonly FinishLayer[]
  readonly opacity?: number
  readonly blend?: Blend
  readonly corners?: readonly Corner[]
}

/** All that an item's finish is, for another to take over. */
export const copyFinish = (project: Project, item: Item): FinishCopy => ({
  ...(item.finish?.finishId !== undefined && !item.finish.layers && !item.finish.without
    ? { finishId: item.finish.finishId }
    : {}),
  layers: layersOf(project, item),
  ...(item.opacity === undefined ? {} : { opacity: item.opacity }),
  ...(item.blend === undefined ? {} : { blend: item.blend }),
  ...(item.kind === 'frame' && isStraight(item.stencil) && item.stencil.corners
    ? { corners: item.stencil.corners }
    : {}),
})

/** Gives items a copied finish. A named one that this project has is used by name, else its layers become their own. */
export const pasteFinish = defineEdit<ItemsAddress & { readonly copy: FinishCopy }>(
  (draft, { copy, ...at }, project) => {
    const isKnown = copy.finishId !== undefined && project.finishes[copy.finishId] !== undefined
    eachItem(draft, project, at, (item, itemBefore, around) => {
      putFinish(item, isKnown && copy.finishId !== undefined ? { finishId: copy.finishId } : { layers: copy.layers })
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
