import { TOLERANCE } from '@/core/tolerance'
import { add, cross, distance, dot, subtract, type Point } from '@/core/geometry/vector'
import { withoutArcs } from '@/core/path/cubics'
import { contoursOf } from '@/core/path/contours'
import type { Path, Segment } from '@/core/path/path'

/** A corner's handles are free; a smooth point's lie in one line; a symmetric one's are also of one length. */
export const NODE_KINDS = ['corner', 'smooth', 'symmetric'] as const
export type NodeKind = (typeof NODE_KINDS)[number]

/** A point of an outline with the ends of its handles; without a handle the line leaves straight. */
export interface PathNode {
  readonly at: Point
  readonly into?: Point
  readonly out?: Point
  readonly kind: NodeKind
}

/** One contour as it is edited. An open one is filled as if closed by a straight line. */
export interface Contour {
  readonly nodes: readonly PathNode[]
  readonly isClosed: boolean
}

/** Names a node: its contour and its place in it. */
export interface NodeAddress {
  readonly contour: number
  readonly node: number
}

export type HandleSide = 'into' | 'out'

const IN_LINE = 1e-3

/** What a node is, told from its handles. */
const kindOf = (at: Point, into: Point | undefined, out: Point | undefined): NodeKind => {
  if (!into || !out) return 'corner'
  const [p, q] = [subtract(at, into), subtract(out, at)]
  const [a, b] = [Math.hypot(p.x, p.y), Math.hypot(q.x, q.y)]
  if (!a || !b || Math.abs(cross(p, q)) > IN_LINE * a * b || dot(p, q) < 0) return 'corner'
  return Math.abs(a - b) <= IN_LINE * Math.max(a, b) ? 'symmetric' : 'smooth'
}

/** Angle of the cubics that arcs become when an outline is taken into points: four to a whole ellipse. */
const QUARTER = 90

interface Loose {
  at: Point
  into?: Point
  out?: Point
}

const contourOf = (path: Path): Contour => {
  const loose: Loose[] = []
  let isClosed = false
  for (const segment of path) {
    if (segment.kind === 'move' || segment.kind === 'line') loose.push({ at: segment.to })
    else if (segment.kind === 'close') isClosed = true
    else if (segment.kind === 'cubic') {
      const before = loose.at(-1)
      if (before && distance(segment.c1, before.at) > TOLERANCE.length) before.out = segment.c1
      loose.push({
        at: segment.to,
        ...(distance(segment.c2, segment.to) > TOLERANCE.length ? { into: segment.c2 } : {}),
      })
    }
  }
  const [first, last] = [loose[0], loose.at(-1)]
  // A contour that comes back to its first point names it once.
  if (isClosed && first && last && loose.length > 1 && distance(first.at, last.at) < TOLERANCE.samePoint) {
    if (last.into) first.into = last.into
    loose.pop()
  }
  return { nodes: loose.map((node) => ({ ...node, kind: kindOf(node.at, node.into, node.out) })), isClosed }
}

/** A path's contours as points to be edited. Arcs become cubics. */
export const nodesOf = (path: Path): readonly Contour[] => contoursOf(withoutArcs(path, QUARTER)).map(contourOf)

const segmentBetween = (from: PathNode, to: PathNode): Segment =>
  from.out || to.into
    ? { kind: 'cubic', c1: from.out ?? from.at, c2: to.into ?? to.at, to: to.at }
    : { kind: 'line', to: to.at }

const contourPath = ({ nodes, isClosed }: Contour): readonly Segment[] => {
  const [first] = nodes
  if (!first || nodes.length < 2) return []
  const path: Segment[] = [{ kind: 'move', to: first.at }]
  nodes.slice(1).forEach((node, i) => path.push(segmentBetween(nodes[i] ?? node, node)))
  if (!isClosed) return path
  const last = nodes.at(-1) ?? first
  // The close draws a straight last side by itself.
  if (last.out || first.into) path.push(segmentBetween(last, first))
  return [...path, { kind: 'close' }]
}

/** The contours as a path. A contour of fewer than two points draws nothing. */
export const pathOfNodes = (contours: readonly Contour[]): Path => contours.flatMap(contourPath)

/** The node at an address; null where there is none. */
export const nodeAt = (contours: readonly Contour[], { contour, node }: NodeAddress): PathNode | null =>
  contours[contour]?.nodes[node] ?? null

