import { add, distance, dot, subtract, type Point } from '@/core/geometry/vector'
import type { Segment } from '@/core/path/path'

/**
 * Least-squares fit of cubic curves to points drawn by hand: P. J. Schneider, "An Algorithm for Automatically Fitting
 * Digitized Curves", Graphics Gems, Academic Press 1990, pages 612–626.
 */
export interface Curve {
  readonly from: Point
  readonly c1: Point
  readonly c2: Point
  readonly to: Point
}

const ROUNDS = 12
const scaled = (p: Point, k: number): Point => ({ x: p.x * k, y: p.y * k })
const unit = (p: Point): Point => {
  const length = Math.hypot(p.x, p.y)
  return length ? scaled(p, 1 / length) : { x: 1, y: 0 }
}

/** The point of a cubic Bézier curve at `t` in [0, 1] (Bernstein form). */
export const curvePoint = ({ from, c1, c2, to }: Curve, t: number): Point => {
  const s = 1 - t
  return {
    x: s * s * s * from.x + 3 * s * s * t * c1.x + 3 * s * t * t * c2.x + t * t * t * to.x,
    y: s * s * s * from.y + 3 * s * s * t * c1.y + 3 * s * t * t * c2.y + t * t * t * to.y,
  }
}
const curveSpeed = ({ from, c1, c2, to }: Curve, t: number): Point => {
  const s = 1 - t
  const part = (p: Point, q: Point, k: number): Point => scaled(subtract(q, p), 3 * k)
  return add(add(part(from, c1, s * s), part(c1, c2, 2 * s * t)), part(c2, to, t * t))
}
const curveBend = ({ from, c1, c2, to }: Curve, t: number): Point => {
  const first = add(subtract(c2, scaled(c1, 2)), from)
  const second = add(subtract(to, scaled(c2, 2)), c1)
  return add(scaled(first, 6 * (1 - t)), scaled(second, 6 * t))
}

/** Shares of the way along the points, by chord length. */
const chordShares = (points: readonly Point[]): number[] => {
  let sum = 0
  const lengths = points.map((p, i) => (sum += i ? distance(p, points[i - 1] ?? p) : 0))
  return lengths.map((length) => (sum ? length / sum : 0))
}

