/**
 * Gaussian blurs of planes of values. Small deviations are convolved with the Gaussian itself; larger ones go through
 * three box blurs each way, within 3% of it (SVG 1.1, 15.17 feGaussianBlur). Edges are repeated outward.
 */
const LARGEST_KERNEL = 4
/** Under this deviation, in pixels, nothing changes. */
const LEAST = 0.15

/** Width of each of three box blurs that together come close to a Gaussian. */
const boxWidth = (deviation: number): number => Math.floor((deviation * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5)

interface Line {
  readonly start: number
  readonly count: number
  readonly stride: number
}

/** One box blur along a line of values. */
const boxLine = (
  from: Float32Array,
  to: Float32Array,
  { start, count, stride }: Line,
  before: number,
  after: number,
): void => {
  const last = count - 1
  const width = before + after + 1
  const at = (i: number): number => from[start + (i < 0 ? 0 : i > last ? last : i) * stride] ?? 0
  let sum = 0
  for (let i = -before; i <= after; i += 1) sum += at(i)
  for (let i = 0; i < count; i += 1) {
    to[start + i * stride] = sum / width
    sum += at(i + after + 1) - at(i - before)
  }
}

/** Half of the kernel, its middle first, so that the whole adds to 1. */
const kernelOf = (deviation: number): Float32Array => {
  const reach = Math.max(1, Math.ceil(3 * deviation))
  const weights = Array.from({ length: reach + 1 }, (_, i) => Math.exp((-i * i) / (2 * deviation * deviation)))
  const total = weights.reduce((sum, weight, i) => sum + (i === 0 ? weight : 2 * weight), 0)
  return Float32Array.from(weights, (weight) => weight / total)
}

const kernelLine = (
  from: Float32Array,
  to: Float32Array,
  { start, count, stride }: Line,
  kernel: Float32Array,
): void => {
  const last = count - 1
  const reach = kernel.length - 1
  const middle = kernel[0] ?? 1
  for (let i = 0; i < count; i += 1) {
    let sum = middle * (from[start + i * stride] ?? 0)
    for (let k = 1; k <= reach; k += 1) {
      const p = i - k < 0 ? 0 : i - k
      const q = i + k > last ? last : i + k
      sum += (kernel[k] ?? 0) * ((from[start + p * stride] ?? 0) + (from[start + q * stride] ?? 0))
    }
    to[start + i * stride] = sum
  }
}

/** Left and right reach of the three boxes: centred for odd widths; for even ones two lean apart and one is wider. */
const reaches = (width: number): readonly (readonly [number, number])[] => {
  const half = width >> 1
  return width % 2
    ? [
        [half, half],
        [half, half],
        [half, half],
      ]
    : [
        [half, half - 1],
        [half - 1, half],
        [half, half],
      ]
}

type Pass = (from: Float32Array, to: Float32Array, line: Line) => void

const passesOf = (deviation: number): readonly Pass[] => {
  if (deviation < LARGEST_KERNEL) {
    const kernel = kernelOf(deviation)
    return [(from, to, line) => kernelLine(from, to, line, kernel)]
  }
  return reaches(boxWidth(deviation)).map(
    ([before, after]): Pass =>
      (from, to, line) =>
        boxLine(from, to, line, before, after),
  )
}

/** A plane of values, row by row, blurred by a standard deviation in pixels. The plane given stays as it is. */
export const blurPlane = (plane: Float32Array, width: number, height: number, deviation: number): Float32Array => {
  if (deviation < LEAST) return plane.slice()
  let from: Float32Array = plane.slice()
  let to: Float32Array = new Float32Array(plane.length)
  const passes = passesOf(deviation)
  const swap = (): void => {
    ;[from, to] = [to, from]
  }
  for (const pass of passes) {
    for (let y = 0; y < height; y += 1) pass(from, to, { start: y * width, count: width, stride: 1 })
    swap()
  }
  for (const pass of passes) {
    for (let x = 0; x < width; x += 1) pass(from, to, { start: x, count: height, stride: width })
    swap()
  }
  return from
}

/** How far a blur reaches, in whole pixels. */
export const blurReach = (deviation: number): number => Math.ceil(3 * deviation)
