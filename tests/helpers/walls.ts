import { quadToUnit, type Homography } from '@/core/geometry/homography'
import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'
import type { Pixels } from '@/core/region/field'
import { randomFrom } from '@/core/random'
import { blurPlane } from '@/core/adjust/blur'

// Reached once: a global is slow to reach from within a test's own context.
const { floor, hypot, sin, cos, max, min } = Math

export interface Wall {
  readonly pixels: Pixels
  /** What hangs there, from the left upper corner clockwise. */
  readonly quads: readonly Quad[]
  /** Radius of their corners as a share of their shorter side, as seen. */
  readonly rounded: number
  /** A press on each of them, clear of what stands before it. */
  readonly presses: readonly Point[]
  /** A place where only wall is. */
  readonly bare: Point
}

export interface WallLook {
  readonly noise: number
  readonly shade: number
  readonly blur: number
  readonly rounded: number
  readonly isHidden: boolean
}

const W = 420
const H = 300
const SAMPLES = 2

const mix = (a: number, b: number, t: number): number => a + (b - a) * t

/** Is a point of the unit square within its corners, rounded by a radius in units of its sides? */
const isWithin = (u: number, v: number, rx: number, ry: number): boolean => {
  if (u < 0 || v < 0 || u > 1 || v > 1) return false
  if (rx <= 0) return true
  const dx = max(0, max(rx - u, u - (1 - rx))) / rx
  const dy = max(0, max(ry - v, v - (1 - ry))) / ry
  return hypot(dx, dy) <= 1
}

interface Hung {
  readonly quad: Quad
  readonly toUnit: Homography
  readonly rx: number
  readonly ry: number
  readonly colour: readonly [number, number, number]
}

/** A quad somewhere about a middle, seen from the side. */
const someQuad = (random: () => number, cx: number, cy: number, size: number): Quad => {
  const [w, h] = [size * (0.7 + 0.6 * random()), size * (0.7 + 0.5 * random())]
  const turn = (random() - 0.5) * 0.5
  const jitter = (): number => (random() - 0.5) * 0.34 * size
  const corner = (x: number, y: number): Point => {
    const [px, py] = [x * w + jitter(), y * h + jitter()]
    return { x: cx + px * cos(turn) - py * sin(turn), y: cy + px * sin(turn) + py * cos(turn) }
  }
  return [corner(-0.5, -0.5), corner(0.5, -0.5), corner(0.5, 0.5), corner(-0.5, 0.5)]
}

/** A wall with two plain things on it, by a seed: shaded, noisy, blurred, their corners rounded, one of them partly hidden. */
export const renderWall = (seed: number, look: WallLook): Wall => {
  const random = randomFrom(seed)
  const wall = [120 + 100 * random(), 120 + 100 * random(), 120 + 100 * random()] as const
  const darker = random() < 0.5
  const before: readonly [number, number, number] = darker ? [225, 215, 120] : [60, 85, 40]
  const hung = [W * 0.28, W * 0.72].map((cx): Hung => {
    const quad = someQuad(random, cx, H * 0.5, 105)
    const away = (channel: number): number =>
      darker ? max(5, channel - 75 - 40 * random()) : min(250, channel + 45 + 40 * random())
    const [a, b] = [
      hypot(quad[1].x - quad[0].x, quad[1].y - quad[0].y),
      hypot(quad[3].x - quad[0].x, quad[3].y - quad[0].y),
    ]
    const radius = look.rounded * min(a, b)
    const colour = [away(wall[0]), away(wall[1]), away(wall[2])] as const
    return { quad, toUnit: quadToUnit(quad), rx: radius / a, ry: radius / b, colour }
  })
  // Something of another colour before two fifths of the first one's lower edge.
  const first = hung[0]?.quad ?? someQuad(random, 0, 0, 1)
  const foot = { x: mix(first[3].x, first[2].x, 0.6), y: mix(first[3].y, first[2].y, 0.6) }
  const hides = 0.2 * hypot(first[2].x - first[3].x, first[2].y - first[3].y)
  const colourAt = (x: number, y: number): readonly [number, number, number] => {
    if (look.isHidden && hypot(x - foot.x, (y - foot.y) * 1.3) < hides) return before
    for (const { toUnit, rx, ry, colour } of hung) {
      const [a, b, c, d, e, f, g, h, i] = toUnit
      const w = g * x + h * y + i
      if (isWithin((a * x + b * y + c) / w, (d * x + e * y + f) / w, rx, ry)) return colour
    }
    return wall
  }
  const planes = [0, 1, 2].map(() => new Float32Array(W * H))
  for (let y = 0, at = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1, at += 1) {
      let [r, g, b] = [0, 0, 0]
      for (let j = 0; j < SAMPLES * SAMPLES; j += 1) {
        const colour = colourAt(x + ((j % SAMPLES) + 0.5) / SAMPLES, y + (floor(j / SAMPLES) + 0.5) / SAMPLES)
        r += colour[0]
        g += colour[1]
        b += colour[2]
      }
      const light = 1 + look.shade * ((x / W - 0.5) * 0.8 + (y / H - 0.5) * 0.6)
      const k = light / (SAMPLES * SAMPLES)
      const [pr, pg, pb] = planes
      if (pr && pg && pb) [pr[at], pg[at], pb[at]] = [r * k, g * k, b * k]
    }
  const seen = planes.map((plane) => (look.blur > 0 ? blurPlane(plane, W, H, look.blur) : plane))
  const data = new Uint8ClampedArray(W * H * 4)
  for (let i = 0; i < W * H; i += 1) {
    for (let k = 0; k < 3; k += 1) data[i * 4 + k] = (seen[k]?.[i] ?? 0) + (random() + random() - 1) * look.noise * 1.7
    data[i * 4 + 3] = 255
  }
  const presses = hung.map(({ quad }) => ({
    x: quad.reduce((sum, p) => sum + p.x, 0) / 4,
    y: quad.reduce((sum, p) => sum + p.y, 0) / 4 - 12,
  }))
  return {
    pixels: { data, width: W, height: H },
    quads: hung.map(({ quad }) => quad),
    rounded: look.rounded,
    presses,
    bare: { x: W / 2, y: 8 },
  }
}
