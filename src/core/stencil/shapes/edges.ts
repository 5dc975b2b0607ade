import { randomFrom } from '@/core/random'
import { centredRect, cornersOf } from '@/core/geometry/rect'
import { directionOf } from '@/core/geometry/angle'
import { distance, subtract, type Point, type Size } from '@/core/geometry/vector'
import { polygonPath, type Outline, type Path, type Segment } from '@/core/path/path'
import { count, defineShape, measure, measured, seed, share } from '@/core/stencil/params'
import { fittedPath } from '@/core/stencil/fitted'
import { hermiteSegments, type Along } from '@/core/stencil/smooth'

const plain = (path: Path): Outline => ({ path, fillRule: 'nonzero' })

/** Which sides of a sheet of paper are worked: top, right, bottom, left. */
const EDGES = { all: [1, 1, 1, 1], bottom: [0, 0, 1, 0], 'top and bottom': [1, 0, 1, 0], ends: [0, 1, 0, 1] } as const
const EDGE_NAMES = ['all', 'bottom', 'top and bottom', 'ends'] as const
type EdgeName = (typeof EDGE_NAMES)[number]

/** The sides of a box clockwise from the top, each from corner to corner. */
const sidesOf = (size: Size): readonly (readonly [Point, Point])[] => {
  const corners = cornersOf(centredRect(size))
  return corners.map((from, i) => [from, corners[(i + 1) % 4] ?? from])
}

const between = (p: Point, q: Point, t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })

const MOST_HOLES = 300

/** Half round holes along a side, evenly pitched, none on a corner. */
const perforated = ([from, to]: readonly [Point, Point], tooth: number): readonly Segment[] => {
  const length = distance(from, to)
  const holes = Math.min(MOST_HOLES, Math.max(1, Math.floor(length / (tooth * 1.6))))
  const radius = Math.min(tooth / 2, (length / holes) * 0.45)
  const along = directionOf(subtract(to, from))
  return [
    ...Array.from({ length: holes }, (_, i): Segment => ({
      kind: 'arc',
      centre: between(from, to, (i + 0.5) / holes),
      rx: radius,
      ry: radius,
      turn: 0,
      start: along + 180,
      sweep: -180,
    })),
    { kind: 'line', to },
  ]
}

export const stamp = defineShape({
  name: 'Stamp',
  params: { tooth: measure('Holes', 0.3, 0.07) },
  outline: ({ tooth }, size) => {
    const short = Math.min(size.w, size.h)
    const width = Math.min(short * 0.4, Math.max(short * 0.01, measured(tooth, size)))
    return plain([
      { kind: 'move', to: { x: -size.w / 2, y: -size.h / 2 } },
      ...sidesOf(size).flatMap((side) => perforated(side, width)),
      { kind: 'close' },
    ])
  },
  knobs: [{ param: 'tooth', at: ({ tooth }, size) => ({ x: -size.w * 0.3 + measured(tooth, size), y: -size.h / 2 }) }],
})

const LEVELS = 7

/** A rough line from 0 to 0 with values in [0, 1]: midpoints displaced by half as much at each level, `rough` of it. */
const roughLine = (random: () => number, rough: number): readonly number[] => {
  let line: readonly number[] = [0, 0]
  for (let level = 0; level < LEVELS; level += 1) {
    const reach = Math.pow(0.35 + 0.5 * rough, level)
    line = line.flatMap((value, i) => {
      const next = line[i + 1]
      return next === undefined ? [value] : [value, (value + next) / 2 + (random() - 0.5) * reach]
    })
  }
  const [low, high] = [Math.min(...line), Math.max(...line)]
  return line.map((value) => (high > low ? (value - low) / (high - low) : 0))
}

const torePoints = (depth: number, rough: number, chance: number, edges: EdgeName, size: Size): readonly Point[] => {
  const deep = depth * Math.min(size.w, size.h)
  const torn = EDGES[edges]
  return sidesOf(size).flatMap(([from, to], i) => {
    if (!torn[i]) return [from]
    const line = roughLine(randomFrom(chance * 4 + i), rough)
    const length = distance(from, to)
    const inward = { x: (-(to.y - from.y) / length) * deep, y: ((to.x - from.x) / length) * deep }
    return line.slice(0, -1).map((value, k) => {
      const share = k / (line.length - 1)
      const at = between(from, to, share)
      // Toward its ends a tear comes back to the corner of the paper.
      const eased = value * Math.min(1, Math.min(share, 1 - share) * 12)
      return { x: at.x + inward.x * eased, y: at.y + inward.y * eased }
    })
  })
}

