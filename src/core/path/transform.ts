import { directionOf, normalTurn, unitVector } from '@/core/geometry/angle'
import { apply, applyVector, type Matrix } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import type { Arc, Path, Segment } from '@/core/path/path'

/** Semi-axes, turn and mirroring of the ellipse that a linear map makes of the unit circle: A = R(turn)·diag(rx, ±ry)·R(−lead). */
interface EllipseParts {
  readonly rx: number
  readonly ry: number
  readonly turn: number
  readonly lead: number
  readonly isMirrored: boolean
}

/** Singular values of the 2×2 matrix [p q] (columns), by the closed formula (G. Golub, C. Van Loan, Matrix Computations, 8.6). */
const ellipseParts = (p: Point, q: Point): EllipseParts => {
  const sum = { x: (p.x + q.y) / 2, y: (p.y - q.x) / 2 }
  const difference = { x: (p.x - q.y) / 2, y: (p.y + q.x) / 2 }
  const s = Math.hypot(sum.x, sum.y)
  const d = Math.hypot(difference.x, difference.y)
  const a = directionOf(sum)
  const b = directionOf(difference)
  return { rx: s + d, ry: Math.abs(s - d), turn: (a + b) / 2, lead: (b - a) / 2, isMirrored: s < d }
}

/** The arc under an affine map: again an arc, of another ellipse. */
const transformArc = (m: Matrix, arc: Arc): Arc => {
  const axis = unitVector(arc.turn)
  const p = applyVector(m, { x: arc.rx * axis.x, y: arc.rx * axis.y })
  const q = applyVector(m, { x: -arc.ry * axis.y, y: arc.ry * axis.x })
  const { rx, ry, turn, lead, isMirrored } = ellipseParts(p, q)
  const start = arc.start - lead
  return {
    centre: apply(m, arc.centre),
    rx,
    ry,
    turn: normalTurn(turn),
    start: isMirrored ? -start : start,
    sweep: isMirrored ? -arc.sweep : arc.sweep,
  }
}

/** A map without turn or shear keeps an arc's axes as they are, exactly. */
const scaleArc = (m: Matrix, arc: Arc): Arc => ({
  ...arc,
  centre: apply(m, arc.centre),
  rx: arc.rx * m.a,
  ry: arc.ry * m.d,
})

const transformSegment = (m: Matrix, segment: Segment): Segment => {
  switch (segment.kind) {
    case 'move':
    case 'line':
      return { kind: segment.kind, to: apply(m, segment.to) }
    case 'cubic':
      return { kind: 'cubic', c1: apply(m, segment.c1), c2: apply(m, segment.c2), to: apply(m, segment.to) }
    case 'arc': {
      const isUpright = m.b === 0 && m.c === 0 && m.a > 0 && m.d > 0 && (segment.turn === 0 || m.a === m.d)
      return { kind: 'arc', ...(isUpright ? scaleArc(m, segment) : transformArc(m, segment)) }
    }
    case 'close':
      return segment
  }
}

/** The path under an affine map. Arcs stay arcs, lines lines and cubics cubics. */
export const transformPath = (m: Matrix, path: Path): Path => path.map((segment) => transformSegment(m, segment))
