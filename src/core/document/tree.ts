import { refuse } from '@/core/failure'
import type { Frame, Group, Item, Sheet } from '@/core/document/types'

/** What can be told of a sheet's items from their lists: worked out once for each state of the sheet. */
interface Tree {
  /** Frames from bottom to top, those in groups at their place. */
  readonly frames: readonly Frame[]
  /** The group that an item lies in; none for the sheet's own. */
  readonly parents: ReadonlyMap<string, string>
  readonly hidden: ReadonlySet<string>
  readonly locked: ReadonlySet<string>
  /** Every item's place from bottom to top, groups at the place of their topmost member. */
  readonly ranks: ReadonlyMap<string, number>
}

const buildTree = (sheet: Sheet): Tree => {
  const frames: Frame[] = []
  const parents = new Map<string, string>()
  const hidden = new Set<string>()
  const locked = new Set<string>()
  const ranks = new Map<string, number>()
  const visit = (order: readonly string[], parent: string | null, isHidden: boolean, isLocked: boolean): void => {
    for (const id of order) {
      const item = sheet.items[id]
      if (!item) continue
      if (parent !== null) parents.set(id, parent)
      const hides = isHidden || item.hidden === true
      const locks = isLocked || item.locked === true
      if (hides) hidden.add(id)
      if (locks) locked.add(id)
      if (item.kind === 'group') visit(item.order, id, hides, locks)
      else frames.push(item)
      ranks.set(id, ranks.size)
    }
  }
  visit(sheet.order, null, false, false)
  return { frames, parents, hidden, locked, ranks }
}

const trees = new WeakMap<Sheet, Tree>()

/** The tree of a finished sheet; never of a draft. */
const treeOf = (sheet: Sheet): Tree => {
  const known = trees.get(sheet)
  if (known) return known
  const tree = buildTree(sheet)
  trees.set(sheet, tree)
  return tree
}

/** The item with this id. Refuses an id the sheet does not have. */
export const itemOf = (sheet: Sheet, id: string): Item =>
  sheet.items[id] ?? refuse('an item', 'a frame or group of the sheet', id)

/** The frame with this id. Refuses an id that is none. */
export const frameOf = (sheet: Sheet, frameId: string): Frame => {
  const item = sheet.items[frameId]
  return item?.kind === 'frame' ? item : refuse('a frame', 'one of the sheet', frameId)
}

/** The group with this id. Refuses an id that is none. */
export const groupOf = (sheet: Sheet, groupId: string): Group => {
  const item = sheet.items[groupId]
  return item?.kind === 'group' ? item : refuse('a group', 'one of the sheet', groupId)
}

/** All frames from bottom to top, hidden ones too. */
export const framesOf = (sheet: Sheet): readonly Frame[] => treeOf(sheet).frames

/** The group that an item lies in, or null for the sheet's own. */
export const parentOf = (sheet: Sheet, id: string): string | null => treeOf(sheet).parents.get(id) ?? null

/** Ids in the list of the sheet (null) or of a group, from bottom to top. */
export const listOf = (sheet: Sheet, parentId: string | null): readonly string[] =>
  parentId === null ? sheet.order : groupOf(sheet, parentId).order

/** The groups that an item lies in, the nearest first. */
export const groupsAround = (sheet: Sheet, id: string): readonly string[] => {
  const around: string[] = []
  for (let at = parentOf(sheet, id); at !== null; at = parentOf(sheet, at)) around.push(at)
  return around
}

/** Hidden itself or by a group around it. */
export const isHidden = (sheet: Sheet, id: string): boolean => treeOf(sheet).hidden.has(id)
/** Locked itself or by a group around it. */
export const isLocked = (sheet: Sheet, id: string): boolean => treeOf(sheet).locked.has(id)
/** Seen and free to be worked on. */
export const isAtHand = (sheet: Sheet, id: string): boolean => !isHidden(sheet, id) && !isLocked(sheet, id)

/** Every frame that the items are or hold, from bottom to top, once each; unknown ids are passed over. */
export const framesUnder = (sheet: Sheet, ids: readonly string[]): readonly Frame[] => {
  const wanted = new Set<string>()
  const visit = (id: string): void => {
    const item = sheet.items[id]
    if (item?.kind === 'group') item.order.forEach(visit)
    else if (item) wanted.add(id)
  }
  ids.forEach(visit)
  return wanted.size ? framesOf(sheet).filter((frame) => wanted.has(frame.id)) : []
}

/** The items and every group and frame below them. */
export const idsUnder = (sheet: Sheet, ids: readonly string[]): ReadonlySet<string> => {
  const all = new Set<string>()
  const visit = (id: string): void => {
    const item = sheet.items[id]
    if (!item || all.has(id)) return
    all.add(id)
    if (item.kind === 'group') item.order.forEach(visit)
  }
  ids.forEach(visit)
  return all
}

/** The ids that lie in no other of them, from bottom to top. */
export const topmostIds = (sheet: Sheet, ids: readonly string[]): readonly string[] => {
  const chosen = new Set(ids.filter((id) => sheet.items[id]))
  const { ranks } = treeOf(sheet)
  return [...chosen]
    .filter((id) => !groupsAround(sheet, id).some((group) => chosen.has(group)))
    .sort((p, q) => (ranks.get(p) ?? 0) - (ranks.get(q) ?? 0))
}

/**
 * What a press on an item takes hold of when the hand works within the group `entered`: the item itself
 * or the outermost group around it below `entered`. Outside `entered`, as if none were entered.
 */
export const holdable = (sheet: Sheet, id: string, entered: string | null): string => {
  const around = groupsAround(sheet, id)
  const at = entered === null ? around.length : around.indexOf(entered)
  const depth = at < 0 ? around.length : at
  return around[depth - 1] ?? id
}

/** How many lists down an item stands; 0 for the sheet's own. */
export const depthOf = (sheet: Sheet, id: string): number => groupsAround(sheet, id).length
