import type { Contour, NodeKind } from '@/core/path/nodes'

const SIGNS: Readonly<Record<NodeKind, string>> = { corner: 'c', smooth: 's', symmetric: 'y' }
const KINDS: Readonly<Record<string, NodeKind>> = { c: 'corner', s: 'smooth', y: 'symmetric' }

/** What a text of kinds must be. */
export const KINDS_PATTERN = /^[csy]*$/

/** The kinds of all points, contour after contour, as one sign each: c corner, s smooth, y symmetric. */
export const kindsOf = (contours: readonly Contour[]): string =>
  contours.flatMap(({ nodes }) => nodes.map(({ kind }) => SIGNS[kind])).join('')

/**
 * Points with the kinds that were given to them. Kinds of another number of points say nothing of these, nor does a
 * kind that a point's handles do not bear out: only corners may have handles in any direction.
 */
export const withKinds = (contours: readonly Contour[], kinds: string | undefined): readonly Contour[] => {
  const count = contours.reduce((sum, { nodes }) => sum + nodes.length, 0)
  if (kinds === undefined || kinds.length !== count) return contours
  let at = 0
  return contours.map((contour) => ({
    ...contour,
    nodes: contour.nodes.map((node) => {
      const kind = KINDS[kinds[at++] ?? '']
      const isLess = kind === 'corner' || (kind === 'smooth' && node.kind === 'symmetric')
      return kind && isLess ? { ...node, kind } : node
    }),
  }))
}
