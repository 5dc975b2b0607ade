import { distance, type Point } from '@/core/geometry/vector'
import { cornersOfRing, fitOpen, fitRing, withoutRepeats, type Curve } from '@/core/path/fit'
import type { Contour, PathNode } from '@/core/path/nodes'

/** One piece of an outline while it is traced: a point pressed, or a run drawn by hand. */
export type DraftPiece =
  { readonly kind: 'node'; readonly node: PathNode } | { readonly kind: 'stroke'; readonly points: readonly Point[] }

/** Where what was traced begins; null before the first piece. */
export const firstPoint = (pieces: readonly DraftPiece[]): Point | null => {
  const [first] = pieces
  return first ? (first.kind === 'node' ? first.node.at : (first.points[0] ?? null)) : null
}

/** Where what was traced ends by now; null before the first piece. */
export const lastPoint = (pieces: readonly DraftPiece[]): Point | null => {
  const last = pieces.at(-1)
  return last ? (last.kind === 'node' ? last.node.at : (last.points.at(-1) ?? null)) : null
}

/** A run of curves as nodes; joints are smooth where the curves meet smoothly. */
const nodesOfCurves = (curves: readonly Curve[]): readonly PathNode[] => {
  const [first] = curves
  if (!first) return []
  return [
    { at: first.from, out: first.c1, kind: 'corner' },
    ...curves.map(({ c2, to }, i): PathNode => {
      const next = curves[i + 1]
      return next ? { at: to, into: c2, out: next.c1, kind: 'smooth' } : { at: to, into: c2, kind: 'corner' }
    }),
  ]
}

/** The end of one piece and the beginning of the next, where they are one point. */
const joinedNode = (end: PathNode, start: PathNode): PathNode => ({
  at: end.at,
  kind: 'corner',
  ...(end.into ? { into: end.into } : {}),
  ...(start.out ? { out: start.out } : {}),
})

/** Angle above which a ring drawn by hand keeps a corner. */
const CORNER = 50

const ringNodes = (points: readonly Point[], tolerance: number): readonly PathNode[] => {
  const ring = withoutRepeats(points)
  const curves = fitRing(ring, tolerance, cornersOfRing(ring, CORNER, tolerance * 4))
  const nodes = nodesOfCurves(curves)
  const [first, last] = [nodes[0], nodes.at(-1)]
  return first && last ? [joinedNode(last, first), ...nodes.slice(1, -1)] : []
}

/**
 * The contour of what was traced so far: runs drawn by hand become curves within `tolerance` of them. A single run that
 * comes back to its start, `closed`, is fitted as a ring.
 */
export const contourOfDraft = (pieces: readonly DraftPiece[], tolerance: number, closed: boolean): Contour => {
  const [only] = pieces
  if (closed && pieces.length === 1 && only?.kind === 'stroke')
    return { nodes: ringNodes(only.points, tolerance), isClosed: true }
  const nodes: PathNode[] = []
  for (const piece of pieces) {
    const run = piece.kind === 'node' ? [piece.node] : nodesOfCurves(fitOpen(piece.points, tolerance))
    const [start] = run
    const end = nodes.at(-1)
    if (start && end && distance(start.at, end.at) < 1e-9) nodes.splice(-1, 1, joinedNode(end, start), ...run.slice(1))
    else nodes.push(...run)
  }
  const [first, last] = [nodes[0], nodes.at(-1)]
  if (closed && first && last && nodes.length > 2 && distance(first.at, last.at) < tolerance) {
    nodes.pop()
    nodes[0] = joinedNode(last, first)
  }
  return { nodes, isClosed: closed }
}
