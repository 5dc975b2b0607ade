import { toDegrees, unitVector } from '@/core/geometry/angle'
import { randomFrom } from '@/core/random'
import type { Point, Size } from '@/core/geometry/vector'
import type { Outline, Path, Segment } from '@/core/path/path'
import { count, defineShape, number, seed, share } from '@/core/stencil/params'
import { fittedPath } from '@/core/stencil/fitted'
import { smoothLoop } from '@/core/stencil/smooth'

const ORIGIN: Point = { x: 0, y: 0 }
const plain = (path: Path): Outline => ({ path, fillRule: 'nonzero' })

/** Where the straight line from the middle at an angle leaves at a share of the box. */
const polar = (degrees: number, radius: number, { w, h }: Size): Point => {
  const { x, y } = unitVector(degrees)
  return { x: (x * radius * w) / 2, y: (y * radius * h) / 2 }
}

/** Tips at radius 1 and valleys between them, joined by curves that leave both at right angles to the radius. */
const flowerPath = (petals: number, depth: number, full: number): Path => {
  const step = 180 / petals
  const radius = (i: number): number => (i % 2 ? 1 - depth : 1)
  const at = (i: number, aside = 0): Point => {
    const { x, y } = unitVector(-90 + i * step)
    const r = radius(i)
    return { x: r * (x - y * aside), y: r * (y + x * aside) }
  }
  const reach = full * Math.tan((step * Math.PI) / 180)
  const sides = Array.from({ length: petals * 2 }, (_, i): Segment => ({
    kind: 'cubic',
    c1: at(i, i % 2 ? reach * 0.5 : reach),
    c2: at(i + 1, i % 2 ? -reach : -reach * 0.5),
    to: at(i + 1),
  }))
  return [{ kind: 'move', to: at(0) }, ...sides, { kind: 'close' }]
}

export const flower = defineShape({
  name: 'Flower',
  params: {
    petals: count('Petals', 3, 24, 6),
    depth: share('Depth', 0.05, 0.7, 0.35),
    full: share('Fullness', 0.1, 0.9, 0.65),
  },
  outline: ({ petals, depth, full }, size) => plain(fittedPath(flowerPath(petals, depth, full), size)),
  knobs: [{ param: 'depth', at: ({ petals, depth }, size) => polar(-90 + 180 / petals, 1 - depth, size) }],
})

/** Arcs that bulge over the sides of a regular polygon, the middle of one up. */
const scallopPath = (lobes: number, bulge: number): Path => {
  const at = (i: number): Point => unitVector(-90 + (360 * (i - 0.5)) / lobes)
  const half = Math.sin(Math.PI / lobes)
  const rise = bulge * half
  const radius = (half * half + rise * rise) / (2 * rise)
  const middle = Math.cos(Math.PI / lobes) + rise - radius
  const reach = 2 * toDegrees(Math.atan2(rise, half))
  const arcs = Array.from({ length: lobes }, (_, i): Segment => {
    const out = -90 + (360 * i) / lobes
    const { x, y } = unitVector(out)
    return {
      kind: 'arc',
      centre: { x: x * middle, y: y * middle },
      rx: radius,
      ry: radius,
      turn: 0,
      start: out - reach,
      sweep: 2 * reach,
    }
  })
  return [{ kind: 'move', to: at(0) }, ...arcs, { kind: 'close' }]
}

export const scallop = defineShape({
  name: 'Scallop',
  params: { lobes: count('Lobes', 3, 60, 12), bulge: share('Bulge', 0.1, 1, 0.8) },
  outline: ({ lobes, bulge }, size) => plain(fittedPath(scallopPath(lobes, bulge), size)),
  // Between two lobes.
  knobs: [
    {
      param: 'bulge',
      at: ({ lobes, bulge }, size) => {
        const reach = Math.cos(Math.PI / lobes) + bulge * Math.sin(Math.PI / lobes)
        return polar(-90 + 180 / lobes, 1 / reach, size)
      },
    },
  ],
})

const heartPath = (lobe: number, full: number, { w, h }: Size): Path => {
  const rise = lobe * h
  const y = -h / 2 + rise
  const down = h - rise
  const arc = (cx: number): Segment => ({
    kind: 'arc',
    centre: { x: cx, y },
    rx: w / 4,
    ry: rise,
    turn: 0,
    start: 180,
    sweep: 180,
  })
  return [
    { kind: 'move', to: { x: -w / 2, y } },
    arc(-w / 4),
    arc(w / 4),
    {
      kind: 'cubic',
      c1: { x: w / 2, y: y + down * full },
      c2: { x: w * 0.16, y: h / 2 - down * 0.24 },
      to: { x: 0, y: h / 2 },
    },
    {
      kind: 'cubic',
      c1: { x: -w * 0.16, y: h / 2 - down * 0.24 },
      c2: { x: -w / 2, y: y + down * full },
      to: { x: -w / 2, y },
    },
    { kind: 'close' },
  ]
}

export const heart = defineShape({
  name: 'Heart',
  params: { lobe: share('Lobes', 0.1, 0.5, 0.28), full: share('Fullness', 0.05, 0.8, 0.42) },
  outline: ({ lobe, full }, size) => plain(heartPath(lobe, full, size)),
  knobs: [
    { param: 'lobe', at: ({ lobe }, { h }) => ({ x: 0, y: -h / 2 + lobe * h }) },
    { param: 'full', at: ({ lobe, full }, { w, h }) => ({ x: w / 2, y: -h / 2 + h * (lobe + (1 - lobe) * full) }) },
  ],
})

