import { moveRect, type Rect } from '@/core/geometry/rect'
import type { Axis } from '@/core/geometry/align'
import type { Point } from '@/core/geometry/vector'

/** Two positions closer than this lie on one line, in points. */
const MEETS = 1e-6

/** What there is to snap to. */
export interface SnapField {
  /** Upright rectangles of other items: their edges, middles and the gaps between them count. */
  readonly rects: readonly Rect[]
  /** Upright and level lines: sheet and bleed edges, middles, safe margin, guides. */
  readonly x: readonly number[]
  readonly y: readonly number[]
  /** Step of the grid from the origin; 0 for none. */
  readonly grid: number
}

/** A line to show: at `at` across the axis, from end to end. */
export interface SnapLine {
  readonly axis: Axis
  readonly at: number
  readonly from: number
  readonly to: number
}

/** A gap to show with its length: along `axis` from `from` to `to`, at the height `at` of the other axis. */
export interface SnapGap {
  readonly axis: Axis
  readonly from: number
  readonly to: number
  readonly at: number
}

export interface Snapped {
  /** What is to be added to the move. */
  readonly by: Point
  readonly lines: readonly SnapLine[]
  readonly gaps: readonly SnapGap[]
}

/** Which parts of the moving rectangle snap on an axis: −1 its start, 0 its middle, 1 its end. */
export type SnapPart = -1 | 0 | 1
export const ALL_PARTS: readonly SnapPart[] = [-1, 0, 1]

interface Span {
  readonly min: number
  readonly max: number
}

const spanOf = (r: Rect, axis: Axis): Span => (axis === 'x' ? { min: r.x0, max: r.x1 } : { min: r.y0, max: r.y1 })
const partOf = ({ min, max }: Span, part: SnapPart): number => (part < 0 ? min : part > 0 ? max : (min + max) / 2)
const other = (axis: Axis): Axis => (axis === 'x' ? 'y' : 'x')
const overlaps = (p: Span, q: Span): boolean => p.min < q.max && q.min < p.max

/** The offset nearest to none among those within reach, or null. */
const nearest = (offsets: readonly number[], reach: number): number | null => {
  let best: number | null = null
  for (const offset of offsets)
    if (Math.abs(offset) <= reach && (best === null || Math.abs(offset) < Math.abs(best))) best = offset
  return best
}

const lineTargets = (field: SnapField, axis: Axis): readonly number[] => [
  ...field[axis],
  ...field.rects.flatMap((r) => ALL_PARTS.map((part) => partOf(spanOf(r, axis), part))),
]

const gridOffsets = (span: Span, parts: readonly SnapPart[], grid: number): readonly number[] =>
  grid > 0
    ? parts
        .filter((part) => part !== 0)
        .map((part) => {
          const at = partOf(span, part)
          return Math.round(at / grid) * grid - at
        })
    : []

/** Rectangles that stand beside the moving one on the axis, in order. */
const neighbours = (moving: Rect, field: SnapField, axis: Axis): readonly Span[] =>
  field.rects
    .filter((r) => overlaps(spanOf(r, other(axis)), spanOf(moving, other(axis))))
    .map((r) => spanOf(r, axis))
    .sort((p, q) => p.min - q.min)

interface GapChoice {
  readonly offset: number
  /** The equal gaps once there, as spans along the axis. */
  readonly spans: readonly Span[]
}

/** Places at which the moving span makes two equal gaps: between two others, or beyond two that have a gap already. */
const gapChoices = (span: Span, row: readonly Span[]): readonly GapChoice[] => {
  const length = span.max - span.min
  const choices: GapChoice[] = []
  row.forEach((left, i) => {
    const right = row[i + 1]
    if (!right || right.min <= left.max) return
    const gap = right.min - left.max
    const spare = (gap - length) / 2
    const between = { min: left.max, max: right.min }
    if (spare >= 0)
      choices.push({
        offset: left.max + spare - span.min,
        spans: [
          { min: left.max, max: left.max + spare },
          { min: right.min - spare, max: right.min },
        ],
      })
    choices.push({ offset: right.max + gap - span.min, spans: [between, { min: right.max, max: right.max + gap }] })
    choices.push({ offset: left.min - gap - span.max, spans: [{ min: left.min - gap, max: left.min }, between] })
  })
  return choices
}

