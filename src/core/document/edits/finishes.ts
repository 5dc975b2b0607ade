import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import type { Blend } from '@/core/colour/blend'
import { LAYER_RANGE, type FinishLayer } from '@/core/finish/layers'
import type { Corner } from '@/core/stencil/corners'
import { isStraight, type Stencil } from '@/core/stencil/stencil'
import { defineEdit, put } from '@/core/document/edit'
import { cornered } from '@/core/document/edits/stencils'
import { finishUses, layersOf, namedOf } from '@/core/document/finish'
import { sheetOf } from '@/core/document/read'
import { isLocked, itemOf } from '@/core/document/tree'
import type { Item, ItemFinish, NamedFinish, Project } from '@/core/document/types'

interface ItemsAddress {
  readonly sheetId: string
  /** Frames and groups; a group's finish is about all its members, and leaves theirs alone. */
  readonly ids: readonly string[]
}

const eachItem = (
  draft: Draft<Project>,
  project: Project,
  { sheetId, ids }: ItemsAddress,
  change: (item: Draft<Item>, held: Item) => void,
): void => {
  const sheet = sheetOf(project, sheetId)
  for (const id of ids) {
    const held = itemOf(sheet, id)
    const item = isLocked(sheet, id) ? undefined : draft.sheets[sheetId]?.items[id]
    if (item) change(item, held)
  }
}

/** Stores a finish; one of nothing is left out. */
const putFinish = (item: Draft<Item>, { finishId, layers = [], without = [] }: ItemFinish): void => {
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
      ? own.map((held) => (held.id === layer.id ? layer : held))
      : [...own, layer]
    putFinish(item, { ...finish, layers, without: (finish.without ?? []).filter((id) => id !== layer.id) })
  }),
)

