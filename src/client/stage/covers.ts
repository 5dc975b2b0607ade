import { intersectRects, type Rect } from '@/core/geometry/rect'
import { isGroup, type DrawNode } from '@/core/render/ops'

/** What lies above a node among nodes and their members, from the bottom; null where the node is not among them. */
const above = (nodes: readonly DrawNode[], id: string): readonly DrawNode[] | null => {
  for (const [at, node] of nodes.entries()) {
    const inside = node.id === id ? [] : isGroup(node) ? above(node.children, id) : null
    if (inside) return [...inside, ...nodes.slice(at + 1)]
  }
  return null
}

/** The nodes that lie above one and reach into a part of the sheet, from the bottom. */
export const coversOf = (nodes: readonly DrawNode[], id: string, part: Rect): readonly DrawNode[] =>
  (above(nodes, id) ?? []).filter(({ bounds }) => intersectRects(bounds, part) !== null)
