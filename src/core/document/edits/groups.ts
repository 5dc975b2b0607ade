import type { Draft } from 'immer'
import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { defineEdit } from '@/core/document/edit'
import { takeFromList } from '@/core/document/edits/items'
import { sheetOf } from '@/core/document/read'
import { depthOf, groupOf, idsUnder, isLocked, listOf, parentOf, topmostIds } from '@/core/document/tree'
import type { Group, Sheet } from '@/core/document/types'

const deepest = (sheet: Sheet, ids: readonly string[]): number =>
  Math.max(0, ...[...idsUnder(sheet, ids)].map((id) => depthOf(sheet, id)))

/** Joins items into a new group, which takes the place of the topmost of them. Fewer than one make none. */
export const groupItems = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly groupId: string
  readonly name: string
}>((draft, { sheetId, ids, groupId, name }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  const members = topmostIds(sheetBefore, ids)
  const top = members.at(-1)
  if (!sheet || top === undefined || sheetBefore.items[groupId]) return
  if (deepest(sheetBefore, members) + 1 >= RANGE.groupDepth)
    refuse('groups', `nested at most ${RANGE.groupDepth} deep`, deepest(sheetBefore, members) + 1)
  const group: Draft<Group> = { kind: 'group', id: groupId, name, order: [...members], turn: 0 }
  const parentId = parentOf(sheetBefore, top)
  const list = parentId === null ? sheet.order : (sheet.items[parentId] as Draft<Group>).order // a parent is a group
  list.splice(list.indexOf(top) + 1, 0, groupId)
  for (const id of members) takeFromList(sheet, sheetBefore, id)
  sheet.items[groupId] = group
})

/** Dissolves groups: their members take their place, in order. A hidden or locked group leaves that to its members. */
export const ungroupItems = defineEdit<{ readonly sheetId: string; readonly ids: readonly string[] }>(
  (draft, { sheetId, ids }, project) => {
    const sheetBefore = sheetOf(project, sheetId)
    const sheet = draft.sheets[sheetId]
    if (!sheet) return
    for (const id of topmostIds(sheetBefore, ids)) {
      if (sheetBefore.items[id]?.kind !== 'group' || isLocked(sheetBefore, id)) continue
      const { order, hidden } = groupOf(sheetBefore, id)
      const parentId = parentOf(sheetBefore, id)
      const list = parentId === null ? sheet.order : (sheet.items[parentId] as Draft<Group>).order // a parent is a group
      list.splice(list.indexOf(id), 1, ...order)
      delete sheet.items[id]
      if (hidden) for (const member of order) Object.assign(sheet.items[member] ?? {}, { hidden: true })
    }
  },
)

/**
 * Moves items into the list of the sheet (`parentId` null) or of a group, so that they come to stand just above
 * `below`, or at the bottom if that is null. Their own order stays. A group is never put into itself.
 */
export const reorderItems = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly parentId: string | null
  readonly below: string | null
}>((draft, { sheetId, ids, parentId, below }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  const moved = topmostIds(sheetBefore, ids)
  if (!sheet || !moved.length) return
  const inside = idsUnder(sheetBefore, moved)
  if (parentId !== null && inside.has(parentId)) refuse('the place', 'outside the group that is moved', parentId)
  if (parentId !== null && depthOf(sheetBefore, parentId) + 2 >= RANGE.groupDepth)
    refuse('groups', `nested at most ${RANGE.groupDepth} deep`, depthOf(sheetBefore, parentId) + 2)
  const before = listOf(sheetBefore, parentId)
  const staying = before.filter((id) => !moved.includes(id))
  // Just above what is below and stays.
  const foot =
    below === null ? -1 : before.slice(0, before.indexOf(below) + 1).findLastIndex((id) => !moved.includes(id))
  const footId = foot < 0 ? null : (before[foot] ?? null)
  const at = footId === null ? 0 : staying.indexOf(footId) + 1
  const next = [...staying.slice(0, at), ...moved, ...staying.slice(at)]
  if (next.length === before.length && next.every((id, i) => id === before[i])) return
  for (const id of moved) if (parentOf(sheetBefore, id) !== parentId) takeFromList(sheet, sheetBefore, id)
  // A group that lost its last member went with it.
  const left = next.filter((id) => sheet.items[id])
  if (parentId === null) sheet.order = left
  else (sheet.items[parentId] as Draft<Group>).order = left // refused above if it is none
})

export const STACK_MOVES = ['forward', 'back', 'front', 'rear'] as const
export type StackMove = (typeof STACK_MOVES)[number]

/** The list after its chosen members went one place up or down, or to an end. */
const shifted = (list: readonly string[], chosen: ReadonlySet<string>, move: StackMove): readonly string[] => {
  const moved = list.filter((id) => chosen.has(id))
  const others = list.filter((id) => !chosen.has(id))
  if (move === 'front') return [...others, ...moved]
  if (move === 'rear') return [...moved, ...others]
  const next = [...list]
  const order = move === 'forward' ? next.map((_id, i) => next.length - 1 - i) : next.map((_id, i) => i)
  const step = move === 'forward' ? 1 : -1
  for (const i of order) {
    const [id, over] = [next[i], next[i + step]]
    if (id !== undefined && over !== undefined && chosen.has(id) && !chosen.has(over))
      [next[i], next[i + step]] = [over, id]
  }
  return next
}

/** Moves items up or down within the lists they stand in. */
export const restackItems = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly move: StackMove
}>((draft, { sheetId, ids, move }, project) => {
  const sheetBefore = sheetOf(project, sheetId)
  const sheet = draft.sheets[sheetId]
  const chosen = new Set(topmostIds(sheetBefore, ids))
  if (!sheet) return
  for (const parentId of new Set([...chosen].map((id) => parentOf(sheetBefore, id)))) {
    const list = listOf(sheetBefore, parentId)
    const next = shifted(list, chosen, move)
    if (next.every((id, i) => id === list[i])) continue
    if (parentId === null) sheet.order = [...next]
    else (sheet.items[parentId] as Draft<Group>).order = [...next] // a parent is a group
  }
})
