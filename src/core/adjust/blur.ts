/**
 * Gaussian blurs of planes of values; edges are repeated outward. Small deviations are convolved with the Gaussian itself;
 * for larger ones the plane is shrunk to means of squares first, and what that blurs by itself is taken off: the larger the
 * deviation, the less there is to do. Within 2% of the Gaussian's own formula.
 */

/** Under this deviation, in pixels, nothing changes. */
export const LEAST_BLUR = 0.15
/** A plane is shrunk as long as its blur is still at least as large as this, in pixels. */
const SMALLEST_SHRUNK = 2
const MOST_SHRUNK = 64

/** A line with its ends repeated on both sides, put into `to`. */
const extended = (from: Float32Array, start: number, width: number, to: Float32Array, by: number): void => {
  to.fill(from[start] as number, 0, by)
  to.set(from.subarray(start, start + width), by)
  to.fill(from[start + width - 1] as number, by + width)
}

/** Half of the kernel, its middle first, so that the whole adds to 1. */
export const blurKernel = (deviation: number): Float32Array => {
  if (deviation < LEAST_BLUR) return Float32Array.of(1)
  const reach = Math.max(1, Math.ceil(3 * deviation))
  const weights = Array.from({ length: reach + 1 }, (_, i) => Math.exp((-i * i) / (2 * deviation * deviation)))
  const total = weights.reduce((sum, weight, i) => sum + (i === 0 ? weight : 2 * weight), 0)
  return Float32Array.from(weights, (weight) => weight / total)
}

/** By the Gaussian's own weights: weight by weight over a whole row, so that all goes along rows as values lie. */
const weighed = (plane: Float32Array, width: number, height: number, deviation: number): Float32Array => {
  const kernel = blurKernel(deviation)
  const reach = kernel.length - 1
  const middle = kernel[0] as number
  const across = new Float32Array(plane.length)
  const line = new Float32Array(width + 2 * reach)
  for (let y = 0; y < height; y += 1) {
    extended(plane, y * width, width, line, reach)
    const to = across.subarray(y * width, (y + 1) * width)
    for (let x = 0; x < width; x += 1) to[x] = middle * (line[x + reach] as number)
    for (let k = 1; k <= reach; k += 1) {
      const weight = kernel[k] as number
      const [left, right] = [reach - k, reach + k]
      for (let x = 0; x < width; x += 1)
        to[x] = (to[x] as number) + weight * ((line[x + left] as number) + (line[x + right] as number))
    }
  }
  const out = new Float32Array(plane.length)
  const rowAt = (y: number): Float32Array => {
    const start = (y < 0 ? 0 : y >= height ? height - 1 : y) * width
    return across.subarray(start, start + width)
  }
  for (let y = 0; y < height; y += 1) {
    const [own, to] = [rowAt(y), out.subarray(y * width, (y + 1) * width)]
    for (let x = 0; x < width; x += 1) to[x] = middle * (own[x] as number)
    for (let k = 1; k <= reach; k += 1) {
      const weight = kernel[k] as number
      const [above, below] = [rowAt(y - k), rowAt(y + k)]
      for (let x = 0; x < width; x += 1)
        to[x] = (to[x] as number) + weight * ((above[x] as number) + (below[x] as number))
    }
  }
  return out
}

/** How many squares of `by` values cover so many, with one more at each end: that repeats the edge, and no more. */
export const squaresOver = (count: number, by: number): number => Math.ceil(count / by) + 2

/** A plane of the means of squares of `by` × `by` values, with squares around it that repeat the edge. */
const shrunk = (plane: Float32Array, width: number, height: number, by: number): Float32Array => {
  const [w, h] = [squaresOver(width, by), squaresOver(height, by)]
  const small = new Float32Array(w * h)
  const weight = 1 / (by * by)
  const within = (i: number, count: number): number => (i < 0 ? 0 : i >= count ? count - 1 : i)
  for (let y = -by; y < (h - 1) * by; y += 1) {
    const row = within(y, height) * width
    const to = Math.floor(y / by + 1) * w
    for (let x = 0; x < w; x += 1) {
      const start = (x - 1) * by
      let sum = 0
      if (start >= 0 && start + by <= width) for (let i = start; i < start + by; i += 1) sum += plane[row + i] as number
      else for (let i = start; i < start + by; i += 1) sum += plane[row + within(i, width)] as number
      small[to + x] = (small[to + x] as number) + sum * weight
    }
  }
  return small
}

/** Where values lie among the means of squares of `by` values: the mean before, and how far on the next is. */
const placesOf = (count: number, by: number): { readonly before: Int32Array; readonly share: Float32Array } => {
  const before = new Int32Array(count)
  const share = new Float32Array(count)
  for (let i = 0; i < count; i += 1) {
    const at = (i + 0.5) / by + 0.5
    before[i] = Math.floor(at)
    share[i] = at - Math.floor(at)
  }
  return { before, share }
}

/** Means of squares at full size again, going evenly from one to the next. */
const grown = (small: Float32Array, width: number, height: number, by: number): Float32Array => {
  const w = squaresOver(width, by)
  const plane = new Float32Array(width * height)
  const [across, down] = [placesOf(width, by), placesOf(height, by)]
  const line = new Float32Array(w)
  for (let y = 0; y < height; y += 1) {
    const upper = (down.before[y] as number) * w
    const share = down.share[y] as number
    for (let x = 0; x < w; x += 1) {
      const value = small[upper + x] as number
      line[x] = value + share * ((small[upper + w + x] as number) - value)
    }
    const row = y * width
    for (let x = 0; x < width; x += 1) {
      const at = across.before[x] as number
      const value = line[at] as number
      plane[row + x] = value + (across.share[x] as number) * ((line[at + 1] as number) - value)
    }
  }
  return plane
}

/** The side of the squares of values that such a blur is reckoned from: a power of two, in pixels. */
export const blurStep = (deviation: number): number => {
  let by = 1
  while (by < MOST_SHRUNK && deviation / (2 * by) >= SMALLEST_SHRUNK) by *= 2
  return by
}

/**
 * What shrinking to means and growing again blurs by itself, as a variance: that of `by` equal values, and that of the values
 * between which growing goes, which weigh 1 − |d| / by at whole distances and a half.
 */
const varianceOfShrinking = (by: number): number => (by * by - 1) / 12 + (by * by + 0.5) / 6

/** What is left to blur by once a plane is shrunk to squares of `by`, in squares. */
export const shrunkDeviation = (deviation: number, by: number): number =>
  Math.sqrt(deviation * deviation - varianceOfShrinking(by)) / by

/** A plane of values, row by row, blurred by a standard deviation in pixels. The plane given stays as it is. */
export const blurPlane = (plane: Float32Array, width: number, height: number, deviation: number): Float32Array => {
  if (deviation < LEAST_BLUR || !plane.length) return plane.slice()
  const by = blurStep(deviation)
  if (by === 1) return weighed(plane, width, height, deviation)
  const small = shrunk(plane, width, height, by)
  return grown(
    weighed(small, squaresOver(width, by), squaresOver(height, by), shrunkDeviation(deviation, by)),
    width,
    height,
    by,
  )
}

/** How far a blur reaches, in whole pixels. */
export const blurReach = (deviation: number): number => Math.ceil(3 * deviation)
