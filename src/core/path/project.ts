import { depthOn, isBent, seenOn, touchingOn, type Surface } from '@/core/geometry/surface'
import { applyVector } from '@/core/geometry/matrix'
import { distance, type Point } from '@/core/geometry/vector'
import { withoutArcs } from '@/core/path/cubics'
import type { Outline, Path, Segment } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

/** A curve is halved at most so often; each halving takes its error down by sixteen. */
const MOST_HALVINGS = 10
/** On a bent surface it is halved so often at least: between three points it might wave unseen. */
const LEAST_BENT = 2

interface Cubic {
  readonly from: Point
  readonly c1: Point
  readonly c2: Point
  readonly to: Point
}

const middle = (p: Point, q: Point): Point => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })

const between = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

/** Both halves of a cubic (P. de Casteljau). */
const halves = ({ from, c1, c2, to }: Cubic): readonly [Cubic, Cubic] => {
  const [a, b, c] = [middle(from, c1), middle(c1, c2), middle(c2, to)]
  const [d, e] = [middle(a, b), middle(b, c)]
  const half = middle(d, e)
  return [
    { from, c1: a, c2: d, to: half },
    { from: half, c1: e, c2: c, to },
  ]
}

const controlled = (map: Surface, end: Point, control: Point): Point => {
  const at = seenOn(map, end)
  const way = applyVector(touchingOn(map, end), { x: control.x - end.x, y: control.y - end.y })
  return { x: at.x + way.x, y: at.y + way.y }
}

/** The cubic that meets the image of another at both ends, in place and derivative. */
const touching = (map: Surface, { from, c1, c2, to }: Cubic): Cubic => ({
  from: seenOn(map, from),
  c1: controlled(map, from, c1),
  c2: controlled(map, to, c2),
  to: seenOn(map, to),
})

const pointAt = ({ from, c1, c2, to }: Cubic, t: number): Point => {
  const s = 1 - t
  const [a, b, c, d] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t]
  return { x: a * from.x + b * c1.x + c * c2.x + d * to.x, y: a * from.y + b * c1.y + c * c2.y + d * to.y }
}

/** How far the touching cubic may be from the image, by three points between the ends. */
const errorOf = (map: Surface, curve: Cubic, image: Cubic): number =>
  Math.max(...[0.25, 0.5, 0.75].map((t) => distance(pointAt(image, t), seenOn(map, pointAt(curve, t)))))

class ProjectingSink implements PathSink {
  readonly path: Segment[] = []

  constructor(
    private readonly map: Surface,
    private readonly error: number,
  ) {}

  move(to: Point): void {
    this.path.push({ kind: 'move', to: seenOn(this.map, to) })
  }

  line(from: Point, to: Point): void {
    if (!isBent(this.map)) this.path.push({ kind: 'line', to: seenOn(this.map, to) })
    else this.curve({ from, c1: between(from, to, 1 / 3), c2: between(from, to, 2 / 3), to }, 0)
  }

  cubic(from: Point, c1: Point, c2: Point, to: Point): void {
    this.curve({ from, c1, c2, to }, 0)
  }

  arc(): void {
    throw new TypeError('arcs are cubics by then')
  }

  close(from: Point, to: Point): void {
    // Its own last side is no line there.
    if (isBent(this.map) && distance(from, to) > 0) this.line(from, to)
    this.path.push({ kind: 'close' })
  }

  private curve(curve: Cubic, depth: number): void {
    const image = touching(this.map, curve)
    const isCoarse = isBent(this.map) && depth < LEAST_BENT
    if (isCoarse || (depth < MOST_HALVINGS && errorOf(this.map, curve, image) > this.error)) {
      for (const half of halves(curve)) this.curve(half, depth + 1)
      return
    }
    const { c1, c2, to } = image
    this.path.push({ kind: 'cubic', c1, c2, to })
  }
}

/** Nothing is seen from farther away than so many times the nearest. */
const FARTHEST = 500

const pointsOf = (piece: Segment): readonly Point[] => {
  if (piece.kind === 'cubic') return [piece.c1, piece.c2, piece.to]
  return piece.kind === 'close' || piece.kind === 'arc' ? [] : [piece.to]
}

/** A path without arcs whose points at or behind the horizon are brought before it, straight towards its nearest point. */
const beforeEye = (map: Surface, path: Path): Path => {
  const points = path.flatMap(pointsOf)
  const depths = points.map((p) => depthOn(map, p))
  const nearest = Math.max(...depths)
  const least = nearest / FARTHEST
  if (depths.every((depth) => depth >= least)) return path
  const eye = points[depths.indexOf(nearest)] ?? { x: 0, y: 0 }
  const brought = (p: Point): Point => {
    const depth = depthOn(map, p)
    if (depth >= least) return p
    const share = (nearest - least) / (nearest - depth)
    return { x: eye.x + (p.x - eye.x) * share, y: eye.y + (p.y - eye.y) * share }
  }
  return path.map((piece): Segment => {
    if (piece.kind === 'cubic') return { ...piece, c1: brought(piece.c1), c2: brought(piece.c2), to: brought(piece.to) }
    return piece.kind === 'close' || piece.kind === 'arc' ? piece : { ...piece, to: brought(piece.to) }
  })
}

/** Arcs before they are projected: what they err by is far below what is seen. */
const ARC_STEP = 22.5

/**
 * A path as it is seen on a surface: on a plane lines stay lines; the image of a curve, and of all on a bent one, comes as cubics
 * that are off by at most `error`, 0.01 points unless said. What does not lie before the eye is brought there.
 */
export const projectPath = (map: Surface, path: Path, error = 0.01): Path => {
  const sink = new ProjectingSink(map, error)
  walk(beforeEye(map, withoutArcs(path, ARC_STEP)), sink)
  return sink.path
}

/** An outline as it is seen on a surface. */
export const projectOutline = (map: Surface, { path, fillRule }: Outline, error?: number): Outline => ({
  path: projectPath(map, path, error),
  fillRule,
})
