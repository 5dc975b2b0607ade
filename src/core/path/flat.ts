import ClipperLib from 'clipper-lib'
import { TOLERANCE } from '@/core/tolerance'
import { areaOf } from '@/core/path/area'
import type { Combination } from '@/core/path/combinations'
import { boundsOf } from '@/core/path/extent'
import { rectCentre, unionRects } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { polygonPath, type Outline } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** How points become the whole numbers of the second engine. */
interface Grid {
  /** Units in one point. */
  readonly units: number
  readonly origin: Point
}

const GRID: Grid = { units: 1e5, origin: { x: 0, y: 0 } }

/** The engine multiplies numbers up to this as they are, and others piece by piece, which takes ten times as long. */
const SWIFT = 47_000_000

/** The finest grid on which outlines take the swift way. */
const gridFor = (outlines: readonly Outline[]): Grid => {
  const drawn = outlines.filter(({ path }) => path.length > 0)
  if (!drawn.length) return GRID
  const bounds = unionRects(drawn.map(({ path }) => boundsOf(path)))
  const half = Math.max(bounds.x1 - bounds.x0, bounds.y1 - bounds.y0) / 2
  return { units: Math.min(GRID.units, SWIFT / Math.max(half, 1)), origin: rectCentre(bounds) }
}

const polygonsOf = ({ path }: Outline, flatness: number, { units, origin }: Grid = GRID): ClipperLib.IntPoint[][] =>
  polylineOf(path, flatness).map((contour) =>
    contour.map(
      (p) => new ClipperLib.IntPoint(Math.round((p.x - origin.x) * units), Math.round((p.y - origin.y) * units)),
    ),
  )

const outlineOfPolygons = (polygons: readonly ClipperLib.IntPoint[][], { units, origin }: Grid = GRID): Outline => ({
  path: polygons.flatMap((ring) =>
    polygonPath(ring.map(({ X, Y }) => ({ x: origin.x + X / units, y: origin.y + Y / units }))),
  ),
  fillRule: 'evenodd',
})

const ruleOf = ({ fillRule }: Outline): ClipperLib.PolyFillType =>
  fillRule === 'nonzero' ? ClipperLib.PolyFillType.pftNonZero : ClipperLib.PolyFillType.pftEvenOdd

const unitedPolygons = (polygons: ClipperLib.IntPoint[][], rule: ClipperLib.PolyFillType): ClipperLib.IntPoint[][] => {
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(polygons, ClipperLib.PolyType.ptSubject, true)
  const solution: ClipperLib.IntPoint[][] = []
  clipper.Execute(ClipperLib.ClipType.ctUnion, solution, rule, rule)
  return solution
}

/** Twice the area that three points span, seen from the first: above 0 where they turn left. */
const turnOf = (a: ClipperLib.IntPoint, b: ClipperLib.IntPoint, c: ClipperLib.IntPoint): number =>
  (b.X - a.X) * (c.Y - b.Y) - (b.Y - a.Y) * (c.X - b.X)

/** Does a ring turn one way all along, and once round in all? It crosses nothing then. */
const isConvex = (ring: readonly ClipperLib.IntPoint[]): boolean => {
  let [left, right, reversals, way] = [0, 0, 0, 0]
  ring.forEach((b, i) => {
    const [a, c] = [ring.at(i - 1), ring[(i + 1) % ring.length]]
    if (!a || !c) return
    const turn = turnOf(a, b, c)
    if (turn > 0) left += 1
    if (turn < 0) right += 1
    // Along the horizontal, a ring that goes round once turns back twice.
    const now = Math.sign(b.X - a.X) || way
    if (way !== 0 && now !== way) reversals += 1
    way = now
  })
  return (left === 0 || right === 0) && left + right > 2 && reversals <= 2
}

const isPositive = (ring: readonly ClipperLib.IntPoint[]): boolean =>
  ring.reduce((sum, b, i) => {
    const a = ring.at(i - 1) ?? b
    return sum + (a.X * b.Y - b.X * a.Y)
  }, 0) > 0