const withContour = (
  contours: readonly Contour[],
  at: number,
  change: (contour: Contour) => Contour,
): readonly Contour[] => contours.map((contour, i) => (i === at ? change(contour) : contour))

const withNode = (
  contours: readonly Contour[],
  { contour, node }: NodeAddress,
  change: (node: PathNode) => PathNode,
): readonly Contour[] =>
  withContour(contours, contour, (contourBefore) => ({
    ...contourBefore,
    nodes: contourBefore.nodes.map((one, i) => (i === node ? change(one) : one)),
  }))

const shifted = ({ kind, ...node }: PathNode, by: Point): PathNode => ({
  at: add(node.at, by),
  kind,
  ...(node.into ? { into: add(node.into, by) } : {}),
  ...(node.out ? { out: add(node.out, by) } : {}),
})

/** Do both address the same node? */
export const sameAddress = (p: NodeAddress, q: NodeAddress): boolean => p.contour === q.contour && p.node === q.node

/** Moves nodes with their handles. */
export const moveNodes = (
  contours: readonly Contour[],
  chosen: readonly NodeAddress[],
  by: Point,
): readonly Contour[] =>
  contours.map((contour, c) => ({
    ...contour,
    nodes: contour.nodes.map((node, n) =>
      chosen.some((one) => sameAddress(one, { contour: c, node: n })) ? shifted(node, by) : node,
    ),
  }))

const opposite = (side: HandleSide): HandleSide => (side === 'into' ? 'out' : 'into')

/** The other handle of a smooth or symmetric node, after one was moved. */
const followed = (node: PathNode, side: HandleSide, to: Point): Point | undefined => {
  const other = node[opposite(side)]
  const [away, reach] = [subtract(node.at, to), distance(node.at, to)]
  if (node.kind === 'corner' || !reach) return other
  const length = node.kind === 'symmetric' || !other ? reach : distance(node.at, other)
  return { x: node.at.x + (away.x / reach) * length, y: node.at.y + (away.y / reach) * length }
}

/** Pulls one handle to a point; the other follows as the node's kind says. `alone` makes the node a corner. */
export const moveHandle = (
  contours: readonly Contour[],
  address: NodeAddress,
  side: HandleSide,
  to: Point,
  alone = false,
): readonly Contour[] =>
  withNode(contours, address, (nodeBefore) => {
    const node: PathNode = alone ? { ...nodeBefore, kind: 'corner' } : nodeBefore
    const other = followed(node, side, to)
    return { ...node, [side]: to, ...(other ? { [opposite(side)]: other } : {}) }
  })

const neighbours = ({ nodes, isClosed }: Contour, node: number): readonly [PathNode | null, PathNode | null] => {
  const n = nodes.length
  const pick = (i: number): PathNode | null => (isClosed ? nodes[(i + n) % n] : nodes[i]) ?? null
  return [pick(node - 1), pick(node + 1)]
}

/** The direction a smooth node runs in: along its handles, else along the line between its neighbours. */
const runOf = (node: PathNode, before: PathNode | null, after: PathNode | null): Point => {
  const from = node.into ?? before?.at ?? node.at
  const to = node.out ?? after?.at ?? node.at
  const along = subtract(to, from)
  const length = Math.hypot(along.x, along.y)
  return length ? { x: along.x / length, y: along.y / length } : { x: 1, y: 0 }
}

const THIRD = 1 / 3

/** Makes nodes corners, smooth or symmetric; handles that a smooth one lacks are drawn out. */
export const setNodeKind = (
  contours: readonly Contour[],
  chosen: readonly NodeAddress[],
  kind: NodeKind,
): readonly Contour[] =>
  chosen.reduce<readonly Contour[]>((all, address) => {
    const contour = all[address.contour]
    if (!contour) return all
    const [before, after] = neighbours(contour, address.node)
    return withNode(all, address, (node) => {
      if (kind === 'corner') return { ...node, kind }
      const along = runOf(node, before, after)
      const reach = (side: Point | undefined, other: PathNode | null): number =>
        side ? distance(side, node.at) : other ? distance(other.at, node.at) * THIRD : 0
      let [back, ahead] = [reach(node.into, before), reach(node.out, after)]
      if (kind === 'symmetric') back = ahead = (back + ahead) / 2
      return {
        at: node.at,
        kind,
        into: { x: node.at.x - along.x * back, y: node.at.y - along.y * back },
        out: { x: node.at.x + along.x * ahead, y: node.at.y + along.y * ahead },
      }
    })
  }, contours)

