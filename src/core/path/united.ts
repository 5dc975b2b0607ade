import { TOLERANCE } from '@/core/tolerance'
import { growRect, intersectRects, unionRects, type Rect } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { edgesOnly, flatnessFor, sizeOf, unitedByHalves } from '@/core/path/flat'
import type { Outline } from '@/core/path/path'

const NOTHING: Outline = { path: [], fillRule: 'nonzero' }

interface Bounded {
  readonly outline: Outline
  readonly bounds: Rect
}

/** Outlines that may touch one another, directly or by others between them. */
interface Cluster {
  readonly members: Bounded[]
  bounds: Rect
}

/** Brings together what may touch, judged by bounds: from the left, so that each is held against few others. */
const clustersOf = (outlines: readonly Outline[]): readonly (readonly Outline[])[] => {
  const bounded = outlines
    .map((outline): Bounded => ({ outline, bounds: growRect(boundsOf(outline.path), TOLERANCE.samePoint) }))
    .toSorted((a, b) => a.bounds.x0 - b.bounds.x0)
  const ended: Cluster[] = []
  let open: Cluster[] = []
  for (const next of bounded) {
    const meets = open.filter(({ bounds }) => intersectRects(bounds, next.bounds) !== null)
    const stays = open.filter((cluster) => !meets.includes(cluster))
    ended.push(...stays.filter(({ bounds }) => bounds.x1 < next.bounds.x0))
    const members = [...meets.flatMap((cluster) => cluster.members), next]
    const bounds = unionRects([...meets.map((cluster) => cluster.bounds), next.bounds])
    open = [...stays.filter((cluster) => cluster.bounds.x1 >= next.bounds.x0), { members, bounds }]
  }
  return [...ended, ...open].map(({ members }) => members.map(({ outline }) => outline))
}

const clusterUnited = (outlines: readonly Outline[]): Outline => {
  const [first, ...others] = outlines
  if (!first) return NOTHING
  return others.length ? unitedByHalves(outlines, flatnessFor(Math.max(...outlines.map(sizeOf)))) : edgesOnly(first)
}

/**
 * All outlines united. Only those that may touch are flattened, to within 1/20,000 of the largest of them; others, and one
 * alone, keep their curves.
 */
export const unitedFlat = (outlines: readonly Outline[]): Outline => {
  const clusters = clustersOf(outlines.filter(({ path }) => path.length > 0)).map(clusterUnited)
  const [first, ...others] = clusters
  if (!first) return NOTHING
  // Without hidden lines an outline fills the same under either rule, and clusters lie apart.
  return others.length ? { path: clusters.flatMap(({ path }) => path), fillRule: 'evenodd' } : first
}
