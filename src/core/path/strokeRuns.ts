import { distance, type Point } from '@/core/geometry/vector'
import { contoursOf } from '@/core/path/contours'
import type { Arc, Path } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'
import { walk, type PathSink } from '@/core/path/walk'

/** A line to be drawn by a pen: its points, and which of them join two pieces of the path. */
export interface Run {
  readonly points: readonly Point[]
  readonly joints: readonly boolean[]
  readonly isClosed: boolean
}

/** Points nearer to one another than this share of the flatness are one. */
const SAME = 1e-3

/** Gathers the points of one contour; ends of pieces are joints, points within a curve are not. */
class RunSink implements PathSink {
  readonly points: Point[] = []
  readonly joints: boolean[] = []
  isClosed = false
  constructor(private readonly flatness: number) {}

  private add(points: readonly Point[]): void {
    points.forEach((p, i) => {
      const last = this.points.at(-1)
      const isJoint = i === points.length - 1
      if (last && distance(last, p) <= this.flatness * SAME) {
        if (isJoint) this.joints[this.joints.length - 1] = true
        return
      }
      this.points.push(p)
      this.joints.push(isJoint)
    })
  }
  private curve(path: Path): void {
    this.add((polylineOf(path, this.flatness)[0] ?? []).slice(1))
  }
  move(to: Point): void {
    this.add([to])
  }
  line(_from: Point, to: Point): void {
    this.add([to])
  }
  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    this.curve([
      { kind: 'move', to: from },
      { kind: 'cubic', c1, c2, to },
    ])
  }
  arc(from: Point, arc: Arc): void {
    this.curve([
      { kind: 'move', to: from },
      { kind: 'arc', ...arc },
    ])
  }
  close(_from: Point, to: Point): void {
    this.add([to])
    this.isClosed = true
    // Its first point is not named again at its end.
    if (this.points.length > 1) {
      this.points.pop()
      this.joints.pop()
    }
  }
}

/** A contour that only closes, or goes nowhere, is a dot. */
const drawsNothing = (path: Path): boolean => path.every(({ kind }) => kind === 'move')

/** The runs of a path, none of whose points lies further than `flatness` from its curves. A dot has one point. */
export const runsOf = (path: Path, flatness: number): readonly Run[] =>
  contoursWithDots(path).map((contour) => {
    const sink = new RunSink(flatness)
    walk(contour, sink)
    const { points, joints, isClosed } = sink
    return { points, joints, isClosed: isClosed && points.length > 2 }
  })

/** Also contours of nothing but a close, which a pen with a cap draws as a dot (SVG 2, 13.5.4). */
const contoursWithDots = (path: Path): readonly Path[] => {
  const dots = path.flatMap((piece, i): readonly Path[] => {
    const before = path[i - 1]
    return piece.kind === 'close' && before?.kind === 'move' ? [[before, piece]] : []
  })
  return [...contoursOf(path).filter((contour) => !drawsNothing(contour)), ...dots]
}

/** A run measured along its length; a closed one comes back to its first point. */
const lengthsOf = ({ points, isClosed }: Run): readonly number[] => {
  const upTo = [0]
  const count = isClosed ? points.length : points.length - 1
  for (let i = 1; i <= count; i += 1) {
    const [p, q] = [points[i - 1], points[i % points.length]]
    upTo.push((upTo[i - 1] ?? 0) + (p && q ? distance(p, q) : 0))
  }
  return upTo
}

/** How long the runs are together. */
export const runsLength = (runs: readonly Run[]): number =>
  runs.reduce((sum, run) => sum + (lengthsOf(run).at(-1) ?? 0), 0)

const between = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

/** A piece of a run from one length to another. A piece without length keeps its direction by two points side by side. */
const piece = (run: Run, upTo: readonly number[], from: number, to: number): Run => {
  const { points, joints } = run
  const n = points.length
  const at = (i: number): Point => points[i % n] ?? { x: 0, y: 0 }
  const next = upTo.findIndex((length) => length > from)
  const first = next < 0 ? upTo.length - 1 : next
  const place = (s: number, i: number): Point => {
    const [a, b] = [upTo[i - 1] ?? 0, upTo[i] ?? 0]
    return between(at(i - 1), at(i), b > a ? (s - a) / (b - a) : 0)
  }
  const own: { p: Point; isJoint: boolean }[] = [{ p: place(from, first), isJoint: true }]
  let i = first
  while (i < upTo.length - 1 && (upTo[i] ?? 0) < to) {
    own.push({ p: at(i), isJoint: joints[i % n] ?? true })
    i += 1
  }
  const end = place(Math.max(to, from), i)
  if (to > from) own.push({ p: end, isJoint: true })
  else {
    const [a, b] = [at(i - 1), at(i)]
    const step = 1e-6 / (distance(a, b) || 1)
    own.push({ p: { x: end.x + (b.x - a.x) * step, y: end.y + (b.y - a.y) * step }, isJoint: true })
  }
  return { points: own.map(({ p }) => p), joints: own.map(({ isJoint }) => isJoint), isClosed: false }
}

/** Dashes and gaps in turn: an odd list counts twice, one with a negative length or of no length is none (SVG 2, 13.5.6). */
export const dashPattern = (dashes: readonly number[]): readonly number[] => {
  const sum = dashes.reduce((all, one) => all + one, 0)
  if (!(sum > 0) || !Number.isFinite(sum) || dashes.some((one) => one < 0)) return []
  return dashes.length % 2 ? [...dashes, ...dashes] : dashes
}

const joined = (last: Run, first: Run): Run => ({
  points: [...last.points, ...first.points.slice(1)],
  joints: [...last.joints, ...first.joints.slice(1)],
  isClosed: false,
})

/**
 * What a dash pattern (of `dashPattern`) leaves of a run, `offset` into the pattern at its start. Around a closed run the
 * last dash goes on into the first one.
 */
export const dashRun = (run: Run, pattern: readonly number[], offset: number): readonly Run[] => {
  const whole = pattern.reduce((sum, one) => sum + one, 0)
  if (!(whole > 0) || run.points.length < 2) return [run]
  const upTo = lengthsOf(run)
  const length = upTo.at(-1) ?? 0
  const found: { from: number; to: number }[] = []
  let at = -(((offset % whole) + whole) % whole)
  for (let i = 0; at < length; i += 1) {
    const end = at + (pattern[i % pattern.length] ?? 0)
    if (i % 2 === 0 && end >= 0 && !(end === 0 && at < 0))
      found.push({ from: Math.max(0, at), to: Math.min(length, end) })
    at = end
  }
  const runs = found.map(({ from, to }) => piece(run, upTo, from, to))
  const [first, last] = [found[0], found.at(-1)]
  const goesRound = run.isClosed && first !== last && first?.from === 0 && last?.to === length
  const [head, tail] = [runs[0], runs.at(-1)]
  if (found.length === 1 && run.isClosed && first?.from === 0 && first.to === length) return [run]
  return goesRound && head && tail ? [joined(tail, head), ...runs.slice(1, -1)] : runs
}