const dropPath = (length: number): Path => {
  const half = toDegrees(Math.acos(1 / length))
  const start = -90 + half
  return [
    { kind: 'move', to: { x: 0, y: -length } },
    { kind: 'line', to: unitVector(start) },
    { kind: 'arc', centre: ORIGIN, rx: 1, ry: 1, turn: 0, start, sweep: 360 - 2 * half },
    { kind: 'close' },
  ]
}

export const drop = defineShape({
  name: 'Drop',
  params: { length: number('Point', 1.05, 4, 1.9) },
  outline: ({ length }, size) => plain(fittedPath(dropPath(length), size)),
  // Where the round part begins.
  knobs: [
    {
      param: 'length',
      at: ({ length }, { w, h }) => {
        const { x, y } = unitVector(-90 + toDegrees(Math.acos(1 / length)))
        return { x: (x * w) / 2, y: -h / 2 + ((length + y) * h) / (length + 1) }
      },
    },
  ],
  natural: ({ length }) => ({ x0: -1, y0: -length, x1: 1, y1: 1 }),
})

/** A circle from which an equal one, moved to the right by `shift` radii, is taken. */
const crescentPath = (shift: number): Path => {
  const half = toDegrees(Math.acos(shift / 2))
  return [
    { kind: 'move', to: unitVector(half) },
    { kind: 'arc', centre: ORIGIN, rx: 1, ry: 1, turn: 0, start: half, sweep: 360 - 2 * half },
    {
      kind: 'arc',
      centre: { x: shift, y: 0 },
      rx: 1,
      ry: 1,
      turn: 0,
      start: 180 + half,
      sweep: -2 * half,
    },
    { kind: 'close' },
  ]
}

export const crescent = defineShape({
  name: 'Crescent',
  params: { phase: share('Phase', 0.1, 1.7, 0.6) },
  outline: ({ phase }, size) => plain(fittedPath(crescentPath(phase), size)),
  // The middle of the inner edge, which lies at `phase − 1` between −1 and `phase / 2`.
  knobs: [{ param: 'phase', at: ({ phase }, { w }) => ({ x: (phase / (1 + phase / 2) - 0.5) * w, y: 0 }) }],
  natural: ({ phase }) => ({ x0: -1, y0: -1, x1: phase / 2, y1: 1 }),
})

const blobPath = (bumps: number, wildness: number, chance: number): Path => {
  const random = randomFrom(chance)
  const points = Array.from({ length: bumps }, (_, i) => {
    const { x, y } = unitVector((360 * (i + (random() - 0.5) * 0.5 * wildness)) / bumps - 90)
    const radius = 1 - 0.62 * wildness * random()
    return { x: x * radius, y: y * radius }
  })
  return smoothLoop(points)
}

export const blob = defineShape({
  name: 'Blob',
  params: { bumps: count('Bumps', 3, 16, 7), wildness: share('Wildness', 0, 1, 0.5), seed: seed() },
  outline: ({ bumps, wildness, seed: chance }, size) => plain(fittedPath(blobPath(bumps, wildness, chance), size)),
  // Its first bump.
  knobs: [
    {
      param: 'wildness',
      at: ({ bumps, wildness, seed: chance }, size) => {
        const [first] = fittedPath(blobPath(bumps, wildness, chance), size)
        return first?.kind === 'move' ? { x: first.to.x * 0.86, y: first.to.y * 0.86 } : ORIGIN
      },
    },
  ],
})

/** Two arcs over one upright chord, each with its greatest height `bulge` half chords. */
const leafPath = (bulge: number): Path => {
  const radius = (1 + bulge * bulge) / (2 * bulge)
  const half = toDegrees(Math.atan2(1, radius - bulge))
  const arc = (side: 1 | -1): Segment => ({
    kind: 'arc',
    centre: { x: side * (bulge - radius), y: 0 },
    rx: radius,
    ry: radius,
    turn: 0,
    start: side > 0 ? -half : 180 - half,
    sweep: 2 * half,
  })
  return [{ kind: 'move', to: { x: 0, y: -1 } }, arc(1), arc(-1), { kind: 'close' }]
}

export const leaf = defineShape({
  name: 'Leaf',
  params: { bulge: share('Roundness', 0.1, 1, 0.6) },
  outline: ({ bulge }, size) => plain(fittedPath(leafPath(bulge), size)),
  // On the right arc, halfway to the upper tip.
  knobs: [
    {
      param: 'bulge',
      at: ({ bulge }, { w, h }) => {
        const radius = (1 + bulge * bulge) / (2 * bulge)
        const x = bulge - radius + Math.sqrt(radius * radius - 0.25)
        return { x: ((x / bulge) * w) / 2, y: -h / 4 }
      },
    },
  ],
  natural: ({ bulge }) => ({ x0: -bulge, y0: -1, x1: bulge, y1: 1 }),
})

export const egg = defineShape({
  name: 'Egg',
  params: { waist: share('Widest at', 0.2, 0.8, 0.6) },
  outline: ({ waist }, { w, h }) => {
    const y = (waist - 0.5) * h
    const half = (ry: number, start: number): Segment => ({
      kind: 'arc',
      centre: { x: 0, y },
      rx: w / 2,
      ry,
      turn: 0,
      start,
      sweep: 180,
    })
    return plain([
      { kind: 'move', to: { x: -w / 2, y } },
      half(waist * h, 180),
      half((1 - waist) * h, 0),
      { kind: 'close' },
    ])
  },
  knobs: [{ param: 'waist', at: ({ waist }, { w, h }) => ({ x: w * 0.4, y: (waist - 0.5) * h }) }],
})