/** The second engine: never lost, but it knows only straight lines. */
export const combineFlat = (first: Outline, second: Outline, how: Combination, flatness: number): Outline => {
  const kinds: Record<Combination, ClipperLib.ClipType> = {
    unite: ClipperLib.ClipType.ctUnion,
    subtract: ClipperLib.ClipType.ctDifference,
    intersect: ClipperLib.ClipType.ctIntersection,
    exclude: ClipperLib.ClipType.ctXor,
  }
  const clipper = new ClipperLib.Clipper()
  const grid = gridFor([first, second])
  clipper.AddPaths(polygonsOf(first, flatness, grid), ClipperLib.PolyType.ptSubject, true)
  clipper.AddPaths(polygonsOf(second, flatness, grid), ClipperLib.PolyType.ptClip, true)
  const solution: ClipperLib.IntPoint[][] = []
  clipper.Execute(kinds[how], solution, ruleOf(first), ruleOf(second))
  return outlineOfPolygons(solution, grid)
}

/** Rings that run round what an outline fills, holes the other way. */
const filledRings = (outline: Outline, flatness: number, grid: Grid): ClipperLib.IntPoint[][] => {
  const polygons = polygonsOf(outline, flatness, grid)
  const [only, ...others] = polygons
  if (only && !others.length && isConvex(only)) return isPositive(only) ? polygons : [only.toReversed()]
  return unitedPolygons(polygons, ruleOf(outline))
}

/** More rings than these are united by halves, so that what lies hidden is gone before much is compared with it. */
const AT_ONCE = 2

const unitedRuns = (runs: readonly ClipperLib.IntPoint[][][]): ClipperLib.IntPoint[][] => {
  const half = Math.ceil(runs.length / 2)
  const parts = runs.length > AT_ONCE ? [unitedRuns(runs.slice(0, half)), unitedRuns(runs.slice(half))] : runs
  return unitedPolygons(parts.flat(), ClipperLib.PolyFillType.pftNonZero)
}

/**
 * Outlines united, flattened to within `flatness`: each first by its own fill rule, which gives rings whose holes run the
 * other way round, and then these under the non-zero rule. Neighbours should come after one another.
 */
export const unitedByHalves = (outlines: readonly Outline[], flatness: number): Outline => {
  const grid = gridFor(outlines)
  return outlineOfPolygons(unitedRuns(outlines.map((outline) => filledRings(outline, flatness, grid))), grid)
}

/** Rings of one direction united, where they overlap too: rings none of which cross, holes the other way round. */
export const unitedRings = (rings: readonly (readonly Point[])[]): readonly (readonly Point[])[] => {
  const paths = rings.map((ring) =>
    ring.map((p) => new ClipperLib.IntPoint(Math.round(p.x * GRID.units), Math.round(p.y * GRID.units))),
  )
  return unitedPolygons(paths, ClipperLib.PolyFillType.pftNonZero).map((ring) =>
    ring.map(({ X, Y }) => ({ x: X / GRID.units, y: Y / GRID.units })),
  )
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

/** One contour that turns one way all along hides no line. */
const isPlain = (outline: Outline): boolean => {
  const [only, ...others] = polygonsOf(outline, flatnessFor(sizeOf(outline)), gridFor([outline]))
  return only !== undefined && !others.length && isConvex(only)
}

/** Does a non-zero outline have contours that overlap or lie hidden in its fill? Their lines are no edges of it. */
const hasHiddenLines = (outline: Outline): boolean => {
  if (isPlain(outline)) return false
  const filled = filledArea(outline)
  return Math.abs(Math.abs(areaOf(outline.path)) - filled) > filled * TOLERANCE.combinedArea
}

/**
 * The outline all of whose lines are edges of what it fills: the same one where that is so; else its contours united,
 * flattened to within 1/20,000 of its size.
 */
export const edgesOnly = (outline: Outline): Outline => {
  if (outline.fillRule !== 'nonzero') return outline
  const known = edges.get(outline)
  if (known) return known
  const made = hasHiddenLines(outline) ? combineFlat(outline, NOTHING, 'unite', flatnessFor(sizeOf(outline))) : outline
  edges.set(outline, made)
  return made
}

/** Asked for whenever an item with a finish is rendered, though outlines of stencils stay the same. */
const edges = new WeakMap<Outline, Outline>()

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
  offset.Execute(solution, by * GRID.units)
  return { ...outlineOfPolygons(solution), fillRule: 'nonzero' }
}

const GROWN_MITRE = 4
