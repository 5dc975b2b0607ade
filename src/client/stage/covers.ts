import { intersectRects, type Rect } from '@/core/geometry/rect'
import { isGroup, type DrawNode } from '@/core/render/ops'

const holds = (node: DrawNode, id: string): boolean =>
  node.id === id || (isGroup(node) && node.children.some((child) => holds(child, id)))

/** The node among those of a sheet that is the one with this id, or has it within; null where none is. */
export const nodeHolding = (nodes: readonly DrawNode[], id: string): DrawNode | null =>
  nodes.find((node) => holds(node, id)) ?? null

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
