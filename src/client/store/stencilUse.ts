import { PRESETS } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'

import { keepSetting, keptSetting } from '@/client/store/settings'

/** A stencil as it was used: enough to be offered again. */
export interface UsedStencil {
  readonly name: string
  readonly stencil: Stencil
  readonly aspect: number
}

const STORE = 'eager-stencil-stencil-uses'
const MOST = 12
const RECENT = 6
const KEPT = 60

/** What is used most before anything was: the outlines that pictures are clipped to most often (common practice). */
const FIRST = [
  'Ellipse',
  'Rectangle',
  'Rounded',
  'Star',
  'Heart',
  'Square',
  'Triangle',
  'Polygon',
  'Blob',
  'Pill',
  'Arch',
  'Ring',
]

interface Uses {
  /** By name, how often. */
  readonly counts: Readonly<Record<string, number>>
  /** Names, the last first. */
  readonly last: readonly string[]
}

const NONE: Uses = { counts: {}, last: [] }

const read = (): Uses => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? 'null')
    return typeof held === 'object' && held !== null && 'counts' in held && 'last' in held ? (held as Uses) : NONE // as written below, or harmless
  } catch {
    return NONE
  }
}

/** Notes that a stencil of the supplies was put to use. */
export const noteStencil = (name: string): void => {
  const { counts, last } = read()
  const next: Uses = {
    counts: { ...counts, [name]: (counts[name] ?? 0) + 1 },
    last: [name, ...last.filter((one) => one !== name)].slice(0, KEPT),
  }
  keepSetting(STORE, JSON.stringify(next))
}

const named = (names: readonly string[], offered: readonly UsedStencil[]): readonly UsedStencil[] =>
  names.flatMap((name) => offered.find((one) => one.name === name) ?? [])

/** The twelve used most, and those used last that are not among them; out of `offered`, own ones with them. */
export const usedStencils = (
  own: readonly UsedStencil[],
): { readonly most: readonly UsedStencil[]; readonly recent: readonly UsedStencil[] } => {
  const offered = [...PRESETS, ...own]
  const { counts, last } = read()
  const ranked = Object.entries(counts)
    .sort(([, p], [, q]) => q - p)
    .map(([name]) => name)
  const most = named([...new Set([...ranked, ...FIRST])], offered).slice(0, MOST)
  const recent = named(last, offered).filter((one) => !most.includes(one))
  return { most, recent: recent.slice(0, RECENT) }
}
