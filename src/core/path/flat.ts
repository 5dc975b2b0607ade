import ClipperLib from 'clipper-lib'
import { TOLERANCE } from '@/core/tolerance'
import { areaOf } from '@/core/path/area'
import type { Combination } from '@/core/path/combinations'
import { boundsOf } from '@/core/path/extent'
import type { Point } from '@/core/geometry/vector'
import { polygonPath, type Outline } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** Units of the second engine's whole numbers in one point. */
const GRID = 1e5

const polygonsOf = ({ path }: Outline, flatness: number): ClipperLib.IntPoint[][] =>
  polylineOf(path, flatness).map((contour) =>
    contour.map((p) => new ClipperLib.IntPoint(Math.round(p.x * GRID), Math.round(p.y * GRID))),
  )

/** The second engine: never lost, but it knows only straight lines. */
export const combineFlat = (first: Outline, second: Outline, how: Combination, flatness: number): Outline => {
  const rule = (outline: Outline): ClipperLib.PolyFillType =>
    outline.fillRule === 'nonzero' ? ClipperLib.PolyFillType.pftNonZero : ClipperLib.PolyFillType.pftEvenOdd
  const kinds: Record<Combination, ClipperLib.ClipType> = {
    unite: ClipperLib.ClipType.ctUnion,
    subtract: ClipperLib.ClipType.ctDifference,
    intersect: ClipperLib.ClipType.ctIntersection,
    exclude: ClipperLib.ClipType.ctXor,
  }
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(polygonsOf(first, flatness), ClipperLib.PolyType.ptSubject, true)
  clipper.AddPaths(polygonsOf(second, flatness), ClipperLib.PolyType.ptClip, true)
  const solution: ClipperLib.IntPoint[][] = []
  clipper.Execute(kinds[how], solution, rule(first), rule(second))
  const path = solution.flatMap((ring) => polygonPath(ring.map(({ X, Y }) => ({ x: X / GRID, y: Y / GRID }))))
  return { path, fillRule: 'evenodd' }
}

/** Rings of one direction united, where they overlap too: rings none of which cross, holes the other way round. */
export const unitedRings = (rings: readonly (readonly Point[])[]): readonly (readonly Point[])[] => {
  const clipper = new ClipperLib.Clipper()
  const paths = rings.map((ring) =>
    ring.map((p) => new ClipperLib.IntPoint(Math.round(p.x * GRID), Math.round(p.y * GRID))),
  )
  clipper.AddPaths(paths, ClipperLib.PolyType.ptSubject, true)
  const solution: ClipperLib.IntPoint[][] = []
  const { pftNonZero } = ClipperLib.PolyFillType
  clipper.Execute(ClipperLib.ClipType.ctUnion, solution, pftNonZero, pftNonZero)
  return solution.map((ring) => ring.map(({ X, Y }) => ({ x: X / GRID, y: Y / GRID })))
}

/** The area that an outline without crossings fills: of even-odd rings, by the engine that can't be lost. */
export const filledArea = (outline: Outline): number => {
  const size = sizeOf(outline)
  if (!size) return 0
  const nothing: Outline = { path: [], fillRule: 'nonzero' }
  const plain = combineFlat(outline, nothing, 'unite', size * TOLERANCE.flatShare)
  return Math.abs(areaOf(plain.path))
}

/** The longer side of an outline's bounds. */
export const sizeOf = ({ path }: Outline): number => {
  if (!path.length) return 0
  const r = boundsOf(path)
  return Math.max(r.x1 - r.x0, r.y1 - r.y0, 0)
}

/** How far flat outlines may be from curves of this size. */
export const flatnessFor = (size: number): number => Math.max(size * TOLERANCE.flatShare, 1e-4)

const NOTHING: Outline = { path: [], fillRule: 'nonzero' }

/** Does a non-zero outline have contours that overlap or lie hidden in its fill? Their lines are no edges of it. */
const hasHiddenLines = (outline: Outline): boolean => {
  const filled = filledArea(outline)
  return Math.abs(Math.abs(areaOf(outline.path)) - filled) > filled * TOLERANCE.combinedArea
}

/**
 * The outline all of whose lines are edges of what it fills: the same one where that is so; else its contours united,
 * flattened to within 1/20,000 of its size.
 */
export const edgesOnly = (outline: Outline): Outline =>
  outline.fillRule === 'nonzero' && hasHiddenLines(outline)
    ? combineFlat(outline, NOTHING, 'unite', flatnessFor(sizeOf(outline)))
    : outline

/** All outlines united, flattened to within 1/20,000 of their size; one alone keeps its curves. */
export const unitedFlat = (outlines: readonly Outline[]): Outline => {
  const [first, ...others] = outlines
  if (!first) return NOTHING
  return others.reduce((sofar, next) => {
    const flatness = flatnessFor(Math.max(sizeOf(sofar), sizeOf(next)))
    return combineFlat(sofar, next, 'unite', flatness)
  }, edgesOnly(first))
}

/** What two outlines share, flattened. */
export const intersectFlat = (first: Outline, second: Outline): Outline =>
  combineFlat(first, second, 'intersect', flatnessFor(Math.max(sizeOf(first), sizeOf(second))))

/** An outline grown by a length all round, with mitred corners; flattened. */
export const grownFlat = (outline: Outline, by: number): Outline => {
  const edge = edgesOnly(outline)
  const offset = new ClipperLib.ClipperOffset(GROWN_MITRE)
  const united = combineFlat(edge, NOTHING, 'unite', flatnessFor(sizeOf(edge)))
  offset.AddPaths(
    polygonsOf(united, flatnessFor(sizeOf(edge))),
    ClipperLib.JoinType.jtMiter,
    ClipperLib.EndType.etClosedPolygon,
  )
  const solution: ClipperLib.IntPoint[][] = []
  offset.Execute(solution, by * GRID)
  const path = solution.flatMap((ring) => polygonPath(ring.map(({ X, Y }) => ({ x: X / GRID, y: Y / GRID }))))
  return { path, fillRule: 'nonzero' }
}

const GROWN_MITRE = 4
