import type { FinishLayer, LayerKind } from '@/core/finish/layers'

type Mutable<T> = { -readonly [K in keyof T]: T[K] }
type ValueOf<K extends string> = FinishLayer extends infer L
  ? L extends { readonly [k in K]: infer V }
    ? V
    : never
  : never

/** Every value that a layer of some kind has. */
export const LAYER_KEYS = [
  'at',
  'opacity',
  'paint',
  'width',
  'side',
  'join',
  'mitreLimit',
  'line',
  'dx',
  'dy',
  'blur',
  'spread',
  'colour',
  'inset',
  'grow',
  'direction',
  'depth',
  'softness',
  'light',
  'shade',
] as const
export type LayerKey = (typeof LAYER_KEYS)[number]

/** The values in which something differs from the layer of this id; all others follow it. */
export type LayerChange = { readonly [K in LayerKey]?: ValueOf<K> } & { readonly id: string; readonly hidden?: boolean }

const SIDES: Readonly<Partial<Record<LayerKind, readonly string[]>>> = {
  stroke: ['inside', 'centre', 'outside'],
  glow: ['out', 'in'],
}

type Values = Readonly<Record<string, unknown>>

/** Does a layer of this kind have the value? Sides of strokes are none of glows. */
const fits = (layer: FinishLayer, key: string, value: unknown): boolean =>
  Object.hasOwn(layer, key) && (key !== 'side' || (SIDES[layer.kind]?.includes(String(value)) ?? false))

/** The layer with other values in place of its own; what a layer of its kind does not have is left out. */
export const withChange = <L extends FinishLayer>(layer: L, change: Omit<LayerChange, 'id'>): L => {
  const values: Values = change
  const next: Mutable<Record<string, unknown>> = { ...layer }
  for (const key of LAYER_KEYS) if (values[key] !== undefined && fits(layer, key, values[key])) next[key] = values[key]
  if (change.hidden !== undefined) {
    if (change.hidden) next['hidden'] = true
    else delete next['hidden']
  }
  return next as unknown as L // the same kind, each value one of that kind's
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** The values in which a layer differs from another of its kind; null where they are of different kinds. */
export const changeBetween = (from: FinishLayer, to: FinishLayer): LayerChange | null => {
  if (from.kind !== to.kind) return null
  const [before, after] = [from, to] as unknown as readonly [Values, Values] // read by key
  const keys = LAYER_KEYS.filter((key) => !isSame(before[key], after[key]))
  const isHidden = (layer: FinishLayer): boolean => layer.hidden === true
  return {
    id: from.id,
    ...Object.fromEntries(keys.map((key) => [key, after[key]])),
    ...(isHidden(from) === isHidden(to) ? {} : { hidden: isHidden(to) }),
  }
}

/** The keys that a change names. */
export const changedKeys = (change: LayerChange): readonly string[] => Object.keys(change).filter((key) => key !== 'id')
