import type { PaintPixels } from '@/painters/canvas/surface'

/** Width of each of three box blurs that together come close to a Gaussian (SVG 1.1, 15.17 feGaussianBlur). */
const boxWidth = (deviation: number): number => Math.floor((deviation * 3 * Math.sqrt(2 * Math.PI)) / 4 + 0.5)

/** One box blur along a line of values `stride` apart; the ends are repeated outward. */
const blurLine = (
  from: Float32Array,
  to: Float32Array,
  start: number,
  count: number,
  stride: number,
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

/** Blurs one plane of values; edges are repeated outward. */
const blurPlane = (plane: Float32Array, width: number, height: number, box: number): Float32Array => {
  let from: Float32Array = plane
  let to: Float32Array = new Float32Array(plane.length)
  const swap = (): void => {
    ;[from, to] = [to, from]
  }
  for (const [before, after] of reaches(box)) {
    for (let y = 0; y < height; y += 1) blurLine(from, to, y * width, width, 1, before, after)
    swap()
  }
  for (const [before, after] of reaches(box)) {
    for (let x = 0; x < width; x += 1) blurLine(from, to, x, height, width, before, after)
    swap()
  }
  return from
}

const alphaPlane = ({ data }: PaintPixels): Float32Array => {
  const alpha = new Float32Array(data.length / 4)
  for (let i = 0; i < alpha.length; i += 1) alpha[i] = data[i * 4 + 3] ?? 0
  return alpha
}

/**
 * Blurs pixels in place by three box blurs each way: within 3% of a Gaussian of `deviation` pixels.
 * Edges are repeated outward, so that an opaque area stays opaque to its rim. Under half a pixel nothing changes.
 */
export const blurPixels = (pixels: PaintPixels, deviation: number): void => {
  const { width, height, data } = pixels
  const box = boxWidth(deviation)
  if (box < 2) return
  const alpha = alphaPlane(pixels)
  const weights = blurPlane(alpha.slice(), width, height, box)
  for (let channel = 0; channel < 3; channel += 1) {
    // Colours are weighed by their alpha, so that what is not there lends no colour.
    const plane = alpha.map((weight, i) => weight * (data[i * 4 + channel] ?? 0))
    const blurred = blurPlane(plane, width, height, box)
    blurred.forEach((sum, i) => {
      const weight = weights[i] ?? 0
      data[i * 4 + channel] = weight > 0 ? sum / weight : 0
    })
  }
  weights.forEach((weight, i) => (data[i * 4 + 3] = weight))
}

const OPAQUE = 255

/**
 * Fades the edge of a mask inward, in place: alpha becomes max(0, 2·b − 1), b being the mask blurred. At a straight
 * edge that is 0, and erf(d/(deviation·√2)) at the distance d within; beyond the edge nothing.
 */
export const fadeInward = (pixels: PaintPixels, deviation: number): void => {
  const box = boxWidth(deviation)
  if (box < 2) return
  const blurred = blurPlane(alphaPlane(pixels), pixels.width, pixels.height, box)
  blurred.forEach((b, i) => (pixels.data[i * 4 + 3] = Math.max(0, 2 * b - OPAQUE)))
}

/** How far a blur reaches, in pixels. */
export const blurReach = (deviation: number): number => Math.ceil(3 * deviation)
