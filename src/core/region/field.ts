import { ciede2000 } from '@/core/colour/difference'
import { toLab, type Lab } from '@/core/colour/lab'
import type { Field } from '@/core/region/contours'
import type { RegionChoice } from '@/core/region/choice'

/** Pixels as canvases give them: RGBA, 8 bits each, not multiplied by alpha. */
export interface Pixels {
  readonly data: Uint8ClampedArray | Uint8Array
  readonly width: number
  readonly height: number
}

/** The transparency of a picture: 0 where it is clear, 1 where it is solid. */
export const alphaField = ({ data, width, height }: Pixels): Field => {
  const values = new Float32Array(width * height)
  for (let i = 0; i < values.length; i += 1) values[i] = (data[i * 4 + 3] ?? 0) / 255
  return { values, width, height }
}

/** How much of what lies beneath a picture is seen through it: 1 where it is clear, 0 where it is solid. */
export const openField = ({ data, width, height }: Pixels): Field => {
  const values = new Float32Array(width * height)
  for (let i = 0; i < values.length; i += 1) values[i] = 1 - (data[i * 4 + 3] ?? 255) / 255
  return { values, width, height }
}

/** Has the picture any transparency worth following? */
export const hasTransparency = ({ data }: Pixels): boolean => {
  for (let i = 3; i < data.length; i += 4) if ((data[i] ?? 255) < 250) return true
  return false
}

/** Has its transparency soft edges, wider than the anti-aliasing of a sharp one? */
export const hasSoftEdges = ({ values, width, height }: Field): boolean => {
  let [soft, edge] = [0, 0]
  const isMiddle = (v: number): boolean => v > 0.05 && v < 0.95
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const i = y * width + x
      if (!isMiddle(values[i] ?? 0)) continue
      edge += 1
      const beside = [i - 1, i + 1, i - width, i + width]
      if (beside.filter((k) => isMiddle(values[k] ?? 0)).length > 2) soft += 1
    }
  return edge > 0 && soft / edge > 0.3
}

/** Bits of each channel by which differences are remembered. */
const BITS = 7
const SHIFT = 8 - BITS

/** The difference of each colour from one, worked out once for each of 128³ colours that come up. */
const differenceTo = (target: readonly [number, number, number], metric: RegionChoice['metric']) => {
  const [r0, g0, b0] = target
  if (metric === 'rgb')
    return (r: number, g: number, b: number): number => Math.sqrt(((r - r0) ** 2 + (g - g0) ** 2 + (b - b0) ** 2) / 3)
  const known = new Float32Array(1 << (3 * BITS)).fill(-1)
  const lab: Lab = toLab(r0, g0, b0)
  return (r: number, g: number, b: number): number => {
    const key = ((r >> SHIFT) << (2 * BITS)) | ((g >> SHIFT) << BITS) | (b >> SHIFT)
    const held = known[key] ?? -1
    if (held >= 0) return held
    const isTarget = r >> SHIFT === r0 >> SHIFT && g >> SHIFT === g0 >> SHIFT && b >> SHIFT === b0 >> SHIFT
    const found = isTarget ? 0 : ciede2000(lab, toLab(r, g, b))
    known[key] = found
    return found
  }
}

/** The difference of every pixel from a colour; clear pixels differ as much as can be. */
const differences = (
  { data, width, height }: Pixels,
  target: readonly [number, number, number],
  metric: RegionChoice['metric'],
) => {
  const off = new Float32Array(width * height)
  const difference = differenceTo(target, metric)
  for (let i = 0, k = 0; i < off.length; i += 1, k += 4) {
    const d = difference(data[k] ?? 0, data[k + 1] ?? 0, data[k + 2] ?? 0)
    const alpha = (data[k + 3] ?? 255) / 255
    off[i] = alpha === 1 ? d : d * alpha + 255 * (1 - alpha)
  }
  return off
}

/** The largest value of each pixel and its eight neighbours, rows first and then columns. */
const spread = (values: Float32Array, width: number, height: number): Float32Array => {
  const rows = new Float32Array(values.length)
  for (let y = 0; y < height; y += 1)
    for (let x = 0, i = y * width; x < width; x += 1, i += 1) {
      const left = x > 0 ? (values[i - 1] ?? 0) : 0
      const right = x < width - 1 ? (values[i + 1] ?? 0) : 0
      rows[i] = Math.max(values[i] ?? 0, left, right)
    }
  const all = new Float32Array(values.length)
  for (let i = 0; i < all.length; i += 1) {
    const above = i >= width ? (rows[i - width] ?? 0) : 0
    const below = i + width < all.length ? (rows[i + width] ?? 0) : 0
    all[i] = Math.max(rows[i] ?? 0, above, below)
  }
  return all
}

