import { TOLERANCE } from '@/core/tolerance'
import { directionOf, toDegrees, unitVector } from '@/core/geometry/angle'
import { rectSize } from '@/core/geometry/rect'
import { cross, distance, dot, subtract, type Point } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { cornersOfRing, curvesPath, fitRing, withoutRepeats } from '@/core/path/fit'
import { unitedRings } from '@/core/path/flat'
import type { Outline, Path, Segment } from '@/core/path/path'
import { dashPattern, dashRun, runsLength, runsOf, type Run } from '@/core/path/strokeRuns'

export const PEN_CAPS = ['butt', 'round', 'square'] as const
export const PEN_JOINS = ['miter', 'miter-clip', 'round', 'bevel'] as const

/** How a line is drawn (SVG 2, 13.5). Lengths are in the path's units. */
export interface Pen {
  readonly width: number
  readonly cap: (typeof PEN_CAPS)[number]
  readonly join: (typeof PEN_JOINS)[number]
  /** At least 1: how long a mitre may be, as a share of the width. */
  readonly miterLimit: number
  /** Dashes and gaps in turn; none for a line without gaps. */
  readonly dashes: readonly number[]
  readonly dashOffset: number
}

/** More dashes than this in one path are not drawn singly. */
export const MOST_DASHES = 4000

/** Side that a drawing's longer one has while its line is worked out: engines round to whole numbers. */
const WORKING_SIZE = 400
/** A turn by more than this many degrees, seen over this share of the pen's half width, is a corner. */
const CORNER = { angle: 24, reach: 0.2 } as const

/** Shares of a drawing's size: sides from here on are straight; points are put no nearer to one another than this. */
const LONG_SIDE = 0.03
const LEAST_STEP = 1 / 400

type Ring = readonly Point[]

const moved = (p: Point, d: Point, by: number): Point => ({ x: p.x + d.x * by, y: p.y + d.y * by })
const leftOf = (d: Point): Point => ({ x: d.y, y: -d.x })
const towards = (p: Point, q: Point): Point => {
  const length = distance(p, q)
  return length > 0 ? { x: (q.x - p.x) / length, y: (q.y - p.y) / length } : { x: 1, y: 0 }
}

/** The pen at work: every part of the line that it draws is a ring of its own, all of one direction. */
class PenStroke {
  readonly rings: Ring[] = []
  private readonly half: number
  private readonly step: number

  constructor(
    private readonly pen: Pen,
    private readonly flatness: number,
  ) {
    this.half = pen.width / 2
    this.step = Math.min(45, toDegrees(2 * Math.acos(Math.max(0.5, 1 - flatness / this.half))))
  }

  private put(ring: Ring): void {
    const area = ring.reduce((sum, p, i) => sum + cross(p, ring[(i + 1) % ring.length] ?? p), 0)
    if (area !== 0) this.rings.push(area > 0 ? ring : [...ring].reverse())
  }

