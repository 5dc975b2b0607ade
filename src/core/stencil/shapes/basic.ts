import { centredRect, cornersOf } from '@/core/geometry/rect'
import { unitVector } from '@/core/geometry/angle'
import { boundsOf } from '@/core/path/extent'
import { arcPoint, ellipsePath, type Outline } from '@/core/path/path'
import type { Point } from '@/core/geometry/vector'
import { angle, count, defineShape, defineStraight, share } from '@/core/stencil/params'
import { fittedPath, fittedPoints } from '@/core/stencil/fitted'

/** Corners of a regular star or polygon: `radii` by turns, the first corner up. */
export const around = (corners: number, radius: (i: number) => number): readonly Point[] =>
  Array.from({ length: corners }, (_, i) => {
    const { x, y } = unitVector(-90 + (360 * i) / corners)
    return { x: x * radius(i), y: y * radius(i) }
  })

export const rectangle = defineStraight({
  name: 'Rectangle',
  params: {},
  points: (_, size) => cornersOf(centredRect(size)),
  knobs: [],
})

export const ellipse = defineShape({
  name: 'Ellipse',
  params: {},
  outline: (_, { w, h }) => ({ path: ellipsePath(w / 2, h / 2), fillRule: 'nonzero' }),
  knobs: [],
})

export const triangle = defineStraight({
  name: 'Triangle',
  params: { apex: share('Apex', 0, 1, 0.5) },
  points: ({ apex }, { w, h }) => [
    { x: (apex - 0.5) * w, y: -h / 2 },
    { x: w / 2, y: h / 2 },
    { x: -w / 2, y: h / 2 },
  ],
  knobs: [{ param: 'apex', at: ({ apex }, { w, h }) => ({ x: (apex - 0.5) * w, y: -h / 2 }) }],
})

export const polygon = defineStraight({
  name: 'Polygon',
  params: { sides: count('Sides', 3, 60, 6) },
  points: ({ sides }, size) =>
    fittedPoints(
      around(sides, () => 1),
      size,
    ),
  // The knob walks round with the corner after the first, inside it, away from the handles of the box.
  knobs: [
    {
      param: 'sides',
      at: ({ sides }, size) => {
        const ring = around(sides, () => 1)
        const corner = fittedPoints(ring, size)[1] ?? { x: 0, y: 0 }
        return { x: corner.x * 0.8, y: corner.y * 0.8 }
      },
    },
  ],
})

const ringOutline = (hole: number, w: number, h: number): Outline => ({
  path: [...ellipsePath(w / 2, h / 2), ...ellipsePath((w / 2) * hole, (h / 2) * hole)],
  fillRule: 'evenodd',
})

export const ring = defineShape({
  name: 'Ring',
  params: { hole: share('Hole', 0.05, 0.97, 0.6) },
  outline: ({ hole }, { w, h }) => ringOutline(hole, w, h),
  knobs: [{ param: 'hole', at: ({ hole }, { w }) => ({ x: (hole * w) / 2, y: 0 }) }],
})

const arcPoints = (degrees: number, radius: number): Point => {
  const { x, y } = unitVector(degrees)
  return { x: x * radius, y: y * radius }
}

/** The sector in a circle of radius 1 about the origin, before it is brought to its box. */
const sector = (from: number, sweep: number, hole: number): Outline => {
  if (sweep >= 360) return hole > 0 ? ringOutline(hole, 2, 2) : { path: ellipsePath(1, 1), fillRule: 'nonzero' }
  const circle = { centre: { x: 0, y: 0 }, turn: 0 }
  const inner =
    hole > 0
      ? [
          { kind: 'line', to: arcPoints(from + sweep, hole) } as const,
          { kind: 'arc', ...circle, rx: hole, ry: hole, start: from + sweep, sweep: -sweep } as const,
        ]
      : [{ kind: 'line', to: { x: 0, y: 0 } } as const]
  return {
    path: [
      { kind: 'move', to: arcPoints(from, 1) },
      { kind: 'arc', ...circle, rx: 1, ry: 1, start: from, sweep },
      ...inner,
      { kind: 'close' },
    ],
    fillRule: 'nonzero',
  }
}

const sectorIn = (from: number, sweep: number, hole: number, size: { w: number; h: number }): Outline => {
  const raw = sector(from, sweep, hole)
  return { ...raw, path: fittedPath(raw.path, size) }
}

const startPoint = ({ path }: Outline): Point => {
  const [first] = path
  return first?.kind === 'move' ? first.to : { x: 0, y: 0 }
}

/** Where the outer arc ends. */
const endPoint = ({ path }: Outline): Point => {
  const outer = path.find(({ kind }) => kind === 'arc')
  return outer?.kind === 'arc' ? arcPoint(outer, outer.start + outer.sweep) : { x: 0, y: 0 }
}

export const arc = defineShape({
  name: 'Arc',
  params: {
    from: angle('From', -180, 180, 180),
    sweep: angle('Sweep', 5, 360, 180),
    hole: share('Hole', 0, 0.97, 0),
  },
  outline: ({ from, sweep, hole }, size) => sectorIn(from, sweep, hole, size),
  knobs: [
    { param: 'from', at: ({ from, sweep, hole }, size) => startPoint(sectorIn(from, sweep, hole, size)) },
    { param: 'sweep', at: ({ from, sweep, hole }, size) => endPoint(sectorIn(from, sweep, hole, size)) },
  ],
  natural: ({ from, sweep, hole }) => boundsOf(sector(from, sweep, hole).path),
})
