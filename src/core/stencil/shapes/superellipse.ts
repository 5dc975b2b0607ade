import { unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import type { Path, Segment } from '@/core/path/path'
import { defineShape, number } from '@/core/stencil/params'
import { fittedPath } from '@/core/stencil/fitted'
import { hermiteSegments, type Along } from '@/core/stencil/smooth'

/** Pieces of the superellipse between an axis and the diagonal. */
const STEPS = 30

/**
 * How the pieces crowd: above 1 at the axis, below 1 at the diagonal. Found by trial so that the area errs by less than
 * 1e-6 over the whole range of powers.
 */
const crowding = (n: number): number => {
  if (n < 0.52) return 0.9
  if (n < 0.57) return 1.4
  return n < 2.4 ? 2 : Math.min(1.25, Math.max(0.3, 5 / n))
}

/**
 * |x|ⁿ + |y|ⁿ = 1 from the upper end of the y axis to the diagonal. A rounded one (n ≥ 1) is followed over x, a pinched
 * one over y, so that no slope is endless.
 */
const octant = (n: number): readonly Segment[] => {
  const other = (v: number): number => Math.pow(Math.max(0, 1 - Math.pow(v, n)), 1 / n)
  const diagonal = Math.pow(2, -1 / n)
  const slope = (v: number, o: number): number => (v > 0 && o > 0 ? -Math.pow(v / o, n - 1) : 0)
  const places = Array.from({ length: STEPS + 1 }, (_, i) => (i / STEPS) ** crowding(n))
  const point = (share: number): Along => {
    if (n >= 1) {
      const x = diagonal * share
      const y = other(x)
      return { at: { x, y: -y }, speed: { x: 1, y: -slope(x, y) } }
    }
    const y = 1 - (1 - diagonal) * share
    const x = other(y)
    return { at: { x, y: -y }, speed: { x: -slope(y, x), y: 1 } }
  }
  const reach = n >= 1 ? diagonal : 1 - diagonal
  return places.slice(1).flatMap((to, i) => {
    const from = places[i] ?? 0
    return hermiteSegments([point(from), point(to)], (to - from) * reach)
  })
}

/** The same pieces walked the other way, mirrored on the diagonal x = −y of the upper right quarter. */
const backward = (segments: readonly Segment[], start: Point, map: (p: Point) => Point): readonly Segment[] => {
  const ends = [start, ...segments.flatMap((s) => (s.kind === 'cubic' ? [s.to] : []))]
  return segments
    .map((s, i): Segment =>
      s.kind === 'cubic' ? { kind: 'cubic', c1: map(s.c2), c2: map(s.c1), to: map(ends[i] ?? start) } : s,
    )
    .toReversed()
}

const mapped = (segments: readonly Segment[], map: (p: Point) => Point): readonly Segment[] =>
  segments.map((s): Segment =>
    s.kind === 'cubic' ? { kind: 'cubic', c1: map(s.c1), c2: map(s.c2), to: map(s.to) } : s,
  )

const superellipsePath = (n: number): Path => {
  const start = { x: 0, y: -1 }
  const first = octant(n)
  const quarter = [...first, ...backward(first, start, (p) => ({ x: -p.y, y: -p.x }))]
  const turned = [0, 1, 2, 3].flatMap((k) => {
    const { x: cos, y: sin } = unitVector(90 * k)
    return mapped(quarter, (p) => ({ x: p.x * cos - p.y * sin, y: p.x * sin + p.y * cos }))
  })
  return [{ kind: 'move', to: start }, ...turned, { kind: 'close' }]
}

export const superellipse = defineShape({
  name: 'Superellipse',
  params: { power: number('Power', 0.4, 20, 4) },
  outline: ({ power }, size) => ({
    path: fittedPath(superellipsePath(power), size),
    fillRule: 'nonzero',
  }),
  knobs: [
    {
      param: 'power',
      at: ({ power }, { w, h }) => {
        const diagonal = Math.pow(2, -1 / power)
        return { x: (diagonal * w) / 2, y: (-diagonal * h) / 2 }
      },
    },
  ],
})
