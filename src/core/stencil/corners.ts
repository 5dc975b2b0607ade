import { directionOf } from '@/core/geometry/angle'
import { cross, distance, dot, subtract, type Point, type Size } from '@/core/geometry/vector'
import type { Path, Segment } from '@/core/path/path'
import { measured, type Measure } from '@/core/stencil/params'

export const CORNER_STYLES = ['round', 'bevel', 'scoop', 'notch'] as const
export type CornerStyle = (typeof CORNER_STYLES)[number]

/**
 * How a corner is worked. `size` is the radius of a round one and of a scoop, and the length taken off each side by
 * a bevel or a notch.
 */
export interface Corner {
  readonly style: CornerStyle
  readonly size: Measure
}

/** A corner of a contour with what is to be done to it. */
interface Bend {
  readonly at: Point
  readonly style: CornerStyle
  /** Directions of the sides that meet, away from the corner. */
  readonly back: Point
  readonly ahead: Point
  /** Half the angle between the sides, radians. */
  readonly half: number
  readonly isConvex: boolean
  /** Length taken off both sides. */
  readonly trim: number
}

const unit = (v: Point): Point => {
  const length = Math.hypot(v.x, v.y) || 1
  return { x: v.x / length, y: v.y / length }
}
const along = (p: Point, v: Point, k: number): Point => ({ x: p.x + v.x * k, y: p.y + v.y * k })

const STRAIGHT = Math.PI / 2 - 1e-9

const bendOf = (points: readonly Point[], i: number, corner: Corner | null, size: Size): Bend => {
  const n = points.length
  const at = points[i] ?? { x: 0, y: 0 }
  const back = unit(subtract(points[(i + n - 1) % n] ?? at, at))
  const ahead = unit(subtract(points[(i + 1) % n] ?? at, at))
  const half = Math.acos(Math.min(1, Math.max(-1, dot(back, ahead)))) / 2
  // Clockwise with y down: the next side lies to the right of the last one going on.
  const isConvex = cross(back, ahead) < 0
  const length = corner ? Math.max(0, measured(corner.size, size)) : 0
  const style = corner?.style ?? 'bevel'
  // A scoop or notch would stand out of the outline at an inward corner.
  const isLeft = !corner || half >= STRAIGHT || half < 1e-6 || (!isConvex && (style === 'scoop' || style === 'notch'))
  return {
    at,
    style,
    back,
    ahead,
    half,
    isConvex,
    trim: isLeft ? 0 : style === 'round' ? length / Math.tan(half) : length,
  }
}

/** All trims are made smaller by one factor until none overlap (CSS Backgrounds and Borders 3, section 5.5). */
const withoutOverlap = (bends: readonly Bend[]): readonly Bend[] => {
  const factor = bends.reduce((least, { at, trim }, i) => {
    const next = bends[(i + 1) % bends.length]
    const both = trim + (next?.trim ?? 0)
    return both > 0 && next ? Math.min(least, distance(at, next.at) / both) : least
  }, 1)
  return factor < 1 ? bends.map((bend) => ({ ...bend, trim: bend.trim * factor })) : bends
}

const turned = (from: Point, to: Point): number => {
  const by = directionOf(to) - directionOf(from)
  return by > 180 ? by - 360 : by <= -180 ? by + 360 : by
}

const roundOff = ({ at, back, ahead, half, trim, isConvex }: Bend): readonly Segment[] => {
  const radius = trim * Math.tan(half)
  const centre = along(at, unit({ x: back.x + ahead.x, y: back.y + ahead.y }), radius / Math.sin(half))
  const from = along(at, back, trim)
  const sweep = 180 - (2 * (half * 180)) / Math.PI
  const start = directionOf(subtract(from, centre))
  return [{ kind: 'arc', centre, rx: radius, ry: radius, turn: 0, start, sweep: isConvex ? sweep : -sweep }]
}

const worked = (bend: Bend): readonly Segment[] => {
  const { at, back, ahead, trim, style } = bend
  if (!(trim > 0)) return []
  const end: Segment = { kind: 'line', to: along(at, ahead, trim) }
  switch (style) {
    case 'bevel':
      return [end]
    case 'notch':
      return [{ kind: 'line', to: along(along(at, back, trim), ahead, trim) }, end]
    case 'scoop':
      return [
        { kind: 'arc', centre: at, rx: trim, ry: trim, turn: 0, start: directionOf(back), sweep: turned(back, ahead) },
      ]
    case 'round':
      return roundOff(bend)
  }
}

/**
 * The closed contour through the points with its corners worked: `corners` holds one for all, or one each in the order
 * of the points (null leaves a corner as it is). Sizes that would overlap are all made smaller alike.
 */
export const corneredPath = (points: readonly Point[], corners: readonly (Corner | null)[], size: Size): Path => {
  const cornerAt = (i: number): Corner | null => (corners.length === 1 ? corners[0] : corners[i]) ?? null
  const bends = withoutOverlap(points.map((_, i) => bendOf(points, i, cornerAt(i), size)))
  return [
    ...bends.flatMap((bend, i): readonly Segment[] => [
      { kind: i === 0 ? 'move' : 'line', to: bend.trim > 0 ? along(bend.at, bend.back, bend.trim) : bend.at },
      ...worked(bend),
    ]),
    { kind: 'close' },
  ]
}
