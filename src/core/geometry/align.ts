import type { Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'

/** What is brought into line: an edge or the middle, across or down. */
export const ALIGNMENTS = ['left', 'centre', 'right', 'top', 'middle', 'bottom'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** How far each rectangle moves so that its edge or middle meets that of `to`. */
export const alignRects = (rects: readonly Rect[], alignment: Alignment, to: Rect): readonly Point[] =>
  rects.map((r) => {
    switch (alignment) {
      case 'left':
        return { x: to.x0 - r.x0, y: 0 }
      case 'centre':
        return { x: (to.x0 + to.x1 - r.x0 - r.x1) / 2, y: 0 }
      case 'right':
        return { x: to.x1 - r.x1, y: 0 }
      case 'top':
        return { x: 0, y: to.y0 - r.y0 }
      case 'middle':
        return { x: 0, y: (to.y0 + to.y1 - r.y0 - r.y1) / 2 }
      case 'bottom':
        return { x: 0, y: to.y1 - r.y1 }
    }
  })

export type Axis = 'x' | 'y'

/** Equal gaps between neighbours, equal steps from centre to centre, or one given gap. */
export type Spacing =
  { readonly by: 'gaps' } | { readonly by: 'centres' } | { readonly by: 'gap'; readonly gap: number }

interface Stretch {
  readonly at: number
  readonly min: number
  readonly max: number
}

const along = (r: Rect, axis: Axis): { min: number; max: number } =>
  axis === 'x' ? { min: r.x0, max: r.x1 } : { min: r.y0, max: r.y1 }

/** Where each of the ordered stretches begins once spaced. */
const spacedStarts = (ordered: readonly Stretch[], spacing: Spacing): readonly number[] => {
  const first = ordered[0]
  const last = ordered.at(-1)
  if (!first || !last) return []
  const lengths = ordered.map(({ min, max }) => max - min)
  if (spacing.by === 'centres') {
    const from = (first.min + first.max) / 2
    const step = ((last.min + last.max) / 2 - from) / Math.max(1, ordered.length - 1)
    return lengths.map((length, i) => from + step * i - length / 2)
  }
  const total = lengths.reduce((sum, length) => sum + length, 0)
  const gap = spacing.by === 'gap' ? spacing.gap : (last.max - first.min - total) / Math.max(1, ordered.length - 1)
  const starts: number[] = []
  let at = first.min
  for (const length of lengths) {
    starts.push(at)
    at += length + gap
  }
  return starts
}

/**
 * How far each rectangle moves along the axis so that they are evenly spaced. The first and last in order of their
 * centres stay (with equal gaps or centres), or the first alone (with a given gap). Fewer than two stay as they are.
 */
export const distributeRects = (rects: readonly Rect[], axis: Axis, spacing: Spacing): readonly Point[] => {
  const ordered = rects
    .map((r, at): Stretch => ({ at, ...along(r, axis) }))
    .sort((p, q) => p.min + p.max - q.min - q.max || p.at - q.at)
  const starts = spacedStarts(ordered, spacing)
  const moves = new Map(ordered.map((stretch, i) => [stretch.at, (starts[i] ?? stretch.min) - stretch.min]))
  return rects.map((_r, i) => {
    const by = moves.get(i) ?? 0
    return axis === 'x' ? { x: by, y: 0 } : { x: 0, y: by }
  })
}
