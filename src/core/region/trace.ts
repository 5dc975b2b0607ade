import { distance, type Point } from '@/core/geometry/vector'
import { cornersOfRing, curvesPath, fitOpen, fitRing, withoutRepeats } from '@/core/path/fit'
import type { Outline, Segment } from '@/core/path/path'
import { componentsOf, type Component, type Labelled } from '@/core/region/components'
import { polygonOf } from '@/core/region/polygon'
import { sharpCorner, straightRun } from '@/core/region/straight'
import { isoRings, type Field, type RingWithHoles } from '@/core/region/contours'

/** How a field is traced. Lengths are pixels. */
export interface TraceOptions {
  /** The value at the edge. */
  readonly level: number
  /** How far the curves may lie from the line found between pixels. */
  readonly tolerance: number
  /** Parts and holes of fewer pixels are specks and dropped. */
  readonly leastArea: number
  /** Only so many parts, the largest. */
  readonly mostParts: number
  /** Curves and straight sides that meet in true corners, or straight lines alone. */
  readonly as: 'curves' | 'lines'
}

export const TRACE: TraceOptions = { level: 0.5, tolerance: 0.25, leastArea: 12, mostParts: 400, as: 'curves' }

/** A turn by more than this, seen over a few pixels, is a corner. */
const CORNER = { angle: 38, reach: 2.6 } as const

/** A corner may be moved this far to where its sides meet. */
const CORNER_SHIFT = 5
/** Points this near a corner are not fitted. */
const BLUNT = 1.2

/** Pixels to either side over which the tangent of a traced line is taken: more of a longer one, which bends less. */
const tangentReach = (length: number): number => Math.min(20, Math.max(3, length / 300))

const lengthOf = (ring: readonly Point[]): number =>
  ring.reduce((sum, p, i) => sum + distance(p, ring[(i + 1) % ring.length] ?? p), 0)

const ringArea = (ring: readonly Point[]): number =>
  Math.abs(
    ring.reduce((sum, p, i) => {
      const q = ring[(i + 1) % ring.length] ?? p
      return sum + p.x * q.y - p.y * q.x
    }, 0),
  ) / 2

/** A ring's runs from corner to corner, each beginning and ending in one. */
const runsBetween = (ring: readonly Point[], corners: readonly number[]): readonly (readonly Point[])[] =>
  corners.map((from, i) => {
    const to = corners[i + 1] ?? (corners[0] ?? 0) + ring.length
    return Array.from({ length: to - from + 1 }, (_, k) => ring[(from + k) % ring.length] ?? { x: 0, y: 0 })
  })

/** A run as a straight side or as curves, from one true corner to the next. */
const runPath = (
  run: readonly Point[],
  from: Point,
  to: Point,
  isStraight: boolean,
  tolerance: number,
): readonly Segment[] => {
  if (isStraight) return [{ kind: 'line', to }]
  // The pixels beside a corner are blunted by it.
  const inner = run.slice(1, -1).filter((p) => distance(p, from) > BLUNT && distance(p, to) > BLUNT)
  const points = [from, ...inner, to]
  return curvesPath(fitOpen(points, tolerance, tangentReach(lengthOf(points))), false, tolerance).slice(1)
}

const corneredRing = (ring: readonly Point[], corners: readonly number[], tolerance: number): readonly Segment[] => {
  const runs = runsBetween(ring, corners)
  const lines = runs.map((run) => straightRun(run, tolerance, CORNER.reach))
  const places = corners.map((at, i) =>
    sharpCorner(ring[at] ?? { x: 0, y: 0 }, lines.at(i - 1) ?? null, lines[i] ?? null, CORNER_SHIFT),
  )
  const [start] = places
  if (!start) return []
  return [
    { kind: 'move', to: start },
    ...runs.flatMap((run, i) =>
      runPath(run, places[i] ?? start, places[(i + 1) % places.length] ?? start, lines[i] !== null, tolerance),
    ),
    { kind: 'close' },
  ]
}