  /** Points on the pen's round from one direction over some degrees. */
  private round(p: Point, start: number, sweep: number): readonly Point[] {
    const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / this.step))
    return Array.from({ length: pieces + 1 }, (_, i) => moved(p, unitVector(start + (sweep * i) / pieces), this.half))
  }

  private side(p: Point, q: Point): void {
    const n = leftOf(towards(p, q))
    this.put([moved(p, n, this.half), moved(q, n, this.half), moved(q, n, -this.half), moved(p, n, -this.half)])
  }

  /**
   * What is added at an end that points along `d`. Like what is added at joins it reaches some way into the line: the
   * engine that unites the rings is not sure of sides that lie upon one another.
   */
  private cap(p: Point, d: Point, inwards: number): void {
    if (this.pen.cap === 'butt') return
    const n = leftOf(d)
    const [a, b] = [moved(p, n, this.half), moved(p, n, -this.half)]
    const inner = moved(p, d, -inwards)
    if (this.pen.cap === 'square') this.put([inner, a, moved(a, d, this.half), moved(b, d, this.half), b])
    else this.put([inner, ...this.round(p, directionOf(n), 180)])
  }

  private dot(p: Point): void {
    if (this.pen.cap === 'butt') return
    if (this.pen.cap === 'round') return this.put(this.round(p, 0, 360).slice(0, -1))
    const [n, d] = [this.half, -this.half]
    this.put([
      moved(p, { x: 1, y: 1 }, n),
      moved(p, { x: 1, y: -1 }, n),
      moved(p, { x: 1, y: 1 }, d),
      moved(p, { x: 1, y: -1 }, d),
    ])
  }

  /** What lies between the ends of two pieces on the outer side of their turn (SVG 2, 13.5.5). */
  private join(before: Point, p: Point, after: Point, isJoint: boolean): void {
    const [into, out] = [towards(before, p), towards(p, after)]
    const turn = directionOf({ x: dot(into, out), y: cross(into, out) })
    if (turn === 0) return
    const outer = turn > 0 ? 1 : -1
    const n = moved({ x: 0, y: 0 }, leftOf(into), outer)
    const start = directionOf(n)
    const middle = unitVector(start + turn / 2)
    const [a, b] = [moved(p, n, this.half), moved(p, unitVector(start + turn), this.half)]
    const inner = moved(p, middle, -Math.min(this.half, distance(before, p), distance(p, after)) / 2)
    // Within a curve the sides go on until they meet, so that its points stay as far apart as they were.
    const tip = this.half / unitVector(turn / 2).x
    if (!isJoint && Math.abs(turn) < MOST_TURN && tip - this.half < this.flatness)
      return this.put([inner, a, moved(p, middle, tip), b])
    if (!isJoint || this.pen.join === 'round') return this.put([inner, ...this.round(p, start, turn)])
    this.put([inner, a, ...this.mitre(p, into, out, middle), b])
  }

  /** The tip of a mitre along `middle`, or the two ends of one that is cut; none of a bevel. */
  private mitre(p: Point, into: Point, out: Point, middle: Point): readonly Point[] {
    const { join, miterLimit } = this.pen
    const outer = cross(into, out) > 0 ? 1 : -1
    const cos = dot(middle, leftOf(into)) * outer
    if (join === 'bevel') return []
    if (cos > 0 && 1 / cos <= miterLimit) return [moved(p, middle, this.half / cos)]
    if (join !== 'miter-clip' || miterLimit <= cos) return []
    // The sides of the mitre go on until it has the length that is allowed.
    const on = (this.half * (miterLimit - cos)) / dot(middle, into)
    const a = moved(moved(p, leftOf(into), this.half * outer), into, on)
    const b = moved(moved(p, leftOf(out), this.half * outer), out, -on)
    return [a, b]
  }

  draw(run: Run): void {
    const { points, joints, isClosed } = straightened(run)
    const [first] = points
    const last = points.at(-1)
    if (!first || !last) return
    if (points.length === 1) return this.dot(first)
    const n = points.length
    const at = (i: number): Point => points[(i + n) % n] ?? first
    const sides = isClosed ? n : n - 1
    for (let i = 0; i < sides; i += 1) this.side(at(i), at(i + 1))
    for (let i = isClosed ? 0 : 1; i < sides; i += 1) this.join(at(i - 1), at(i), at(i + 1), joints[i] ?? true)
    if (isClosed) return
    const inwards = (p: Point, q: Point): number => Math.min(this.half, distance(p, q)) / 2
    this.cap(first, towards(at(1), first), inwards(first, at(1)))
    this.cap(last, towards(at(n - 2), last), inwards(last, at(n - 2)))
  }
}

/** Within a curve, turns of fewer degrees than these are those of its flattening. */
const MOST_TURN = 45
/** Points at which a line turns by less than this sine, going on, are no points of it. */
const NO_TURN = 5e-5

/** A run without the points that lie on straight sides. */
const straightened = (run: Run): Run => {
  const { points, isClosed } = run
  const kept: number[] = []
  points.forEach((p, i) => {
    const [before, after] = [points[kept.at(-1) ?? -1], points[i + 1]]
    const isWithin = before && (after ?? (isClosed ? points[0] : undefined))
    if (!isWithin) return kept.push(i)
    const [into, out] = [towards(before, p), towards(p, isWithin)]
    if (dot(into, out) > 0 && Math.abs(cross(into, out)) < NO_TURN) return
    return kept.push(i)
  })
  return {
    points: kept.flatMap((i) => points[i] ?? []),
    joints: kept.map((i) => run.joints[i] ?? true),
    isClosed: isClosed && kept.length > 2,
  }
}

