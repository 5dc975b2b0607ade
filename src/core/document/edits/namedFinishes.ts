import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { LAYER_RANGE, type FinishLayer } from '@/core/finish/layers'
import type { Corner } from '@/core/stencil/corners'
import { isStraight } from '@/core/stencil/stencil'
import { defineEdit, put } from '@/core/document/edit'
import { copyFinish, eachItem, putCorners, putFinish, type ItemsAddress } from '@/core/document/edits/finishes'
import { putStencil } from '@/core/document/edits/stencils'
import { cornered } from '@/core/stencil/cornering'
import { finishUses, layersOf, namedOf } from '@/core/document/finish'
import { sheetOf } from '@/core/document/read'
import { itemOf } from '@/core/document/tree'
import type { Item, NamedFinish, Project } from '@/core/document/types'

/** Gives items a named finish, in place of what they had; corners are part of it where it has some. */
export const applyFinish = defineEdit<ItemsAddress & { readonly finishId: string }>(
  (draft, { finishId, ...at }, project) => {
    const named = project.finishes[finishId] ?? refuse('a finish', 'one of the project', finishId)
    eachItem(draft, project, at, (item, itemBefore, around) => {
      putFinish(item, { finishId })
      delete item.opacity
      delete item.blend
      putCorners(item, itemBefore, named.corners, around)
    })
  },
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
  const itemBefore = itemOf(sheetOf(project, sheetId), id)
  if (project.finishes[finishId]) return
  const { layers, opacity, blend, corners } = copyFinish(project, itemBefore)
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

const sameCorner = (item: Item, corner: Corner | undefined): boolean =>
  item.kind === 'frame' &&
  isStraight(item.stencil) &&
  JSON.stringify(item.stencil.corners ?? null) === JSON.stringify(corner ? [corner] : null)

/**
 * Changes a named finish; all that use it follow. Frames whose corners were those of the finish take its new ones,
 * others keep theirs.
 */
export const changeFinish = defineEdit<
  FinishAddress & { readonly change: Partial<Omit<NamedFinish, 'id'>> & { readonly corners?: Corner | undefined } }
>((draft, { finishId, change }, project) => {
  const finish = project.finishes[finishId] ?? refuse('a finish', 'one of the project', finishId)
  const next: NamedFinish = { ...finish, ...change }
  if (next.layers.length > LAYER_RANGE.layers)
    refuse('layers of a finish', `at most ${LAYER_RANGE.layers}`, next.layers.length)
  put(draft.finishes, finishId, withoutGaps(next) as Draft<NamedFinish>) // a frozen value is stored as it is
  if ('corners' in change) followCorners(draft, project, finish, change.corners)
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
    putStencil(user, cornered(item.stencil, corners ? [corners] : null), { project, sheet: sheetOf(project, sheetId) })
  }
}

/** Without keys that hold nothing. */
const withoutGaps = (finish: NamedFinish): NamedFinish =>
  Object.fromEntries(Object.entries(finish).filter(([, value]) => value !== undefined)) as unknown as NamedFinish // the same keys, less those of nothing

/** Takes a named finish away; all that used it keep how they look, as their own. */
export const removeFinish = defineEdit<FinishAddress>((draft, { finishId }, project) => {
  const finish = project.finishes[finishId]
  if (!finish) return
  for (const { sheetId, item } of finishUses(project, finishId)) {
    const user = draft.sheets[sheetId]?.items[item.id]
    if (!user) continue
    putFinish(user, { layers: layersOf(project, item) })
    if (user.opacity === undefined && finish.opacity !== undefined) put(user, 'opacity', finish.opacity)
    if (user.blend === undefined && finish.blend !== undefined) put(user, 'blend', finish.blend)
  }
  delete draft.finishes[finishId]
})

/** Sets items back to their named finish, in all or in one layer. */
export const setBack = defineEdit<ItemsAddress & { readonly layerId?: string }>((draft, { layerId, ...at }, project) =>
  eachItem(draft, project, at, (item, itemBefore, around) => {
    const named = namedOf(project, itemBefore)
    if (!named || !itemBefore.finish) return
    if (layerId !== undefined) {
      putFinish(item, {
        ...itemBefore.finish,
        layers: (itemBefore.finish.layers ?? []).filter(({ id }) => id !== layerId),
        changes: (itemBefore.finish.changes ?? []).filter(({ id }) => id !== layerId),
        without: (itemBefore.finish.without ?? []).filter((id) => id !== layerId),
      })
      return
    }
    putFinish(item, { finishId: named.id })
    delete item.opacity
    delete item.blend
    putCorners(item, itemBefore, named.corners, around)
  }),
)

/** Makes an item's differences part of its named finish, for all that use it. */
export const shareDifferences = defineEdit<{ readonly sheetId: string; readonly id: string }>(
  (draft, { sheetId, id }, project) => {
    const itemBefore = itemOf(sheetOf(project, sheetId), id)
    const named = namedOf(project, itemBefore)
    const item = draft.sheets[sheetId]?.items[id]
    const shared = named && draft.finishes[named.id]
    if (!named || !shared || !item) return
    put(shared, 'layers', layersOf(project, itemBefore) as Draft<FinishLayer>[]) // a frozen value is stored as it is
    if (itemBefore.opacity !== undefined) put(shared, 'opacity', itemBefore.opacity)
    if (itemBefore.blend !== undefined) put(shared, 'blend', itemBefore.blend)
    if (named.corners && itemBefore.kind === 'frame' && isStraight(itemBefore.stencil)) {
      const corners = itemBefore.stencil.corners?.[0]
      if (corners) put(shared, 'corners', corners as Draft<Corner>)
      else delete shared.corners
      followCorners(draft, project, named, corners)
    }
    putFinish(item, { finishId: named.id })
    delete item.opacity
    delete item.blend
  },
)
