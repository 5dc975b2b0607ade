import { CHANNELS } from '@/core/adjust/plate'
import type { Homography } from '@/core/geometry/homography'
import { OpaquePixels, type Run } from '@/core/warp/opaque'
import type { Quad } from '@/core/geometry/quad'

/** Pixels as a canvas gives them: red, green, blue, alpha, colours not multiplied by it. */
export interface WarpPixels {
  readonly data: Uint8ClampedArray
  readonly width: number
  readonly height: number
}

/** So many source pixels may lie between two samples: exports see each of them, previews every second. */
export const SAMPLING = { best: 1, quick: 2 } as const

// Asked for at every sample.
const { ceil, floor, max, min, sqrt } = Math

/** Samples along each side of a pixel, at most: what lies farther away is a speck. */
const MOST_SAMPLES = 64
/** One sample is linear between two pixels each way: it sees this many of them well enough. */
const ONE_SEES = 1.4
/** Pixels of the target over which a footprint is taken to be the same. */
const BLOCK = 32

/** The sum of samples: colours by their alpha, and alpha. */
class Sums {
  r = 0
  g = 0
  b = 0
  a = 0

  constructor(private readonly source: WarpPixels) {}

  private clear(): void {
    this.r = this.g = this.b = this.a = 0
  }

  /** Adds the colour at a place of the source, from the four pixels about it; beyond its edges they repeat. */
  private add(u: number, v: number): void {
    const { data, width, height } = this.source
    // The centre of the first pixel lies at a half.
    const x = min(width - 1, max(0, u - 0.5))
    const y = min(height - 1, max(0, v - 0.5))
    const left = x | 0
    const top = y | 0
    const s = x - left
    const t = y - top
    const p = (top * width + left) * CHANNELS
    const q = left + 1 < width ? p + CHANNELS : p
    const below = top + 1 < height ? width * CHANNELS : 0
    const m = p + below
    const n = q + below
    const wp = (1 - s) * (1 - t) * (data[p + 3] ?? 0)
    const wq = s * (1 - t) * (data[q + 3] ?? 0)
    const wm = (1 - s) * t * (data[m + 3] ?? 0)
    const wn = s * t * (data[n + 3] ?? 0)
    this.a += wp + wq + wm + wn
    this.r += wp * (data[p] ?? 0) + wq * (data[q] ?? 0) + wm * (data[m] ?? 0) + wn * (data[n] ?? 0)
    this.g += wp * (data[p + 1] ?? 0) + wq * (data[q + 1] ?? 0) + wm * (data[m + 1] ?? 0) + wn * (data[n + 1] ?? 0)
    this.b += wp * (data[p + 2] ?? 0) + wq * (data[q + 2] ?? 0) + wm * (data[m + 2] ?? 0) + wn * (data[n + 2] ?? 0)
  }

  /** Paints a run of a row. */
  paint([a, b, c, d, e, f, g, h, i]: Homography, run: Run, out: Uint8ClampedArray, width: number): void {
    const { from, to, y, across, down } = run
    for (let x = from; x < to; x += 1) {
      this.clear()
      for (let k = 0; k < down; k += 1) {
        const py = y + (k + 0.5) / down
        for (let j = 0; j < across; j += 1) {
          const px = x + (j + 0.5) / across
          const w = g * px + h * py + i
          if (w > 0) this.add((a * px + b * py + c) / w, (d * px + e * py + f) / w)
        }
      }
      this.put(out, (y * width + x) * CHANNELS, across * down)
    }
  }

  /** The mean of so many samples, rounded, as a pixel. */
  private put(out: Uint8ClampedArray, at: number, count: number): void {
    if (this.a <= 0) return
    out[at] = this.r / this.a
    out[at + 1] = this.g / this.a
    out[at + 2] = this.b / this.a
    out[at + 3] = this.a / count
  }
}

