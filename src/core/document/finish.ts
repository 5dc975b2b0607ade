import type { Blend } from '@/core/colour/blend'
import { changeBetween, changedKeys, withChange, type LayerChange } from '@/core/finish/changes'
import type { FinishLayer } from '@/core/finish/layers'
import { isStraight } from '@/core/stencil/stencil'
import type { Item, ItemFinish, NamedFinish, Project } from '@/core/document/types'

/** The finish of an item as it shows. */
export interface ShownFinish {
  readonly layers: readonly FinishLayer[]
  readonly opacity: number
  readonly blend: Blend
}

const NO_LAYERS: readonly FinishLayer[] = []

/** The named finish that an item uses, or null. */
export const namedOf = (project: Pick<Project, 'finishes'>, item: Pick<Item, 'finish'>): NamedFinish | null =>
  item.finish?.finishId === undefined ? null : (project.finishes[item.finish.finishId] ?? null)

/** A named finish's layers with an item's own in their place or over them. */
const mixedLayers = (named: NamedFinish, finish: ItemFinish): readonly FinishLayer[] => {
  const { layers = NO_LAYERS, changes = [], without = [] } = finish
  if (!layers.length && !changes.length && !without.length) return named.layers
  const own = new Map(layers.map((layer) => [layer.id, layer]))
  const changed = (layer: FinishLayer): FinishLayer => {
    const change = changes.find(({ id }) => id === layer.id)
    return change ? withChange(layer, change) : layer
  }
  const shared = named.layers
    .filter(({ id }) => !without.includes(id))
    .map((layer) => own.get(layer.id) ?? changed(layer))
  const ids = new Set(named.layers.map(({ id }) => id))
  return [...shared, ...layers.filter(({ id }) => !ids.has(id))]
}

/** All layers of an item, hidden ones too, from the lowest to the topmost. */
export const layersOf = (project: Pick<Project, 'finishes'>, item: Pick<Item, 'finish'>): readonly FinishLayer[] => {
  const named = namedOf(project, item)
  return named && item.finish ? mixedLayers(named, item.finish) : (item.finish?.layers ?? NO_LAYERS)
}

/** What shows of an item's finish: layers that are not hidden and not wholly transparent. */
export const shownFinish = (
  project: Pick<Project, 'finishes'>,
  item: Pick<Item, 'finish' | 'opacity' | 'blend'>,
): ShownFinish => {
  const named = namedOf(project, item)
  return {
    layers: layersOf(project, item).filter((layer) => !layer.hidden && layer.opacity > 0),
    opacity: item.opacity ?? named?.opacity ?? 1,
    blend: item.blend ?? named?.blend ?? 'normal',
  }
}

/** The values in which an item differs from one layer of its named finish; null where it does not, or takes all its own. */
export const layerDifference = (
  project: Pick<Project, 'finishes'>,
  item: Pick<Item, 'finish'>,
  layerId: string,
): LayerChange | null => {
  const layer = namedOf(project, item)?.layers.find(({ id }) => id === layerId)
  const shown = layersOf(project, item).find(({ id }) => id === layerId)
  const change = layer && shown ? changeBetween(layer, shown) : null
  return change && changedKeys(change).length ? change : null
}

/** How an item differs from the named finish that it uses. */
export interface FinishDifference {
  /** Layers that the named finish has otherwise, in some value or all. */
  readonly changed: readonly string[]
  /** Layers that it does not have. */
  readonly added: readonly string[]
  /** Layers of it that are left out. */
  readonly without: readonly string[]
  readonly opacity: boolean
  readonly blend: boolean
  /** Corners that are not those of the named finish. */
  readonly corners: boolean
}

/** The differences of an item from its named finish; null where it uses none or there are none. */
export const differenceOf = (project: Project, item: Item): FinishDifference | null => {
  const named = namedOf(project, item)
  if (!named || !item.finish) return null
  const ids = new Set(named.layers.map(({ id }) => id))
  const own = item.finish.layers ?? NO_LAYERS
  const corners = item.kind === 'frame' && 'corners' in item.stencil ? item.stencil.corners : undefined
  const takesCorners = item.kind === 'frame' && named.corners !== undefined && isCornered(item)
  const difference: FinishDifference = {
    changed: [...ids].filter((id) => own.some((one) => one.id === id) || layerDifference(project, item, id)),
    added: own.filter(({ id }) => !ids.has(id)).map(({ id }) => id),
    without: (item.finish.without ?? []).filter((id) => ids.has(id)),
    opacity: item.opacity !== undefined && item.opacity !== (named.opacity ?? 1),
    blend: item.blend !== undefined && item.blend !== (named.blend ?? 'normal'),
    corners: takesCorners && JSON.stringify(corners) !== JSON.stringify([named.corners]),
  }
  const isSame =
    !difference.changed.length &&
    !difference.added.length &&
    !difference.without.length &&
    !difference.opacity &&
    !difference.blend &&
    !difference.corners
  return isSame ? null : difference
}

const isCornered = (item: Item): boolean => item.kind === 'frame' && isStraight(item.stencil)

/** Every frame and group of the project that uses a named finish, with its sheet. */
export const finishUses = (
  project: Project,
  finishId: string,
): readonly { readonly sheetId: string; readonly item: Item }[] =>
  Object.values(project.sheets).flatMap((sheet) =>
    Object.values(sheet.items)
      .filter((item) => item.finish?.finishId === finishId)
      .map((item) => ({ sheetId: sheet.id, item })),
  )
