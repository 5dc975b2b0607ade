import { sameValue } from '@/core/document/edit'
import type { Group, Item, Sheet } from '@/core/document/types'

/** A sheet as the template had it, as it is now, and as the template's new version has it. */
export interface Versions {
  readonly base: Sheet
  readonly mine: Sheet
  readonly theirs: Sheet
}

/** The id of the list at the top of a sheet. */
const TOP = ''

/** Which list each item stands in, by the id of its group. */
const parentsOf = (sheet: Sheet): ReadonlyMap<string, string> => {
  const parents = new Map(sheet.order.map((id) => [id, TOP]))
  for (const item of Object.values(sheet.items))
    if (item.kind === 'group') for (const id of item.order) parents.set(id, item.id)
  return parents
}

const listIn = (sheet: Sheet, parent: string): readonly string[] => {
  if (parent === TOP) return sheet.order
  const group = sheet.items[parent]
  return group?.kind === 'group' ? group.order : []
}

/** A list in the order of a first one; what only the second has follows what it followed there. */
const woven = (first: readonly string[], second: readonly string[]): readonly string[] => {
  const next = [...first]
  second.forEach((id, i) => {
    if (next.includes(id)) return
    const before = second.slice(0, i).findLast((one) => next.includes(one))
    next.splice(before === undefined ? 0 : next.indexOf(before) + 1, 0, id)
  })
  return next
}

const among = (list: readonly string[], ids: ReadonlySet<string>): readonly string[] => list.filter((id) => ids.has(id))

/** The order of one list: the template's, unless it was changed by hand. */
const orderOf = ({ base, mine, theirs }: Versions, parent: string, members: ReadonlySet<string>): readonly string[] => {
  const [b, m, t] = [base, mine, theirs].map((sheet) => listIn(sheet, parent)) as [string[], string[], string[]]
  const shared = new Set(m.filter((id) => b.includes(id)))
  const isMine = !sameValue(among(m, shared), among(b, shared))
  const list = isMine ? woven(m, t) : woven(t, m)
  const known = among(list, members)
  // What came from another list stands on top.
  return [...known, ...[...members].filter((id) => !known.includes(id))]
}

/** Is a group within itself, by the lists chosen? */
const isWithin = (parents: ReadonlyMap<string, string>, id: string): boolean => {
  const seen = new Set<string>()
  for (let at: string | undefined = id; at !== undefined && at !== TOP; at = parents.get(at)) {
    if (seen.has(at)) return true
    seen.add(at)
  }
  return false
}

/** The list that each item comes to stand in: where it was put by hand, else where the template has it. */
const chosenParents = (
  { base, mine, theirs }: Versions,
  items: Readonly<Record<string, Item>>,
): Map<string, string> => {
  const [b, m, t] = [parentsOf(base), parentsOf(mine), parentsOf(theirs)]
  const chosen = new Map<string, string>()
  for (const id of Object.keys(items)) {
    const isMine = m.has(id) && (m.get(id) !== b.get(id) || !t.has(id))
    const parent = (isMine ? m.get(id) : (t.get(id) ?? m.get(id))) ?? TOP
    chosen.set(id, parent === TOP || items[parent]?.kind === 'group' ? parent : TOP)
  }
  for (const id of chosen.keys()) if (isWithin(chosen, id)) chosen.set(id, TOP)
  return chosen
}

/** Groups that hold nothing go, unless they are texts; and then those that held only them. */
const withoutBare = (items: Record<string, Item>, parents: Map<string, string>): void => {
  for (;;) {
    const held = new Set(parents.values())
    const bare = Object.values(items).find(
      (item): item is Group => item.kind === 'group' && !item.lettering && !held.has(item.id),
    )
    if (!bare) return
    delete items[bare.id]
    parents.delete(bare.id)
  }
}

/** The lists of a merged sheet: each of its items stands in one, in the order that belongs to it. */
export const mergedLists = (
  versions: Versions,
  held: Readonly<Record<string, Item>>,
): Pick<Sheet, 'order' | 'items'> => {
  const items: Record<string, Item> = { ...held }
  const parents = chosenParents(versions, items)
  withoutBare(items, parents)
  const membersOf = (parent: string): ReadonlySet<string> =>
    new Set([...parents].flatMap(([id, of]) => (of === parent ? [id] : [])))
  for (const item of Object.values(items))
    if (item.kind === 'group') {
      const order = orderOf(versions, item.id, membersOf(item.id))
      items[item.id] = sameValue(order, item.order) ? item : { ...item, order }
    }
  return { order: orderOf(versions, TOP, membersOf(TOP)), items }
}