/** The curve with these end tangents that errs least (the normal equations of the article). */
const leastSquares = (points: readonly Point[], shares: readonly number[], out: Point, into: Point): Curve => {
  const from = points[0] ?? { x: 0, y: 0 }
  const to = points.at(-1) ?? from
  let [c00, c01, c11, x0, x1] = [0, 0, 0, 0, 0]
  points.forEach((p, i) => {
    const t = shares[i] ?? 0
    const s = 1 - t
    const [b0, b1, b2, b3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
    const [a1, a2] = [scaled(out, b1), scaled(into, b2)]
    c00 += dot(a1, a1)
    c01 += dot(a1, a2)
    c11 += dot(a2, a2)
    const rest = subtract(p, add(scaled(from, b0 + b1), scaled(to, b2 + b3)))
    x0 += dot(a1, rest)
    x1 += dot(a2, rest)
  })
  const determinant = c00 * c11 - c01 * c01
  const chord = distance(from, to)
  let [alpha, beta] =
    determinant > 1e-12 ? [(x0 * c11 - x1 * c01) / determinant, (c00 * x1 - c01 * x0) / determinant] : [0, 0]
  // Where the equations have no good answer: a third of the chord (Wu and Barsky's heuristic, in the article).
  const least = 1e-6 * chord
  if (!(alpha > least && beta > least && alpha < 20 * chord + 1e-9 && beta < 20 * chord + 1e-9))
    [alpha, beta] = [chord / 3, chord / 3]
  return { from, c1: add(from, scaled(out, alpha)), c2: add(to, scaled(into, beta)), to }
}

/** One step of Newton's method toward the point of the curve nearest to `p`. */
const nearerShare = (curve: Curve, p: Point, t: number): number => {
  const away = subtract(curvePoint(curve, t), p)
  const speed = curveSpeed(curve, t)
  const below = dot(speed, speed) + dot(away, curveBend(curve, t))
  return below ? Math.min(1, Math.max(0, t - dot(away, speed) / below)) : t
}

const worst = (curve: Curve, points: readonly Point[], shares: readonly number[]): { error: number; at: number } => {
  let [error, at] = [0, Math.floor(points.length / 2)]
  points.forEach((p, i) => {
    const d = distance(curvePoint(curve, shares[i] ?? 0), p)
    if (d > error) [error, at] = [d, i]
  })
  return { error, at: Math.min(points.length - 2, Math.max(1, at)) }
}

/** The direction in which a run of points leaves its first, seen over the tolerance so that jitter doesn't decide. */
const leaving = (points: readonly Point[], reach: number): Point => {
  const from = points[0] ?? { x: 0, y: 0 }
  const next = points.find((p) => distance(p, from) >= reach) ?? points.at(-1) ?? from
  return unit(subtract(next, from))
}

const through = (points: readonly Point[], at: number, reach: number): Point => {
  const back = leaving(points.slice(0, at + 1).reverse(), reach)
  const ahead = leaving(points.slice(at), reach)
  const along = subtract(ahead, back)
  return Math.hypot(along.x, along.y) > 1e-6 ? unit(along) : { x: -ahead.y, y: ahead.x }
}

/** How closely to fit. Lengths are those of the points. */
interface Closeness {
  readonly tolerance: number
  /** How far to either side a tangent is taken over, so that jitter of the points doesn't decide it. */
  readonly reach: number
}

const fitRun = (points: readonly Point[], out: Point, into: Point, how: Closeness): readonly Curve[] => {
  const { tolerance, reach } = how
  const [from, to] = [points[0], points.at(-1)]
  if (!from || !to) return []
  if (points.length === 2) {
    const third = distance(from, to) / 3
    return [{ from, c1: add(from, scaled(out, third)), c2: add(to, scaled(into, third)), to }]
  }
  let shares = chordShares(points)
  let curve = leastSquares(points, shares, out, into)
  let fault = worst(curve, points, shares)
  for (let round = 0; round < ROUNDS && fault.error > tolerance && fault.error < tolerance * 30; round += 1) {
    shares = shares.map((t, i) => nearerShare(curve, points[i] ?? from, t))
    curve = leastSquares(points, shares, out, into)
    fault = worst(curve, points, shares)
  }
  if (fault.error <= tolerance) return [curve]
  const middle = through(points, fault.at, reach)
  return [
    ...fitRun(points.slice(0, fault.at + 1), out, scaled(middle, -1), how),
    ...fitRun(points.slice(fault.at), middle, into, how),
  ]
}

/** The points, of equal ones that follow one another only the first. */
export const withoutRepeats = (points: readonly Point[]): readonly Point[] =>
  points.filter((p, i) => i === 0 || distance(p, points[i - 1] ?? p) > 1e-9)

/** Curves through an open run of points, none of which lies further than `tolerance` from them. */
export const fitOpen = (points: readonly Point[], tolerance: number, reach = tolerance): readonly Curve[] => {
  const run = withoutRepeats(points)
  if (run.length < 2) return []
  return fitRun(run, leaving(run, reach), leaving([...run].reverse(), reach), { tolerance, reach })
}

/** Curves around a closed ring without corners: where it begins it goes on smoothly. */
const fitSmoothRing = (ring: readonly Point[], how: Closeness): readonly Curve[] => {
  const round = [...ring, ...ring.slice(0, 1)]
  const n = ring.length
  const along = through([...ring.slice(n >> 1), ...ring.slice(0, n >> 1)], n - (n >> 1), how.reach)
  return fitRun(round, along, scaled(along, -1), how)
}

/**
 * The places of a ring at which it turns by more than `angle` degrees, seen `reach` points to either side: its corners,
 * that a fit must not round off.
 */
export const cornersOfRing = (ring: readonly Point[], angle: number, reach: number): readonly number[] => {
  const n = ring.length
  const limit = Math.cos((angle * Math.PI) / 180)
  const at = (i: number): Point => ring[((i % n) + n) % n] ?? { x: 0, y: 0 }
  const away = (i: number, step: 1 | -1): Point => {
    let k = i + step
    for (let count = 0; count < n && distance(at(k), at(i)) < reach; count += 1) k += step
    return at(k)
  }
  const bend = ring.map((p, i) => dot(unit(subtract(p, away(i, -1))), unit(subtract(away(i, 1), p))))
  return ring.flatMap((p, i) => {
    if ((bend[i] ?? 1) >= limit) return []
    // Of several near one another only the sharpest.
    for (const step of [1, -1] as const)
      for (let k = i + step, count = 0; count < n && distance(at(k), p) < reach; k += step, count += 1) {
        const other = bend[((k % n) + n) % n] ?? 1
        if (other < (bend[i] ?? 1) || (other === bend[i] && step === -1)) return []
      }
    return [i]
  })
}

/**
 * Curves around a closed ring within `tolerance`; its `corners` (places in the ring) stay corners. The ring names no
 * point twice running, and its first not again at its end.
 */
export const fitRing = (
  ring: readonly Point[],
  tolerance: number,
  corners: readonly number[],
  reach = tolerance,
): readonly Curve[] => {
  if (ring.length < 3) return []
  if (!corners.length) return fitSmoothRing(ring, { tolerance, reach })
  return corners.flatMap((from, i) => {
    const to = corners[i + 1] ?? (corners[0] ?? 0) + ring.length
    const run = Array.from({ length: to - from + 1 }, (_, k) => ring[(from + k) % ring.length] ?? { x: 0, y: 0 })
    return fitOpen(run, tolerance, reach)
  })
}

/** Straight where the curve lies within `tolerance` of its chord. */
const asSegment = ({ from, c1, c2, to }: Curve, tolerance: number): Segment => {
  const chord = subtract(to, from)
  const length = Math.hypot(chord.x, chord.y)
  const off = (p: Point): number => Math.abs((p.x - from.x) * chord.y - (p.y - from.y) * chord.x) / (length || 1)
  // A cubic strays from its chord by at most ¾ of its controls' distance from it.
  return length && 0.75 * Math.max(off(c1), off(c2)) < tolerance ? { kind: 'line', to } : { kind: 'cubic', c1, c2, to }
}

/** Curves as a path; straight ones as lines. */
export const curvesPath = (curves: readonly Curve[], closed: boolean, tolerance = 0): readonly Segment[] => {
  const [first] = curves
  if (!first) return []
  return [
    { kind: 'move', to: first.from },
    ...curves.map((curve) => asSegment(curve, tolerance)),
    ...(closed ? ([{ kind: 'close' }] as const) : []),
  ]
}
