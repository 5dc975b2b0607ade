import { unitVector } from '@/core/geometry/angle'
import { randomFrom } from '@/core/random'
import { centredRect, cornersOf } from '@/core/geometry/rect'
import { dot, type Point, type Size } from '@/core/geometry/vector'
import { polygonPath, type Outline } from '@/core/path/path'
import { angle, count, defineShape, measure, measured, seed, share, type Measure } from '@/core/stencil/params'
import { fittedPath } from '@/core/stencil/fitted'

/** A convex polygon cut to the half plane in which `along · p ≤ limit` (I. Sutherland, G. Hodgman, CACM 17, 1974). */
export const cutHalfPlane = (points: readonly Point[], along: Point, limit: number): readonly Point[] =>
  points.flatMap((to, i) => {
    const from = points[(i + points.length - 1) % points.length] ?? to
    const [a, b] = [dot(from, along) - limit, dot(to, along) - limit]
    const crossing = (): Point => {
      const t = a / (a - b)
      return { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t }
    }
    if (b <= 0) return a > 0 && b < 0 ? [crossing(), to] : [to]
    return a < 0 ? [crossing()] : []
  })

/** One outline of many pieces; it masks as one. */
const pieces = (polygons: readonly (readonly Point[])[], size: Size): Outline => ({
  path: fittedPath(
    polygons.filter((points) => points.length > 2).flatMap((points) => polygonPath(points)),
    size,
  ),
  fillRule: 'nonzero',
})

/** The gap in points, never so wide that nothing is left of `number` pieces over `length`. */
const gapIn = (gap: Measure, size: Size, number: number, length: number): number =>
  number > 1 ? Math.min(measured(gap, size), (length * 0.9) / (number - 1)) : 0

/** Where each of `number` equal parts of a length about the origin begins and ends, `gap` apart. */
const parts = (number: number, length: number, gap: number): readonly (readonly [number, number])[] => {
  const part = (length - gap * (number - 1)) / number
  return Array.from({ length: number }, (_, i) => {
    const from = -length / 2 + i * (part + gap)
    return [from, from + part] as const
  })
}

/** Where the first of `number` parts ends. */
const firstEnd = (number: number, length: number, gap: number): number =>
  -length / 2 + (length - gap * (number - 1)) / number

const rectPoints = (x0: number, y0: number, x1: number, y1: number): readonly Point[] => cornersOf({ x0, y0, x1, y1 })

export const strips = defineShape({
  name: 'Strips',
  params: {
    count: count('Strips', 2, 40, 5),
    gap: measure('Gap', 0.4, 0.04),
    run: { type: 'choice', label: 'Run', options: ['upright', 'level'], initial: 'upright' },
  },
  outline: ({ count: number, gap, run }, size) => {
    const { w, h } = size
    const isUpright = run === 'upright'
    const length = isUpright ? w : h
    const spans = parts(number, length, gapIn(gap, size, number, length))
    const strip = ([from, to]: readonly [number, number]): readonly Point[] =>
      isUpright ? rectPoints(from, -h / 2, to, h / 2) : rectPoints(-w / 2, from, w / 2, to)
    return pieces(spans.map(strip), size)
  },
  // The end of the first strip.
  knobs: [
    {
      param: 'gap',
      at: ({ count: number, gap, run }, size) =>
        run === 'upright'
          ? { x: firstEnd(number, size.w, gapIn(gap, size, number, size.w)), y: size.h / 4 }
          : { x: size.w / 4, y: firstEnd(number, size.h, gapIn(gap, size, number, size.h)) },
    },
  ],
})

export const tiles = defineShape({
  name: 'Tiles',
  params: {
    columns: count('Columns', 1, 24, 3),
    rows: count('Rows', 1, 24, 3),
    gap: measure('Gap', 0.3, 0.04),
  },
  outline: ({ columns, rows, gap }, size) => {
    const { w, h } = size
    const across = parts(columns, w, gapIn(gap, size, columns, w))
    const down = parts(rows, h, gapIn(gap, size, rows, h))
    return pieces(
      down.flatMap(([y0, y1]) => across.map(([x0, x1]) => rectPoints(x0, y0, x1, y1))),
      size,
    )
  },
  // The right edge of the first tile, or the lower one in a single column.
  knobs: [
    {
      param: 'gap',
      at: ({ columns, rows, gap }, size) =>
        columns > 1
          ? { x: firstEnd(columns, size.w, gapIn(gap, size, columns, size.w)), y: -size.h * 0.4 }
          : { x: -size.w * 0.4, y: firstEnd(rows, size.h, gapIn(gap, size, rows, size.h)) },
    },
  ],
})

/** Cells of scattered points (Voronoi), each drawn in by half the gap. */
export const shards = defineShape({
  name: 'Shards',
  params: { count: count('Shards', 3, 60, 12), gap: measure('Gap', 0.2, 0.025), seed: seed() },
  outline: ({ count: number, gap, seed: chance }, size) => {
    const random = randomFrom(chance)
    const sites = Array.from({ length: number }, () => ({
      x: (random() - 0.5) * size.w,
      y: (random() - 0.5) * size.h,
    }))
    const half = Math.min(measured(gap, size), Math.min(size.w, size.h) * 0.2) / 2
    const cell = (site: Point): readonly Point[] =>
      sites.reduce<readonly Point[]>(
        (points, other) => {
          const [dx, dy] = [other.x - site.x, other.y - site.y]
          const apart = Math.hypot(dx, dy)
          if (!apart || points.length < 3) return points
          const along = { x: dx / apart, y: dy / apart }
          return cutHalfPlane(points, along, dot(along, site) + apart / 2 - half)
        },
        cornersOf(centredRect(size)),
      )
    return pieces(sites.map(cell), size)
  },
  // As far along the upper edge as the gap is wide.
  knobs: [{ param: 'gap', at: ({ gap }, size) => ({ x: -size.w * 0.3 + measured(gap, size), y: -size.h / 2 }) }],
})

/** Leaning strips, cut off at the box. */
export const slats = defineShape({
  name: 'Slats',
  params: {
    count: count('Slats', 2, 40, 6),
    gap: measure('Gap', 0.4, 0.05),
    lean: angle('Lean', -80, 80, 25),
    taper: share('Taper', 0, 0.9, 0),
  },
  outline: ({ count: number, gap, lean, taper }, size) => {
    const across = unitVector(lean)
    const box = cornersOf(centredRect(size))
    const reach = Math.max(...box.map((p) => dot(p, across)))
    const spans = parts(number, reach * 2, gapIn(gap, size, number, reach * 2))
    const slat = ([from, to]: readonly [number, number], i: number): readonly Point[] => {
      const thinner = ((to - from) * taper * i) / Math.max(1, number - 1) / 2
      const back = { x: -across.x, y: -across.y }
      return cutHalfPlane(cutHalfPlane(box, across, to - thinner), back, -(from + thinner))
    }
    return pieces(spans.map(slat), size)
  },
  knobs: [
    { param: 'gap', at: ({ gap }, size) => ({ x: -size.w * 0.3 + measured(gap, size), y: -size.h / 2 }) },
    // A hand that leans as the slats do.
    {
      param: 'lean',
      at: ({ lean }, { w, h }) => {
        const { x, y } = unitVector(lean - 90)
        const reach = Math.min(w, h) * 0.35
        return { x: x * reach, y: y * reach }
      },
    },
  ],
})
