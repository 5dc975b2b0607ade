import type { Point, Size } from '@/core/geometry/vector'
import { ellipsePath, type Outline, type Path, type Segment } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { translation } from '@/core/geometry/matrix'
import { corneredPath, type Corner } from '@/core/stencil/corners'
import { defineShape, defineStraight, measure, measured, share } from '@/core/stencil/params'

const plain = (path: Path): Outline => ({ path, fillRule: 'nonzero' })

export const arrow = defineStraight({
  name: 'Arrow',
  params: { head: share('Head', 0.05, 1, 0.4), shaft: share('Shaft', 0.05, 1, 0.5) },
  points: ({ head, shaft }, { w, h }) => {
    const neck = w / 2 - head * w
    const half = (shaft * h) / 2
    return [
      { x: -w / 2, y: -half },
      { x: neck, y: -half },
      { x: neck, y: -h / 2 },
      { x: w / 2, y: 0 },
      { x: neck, y: h / 2 },
      { x: neck, y: half },
      { x: -w / 2, y: half },
    ]
  },
  knobs: [
    { param: 'head', at: ({ head }, { w, h }) => ({ x: w / 2 - head * w, y: -h / 2 }) },
    { param: 'shaft', at: ({ shaft }, { w, h }) => ({ x: -w / 2, y: (-shaft * h) / 2 }) },
  ],
})

export const chevron = defineStraight({
  name: 'Chevron',
  params: { depth: share('Depth', 0.05, 0.9, 0.3) },
  points: ({ depth }, { w, h }) => {
    const d = depth * w
    return [
      { x: -w / 2, y: -h / 2 },
      { x: w / 2 - d, y: -h / 2 },
      { x: w / 2, y: 0 },
      { x: w / 2 - d, y: h / 2 },
      { x: -w / 2, y: h / 2 },
      { x: -w / 2 + d, y: 0 },
    ]
  },
  knobs: [{ param: 'depth', at: ({ depth }, { w, h }) => ({ x: w / 2 - depth * w, y: -h / 2 }) }],
})

export const cross = defineStraight({
  name: 'Cross',
  params: { arm: share('Arm', 0.05, 0.95, 0.36) },
  points: ({ arm }, { w, h }) => {
    const [a, b] = [(arm * w) / 2, (arm * h) / 2]
    return [
      { x: -a, y: -h / 2 },
      { x: a, y: -h / 2 },
      { x: a, y: -b },
      { x: w / 2, y: -b },
      { x: w / 2, y: b },
      { x: a, y: b },
      { x: a, y: h / 2 },
      { x: -a, y: h / 2 },
      { x: -a, y: b },
      { x: -w / 2, y: b },
      { x: -w / 2, y: -b },
      { x: -a, y: -b },
    ]
  },
  knobs: [{ param: 'arm', at: ({ arm }, { w, h }) => ({ x: (arm * w) / 2, y: -h / 2 }) }],
})

export const ribbon = defineStraight({
  name: 'Ribbon',
  params: { cut: share('Cut', 0.02, 0.45, 0.12) },
  points: ({ cut }, { w, h }) => [
    { x: -w / 2, y: -h / 2 },
    { x: w / 2, y: -h / 2 },
    { x: w / 2 - cut * w, y: 0 },
    { x: w / 2, y: h / 2 },
    { x: -w / 2, y: h / 2 },
    { x: -w / 2 + cut * w, y: 0 },
  ],
  knobs: [{ param: 'cut', at: ({ cut }, { w }) => ({ x: w / 2 - cut * w, y: 0 }) }],
})

/** A card with rounded corners over a tail; only the card's four corners are rounded. */
const speechPoints = (tail: number, at: number, wide: number, tip: number, { w, h }: Size): readonly Point[] => {
  const foot = h / 2 - tail * h
  const half = (wide * w) / 2
  const middle = Math.min(w / 2 - half, Math.max(-w / 2 + half, (at - 0.5) * w))
  return [
    { x: -w / 2, y: -h / 2 },
    { x: w / 2, y: -h / 2 },
    { x: w / 2, y: foot },
    { x: middle + half, y: foot },
    { x: (tip - 0.5) * w, y: h / 2 },
    { x: middle - half, y: foot },
    { x: -w / 2, y: foot },
  ]
}