/** Takes a layer off items. One of a named finish is left out there; other users keep it. */
export const removeLayer = defineEdit<ItemsAddress & { readonly layerId: string }>(
  (draft, { layerId, ...at }, project) =>
    eachItem(draft, project, at, (item, held) => {
      const { finish = {} } = held
      const isShared = namedOf(project, held)?.layers.some(({ id }) => id === layerId) ?? false
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
    eachItem(draft, project, at, (item, held) => {
      const { finish = {} } = held
      const named = namedOf(project, held)
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
    eachItem(draft, project, at, (item, held) => {
      const named = namedOf(project, held)
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

const putCorners = (item: Draft<Item>, held: Item, corners: Corner | undefined): void => {
  if (!corners || held.kind !== 'frame' || item.kind !== 'frame' || !isStraight(held.stencil)) return
  put(item, 'stencil', cornered(held.stencil, [corners]) as Draft<Stencil>) // a frozen value is stored as it is
}

/** Gives items a named finish, in place of what they had; corners are part of it where it has some. */
export const applyFinish = defineEdit<ItemsAddress & { readonly finishId: string }>(
  (draft, { finishId, ...at }, project) => {
    const named = project.finishes[finishId] ?? refuse('a finish', 'one of the project', finishId)
    eachItem(draft, project, at, (item, held) => {
      putFinish(item, { finishId })
      delete item.opacity
      delete item.blend
      putCorners(item, held, named.corners)
    })
  },
)

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
    eachItem(draft, project, at, (item, held) => {
      putFinish(item, isKnown && copy.finishId !== undefined ? { finishId: copy.finishId } : { layers: copy.layers })
      if (copy.opacity === undefined) delete item.opacity
      else put(item, 'opacity', copy.opacity)
      if (copy.blend === undefined) delete item.blend
      else put(item, 'blend', copy.blend)
      putCorners(item, held, copy.corners?.[0])
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

interface FinishAddress {
  readonly finishId: string
}

/** Adds a finish to the project; one whose id is known stays as it is. */
export const addFinish = defineEdit<{ readonly finish: NamedFinish }>((draft, { finish }, project) => {
  if (!project.finishes[finish.id]) Object.assign(draft.finishes, { [finish.id]: finish })
})

/** Makes a named finish of what an item looks like; the item then uses it. */
export const nameFinish = defineEdit<
  FinishAddress & {
    readonly sheetId: string
    readonly id: string
    readonly name: string
    readonly category: string
    readonly withCorners: boolean
  }
>((draft, { finishId, sheetId, id, name, category, withCorners }, project) => {
  const held = itemOf(sheetOf(project, sheetId), id)
  if (project.finishes[finishId]) return
  const { layers, opacity, blend, corners } = copyFinish(project, held)
  const [corner] = corners ?? []
  const named: NamedFinish = {
    id: finishId,
    name,
    category,
    layers,
    ...(opacity === undefined ? {} : { opacity }),
    ...(blend === undefined ? {} : { blend }),
    ...(withCorners && corner ? { corners: corner } : {}),
  }
  Object.assign(draft.finishes, { [finishId]: named })
  const item = draft.sheets[sheetId]?.items[id]
  if (!item) return
  putFinish(item, { finishId })
  delete item.opacity
  delete item.blend
})

const sameCorner = (held: Item, corner: Corner | undefined): boolean =>
  held.kind === 'frame' &&
  isStraight(held.stencil) &&
  JSON.stringify(held.stencil.corners ?? null) === JSON.stringify(corner ? [corner] : null)

/**
 * Changes a named finish; all that use it follow. Frames whose corners were those of the finish take its new ones,
 * others keep theirs.
 */
export const changeFinish = defineEdit<
  FinishAddress & { readonly change: Partial<Omit<NamedFinish, 'id'>> & { readonly corners?: Corner | undefined } }
>((draft, { finishId, change }, project) => {
  const held = project.finishes[finishId] ?? refuse('a finish', 'one of the project', finishId)
  const next: NamedFinish = { ...held, ...change }
  put(draft.finishes, finishId, withoutGaps(next) as Draft<NamedFinish>) // a frozen value is stored as it is
  if ('corners' in change) followCorners(draft, project, held, change.corners)
})

/** Users of a finish whose corners are those of it take new ones. */
const followCorners = (
  draft: Draft<Project>,
  project: Project,
  named: NamedFinish,
  corners: Corner | undefined,
): void => {
  for (const { sheetId, item } of finishUses(project, named.id)) {
    const user = draft.sheets[sheetId]?.items[item.id]
    if (user?.kind !== 'frame' || item.kind !== 'frame' || !sameCorner(item, named.corners)) continue
    put(user, 'stencil', cornered(item.stencil, corners ? [corners] : null) as Draft<Stencil>) // a frozen value
  }
}

/** Without keys that hold nothing. */
const withoutGaps = (finish: NamedFinish): NamedFinish =>
  Object.fromEntries(Object.entries(finish).filter(([, value]) => value !== undefined)) as unknown as NamedFinish // the same keys, less those of nothing

/** Takes a named finish away; all that used it keep how they look, as their own. */
export const removeFinish = defineEdit<FinishAddress>((draft, { finishId }, project) => {
  const held = project.finishes[finishId]
  if (!held) return
  for (const { sheetId, item } of finishUses(project, finishId)) {
    const user = draft.sheets[sheetId]?.items[item.id]
    if (!user) continue
    putFinish(user, { layers: layersOf(project, item) })
    if (user.opacity === undefined && held.opacity !== undefined) put(user, 'opacity', held.opacity)
    if (user.blend === undefined && held.blend !== undefined) put(user, 'blend', held.blend)
  }
  delete draft.finishes[finishId]
})

/** Sets items back to their named finish, in all or in one layer. */
export const setBack = defineEdit<ItemsAddress & { readonly layerId?: string }>((draft, { layerId, ...at }, project) =>
  eachItem(draft, project, at, (item, held) => {
    const named = namedOf(project, held)
    if (!named || !held.finish) return
    if (layerId !== undefined) {
      putFinish(item, {
        ...held.finish,
        layers: (held.finish.layers ?? []).filter(({ id }) => id !== layerId),
        without: (held.finish.without ?? []).filter((id) => id !== layerId),
      })
      return
    }
    putFinish(item, { finishId: named.id })
    delete item.opacity
    delete item.blend
    putCorners(item, held, named.corners)
  }),
)

/** Makes an item's differences part of its named finish, for all that use it. */
export const shareDifferences = defineEdit<{ readonly sheetId: string; readonly id: string }>(
  (draft, { sheetId, id }, project) => {
    const held = itemOf(sheetOf(project, sheetId), id)
    const named = namedOf(project, held)
    const item = draft.sheets[sheetId]?.items[id]
    const shared = named && draft.finishes[named.id]
    if (!named || !shared || !item) return
    put(shared, 'layers', layersOf(project, held) as Draft<FinishLayer>[]) // a frozen value is stored as it is
    if (held.opacity !== undefined) put(shared, 'opacity', held.opacity)
    if (held.blend !== undefined) put(shared, 'blend', held.blend)
    if (named.corners && held.kind === 'frame' && isStraight(held.stencil)) {
      const corners = held.stencil.corners?.[0]
      if (corners) put(shared, 'corners', corners as Draft<Corner>)
      else delete shared.corners
      followCorners(draft, project, named, corners)
    }
    putFinish(item, { finishId: named.id })
    delete item.opacity
    delete item.blend
  },
)