const edgeChoice = { type: 'choice', label: 'Edges', options: EDGE_NAMES } as const

/** As deep as the edge goes, a quarter along the foot, or along an end where the foot is whole. */
const depthKnob = (depth: number, edges: EdgeName, size: Size): Point => {
  const deep = depth * Math.min(size.w, size.h)
  return edges === 'ends' ? { x: -size.w / 2 + deep, y: size.h / 4 } : { x: size.w / 4, y: size.h / 2 - deep }
}

export const torn = defineShape({
  name: 'Torn paper',
  params: {
    depth: share('Depth', 0.01, 0.3, 0.06),
    rough: share('Roughness', 0, 1, 0.5),
    edges: { ...edgeChoice, initial: 'all' },
    seed: seed(),
  },
  outline: ({ depth, rough, edges, seed: chance }, size) =>
    plain(fittedPath(polygonPath(torePoints(depth, rough, chance, edges, size)), size)),
  knobs: [{ param: 'depth', at: ({ depth, edges }, size) => depthKnob(depth, edges, size) }],
})

/** A wavy line along a side: a sine of `waves` periods and the amplitude given, in quarter waves. */
const wavySide = ([from, to]: readonly [Point, Point], waves: number, amplitude: number): readonly Segment[] => {
  const quarters = waves * 4
  const length = distance(from, to)
  const [along, across] = [
    { x: (to.x - from.x) / length, y: (to.y - from.y) / length },
    { x: -(to.y - from.y) / length, y: (to.x - from.x) / length },
  ]
  const points = Array.from({ length: quarters + 1 }, (_, i): Along => {
    const angle = (i * Math.PI) / 2
    const rise = amplitude * Math.sin(angle)
    const steep = amplitude * Math.cos(angle) * 2 * Math.PI * waves
    const at = between(from, to, i / quarters)
    return {
      at: { x: at.x + across.x * rise, y: at.y + across.y * rise },
      speed: { x: along.x * length + across.x * steep, y: along.y * length + across.y * steep },
    }
  })
  return hermiteSegments(points, 1 / quarters)
}

export const wave = defineShape({
  name: 'Wave',
  params: { waves: count('Waves', 1, 20, 2), depth: share('Depth', 0.02, 0.45, 0.12) },
  outline: ({ waves, depth }, size) => {
    const amplitude = (depth * size.h) / 2
    const inner = { w: size.w, h: size.h - 2 * amplitude }
    const [top, right, bottom] = sidesOf(inner)
    if (!top || !right || !bottom) return plain([])
    return plain([
      { kind: 'move', to: top[0] },
      ...wavySide(top, waves, amplitude),
      { kind: 'line', to: right[1] },
      ...wavySide(bottom, waves, amplitude),
      { kind: 'close' },
    ])
  },
  knobs: [{ param: 'depth', at: ({ depth }, { w, h }) => ({ x: -w * 0.3, y: (-h / 2) * (1 - depth) }) }],
})

/** Teeth as pinking shears cut them along a side: from the edge inward and back. */
const pinked = ([from, to]: readonly [Point, Point], teeth: number, depth: number): readonly Point[] => {
  const length = distance(from, to)
  const inward = { x: (-(to.y - from.y) / length) * depth, y: ((to.x - from.x) / length) * depth }
  return Array.from({ length: teeth * 2 }, (_, i) => {
    const at = between(from, to, i / (teeth * 2))
    return i % 2 ? { x: at.x + inward.x, y: at.y + inward.y } : at
  })
}

export const pinking = defineShape({
  name: 'Pinked edge',
  params: {
    teeth: count('Teeth', 2, 60, 14),
    depth: share('Depth', 0.01, 0.3, 0.05),
    edges: { ...edgeChoice, initial: 'all' },
  },
  outline: ({ teeth, depth, edges }, size) => {
    const deep = depth * Math.min(size.w, size.h)
    const cut = EDGES[edges]
    const points = sidesOf(size).flatMap((side, i) => {
      const longest = Math.max(size.w, size.h)
      const number = Math.max(1, Math.round((teeth * distance(side[0], side[1])) / longest))
      return cut[i] ? pinked(side, number, deep) : [side[0]]
    })
    return plain(polygonPath(points))
  },
  knobs: [{ param: 'depth', at: ({ depth, edges }, size) => depthKnob(depth, edges, size) }],
})
