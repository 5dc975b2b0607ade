import type { Box } from '@/core/geometry/box'
import type { Rect } from '@/core/geometry/rect'

/** Frames that are put on a sheet together, as a group. */
export interface ReadyGroup {
  readonly id: string
  readonly name: string
  /** Other words it is found by. */
  readonly words: string
  /** Width over height of the whole. */
  readonly aspect: number
  /** Its frames as shares of the whole, from its top left, without their gaps. */
  readonly cells: readonly Rect[]
}

const cell = (x0: number, y0: number, x1: number, y1: number): Rect => ({ x0, y0, x1, y1 })

/** Equal cells, row by row. */
const grid = (columns: number, rows: number): readonly Rect[] =>
  Array.from({ length: columns * rows }, (_, i) => {
    const [x, y] = [i % columns, Math.floor(i / columns)]
    return cell(x / columns, y / rows, (x + 1) / columns, (y + 1) / rows)
  })

/** Groups that come with the program. */
export const READY_GROUPS: readonly ReadyGroup[] = [
  { id: 'two-by-two', name: '2 × 2', words: 'four grid group openings', aspect: 1, cells: grid(2, 2) },
  {
    id: 'three-row',
    name: '3 in a row',
    words: 'three triptych across group openings',
    aspect: 2.4,
    cells: grid(3, 1),
  },
  { id: 'three-down', name: '3 down', words: 'three strip column group openings', aspect: 0.5, cells: grid(1, 3) },
  { id: 'four-row', name: '4 in a row', words: 'four strip across group openings', aspect: 3.4, cells: grid(4, 1) },
  { id: 'nine', name: '3 × 3', words: 'nine grid group openings', aspect: 1, cells: grid(3, 3) },
  {
    id: 'large-two',
    name: 'Large and two',
    words: 'three feature group openings',
    aspect: 1.5,
    cells: [cell(0, 0, 2 / 3, 1), cell(2 / 3, 0, 1, 0.5), cell(2 / 3, 0.5, 1, 1)],
  },
]

/** Gap between the frames, as a share of the whole's shorter side. */
const GAP = 0.04

/** The boxes of a group's frames within `whole`, with equal gaps between them and none at its edges; in points. */
export const readyBoxes = ({ cells }: Pick<ReadyGroup, 'cells'>, whole: Box): readonly Box[] => {
  const gap = GAP * Math.min(whole.w, whole.h)
  // Each cell is drawn on a field one gap larger, and loses that gap at its right and foot.
  const [w, h] = [whole.w + gap, whole.h + gap]
  const [left, top] = [whole.cx - whole.w / 2, whole.cy - whole.h / 2]
  return cells.map(({ x0, y0, x1, y1 }) => {
    const size = { w: (x1 - x0) * w - gap, h: (y1 - y0) * h - gap }
    return { cx: left + x0 * w + size.w / 2, cy: top + y0 * h + size.h / 2, ...size }
  })
}
