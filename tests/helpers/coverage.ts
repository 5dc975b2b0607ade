import type { Outline } from '@/core/path/path'
import type { Point } from '@/core/geometry/vector'
import { polylineOf } from '@/core/path/polyline'

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs, ceil, floor, max, min } = Math

/** Adds what one edge covers of each pixel to the right of it. */
const addEdge = (cells: Float32Array, width: number, height: number, p: Point, q: Point): void => {
  if (p.y === q.y) return
  const sign = p.y < q.y ? 1 : -1
  const [a, b] = sign > 0 ? [p, q] : [q, p]
  const slope = (b.x - a.x) / (b.y - a.y)
  const stride = width + 2
  for (let y = max(0, floor(a.y)); y < min(height, ceil(b.y)); y += 1) {
    const top = max(y, a.y)
    const foot = min(y + 1, b.y)
    if (foot <= top) continue
    const x0 = a.x + (top - a.y) * slope
    const x1 = a.x + (foot - a.y) * slope
    const left = min(x0, x1)
    const right = max(x0, x1)
    // Each column that the edge crosses takes its part of the height, shared at the edge's middle in it.
    for (let x = floor(left); x <= floor(right); x += 1) {
      const from = max(left, x)
      const to = min(right, x + 1)
      const part = right > left ? ((foot - top) * (to - from)) / (right - left) : foot - top
      if (part <= 0) continue
      // Left of all columns an edge covers them whole.
      const inside = x < 0 ? 1 : x + 1 - (from + to) / 2
      const at = y * stride + min(width, max(0, x))
      cells[at] = cells[at]! + sign * part * inside
      cells[at + 1] = cells[at + 1]! + sign * part * (1 - inside)
    }
  }
}

/** Runs the sums along the rows and joins a contour to what is there. */
const join = (all: Float32Array, cells: Float32Array, width: number, height: number, isEvenOdd: boolean): void => {
  for (let y = 0, i = 0; y < height; y += 1) {
    let sum = 0
    const row = y * (width + 2)
    for (let x = 0; x < width; x += 1, i += 1) {
      sum += cells[row + x]!
      const part = min(1, abs(sum))
      const held = all[i]!
      all[i] = isEvenOdd ? held + part - 2 * held * part : max(held, part)
    }
  }
}

/**
 * How much of each pixel an outline covers, exactly: the signed area between each edge and the right border is added up
 * along the row (the accumulation method of R. Levien's font rasteriser, 2016). By the non-zero rule it is right
 * where contours overlap in one direction or holes run the other way, by the even-odd rule where none cross.
 */
export const coverage = ({ path, fillRule }: Outline, width: number, height: number): Float32Array => {
  const all = new Float32Array(width * height)
  const contours = polylineOf(path, 0.002)
  // By the non-zero rule all contours add up in one sum; by the even-odd rule each turns over what is there.
  for (const group of fillRule === 'evenodd' ? contours.map((one) => [one]) : [contours]) {
    const cells = new Float32Array((width + 2) * height)
    for (const points of group)
      points.forEach((p, i) => addEdge(cells, width, height, p, points[(i + 1) % points.length] ?? p))
    join(all, cells, width, height, fillRule === 'evenodd')
  }
  return all
}
