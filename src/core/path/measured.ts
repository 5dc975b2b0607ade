import { toRadians } from '@/core/geometry/angle'
import { distance, type Point } from '@/core/geometry/vector'
import { curvePoint } from '@/core/path/fit'
import { arcPoint, type Arc, type Path, type Segment } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

/** A piece of a contour: its length, the place of a length on it as a share of its own parameter, and how it is cut. */
interface Piece {
  readonly from: Point
  readonly to: Point
  readonly length: number
  /** Directions in which it begins and ends; not of length 1. */
  readonly out: Point
  readonly into: Point
  /** Of a line none. */
  readonly cut: (t0: number, t1: number) => Segment
  readonly share: (s: number) => number
}

const SAMPLES = 64

const less = (p: Point, q: Point): Point => ({ x: p.x - q.x, y: p.y - q.y })
const mix = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

/** Lengths up to shares of a curve's parameter, by chords; and back, linear between samples. */
const table = (at: (t: number) => Point): Pick<Piece, 'length' | 'share'> => {
  const upTo = [0]
  let last = at(0)
  for (let i = 1; i <= SAMPLES; i += 1) {
    const next = at(i / SAMPLES)
    upTo.push((upTo[i - 1] ?? 0) + distance(last, next))
    last = next
  }
  const length = upTo[SAMPLES] ?? 0
  return {
    length,
    share: (s) => {
      if (s <= 0 || length === 0) return 0
      if (s >= length) return 1
      let [low, high] = [0, SAMPLES]
      while (high - low > 1) {
        const middle = (low + high) >> 1
        if ((upTo[middle] ?? 0) <= s) low = middle
        else high = middle
      }
      const [a, b] = [upTo[low] ?? 0, upTo[high] ?? 0]
      return (low + (b > a ? (s - a) / (b - a) : 0)) / SAMPLES
    },
  }
}

const linePiece = (from: Point, to: Point): Piece => {
  const length = distance(from, to)
  const along = less(to, from)
  return {
    from,
    to,
    length,
    out: along,
    into: along,
    share: (s) => (length > 0 ? Math.min(1, Math.max(0, s / length)) : 0),
    cut: (_t0, t1) => ({ kind: 'line', to: mix(from, to, t1) }),
  }
}

/** The part of a cubic between two shares (de Casteljau twice). */
const cubicCut = (from: Point, c1: Point, c2: Point, to: Point, t0: number, t1: number): Segment => {
  const split = (a: Point, b: Point, c: Point, d: Point, t: number) => {
    const [ab, bc, cd] = [mix(a, b, t), mix(b, c, t), mix(c, d, t)]
    const [abc, bcd] = [mix(ab, bc, t), mix(bc, cd, t)]
    return { left: [a, ab, abc, mix(abc, bcd, t)], right: [mix(abc, bcd, t), bcd, cd, d] } as const
  }
  const { left } = split(from, c1, c2, to, t1)
  const { right } = split(...left, t1 > 0 ? t0 / t1 : 0)
  return { kind: 'cubic', c1: right[1], c2: right[2], to: right[3] }
}

const cubicPiece = (from: Point, c1: Point, c2: Point, to: Point): Piece => {
  const points = [from, c1, c2, to]
  const isOff = (p: Point, q: Point): boolean => distance(p, q) > 1e-9
  const second = points.find((p) => isOff(p, from)) ?? to
  const before = points.findLast((p) => isOff(p, to)) ?? from
  return {
    from,
    to,
    ...table((t) => curvePoint({ from, c1, c2, to }, t)),
    out: less(second, from),
    into: less(to, before),
    cut: (t0, t1) => cubicCut(from, c1, c2, to, t0, t1),
  }
}

const arcPiece = (from: Point, arc: Arc, to: Point): Piece => {
  const at = (t: number): Point => arcPoint(arc, arc.start + arc.sweep * t)
  const isRound = Math.abs(arc.rx - arc.ry) <= 1e-12 * Math.max(arc.rx, arc.ry)
  const length = arc.rx * Math.abs(toRadians(arc.sweep))
  const step = 1e-4
  return {
    from,
    to,
    ...(isRound ? { length, share: (s: number) => Math.min(1, Math.max(0, length > 0 ? s / length : 0)) } : table(at)),
    out: less(at(step), from),
    into: less(to, at(1 - step)),
    cut: (t0, t1) => ({ kind: 'arc', ...arc, start: arc.start + arc.sweep * t0, sweep: arc.sweep * (t1 - t0) }),
  }
}

class Pieces implements PathSink {
  readonly pieces: Piece[] = []
  isClosed = false

  private add(piece: Piece): void {
    if (piece.length > 0) this.pieces.push(piece)
  }
  move(): void {
    // A contour has one, at its start.
  }
  line(from: Point, to: Point): void {
    this.add(linePiece(from, to))
  }
  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    this.add(cubicPiece(from, c1, c2, to))
  }
  arc(from: Point, arc: Arc, to: Point): void {
    this.add(arcPiece(from, arc, to))
  }
  close(from: Point, to: Point): void {
    this.isClosed = true
    // Ends that are one point but for rounding are not joined by a line.
    if (distance(from, to) > 1e-9) this.add(linePiece(from, to))
  }
}

/** One contour, measured along its length. */
export interface MeasuredContour {
  readonly length: number
  readonly isClosed: boolean
  /** Lengths at which it turns by more than some degrees, from its start; 0 among them where a closed one does there. */
  corners(angle: number): readonly number[]
  /** The part between two lengths as an open path. A closed contour goes on round: lengths may lie beyond its ends. */
  between(from: number, to: number): Path
}

const turnBetween = (p: Point, q: Point): number => Math.abs(Math.atan2(p.x * q.y - p.y * q.x, p.x * q.x + p.y * q.y))

/** A contour (a path with one move, at its start), measured. Curves err by less than 1/2,000 of their length. */
export const measuredContour = (contour: Path): MeasuredContour => {
  const sink = new Pieces()
  walk(contour, sink)
  const { pieces, isClosed } = sink
  const starts: number[] = []
  let length = 0
  for (const piece of pieces) {
    starts.push(length)
    length += piece.length
  }
  const corners = (angle: number): readonly number[] =>
    pieces.flatMap((piece, i) => {
      const before = pieces[i - 1] ?? (isClosed ? pieces.at(-1) : undefined)
      return before && turnBetween(before.into, piece.out) > toRadians(angle) ? [starts[i] ?? 0] : []
    })
  const between = (from: number, to: number): Path => {
    const path: Segment[] = []
    for (let round = Math.floor(from / length); round * length < to && length > 0; round += 1)
      pieces.forEach((piece, i) => {
        const start = round * length + (starts[i] ?? 0)
        const [s0, s1] = [Math.max(0, from - start), Math.min(piece.length, to - start)]
        if (s1 <= s0 || (!isClosed && round !== 0)) return
        const [t0, t1] = [piece.share(s0), piece.share(s1)]
        if (!path.length) path.push({ kind: 'move', to: startOf(piece, t0) })
        path.push(piece.cut(t0, t1))
      })
    return path
  }
  return { length, isClosed, corners, between }
}

/** Where a piece is at a share of it. */
const startOf = (piece: Piece, t: number): Point => {
  if (t <= 0) return piece.from
  const cut = piece.cut(0, t)
  if (cut.kind === 'arc') return arcPoint(cut, cut.start + cut.sweep)
  return cut.kind === 'close' ? piece.from : cut.to
}
