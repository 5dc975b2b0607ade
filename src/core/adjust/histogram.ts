import { CHANNELS } from '@/core/adjust/plate'

/** How many pixels have each value, for red, green, blue and lightness. Nearly transparent pixels don't count. */
export interface Histogram {
  readonly red: readonly number[]
  readonly green: readonly number[]
  readonly blue: readonly number[]
  readonly light: readonly number[]
  /** Pixels counted. */
  readonly count: number
}

export const HISTOGRAM_BINS = 64
const PER_BIN = 256 / HISTOGRAM_BINS
const OPAQUE_ENOUGH = 16

/** Counts RGBA pixels into 64 bins a channel, of 4 values each. Lightness is that of W3C Filter Effects, grayscale. */
export const histogramOf = (data: Uint8ClampedArray): Histogram => {
  const bins = (): number[] => new Array<number>(HISTOGRAM_BINS).fill(0)
  const [red, green, blue, light] = [bins(), bins(), bins(), bins()]
  let count = 0
  const add = (to: number[], value: number): void => {
    const bin = Math.min(HISTOGRAM_BINS - 1, Math.floor(value / PER_BIN))
    to[bin] = (to[bin] ?? 0) + 1
  }
  for (let i = 0; i < data.length; i += CHANNELS) {
    if ((data[i + 3] ?? 0) < OPAQUE_ENOUGH) continue
    const [r, g, b] = [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0]
    add(red, r)
    add(green, g)
    add(blue, b)
    add(light, 0.2126 * r + 0.7152 * g + 0.0722 * b)
    count += 1
  }
  return { red, green, blue, light, count }
}
