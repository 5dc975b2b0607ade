import { toRadians, unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import { arcPoint, type Arc, type Path, type Segment } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'

/** The derivative of an arc by its angle in radians. */
const arcTangent = (arc: Arc, degrees: number): Point => {
  const axis = unitVector(arc.turn)
  const { x: cos, y: sin } = unitVector(degrees)
  return {
    x: -arc.rx * sin * axis.x - arc.ry * cos * axis.y,
    y: -arc.rx * sin * axis.y + arc.ry * cos * axis.x,
  }
}

/**
 * An arc as cubics, each of at most `step` degrees. The error in radius is 2.7e-4 for quarter turns and falls by 64
 * with each halving (M. Goldapp, "Approximation of circular arcs by cubic polynomials", CAGD 8, 1991).
 */
export const arcCubics = (arc: Arc, step: number): readonly Extract<Segment, { kind: 'cubic' }>[] => {
  const count = Math.max(1, Math.ceil(Math.abs(arc.sweep) / step - 1e-9))
  const turn = arc.sweep / count
  const reach = (4 / 3) * Math.tan(toRadians(turn) / 4)
  return Array.from({ length: count }, (_, i) => {
    const [a, b] = [arc.start + turn * i, arc.start + turn * (i + 1)]
    const [from, to] = [arcPoint(arc, a), arcPoint(arc, b)]
    const [out, into] = [arcTangent(arc, a), arcTangent(arc, b)]
    return {
      kind: 'cubic',
      c1: { x: from.x + reach * out.x, y: from.y + reach * out.y },
      c2: { x: to.x - reach * into.x, y: to.y - reach * into.y },
      to,
    }
  })
}

class CubicSink implements PathSink {
  readonly path: Segment[] = []
  constructor(private readonly step: number) {}
  move(to: Point): void {
    this.path.push({ kind: 'move', to })
  }
  line(_from: Point, to: Point): void {
    this.path.push({ kind: 'line', to })
  }
  cubic(_from: Point, c1: Point, c2: Point, to: Point): void {
    this.path.push({ kind: 'cubic', c1, c2, to })
  }
  arc(_from: Point, arc: Arc): void {
    this.path.push(...arcCubics(arc, this.step))
  }
  close(): void {
    this.path.push({ kind: 'close' })
  }
}

/** The path with its arcs as cubics of at most `step` degrees. */
export const withoutArcs = (path: Path, step = 45): Path => {
  const sink = new CubicSink(step)
  walk(path, sink)
  return sink.path
}