/** Marks every pixel that can be reached from a start over pixels within the tolerance (by their edges). */
const flooded = (off: Float32Array, width: number, height: number, start: number, tolerance: number): Float32Array => {
  const reached = new Float32Array(off.length)
  const stack = [start]
  reached[start] = 1
  while (stack.length) {
    const i = stack.pop() ?? 0
    const x = i % width
    const visit = (k: number): void => {
      if (reached[k] || (off[k] ?? Infinity) > tolerance) return
      reached[k] = 1
      stack.push(k)
    }
    if (x > 0) visit(i - 1)
    if (x < width - 1) visit(i + 1)
    if (i >= width) visit(i - width)
    if (i + width < width * height) visit(i + width)
  }
  return reached
}

/** A pixel that differs by this share of what its neighbours do is no mixture with the colour. */
const PLAIN = 0.95

/**
 * How much of a pixel is of a colour and not of what lies beside it. An edge mixes the numbers of two colours, not how
 * different they look: the share is the distance in RGB to the colour, of that of the neighbour that is farthest from it.
 */
const sharesOf = ({ data, width, height }: Pixels, [r0, g0, b0]: readonly [number, number, number]) => {
  const away = (i: number): number => {
    const k = i * 4
    const clear = 255 - (data[k + 3] ?? 255)
    return (
      ((data[k] ?? 0) - r0) ** 2 + ((data[k + 1] ?? 0) - g0) ** 2 + ((data[k + 2] ?? 0) - b0) ** 2 + 3 * clear * clear
    )
  }
  return (i: number): number => {
    const x = i % width
    const y = (i - x) / width
    let most = 0
    for (let row = Math.max(0, y - 1); row <= Math.min(height - 1, y + 1); row += 1)
      for (let column = Math.max(0, x - 1); column <= Math.min(width - 1, x + 1); column += 1)
        most = Math.max(most, away(row * width + column))
    return most > 0 ? 1 - Math.sqrt(away(i) / most) : 1
  }
}

/**
 * How much each pixel belongs to the part of a picture that has the colour of a point: 1 within, ½ at the edge. A pixel
 * that an edge runs through counts by its share of the colours on both sides, so that no fringe stays.
 */
export const colourField = (
  pixels: Pixels,
  point: { readonly x: number; readonly y: number },
  choice: RegionChoice,
): Field => {
  const { data, width, height } = pixels
  const x = Math.min(width - 1, Math.max(0, Math.floor(point.x)))
  const y = Math.min(height - 1, Math.max(0, Math.floor(point.y)))
  const start = y * width + x
  const target = [data[start * 4] ?? 0, data[start * 4 + 1] ?? 0, data[start * 4 + 2] ?? 0] as const
  const tolerance = Math.max(choice.tolerance, 0.5)
  const off = differences(pixels, target, choice.metric)
  const most = spread(off, width, height)
  const near = choice.isConnected ? spread(flooded(off, width, height, start, tolerance), width, height) : null
  const mixed = sharesOf(pixels, target)
  const values = new Float32Array(width * height)
  for (let i = 0; i < values.length; i += 1) {
    const [own, beside] = [off[i] ?? 0, most[i] ?? 0]
    const share = beside > 2 * tolerance && own < PLAIN * beside ? mixed(i) : 1 - own / Math.max(beside, 2 * tolerance)
    const within = near === null || near[i] ? share : 0
    values[i] = choice.isInside ? within : 1 - within
  }
  return { values, width, height }
}

/** The parts that have the colour of any of several points, as one; all but them where that is chosen. */
export const coloursField = (
  pixels: Pixels,
  points: readonly { readonly x: number; readonly y: number }[],
  choice: RegionChoice,
): Field => {
  const values = new Float32Array(pixels.width * pixels.height)
  for (const point of points) {
    const one = colourField(pixels, point, { ...choice, isInside: true }).values
    for (let i = 0; i < values.length; i += 1) values[i] = Math.max(values[i] ?? 0, one[i] ?? 0)
  }
  if (!choice.isInside) for (let i = 0; i < values.length; i += 1) values[i] = 1 - (values[i] ?? 0)
  return { values, width: pixels.width, height: pixels.height }
}
