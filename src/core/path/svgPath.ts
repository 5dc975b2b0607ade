import { Failure } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { directionOf, toDegrees, unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import type { Path, Segment } from '@/core/path/path'

const SPACE = new Set([' ', '\t', '\n', '\r', '\f', ','])
const NUMBER = /[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?/y
const COMMANDS = 'MmLlHhVvCcSsQqTtAaZz'

/** How many numbers a command takes. */
const TAKES: Readonly<Record<string, number>> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2, a: 7, z: 0 }

/** Reads path text command by command; ends quietly at the first error, as SVG asks (SVG 2, 9.5.4). */
class Scanner {
  private at = 0
  constructor(private readonly text: string) {}

  private skip(): void {
    while (this.at < this.text.length && SPACE.has(this.text[this.at] ?? '')) this.at += 1
  }
  command(): string | null {
    this.skip()
    const letter = this.text[this.at] ?? ''
    if (!letter || !COMMANDS.includes(letter)) return null
    this.at += 1
    return letter
  }
  number(): number | null {
    this.skip()
    NUMBER.lastIndex = this.at
    const match = NUMBER.exec(this.text)
    if (!match) return null
    this.at = NUMBER.lastIndex
    const value = Number(match[0])
    return Number.isFinite(value) ? value : null
  }
  /** A flag is one digit and needs no separator after it. */
  flag(): number | null {
    this.skip()
    const digit = this.text[this.at]
    if (digit !== '0' && digit !== '1') return null
    this.at += 1
    return Number(digit)
  }
  isAtEnd(): boolean {
    this.skip()
    return this.at >= this.text.length
  }
}

const midway = (p: Point, q: Point, share: number): Point => ({
  x: p.x + (q.x - p.x) * share,
  y: p.y + (q.y - p.y) * share,
})
const mirrored = (about: Point, p: Point): Point => ({ x: 2 * about.x - p.x, y: 2 * about.y - p.y })

/** A quadratic curve as the cubic that is the same curve. */
export const quadratic = (from: Point, control: Point, to: Point): Segment => ({
  kind: 'cubic',
  c1: midway(from, control, 2 / 3),
  c2: midway(to, control, 2 / 3),
  to,
})

/** From end points to centre: SVG 1.1, appendix F.6.5 and F.6.6, with its rules for radii that are too small. */
const endpointArc = (
  from: Point,
  radii: Point,
  turn: number,
  large: boolean,
  clockwise: boolean,
  to: Point,
): Segment | null => {
  if (from.x === to.x && from.y === to.y) return null
  let [rx, ry] = [Math.abs(radii.x), Math.abs(radii.y)]
  if (!rx || !ry) return { kind: 'line', to }
  const axis = unitVector(turn)
  const half = { x: (from.x - to.x) / 2, y: (from.y - to.y) / 2 }
  const p = { x: axis.x * half.x + axis.y * half.y, y: -axis.y * half.x + axis.x * half.y }
  const over = (p.x / rx) ** 2 + (p.y / ry) ** 2
  if (over > 1) [rx, ry] = [rx * Math.sqrt(over), ry * Math.sqrt(over)]
  const below = (rx * p.y) ** 2 + (ry * p.x) ** 2
  const root = Math.sqrt(Math.max(0, ((rx * ry) ** 2 - below) / below)) * (large === clockwise ? -1 : 1)
  const c = { x: (root * rx * p.y) / ry, y: (-root * ry * p.x) / rx }
  const start = directionOf({ x: (p.x - c.x) / rx, y: (p.y - c.y) / ry })
  const end = directionOf({ x: (-p.x - c.x) / rx, y: (-p.y - c.y) / ry })
  const ahead = (((end - start) % 360) + 360) % 360
  return {
    kind: 'arc',
    centre: {
      x: axis.x * c.x - axis.y * c.y + (from.x + to.x) / 2,
      y: axis.y * c.x + axis.x * c.y + (from.y + to.y) / 2,
    },
    rx,
    ry,
    turn: toDegrees(Math.atan2(axis.y, axis.x)),
    start,
    sweep: clockwise ? ahead : ahead - 360,
  }
}

/** Follows the commands of path text, which may be relative and may lean on the one before. */
class Reader {
  readonly path: Segment[] = []
  private pen: Point = { x: 0, y: 0 }
  private first: Point = { x: 0, y: 0 }
  /** The control point that a smooth curve mirrors, and the kind of curve it came from. */
  private control: { readonly of: 'c' | 'q'; readonly at: Point } | null = null

  private push(segment: Segment, to: Point): void {
    if (this.path.length >= RANGE.segments)
      throw new Failure(
        'too-large',
        `An outline may have at most ${RANGE.segments} pieces of line; this one has more. Simplify it and try again.`,
      )
    this.path.push(segment)
    this.pen = to
  }

  take(letter: string, n: readonly number[]): void {
    const kind = letter.toLowerCase()
    const base = letter === kind ? this.pen : { x: 0, y: 0 }
    const at = (i: number): Point => ({ x: base.x + (n[i] ?? 0), y: base.y + (n[i + 1] ?? 0) })
    const before = this.control
    this.control = null
    switch (kind) {
      case 'm':
        this.push({ kind: 'move', to: at(0) }, at(0))
        this.first = this.pen
        return
      case 'l':
        return this.push({ kind: 'line', to: at(0) }, at(0))
      case 'h':
        return this.line({ x: base.x + (n[0] ?? 0), y: this.pen.y })
      case 'v':
        return this.line({ x: this.pen.x, y: base.y + (n[0] ?? 0) })
      case 'c':
        return this.cubic(at(0), at(2), at(4))
      case 's':
        return this.cubic(before?.of === 'c' ? mirrored(this.pen, before.at) : this.pen, at(0), at(2))
      case 'q':
        return this.quadratic(at(0), at(2))
      case 't':
        return this.quadratic(before?.of === 'q' ? mirrored(this.pen, before.at) : this.pen, at(0))
      case 'a': {
        const [rx = 0, ry = 0, turn = 0, large = 0, sweep = 0] = n
        const to = at(5)
        const arc = endpointArc(this.pen, { x: rx, y: ry }, turn, large === 1, sweep === 1, to)
        if (arc) this.push(arc, to)
        return
      }
      default:
        this.push({ kind: 'close' }, this.first)
    }
  }
  private line(to: Point): void {
    this.push({ kind: 'line', to }, to)
  }
  private cubic(c1: Point, c2: Point, to: Point): void {
    this.push({ kind: 'cubic', c1, c2, to }, to)
    this.control = { of: 'c', at: c2 }
  }
  private quadratic(control: Point, to: Point): void {
    this.push(quadratic(this.pen, control, to), to)
    this.control = { of: 'q', at: control }
  }
}

/** The numbers of one command; fewer than it takes where the text breaks off. */
const numbersOf = (scanner: Scanner, kind: string): readonly number[] => {
  const found: number[] = []
  for (let i = 0; i < (TAKES[kind] ?? 0); i += 1) {
    const value = kind === 'a' && (i === 3 || i === 4) ? scanner.flag() : scanner.number()
    if (value === null) return found
    found.push(value)
  }
  return found
}

/**
 * Reads path text by the grammar of SVG 1.1 (8.3) and SVG 2 (9.3). Whatever stands before an error is kept, as the
 * specification asks; text that does not begin with a move gives an empty path. Refuses more pieces than the limit.
 */
export const parseSvgPath = (text: string): Path => {
  const scanner = new Scanner(text)
  const reader = new Reader()
  for (;;) {
    const letter = scanner.command()
    if (letter === null) break
    const kind = letter.toLowerCase()
    if (!reader.path.length && kind !== 'm') break
    let current = letter
    let isFirst = true
    for (;;) {
      const numbers = numbersOf(scanner, kind)
      // A command's numbers may repeat; running out of them ends the command, breaking off within them the path.
      if (numbers.length < (TAKES[kind] ?? 0)) {
        if (isFirst || numbers.length) return reader.path
        break
      }
      reader.take(current, numbers)
      isFirst = false
      if (kind === 'z') break
      // Further pairs after a move are lines.
      if (kind === 'm') current = letter === 'm' ? 'l' : 'L'
    }
  }
  return reader.path
}

const PATH_TEXT = /^[\sMmLlHhVvCcSsQqTtAaZz0-9eE+.,-]*$/

/** Is the text path data that draws at least one side, all of it finite? */
export const isOutlineText = (text: string): boolean => {
  if (!PATH_TEXT.test(text)) return false
  const pieces = text.match(/[a-z]/gi)?.length ?? 0
  if (pieces > RANGE.segments) return false
  const path = parseSvgPath(text)
  const isFinite = (p: Point): boolean => Math.abs(p.x) < RANGE.outline && Math.abs(p.y) < RANGE.outline
  return (
    path.some(({ kind }) => kind === 'line' || kind === 'cubic' || kind === 'arc') &&
    path.every((segment) => !('to' in segment) || isFinite(segment.to))
  )
}