/** Takes nodes away. A contour left with fewer than two points goes too. */
export const removeNodes = (contours: readonly Contour[], chosen: readonly NodeAddress[]): readonly Contour[] =>
  contours
    .map((contour, c) => ({
      ...contour,
      nodes: contour.nodes.filter((_, n) => !chosen.some((one) => sameAddress(one, { contour: c, node: n }))),
    }))
    .filter(({ nodes }) => nodes.length > 1)

/** The two nodes at the ends of the side that leaves a node; null at the end of an open contour. */
const sideOf = ({ nodes, isClosed }: Contour, node: number): readonly [PathNode, PathNode] | null => {
  const from = nodes[node]
  const to = nodes[node + 1] ?? (isClosed ? nodes[0] : undefined)
  return from && to && nodes.length > 1 ? [from, to] : null
}

const between = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

/** Adds a point on the side that leaves a node, at the share `t` of it; the line keeps its shape (de Casteljau). */
export const addNode = (contours: readonly Contour[], { contour, node }: NodeAddress, t: number): readonly Contour[] =>
  withContour(contours, contour, (contourBefore) => {
    const side = sideOf(contourBefore, node)
    if (!side) return contourBefore
    const [from, to] = side
    const nodes = [...contourBefore.nodes]
    if (!from.out && !to.into) {
      nodes.splice(node + 1, 0, { at: between(from.at, to.at, t), kind: 'corner' })
      return { ...contourBefore, nodes }
    }
    const [c1, c2] = [from.out ?? from.at, to.into ?? to.at]
    const [a, b, c] = [between(from.at, c1, t), between(c1, c2, t), between(c2, to.at, t)]
    const [d, e] = [between(a, b, t), between(b, c, t)]
    const next = (node + 1) % nodes.length
    // Shorter handles are no longer of one length with those opposite.
    const demoted = (one: PathNode): PathNode => (one.kind === 'symmetric' ? { ...one, kind: 'smooth' } : one)
    nodes[node] = demoted({ ...from, out: a })
    nodes[next] = demoted({ ...(nodes[next] ?? to), into: c })
    nodes.splice(node + 1, 0, { at: between(d, e, t), into: d, out: e, kind: 'smooth' })
    return { ...contourBefore, nodes }
  })

/** Makes the side that leaves a node straight, or a curve that begins as it is. */
export const setSide = (
  contours: readonly Contour[],
  { contour, node }: NodeAddress,
  straight: boolean,
): readonly Contour[] =>
  withContour(contours, contour, (contourBefore) => {
    const side = sideOf(contourBefore, node)
    if (!side) return contourBefore
    const [from, to] = side
    const next = (node + 1) % contourBefore.nodes.length
    const nodes = contourBefore.nodes.map((one, i): PathNode => {
      if (i !== node && i !== next) return one
      const { out, into, ...rest } = one
      const kept = { ...rest, ...(into && i !== next ? { into } : {}), ...(out && i !== node ? { out } : {}) }
      if (straight) return { ...kept, kind: 'corner' }
      return i === node
        ? { ...kept, out: out ?? between(from.at, to.at, THIRD) }
        : { ...kept, into: into ?? between(to.at, from.at, THIRD) }
    })
    return { ...contourBefore, nodes }
  })

/** Opens a closed contour at a node, or closes an open one. */
export const toggleClosed = (contours: readonly Contour[], { contour, node }: NodeAddress): readonly Contour[] =>
  withContour(contours, contour, ({ nodes, isClosed }) => {
    if (!isClosed) return { nodes, isClosed: true }
    // The side that led to the node goes: the contour begins there.
    const turned = [...nodes.slice(node), ...nodes.slice(0, node)]
    const open = turned.map(({ into, out, ...one }, i): PathNode => ({
      ...one,
      ...(into && i > 0 ? { into } : {}),
      ...(out && i < turned.length - 1 ? { out } : {}),
    }))
    return { nodes: open, isClosed: false }
  })
