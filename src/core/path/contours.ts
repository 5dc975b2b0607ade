import { TOLERANCE } from '@/core/tolerance'
import { rectHolds, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { areaOf } from '@/core/path/area'
import { windingAbout } from '@/core/path/contains'
import { boundsOf } from '@/core/path/extent'
import type { FillRule, Outline, Path, Segment } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** A path's contours, each a path of its own that begins with a move. */
export const contoursOf = (path: Path): readonly Path[] => {
  const contours: Segment[][] = []
  let first: Segment | null = null
  for (const segment of path) {
    if (segment.kind === 'move') {
      contours.push([segment])
      first = segment
      continue
    }
    const contour = contours.at(-1)
    // After a close without a move, drawing goes on from where the contour began (SVG 1.1, 8.3.3).
    if (contour?.at(-1)?.kind === 'close' && first && segment.kind !== 'close') contours.push([first, segment])
    else if (contour) contour.push(segment)
    else contours.push([{ kind: 'move', to: { x: 0, y: 0 } }, segment])
  }
  return contours.filter((contour) => contour.some(({ kind }) => kind !== 'move' && kind !== 'close'))
}

interface Ring {
  readonly path: Path
  readonly points: readonly Point[]
  readonly bounds: Rect
  readonly area: number
}

const ringOf = (path: Path): Ring | null => {
  const points = polylineOf(path, TOLERANCE.flatness).flat()
  return points.length > 2 ? { path, points, bounds: boundsOf(path), area: Math.abs(areaOf(path)) } : null
}

const holds = (outer: Ring, inner: Ring): boolean => {
  if (outer === inner || outer.area <= inner.area || !rectHolds(outer.bounds, inner.bounds)) return false
  // Contours of one outline may touch: most of the inner one's points decide.
  const step = Math.max(1, Math.floor(inner.points.length / 9))
  const sample = inner.points.filter((_, i) => i % step === 0)
  const inside = sample.filter((p) => windingAbout(p, outer.points) !== 0).length
  return inside * 2 > sample.length
}

/** Does the ring bound paint on its inner side, by the fill rule? */
const isFilledWithin = (ring: Ring, around: readonly Ring[], rule: FillRule): boolean => {
  if (rule === 'evenodd') return around.length % 2 === 0
  const turn = (one: Ring): number => Math.sign(areaOf(one.path))
  return around.reduce((sum, one) => sum + turn(one), turn(ring)) !== 0
}

/**
 * The separate pieces of an outline whose contours don't cross: each with the holes in it, islands in holes as pieces of
 * their own.
 */
export const piecesOf = ({ path, fillRule }: Outline): readonly Outline[] => {
  const rings = contoursOf(path).flatMap((contour) => ringOf(contour) ?? [])
  const around = rings.map((ring) => rings.filter((other) => holds(other, ring)))
  const isPiece = rings.map((ring, i) => {
    const outer = around[i] ?? []
    const within = isFilledWithin(ring, outer, fillRule)
    const [next] = [...outer].sort((p, q) => p.area - q.area)
    const without = next ? isFilledWithin(next, around[rings.indexOf(next)] ?? [], fillRule) : false
    return { starts: within && !without, ends: !within && without }
  })
  return rings.flatMap((ring, i) => {
    if (!isPiece[i]?.starts) return []
    const holes = rings.filter((_, j) => {
      if (!isPiece[j]?.ends || !around[j]?.includes(ring)) return false
      const between = around[j]?.some((one) => one.area < ring.area && isPiece[rings.indexOf(one)]?.starts)
      return !between
    })
    return [{ path: [ring, ...holes].flatMap((one) => one.path), fillRule: 'evenodd' as const }]
  })
}