/** Each gap once, though it be measured along several lines. */
const onceEach = (gaps: readonly SnapGap[]): readonly SnapGap[] =>
  gaps.filter(
    (gap, i) =>
      gaps.findIndex(
        (one) => one.axis === gap.axis && Math.abs(one.from - gap.from) < MEETS && Math.abs(one.to - gap.to) < MEETS,
      ) === i,
  )

interface Met {
  readonly lines: readonly SnapLine[]
  /** The free way to the nearest of what lies on each line. */
  readonly gaps: readonly SnapGap[]
}

/** The gap along an axis between a span and the nearest other that it does not touch. */
const nearestGap = (span: Span, others: readonly Span[], axis: Axis, at: number): readonly SnapGap[] => {
  const before = others.filter((s) => s.max <= span.min).sort((p, q) => q.max - p.max)[0]
  const after = others.filter((s) => s.min >= span.max).sort((p, q) => p.min - q.min)[0]
  const gaps: SnapGap[] = []
  if (before && span.min - before.max > MEETS) gaps.push({ axis, from: before.max, to: span.min, at })
  if (after && after.min - span.max > MEETS) gaps.push({ axis, from: span.max, to: after.min, at })
  return gaps
}

/** The lines on which the rectangle now lies, each drawn over everything that lies on it, with the distances there. */
const linesOn = (placed: Rect, parts: Readonly<Record<Axis, readonly SnapPart[]>>, field: SnapField): Met => {
  const met = (p: number, q: number): boolean => Math.abs(p - q) < MEETS
  const lines: SnapLine[] = []
  const gaps: SnapGap[] = []
  for (const axis of ['x', 'y'] as const)
    for (const part of parts[axis]) {
      const at = partOf(spanOf(placed, axis), part)
      const on = field.rects.filter((r) => ALL_PARTS.some((p) => met(partOf(spanOf(r, axis), p), at)))
      if (!on.length && !field[axis].some((line) => met(line, at))) continue
      const own = spanOf(placed, other(axis))
      const spans = on.map((r) => spanOf(r, other(axis)))
      const all = [own, ...spans]
      lines.push({ axis, at, from: Math.min(...all.map((s) => s.min)), to: Math.max(...all.map((s) => s.max)) })
      if (part === 0 || !gaps.some((gap) => gap.axis === other(axis)))
        gaps.push(...nearestGap(own, spans, other(axis), at))
    }
  return { lines, gaps }
}

/**
 * Draws a moving rectangle to what lies within `reach` points: first lines, then equal gaps, then the grid.
 * `parts` says which of its edges and middles may snap on each axis; none on an axis leaves it alone.
 */
export const snapRect = (
  moving: Rect,
  field: SnapField,
  reach: number,
  parts: Readonly<Record<Axis, readonly SnapPart[]>> = { x: ALL_PARTS, y: ALL_PARTS },
): Snapped => {
  const spans: (Span & { readonly axis: Axis })[] = []
  const offsetOn = (axis: Axis): number => {
    if (!parts[axis].length) return 0
    const span = spanOf(moving, axis)
    const targets = lineTargets(field, axis)
    const line = nearest(
      parts[axis].flatMap((part) => targets.map((target) => target - partOf(span, part))),
      reach,
    )
    if (line !== null) return line
    const isWhole = parts[axis].length === ALL_PARTS.length
    const choices = isWhole ? gapChoices(span, neighbours(moving, field, axis)) : []
    const gap = nearest(
      choices.map(({ offset }) => offset),
      reach,
    )
    if (gap !== null) {
      const chosen = choices.find(({ offset }) => offset === gap)
      for (const span of chosen?.spans ?? []) spans.push({ axis, ...span })
      return gap
    }
    return nearest(gridOffsets(span, parts[axis], field.grid), reach) ?? 0
  }
  const by = { x: offsetOn('x'), y: offsetOn('y') }
  const placed = moveRect(moving, by)
  const equal = spans.map(({ axis, min, max }): SnapGap => ({
    axis,
    from: min,
    to: max,
    at: partOf(spanOf(placed, other(axis)), 0),
  }))
  const met = linesOn(placed, parts, field)
  return { by, lines: met.lines, gaps: onceEach([...equal, ...met.gaps]) }
}
