import { PRESETS } from '@/core/stencil/presets'
import { array, number, object, string } from 'yup'
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
const KEPT = 200

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

/** How often a stencil was used; of a list, the last used first. */
interface Use {
  readonly name: string
  readonly times: number
}

const schema = array(object({ name: string().required(), times: number().integer().min(1).required() })).required()

const read = (): readonly Use[] => {
  try {
    const held: unknown = JSON.parse(keptSetting(STORE) ?? '[]')
    return schema.isValidSync(held, { strict: true }) ? held : []
  } catch {
    return []
  }
}

/** Notes that a stencil of the supplies was put to use. */
export const noteStencil = (name: string): void => {
  const uses = read()
  const times = (uses.find((one) => one.name === name)?.times ?? 0) + 1
  const next = [{ name, times }, ...uses.filter((one) => one.name !== name)]
  keepSetting(STORE, JSON.stringify(next.slice(0, KEPT)))
}

const named = (names: readonly string[], offered: readonly UsedStencil[]): readonly UsedStencil[] =>
  names.flatMap((name) => offered.find((one) => one.name === name) ?? [])

/** The twelve used most, and those used last that are not among them; out of `offered`, own ones with them. */
export const usedStencils = (
  own: readonly UsedStencil[],
): { readonly most: readonly UsedStencil[]; readonly recent: readonly UsedStencil[] } => {
  const offered = [...PRESETS, ...own]
  const uses = read()
  const ranked = uses.toSorted((p, q) => q.times - p.times)
  const most = named([...new Set([...ranked.map(({ name }) => name), ...FIRST])], offered).slice(0, MOST)
  const recent = named(
    uses.map(({ name }) => name),
    offered,
  ).filter((one) => !most.includes(one))
  return { most, recent: recent.slice(0, RECENT) }
}
