import { distance, type Point } from '@/core/geometry/vector'
import { curvePoint, type Curve } from '@/core/path/fit'
import type { Contour, NodeAddress } from '@/core/path/nodes'

/** A spot on an outline: the side that leaves a node, and the share of it. */
export interface Spot extends NodeAddress {
  readonly t: number
  readonly at: Point
  readonly distance: number
}

const SAMPLES = 24
const ROUNDS = 40

/** The share of a curve nearest to a point: sampled, then narrowed by golden section. */
const nearestShare = (curve: Curve, p: Point): number => {
  const off = (t: number): number => distance(curvePoint(curve, t), p)
  let best = 0
  for (let i = 1; i <= SAMPLES; i += 1) if (off(i / SAMPLES) < off(best)) best = i / SAMPLES
  let [low, high] = [Math.max(0, best - 1 / SAMPLES), Math.min(1, best + 1 / SAMPLES)]
  const golden = (Math.sqrt(5) - 1) / 2
  for (let i = 0; i < ROUNDS && high - low > 1e-9; i += 1) {
    const [a, b] = [high - golden * (high - low), low + golden * (high - low)]
    if (off(a) < off(b)) high = b
    else low = a
  }
  return (low + high) / 2
}

/** The spot of the outline nearest to a point; null of an outline without sides. */
export const nearestSpot = (contours: readonly Contour[], p: Point): Spot | null => {
  let best: Spot | null = null
  contours.forEach(({ nodes, isClosed }, contour) =>
    nodes.forEach((from, node) => {
      const to = nodes[node + 1] ?? (isClosed ? nodes[0] : undefined)
      if (!to || nodes.length < 2) return
      const curve = { from: from.at, c1: from.out ?? from.at, c2: to.into ?? to.at, to: to.at }
      const isStraight = !from.out && !to.into
      const t = isStraight ? straightShare(curve, p) : nearestShare(curve, p)
      const at = isStraight ? mix(curve.from, curve.to, t) : curvePoint(curve, t)
      const away = distance(at, p)
      if (!best || away < best.distance) best = { contour, node, t, at, distance: away }
    }),
  )
  return best
}

const mix = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

const straightShare = ({ from, to }: Curve, p: Point): number => {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const square = dx * dx + dy * dy
  return square ? Math.min(1, Math.max(0, ((p.x - from.x) * dx + (p.y - from.y) * dy) / square)) : 0
}
