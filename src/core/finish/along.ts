import { TOLERANCE } from '@/core/tolerance'
import { distance, type Point } from '@/core/geometry/vector'
import { outlineContains } from '@/core/path/contains'
import { contoursOf } from '@/core/path/contours'
import type { Outline } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'

/** A place on a contour: the point, and the unit normal that points out of what the outline fills. */
export interface Place {
  readonly at: Point
  readonly outward: Point
}

/** A closed contour measured along its length. */
export interface Track {
  readonly length: number
  /** The place at a length along the contour, which goes round. */
  place(s: number): Place
}

/** How far the side test stands off the contour, as a share of its length. */
const SIDE_STEP = 1e-4
const SIDE_PROBES = 7

interface Line {
  readonly points: readonly Point[]
  /** Length up to each point. */
  readonly upTo: readonly number[]
}

const measure = (points: readonly Point[]): Line => {
  const upTo = [0]
  for (let i = 1; i < points.length; i += 1) {
    const [p, q] = [points[i - 1], points[i]]
    upTo.push((upTo[i - 1] ?? 0) + (p && q ? distance(p, q) : 0))
  }
  return { points, upTo }
}

/** The last piece that begins at or before `s`. */
const pieceAt = ({ upTo }: Line, s: number): number => {
  let low = 0
  let high = upTo.length - 2
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if ((upTo[middle] ?? 0) <= s) low = middle
    else high = middle - 1
  }
  return low
}

/** The point at `s` and the normal to the left of the way (y down: to the right hand). */
const leftPlace = (line: Line, s: number): Place => {
  const i = pieceAt(line, s)
  const p = line.points[i] ?? { x: 0, y: 0 }
  const q = line.points[i + 1] ?? p
  const from = line.upTo[i] ?? 0
  const length = (line.upTo[i + 1] ?? from) - from
  const t = length > 0 ? (s - from) / length : 0
  const [dx, dy] = length > 0 ? [(q.x - p.x) / length, (q.y - p.y) / length] : [1, 0]
  return { at: { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }, outward: { x: dy, y: -dx } }
}

const trackOf = (outline: Outline, points: readonly Point[]): Track | null => {
  const line = measure(points)
  const length = line.upTo.at(-1) ?? 0
  if (length <= TOLERANCE.samePoint) return null
  const step = length * SIDE_STEP
  let votes = 0
  for (let k = 0; k < SIDE_PROBES; k += 1) {
    const { at, outward } = leftPlace(line, (length * (k + 0.5)) / SIDE_PROBES)
    const off = { x: at.x + outward.x * step, y: at.y + outward.y * step }
    votes += outlineContains(outline, off) ? -1 : 1
  }
  const sign = votes < 0 ? -1 : 1
  return {
    length,
    place: (s) => {
      const { at, outward } = leftPlace(line, ((s % length) + length) % length)
      return { at, outward: { x: outward.x * sign, y: outward.y * sign } }
    },
  }
}

/** The contours of an outline whose lines are all edges, each closed and measured along its length. */
export const tracksOf = (outline: Outline): readonly Track[] =>
  contoursOf(outline.path).flatMap((contour) => {
    const points = polylineOf(contour, TOLERANCE.flatness * 10).flat()
    const [first, last] = [points[0], points.at(-1)]
    const closed = first && last && distance(first, last) > TOLERANCE.samePoint ? [...points, first] : points
    return trackOf(outline, closed) ?? []
  })

/** A number of equal parts of a length, as near to `part` each as goes in whole, at least one. */
export const partsAlong = (length: number, part: number): number => Math.max(1, Math.round(length / part))