/** How many samples the sides of a target pixel are worth, where its centre is x, y. */
const samplesAt = (
  [a, b, c, d, e, f, g, h, i]: Homography,
  x: number,
  y: number,
  step: number,
): readonly [number, number] => {
  const w = g * x + h * y + i
  if (!(w > 0)) return [1, 1]
  const [u, v] = [(a * x + b * y + c) / w, (d * x + e * y + f) / w]
  const of = (p: number, q: number): number => {
    const length = sqrt(p * p + q * q) / (w * step)
    return length <= ONE_SEES ? 1 : min(MOST_SAMPLES, ceil(length - 1e-6))
  }
  return [of(a - u * g, d - v * g), of(b - u * h, e - v * h)]
}

export interface WarpTarget {
  readonly width: number
  readonly height: number
  /** Target pixels → source pixels, counted from their left upper corners. */
  readonly inverse: Homography
  /** Source pixels between samples. */
  readonly step?: number
  /** Only what lies in these corners of the target, and a little around them, is wanted; the rest stays clear. */
  readonly within?: Quad
}

/** Pixels beyond corners that belong to what lies in them: edges run through them. */
const RIM = 2

/** From where to where a row of the target lies within corners. */
const runOf = (corners: Quad, y: number, width: number): readonly [number, number] => {
  let [from, to] = [Infinity, -Infinity]
  for (const [i, p] of corners.entries()) {
    const q = corners[(i + 1) % corners.length] ?? p
    // Where the side crosses the row, with a rim above and beneath.
    const [low, high] = p.y < q.y ? [p, q] : [q, p]
    if (high.y < y - RIM || low.y > y + 1 + RIM) continue
    const at = (edge: number): number => {
      const share = high.y === low.y ? 0 : min(1, max(0, (edge - low.y) / (high.y - low.y)))
      return low.x + (high.x - low.x) * share
    }
    const ends = high.y === low.y ? [low.x, high.x] : [at(y - RIM), at(y + 1 + RIM)]
    from = min(from, ...ends)
    to = max(to, ...ends)
  }
  return from > to ? [0, 0] : [max(0, floor(from - RIM)), min(width, ceil(to + RIM))]
}

/** Paints runs of a target from one source, each through a projective map of its own. */
export class Runs {
  readonly data: Uint8ClampedArray<ArrayBuffer>
  private readonly words: Int32Array
  private readonly opaque: OpaquePixels | null
  private readonly sums: Sums

  constructor(
    source: WarpPixels,
    readonly width: number,
    readonly height: number,
    private readonly step: number = SAMPLING.best,
  ) {
    this.data = new Uint8ClampedArray(width * height * CHANNELS)
    this.words = new Int32Array(this.data.buffer)
    this.opaque = OpaquePixels.of(source.data, source.width, source.height)
    this.sums = new Sums(source)
  }

  /** Paints a part of a row, over which a footprint is taken to be the same. */
  paint(inverse: Homography, from: number, to: number, y: number): void {
    const [across, down] = samplesAt(inverse, (from + to) / 2, y + 0.5, this.step)
    const run = { from, to, y, across, down }
    if (this.opaque?.holds(inverse, run)) this.opaque.paint(inverse, run, this.words, y * this.width + from)
    else this.sums.paint(inverse, run, this.data, this.width)
  }
}

/**
 * Pixels through a projective map: each pixel of the target is the mean of samples spread evenly over it, so many along each
 * of its sides as it covers pixels of the source that way, each taken linearly between four. Where it covers no more than
 * one, that is linear interpolation; where it shrinks, in one direction or both, the mean over what it covers. Beyond the
 * source its edge repeats; what lies behind the eye stays clear.
 */
export const resample = (source: WarpPixels, { width, height, inverse, step, within }: WarpTarget) => {
  const runs = new Runs(source, width, height, step)
  for (let y = 0; y < height; y += 1) {
    const [first, last] = within ? runOf(within, y, width) : [0, width]
    for (let from = first; from < last; from += BLOCK) runs.paint(inverse, from, min(last, from + BLOCK), y)
  }
  return { data: runs.data, width, height }
}
