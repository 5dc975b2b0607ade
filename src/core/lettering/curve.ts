import { normalTurn, toDegrees, toRadians, unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import type { Curve } from '@/core/lettering/settings'

/** A place on a baseline, and the direction in which it runs there, in degrees clockwise. */
export interface Spot extends Point {
  readonly turn: number
}

/** Where along a baseline: `x` along it, `y` beneath the first. */
export type Baseline = (x: number, y: number) => Spot

/** A straight baseline: every spot stays where it is. */
export const straight: Baseline = (x, y) => ({ x, y, turn: 0 })

/** Less bend than this is none, in degrees. */
const LEAST_BEND = 1e-3
/** The radius of an inner line never falls below this share of the first one's. */
const LEAST_RADIUS = 0.05

/**
 * An arc over which the width turns by `bend`, through the first baseline's middle. Each line keeps its own length: it
 * lies on a circle about the same centre.
 */
const arc = (bend: number, middle: number, width: number): Baseline => {
  const radius = width / toRadians(bend)
  const least = Math.abs(radius) * LEAST_RADIUS
  return (x, y) => {
    const own = radius - y
    const r = Math.sign(radius) * Math.max(least, own * Math.sign(radius))
    const turn = toDegrees((x - middle) / r)
    const at = unitVector(turn)
    return { x: middle + r * at.y, y: radius - r * at.x, turn: normalTurn(turn) }
  }
}

/** Samples of a wave's length over one width. */
const SAMPLES = 512

interface Sample extends Point {
  /** Length of the curve up to here. */
  readonly along: number
}

/** The first baseline's wave as points with its length, over the width and half of it on both sides. */
const waveSamples = (at: (x: number) => number, middle: number, width: number): readonly Sample[] => {
  const from = middle - width
  const step = (2 * width) / (2 * SAMPLES)
  const samples: Sample[] = []
  for (let i = 0; i <= 2 * SAMPLES; i += 1) {
    const x = from + i * step
    const y = at(x)
    const last = samples.at(-1)
    samples.push({ x, y, along: last ? last.along + Math.hypot(x - last.x, y - last.y) : 0 })
  }
  return samples
}

const sampleAt = (samples: readonly Sample[], along: number): Point => {
  let [low, high] = [0, samples.length - 1]
  while (high - low > 1) {
    const mid = (low + high) >> 1
    if ((samples[mid]?.along ?? 0) <= along) low = mid
    else high = mid
  }
  const [p, q] = [samples[low], samples[high]]
  if (!p || !q) return { x: 0, y: 0 }
  const share = (along - p.along) / (q.along - p.along)
  return { x: p.x + (q.x - p.x) * share, y: p.y + (q.y - p.y) * share }
}

/** A sine wave through the first baseline's middle; letters keep their distances along it. Further lines are shifted down. */
const wave = (height: number, waves: number, middle: number, width: number): Baseline => {
  const pace = (2 * Math.PI * waves) / width
  const rise = (x: number): number => -height * Math.sin((x - middle) * pace)
  const samples = waveSamples(rise, middle, width)
  const centre = (samples.at(samples.length >> 1)?.along ?? 0) - middle
  return (x, y) => {
    const p = sampleAt(samples, x + centre)
    const slope = -height * pace * Math.cos((p.x - middle) * pace)
    return { x: p.x, y: p.y + y, turn: toDegrees(Math.atan(slope)) }
  }
}

/** The baseline of a curve over a width about its middle. `em` is the size of one em in the same units. */
export const baselineOf = (curve: Curve | undefined, middle: number, width: number, em: number): Baseline => {
  if (!curve || !(width > 0)) return straight
  if (curve.kind === 'arc') return Math.abs(curve.bend) < LEAST_BEND ? straight : arc(curve.bend, middle, width)
  return curve.height === 0 ? straight : wave(curve.height * em, curve.waves, middle, width)
}