export const speech = defineShape({
  name: 'Speech',
  params: {
    round: measure('Corners', 0.5, 0.16),
    tail: share('Tail', 0.05, 0.6, 0.2),
    at: share('Tail at', 0.05, 0.95, 0.3),
    wide: share('Tail width', 0.02, 0.5, 0.16),
    tip: share('Tip at', 0, 1, 0.18),
  },
  outline: ({ round, tail, at, wide, tip }, size) => {
    const corner: Corner = { style: 'round', size: { points: measured(round, size) } }
    const corners = [corner, corner, corner, null, null, null, corner]
    return plain(corneredPath(speechPoints(tail, at, wide, tip, size), corners, size))
  },
  knobs: [
    { param: 'tip', at: ({ tip }, { w, h }) => ({ x: (tip - 0.5) * w, y: h / 2 }) },
    { param: 'tail', at: ({ tail }, { w, h }) => ({ x: w / 2, y: h / 2 - tail * h }) },
    { param: 'round', at: ({ round }, size) => ({ x: -size.w / 2 + measured(round, size), y: -size.h / 2 }) },
  ],
})

const bite = (centre: Point, radius: number, start: number): Segment => ({
  kind: 'arc',
  centre,
  rx: radius,
  ry: radius,
  turn: 0,
  start,
  sweep: -180,
})

export const ticket = defineShape({
  name: 'Ticket',
  params: { bite: measure('Bite', 0.48, 0.16), at: share('Bite at', 0.05, 0.95, 0.5) },
  outline: ({ bite: size, at }, { w, h }) => {
    const y = (at - 0.5) * h
    const radius = Math.min(measured(size, { w, h }), w / 2, h / 2 - Math.abs(y))
    return plain([
      { kind: 'move', to: { x: -w / 2, y: -h / 2 } },
      { kind: 'line', to: { x: w / 2, y: -h / 2 } },
      bite({ x: w / 2, y }, radius, -90),
      { kind: 'line', to: { x: w / 2, y: h / 2 } },
      { kind: 'line', to: { x: -w / 2, y: h / 2 } },
      bite({ x: -w / 2, y }, radius, 90),
      { kind: 'close' },
    ])
  },
  knobs: [
    { param: 'bite', at: ({ bite: size }, box) => ({ x: box.w / 2 - measured(size, box), y: 0 }) },
    { param: 'at', at: ({ at, bite: size }, box) => ({ x: -box.w / 2 + measured(size, box), y: (at - 0.5) * box.h }) },
  ],
})

/** A label with a hole for its string. */
export const tag = defineShape({
  name: 'Tag',
  params: { point: share('Point', 0.05, 0.6, 0.28), hole: share('Hole', 0.02, 0.2, 0.07) },
  outline: ({ point, hole }, { w, h }) => {
    const shoulder = -w / 2 + point * w
    const corner: Corner = { style: 'bevel', size: { points: 0 } }
    const body = corneredPath(
      [
        { x: shoulder, y: -h / 2 },
        { x: w / 2, y: -h / 2 },
        { x: w / 2, y: h / 2 },
        { x: shoulder, y: h / 2 },
        { x: -w / 2, y: h * 0.16 },
        { x: -w / 2, y: -h * 0.16 },
      ],
      [corner],
      { w, h },
    )
    const radius = hole * Math.min(w, h)
    return {
      path: [
        ...body,
        ...transformPath(translation(-w / 2 + Math.max(point * w * 0.7, radius * 1.6), 0), ellipsePath(radius, radius)),
      ],
      fillRule: 'evenodd',
    }
  },
  knobs: [{ param: 'point', at: ({ point }, { w, h }) => ({ x: -w / 2 + point * w, y: -h / 2 }) }],
})

/** The head of an arch: half an ellipse, or two arcs about the opposite springing points. */
const archHead = (rise: number, pointed: boolean, { w, h }: Size): readonly Segment[] => {
  const y = -h / 2 + rise
  if (!pointed) return [{ kind: 'arc', centre: { x: 0, y }, rx: w / 2, ry: rise, turn: 0, start: 180, sweep: 180 }]
  // An equilateral arch is √3/2 as high as it is wide.
  const ry = rise / (Math.sqrt(3) / 2)
  return [
    { kind: 'arc', centre: { x: w / 2, y }, rx: w, ry, turn: 0, start: 180, sweep: 60 },
    { kind: 'arc', centre: { x: -w / 2, y }, rx: w, ry, turn: 0, start: -60, sweep: 60 },
  ]
}

export const arch = defineShape({
  name: 'Arch',
  params: {
    rise: share('Rise', 0.05, 1, 0.4),
    head: { type: 'choice', label: 'Head', options: ['round', 'pointed'], initial: 'round' },
  },
  outline: ({ rise, head }, size) => {
    const { w, h } = size
    return plain([
      { kind: 'move', to: { x: -w / 2, y: h / 2 } },
      { kind: 'line', to: { x: -w / 2, y: -h / 2 + rise * h } },
      ...archHead(rise * h, head === 'pointed', size),
      { kind: 'line', to: { x: w / 2, y: h / 2 } },
      { kind: 'close' },
    ])
  },
  knobs: [{ param: 'rise', at: ({ rise }, { w, h }) => ({ x: w * 0.4, y: -h / 2 + rise * h }) }],
})
