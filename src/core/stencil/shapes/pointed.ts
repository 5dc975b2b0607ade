import { randomFrom } from '@/core/random'
import type { Point } from '@/core/geometry/vector'
import { count, defineStraight, seed, share } from '@/core/stencil/params'
import { fittedPoints } from '@/core/stencil/fitted'
import { around } from '@/core/stencil/shapes/basic'

const starPoints = (points: number, inner: number): readonly Point[] => around(points * 2, (i) => (i % 2 ? inner : 1))

const nth = (points: readonly Point[], i: number): Point => points[i] ?? { x: 0, y: 0 }

export const star = defineStraight({
  name: 'Star',
  params: { points: count('Points', 3, 60, 5), inner: share('Inner', 0.05, 0.98, 0.45) },
  points: ({ points, inner }, size) => fittedPoints(starPoints(points, inner), size),
  knobs: [
    { param: 'inner', at: ({ points, inner }, size) => nth(fittedPoints(starPoints(points, inner), size), 1) },
    { param: 'points', at: ({ points, inner }, size) => nth(fittedPoints(starPoints(points, inner), size), 2) },
  ],
})

const burstPoints = (points: number, depth: number, uneven: number, chance: number): readonly Point[] => {
  const random = randomFrom(chance)
  return around(points * 2, (i) => (i % 2 ? 1 - depth : 1 - uneven * depth * random()))
}

export const burst = defineStraight({
  name: 'Burst',
  params: {
    points: count('Points', 6, 80, 18),
    depth: share('Depth', 0.02, 0.8, 0.22),
    uneven: share('Uneven', 0, 0.95, 0),
    seed: seed(),
  },
  points: ({ points, depth, uneven, seed: chance }, size) =>
    fittedPoints(burstPoints(points, depth, uneven, chance), size),
  knobs: [
    {
      param: 'depth',
      at: ({ points, depth, uneven, seed: chance }, size) =>
        nth(fittedPoints(burstPoints(points, depth, uneven, chance), size), 1),
    },
  ],
})

export const kite = defineStraight({
  name: 'Kite',
  params: { cross: share('Cross spar', 0.05, 0.95, 0.34) },
  points: ({ cross }, { w, h }) => [
    { x: 0, y: -h / 2 },
    { x: w / 2, y: (cross - 0.5) * h },
    { x: 0, y: h / 2 },
    { x: -w / 2, y: (cross - 0.5) * h },
  ],
  // Inside the corner, away from the handles of the box.
  knobs: [{ param: 'cross', at: ({ cross }, { w, h }) => ({ x: w * 0.4, y: (cross - 0.5) * h }) }],
})

export const hexagon = defineStraight({
  name: 'Hexagon, flat',
  params: { cut: share('Cut', 0.02, 0.5, 0.25) },
  points: ({ cut }, { w, h }) => [
    { x: (cut - 0.5) * w, y: -h / 2 },
    { x: (0.5 - cut) * w, y: -h / 2 },
    { x: w / 2, y: 0 },
    { x: (0.5 - cut) * w, y: h / 2 },
    { x: (cut - 0.5) * w, y: h / 2 },
    { x: -w / 2, y: 0 },
  ],
  knobs: [{ param: 'cut', at: ({ cut }, { w, h }) => ({ x: (cut - 0.5) * w, y: -h / 2 }) }],
})

export const parallelogram = defineStraight({
  name: 'Parallelogram',
  params: { lean: share('Lean', -0.9, 0.9, 0.25) },
  points: ({ lean }, { w, h }) => {
    const by = Math.abs(lean) * w
    const [top, foot] = lean >= 0 ? [by, 0] : [0, by]
    return [
      { x: -w / 2 + top, y: -h / 2 },
      { x: w / 2 - foot, y: -h / 2 },
      { x: w / 2 - top, y: h / 2 },
      { x: -w / 2 + foot, y: h / 2 },
    ]
  },
  knobs: [
    {
      param: 'lean',
      at: ({ lean }, { w, h }) =>
        lean >= 0 ? { x: -w / 2 + lean * w, y: -h / 2 } : { x: w / 2 + lean * w, y: -h / 2 },
    },
  ],
})

export const trapezoid = defineStraight({
  name: 'Trapezoid',
  params: { top: share('Top', 0.02, 1, 0.6) },
  points: ({ top }, { w, h }) => [
    { x: (-w / 2) * top, y: -h / 2 },
    { x: (w / 2) * top, y: -h / 2 },
    { x: w / 2, y: h / 2 },
    { x: -w / 2, y: h / 2 },
  ],
  knobs: [{ param: 'top', at: ({ top }, { w, h }) => ({ x: (w / 2) * top, y: -h / 2 }) }],
})