const ringPath = (raw: readonly Point[], { tolerance, as }: TraceOptions): readonly Segment[] => {
  const ring = withoutRepeats(raw)
  const [first, last] = [ring[0], ring.at(-1)]
  const open = first && last && ring.length > 1 && distance(first, last) < 1e-9 ? ring.slice(0, -1) : ring
  if (open.length < 3) return []
  if (as === 'lines') return polygonOf(open, tolerance)
  const corners = cornersOfRing(open, CORNER.angle, CORNER.reach)
  if (corners.length > 1) return corneredRing(open, corners, tolerance)
  return curvesPath(fitRing(open, tolerance, corners, tangentReach(lengthOf(open))), true, tolerance)
}

/** One component of a field by itself, with some pixels of what is around it. */
const cropped = (
  { values, width, height }: Field,
  labels: Int32Array,
  part: Component,
  room = 1,
): Field & { x: number; y: number } => {
  const x = Math.max(0, part.x0 - room)
  const y = Math.max(0, part.y0 - room)
  const w = Math.min(width, part.x1 + room) - x
  const h = Math.min(height, part.y1 + room) - y
  const own = new Float32Array(w * h)
  for (let row = 0; row < h; row += 1)
    for (let column = 0; column < w; column += 1) {
      const at = (y + row) * width + x + column
      const label = labels[at] ?? 0
      // Pixels under the level belong to the edge of this part; those of another part do not.
      own[row * w + column] = label === 0 || label === part.label ? (values[at] ?? 0) : 0
    }
  return { values: own, width: w, height: h, x, y }
}

/** Rings with their holes as one outline, moved by an offset; null where nothing of it is larger than a speck. */
const ringsOutline = (rings: readonly RingWithHoles[], options: TraceOptions, by: Point): Outline | null => {
  const path = rings.flatMap(({ outer, holes }) => {
    if (ringArea(outer) < options.leastArea) return []
    const kept = holes.filter((hole) => ringArea(hole) >= options.leastArea)
    return [outer, ...kept].flatMap((ring) =>
      ringPath(
        ring.map((p) => ({ x: p.x + by.x, y: p.y + by.y })),
        options,
      ),
    )
  })
  return path.length ? { path, fillRule: 'evenodd' } : null
}

/** The outline of one part of a field, in pixels, with its holes; null where nothing of it is larger than a speck. */
export const tracePart = (
  field: Field,
  { labels }: Labelled,
  part: Component,
  options: TraceOptions,
): Outline | null => {
  const own = cropped(field, labels, part)
  return ringsOutline(isoRings(own, options.level), options, own)
}

/** The outline of the largest ring of a field, with its holes, moved by an offset; null where there is none. */
export const traceLargest = (field: Field, options: TraceOptions, by: Point): Outline | null => {
  const rings = isoRings(field, options.level).map((ring) => ({ ring, area: ringArea(ring.outer) }))
  const largest = rings.reduce<(typeof rings)[number] | null>(
    (most, one) => (most && most.area >= one.area ? most : one),
    null,
  )
  return largest && ringsOutline([largest.ring], options, by)
}

/** Pixels beyond a part's edge that may still show something of it. */
const FRINGE = 4

/** The outline around one part of a field as far as anything of it is seen, down to a level below that of its edge. */
export const traceFringe = (
  field: Field,
  { labels }: Labelled,
  part: Component,
  options: TraceOptions,
): Outline | null => {
  const own = cropped(field, labels, part, FRINGE)
  return traceLargest(own, options, own)
}

/**
 * The outlines of the parts of a field that hang together, in pixels, the largest first; holes are kept, specks are not.
 */
export const traceField = (field: Field, options: TraceOptions = TRACE): readonly Outline[] => {
  const labelled = componentsOf(field, options.level)
  return labelled.components
    .filter(({ area }) => area >= options.leastArea)
    .slice(0, options.mostParts)
    .flatMap((part) => tracePart(field, labelled, part, options) ?? [])
}

/** All outlines as one. */
export const joinOutlines = (outlines: readonly Outline[]): Outline => ({
  path: outlines.flatMap(({ path }) => path),
  fillRule: 'evenodd',
})