const scaledRing = (ring: Ring, k: number, from: Point): Ring =>
  ring.map((p) => ({ x: (p.x - from.x) * k, y: (p.y - from.y) * k }))

/** The ends of long sides, which are straight: no flattened curve within this size has any as long. */
const endsOfLongSides = (ring: Ring, size: number): readonly number[] =>
  ring.flatMap((p, i) => {
    const [before, after] = [ring.at(i - 1) ?? p, ring[(i + 1) % ring.length] ?? p]
    return Math.max(distance(before, p), distance(p, after)) > size * LONG_SIDE ? [i] : []
  })

/** The ring with points on sides that are much longer than those beside them: a fit knows only of points. */
const evened = (ring: Ring, size: number): Ring => {
  const n = ring.length
  const at = (i: number): Point => ring[(i + n) % n] ?? { x: 0, y: 0 }
  const long = ring.map((p, i) => distance(p, at(i + 1)))
  return ring.flatMap((p, i) => {
    const side = long[i] ?? 0
    if (side > size * LONG_SIDE) return [p]
    const beside = Math.min(long.at(i - 1) ?? side, long[(i + 1) % n] ?? side)
    const pieces = Math.ceil(side / Math.max(size * LEAST_STEP, beside * 3))
    return Array.from({ length: pieces }, (_, k) => moved(p, subtract(at(i + 1), p), k / pieces))
  })
}

/** A ring of short sides as curves that lie within `tolerance` of it; long sides stay straight and corners corners. */
const smoothRing = (raw: Ring, size: number, tolerance: number, reach: number): readonly Segment[] => {
  const ring = evened(withoutRepeats(raw), size)
  const corners = new Set([...cornersOfRing(ring, CORNER.angle, reach), ...endsOfLongSides(ring, size)])
  const inOrder = [...corners].sort((i, j) => i - j)
  return curvesPath(fitRing(ring, tolerance, inOrder), true, tolerance)
}

/** Many dashes in one path? They would be drawn as one line without gaps. */
export const isTooFine = (path: Path, { dashes, width }: Pen): boolean => {
  const pattern = dashPattern(dashes)
  if (!pattern.length || !(width > 0)) return false
  const size = sizeOf(path, width)
  const length = runsLength(runsOf(path, size * TOLERANCE.flatShare))
  return length / pattern.reduce((sum, one) => sum + one, 0) > MOST_DASHES / pattern.length
}

/** How long the lines of a path are together. */
export const runsLengthOf = (path: Path): number => runsLength(runsOf(path, sizeOf(path, 0) * TOLERANCE.flatShare))

const sizeOf = (path: Path, width: number): number => {
  const size = rectSize(boundsOf(path))
  return Math.max(size.w, size.h) + width
}

/**
 * What a pen covers that draws a path, as an outline all of whose lines are edges (SVG 2, 13.5: "computing the shape of a
 * path's stroke"). Curves lie within 1/10,000 of the drawing's size. Empty for a pen without width.
 */
export const strokeOutline = (path: Path, pen: Pen): Outline => {
  const nothing: Outline = { path: [], fillRule: 'evenodd' }
  if (!(pen.width > 0) || !Number.isFinite(pen.width) || !path.length) return nothing
  const bounds = boundsOf(path)
  const size = sizeOf(path, pen.width)
  if (!Number.isFinite(size)) return nothing
  const flatness = size * TOLERANCE.flatShare
  const pattern = isTooFine(path, pen) ? [] : dashPattern(pen.dashes)
  const stroke = new PenStroke(pen, flatness)
  for (const run of runsOf(path, flatness))
    for (const part of pattern.length ? dashRun(run, pattern, pen.dashOffset) : [run]) stroke.draw(part)
  const corner = { x: bounds.x0, y: bounds.y0 }
  const k = WORKING_SIZE / size
  const united = unitedRings(stroke.rings.map((ring) => scaledRing(ring, k, corner)))
  const back = united.map((ring) => scaledRing(ring, 1 / k, { x: -corner.x * k, y: -corner.y * k }))
  return {
    path: back.flatMap((ring) => smoothRing(ring, size, 2 * flatness, (CORNER.reach * pen.width) / 2)),
    fillRule: 'evenodd',
  }
}
