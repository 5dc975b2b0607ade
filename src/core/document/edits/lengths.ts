import { scaledChange, scaledLayer } from '@/core/finish/scaled'
import type { Draft } from 'immer'
import { RANGE } from '@/core/tolerance'
import { scaledMeasures } from '@/core/stencil/scaled'
import { isParametric, type Stencil } from '@/core/stencil/stencil'
import { put, sameValue } from '@/core/document/edit'
import type { Item, ItemFinish } from '@/core/document/types'

/** A finish with the lengths that are its own multiplied; those of a named one are shared and stay. */
export const scaledFinish = (finish: ItemFinish, k: number): ItemFinish => ({
  ...finish,
  ...(finish.layers ? { layers: finish.layers.map((layer) => scaledLayer(layer, k)) } : {}),
  ...(finish.changes ? { changes: finish.changes.map((change) => scaledChange(change, k)) } : {}),
})

/** The lengths of an item that go with its size: of its finish, its fading edge and own bleed, corners of fixed size. */
interface Lengths {
  readonly finish?: ItemFinish
  readonly bleed?: number
  readonly feather?: number
  readonly stencil?: Stencil
}

/** An item's lengths multiplied; those that it has not are left out. */
export const scaledLengthsOf = (item: Item, k: number): Lengths => ({
  ...(item.finish ? { finish: scaledFinish(item.finish, k) } : {}),
  ...(item.kind === 'frame' && item.bleed !== undefined ? { bleed: Math.min(RANGE.bleed.max, item.bleed * k) } : {}),
  ...(item.kind === 'frame' && item.feather !== undefined
    ? { feather: Math.min(RANGE.feather.max, item.feather * k) }
    : {}),
  ...(item.kind === 'frame' && isParametric(item.stencil) ? { stencil: scaledMeasures(item.stencil, k) } : {}),
})

/** Does an item have lengths that could go with its size? */
export const hasLengths = (item: Item): boolean =>
  Object.entries(scaledLengthsOf(item, 2)).some(([key, value]) => !sameValue(value, item[key as keyof Item]))

/** Stores an item's lengths multiplied. */
export const putScaledLengths = (item: Draft<Item>, before: Item, k: number): void => {
  const { finish, stencil, bleed, feather } = scaledLengthsOf(before, k)
  if (finish) put(item, 'finish', finish as Draft<ItemFinish>) // a frozen value is stored as it is
  if (item.kind !== 'frame') return
  if (stencil) put(item, 'stencil', stencil as Draft<Stencil>)
  if (bleed !== undefined) put(item, 'bleed', bleed)
  if (feather !== undefined) put(item, 'feather', feather)
}
