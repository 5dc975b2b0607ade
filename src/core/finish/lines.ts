import type { Point } from '@/core/geometry/vector'
import { randomFrom } from '@/core/random'
import type { Outline, Path, Segment } from '@/core/path/path'
import { partsAlong, tracksOf, type Track } from '@/core/finish/along'
import type { StrokeLine, StrokeSide } from '@/core/finish/layers'

/** How far from the outline the middle of a stroke runs, outward positive. */
export const middleOffset = (width: number, side: StrokeSide): number =>
  side === 'inside' ? -width / 2 : side === 'outside' ? width / 2 : 0

const offsetPoint = (track: Track, s: number, off: number): Point => {
  const { at, outward } = track.place(s)
  return { x: at.x + outward.x * off, y: at.y + outward.y * off }
}

const disc = ({ x, y }: Point, radius: number): readonly Segment[] => [
  { kind: 'move', to: { x: x + radius, y } },
  { kind: 'arc', centre: { x, y }, rx: radius, ry: radius, turn: 0, start: 0, sweep: 360 },
  { kind: 'close' },
]

/** Round dots of the stroke's width along every contour, a whole number of them, spaced alike. */
export const dotsAlong = (outline: Outline, width: number, gap: number, side: StrokeSide): Outline => {
  const off = middleOffset(width, side)
  const path: Path = tracksOf(outline).flatMap((track) => {
    const count = partsAlong(track.length, width + gap)
    return Array.from({ length: count }, (_, i) =>
      disc(offsetPoint(track, (track.length * i) / count, off), width / 2),
    ).flat()
  })
  return { path, fillRule: 'nonzero' }
}

/** Dash and gap stretched so that a whole number of pairs goes round a contour of this length. */
export const fittedDashes = (length: number, dash: number, gap: number): readonly [number, number] => {
  const pair = dash + gap
  const scale = pair > 0 ? length / partsAlong(length, pair) / pair : 1
  return [dash * scale, gap * scale]
}

/** One bristle: an open line, its width, and how much paint it carries. */
export interface Bristle {
  readonly path: Path
  readonly width: number
  readonly strength: number
}

type Brush = Extract<StrokeLine, { kind: 'brushed' }>

/** Points of a bristle stand this far apart, as a share of the stroke's width. */
const STEP = 0.35
/** Waves of a bristle's wandering round one contour, and how far it wanders as a share of the width. */
const WAVES = 9
const WANDER = 0.05

const openLine = (points: readonly Point[]): Path =>
  points.map((to, i): Segment => ({ kind: i === 0 ? 'move' : 'line', to }))

/** The stretches of a contour on which a bristle touches, as shares of its length: the drier, the more gaps. */
const touches = (random: () => number, dryness: number): readonly (readonly [number, number])[] => {
  const start = random()
  const gaps = Math.round(random() * dryness * 5)
  if (gaps === 0) return [[start, start + 1]]
  const cuts = Array.from({ length: gaps }, () => random()).sort((p, q) => p - q)
  return cuts.map((cut, i) => {
    const next = cuts[i + 1] ?? (cuts[0] ?? 0) + 1
    const skip = (next - cut) * dryness * (0.15 + 0.5 * random())
    return [start + cut + skip, start + next]
  })
}

const bristlesOf = (track: Track, width: number, side: StrokeSide, brush: Brush, random: () => number): Bristle[] => {
  const middle = middleOffset(width, side)
  const step = Math.max(width * STEP, track.length / 4000)
  return Array.from({ length: brush.bristles }, (_, k) => {
    const across = ((k + 0.5) / brush.bristles - 0.5) * width * 0.92
    const [phase, waves] = [random() * Math.PI * 2, Math.ceil(random() * WAVES)]
    const wide = (width / brush.bristles) * (0.7 + 1.1 * random())
    const strength = 1 - brush.dryness * 0.55 * random()
    const wander = (s: number): number => width * WANDER * Math.sin((s / track.length) * Math.PI * 2 * waves + phase)
    return touches(random, brush.dryness).map(([from, to]): Bristle => {
      const length = (to - from) * track.length
      const count = Math.max(2, Math.ceil(length / step))
      const points = Array.from({ length: count + 1 }, (_unused, i) => {
        const s = from * track.length + (length * i) / count
        return offsetPoint(track, s, middle + across + wander(s))
      })
      return { path: openLine(points), width: wide, strength }
    })
  }).flat()
}

/** The bristles of a brush drawn once round every contour; the same for the same seed. */
export const bristlesAlong = (outline: Outline, width: number, side: StrokeSide, brush: Brush): readonly Bristle[] => {
  const random = randomFrom(brush.seed)
  return tracksOf(outline).flatMap((track) => bristlesOf(track, width, side, brush, random))
}
