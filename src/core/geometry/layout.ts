import { refuse } from '@/core/failure'
import { unitVector } from '@/core/geometry/angle'
import { rectSize, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'

const rectAt = (x: number, y: number, { w, h }: Size): Rect => ({ x0: x, y0: y, x1: x + w, y1: y + h })
const centredAt = ({ x, y }: Point, { w, h }: Size): Rect => rectAt(x - w / 2, y - h / 2, { w, h })
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0)

/** Side by side from `from`, their middles level, `gap` apart. */
export const rowLayout = (sizes: readonly Size[], from: Point, gap: number): readonly Rect[] => {
  const tallest = Math.max(0, ...sizes.map(({ h }) => h))
  let x = from.x
  return sizes.map((size) => {
    const rect = rectAt(x, from.y + (tallest - size.h) / 2, size)
    x += size.w + gap
    return rect
  })
}

/** In equal cells as large as the largest, `gap` apart, row by row from `from`; each in the middle of its cell. */
export const gridLayout = (
  sizes: readonly Size[],
  from: Point,
  gap: number,
  columns = Math.ceil(Math.sqrt(sizes.length)),
): readonly Rect[] => {
  if (!(Number.isInteger(columns) && columns > 0)) return refuse('columns', 'a whole number above 0', columns)
  const cell = { w: Math.max(0, ...sizes.map(({ w }) => w)), h: Math.max(0, ...sizes.map(({ h }) => h)) }
  return sizes.map((size, i) => {
    const row = Math.floor(i / columns)
    const column = i - row * columns
    const middle = {
      x: from.x + column * (cell.w + gap) + cell.w / 2,
      y: from.y + row * (cell.h + gap) + cell.h / 2,
    }
    return centredAt(middle, size)
  })
}

/**
 * On a circle about `centre`, the first at the top and on clockwise. Taken as discs of their larger side, the largest
 * two side by side would be `gap` apart: a chord of that length under a turn of 360°/n gives the radius.
 */
export const circleLayout = (sizes: readonly Size[], centre: Point, gap: number): readonly Rect[] => {
  const count = sizes.length
  if (count < 2) return sizes.map((size) => centredAt(centre, size))
  const chord = Math.max(...sizes.map(({ w, h }) => Math.max(w, h))) + gap
  const radius = chord / (2 * unitVector(180 / count).y)
  return sizes.map((size, i) => {
    const towards = unitVector(-90 + (360 * i) / count)
    return centredAt({ x: centre.x + towards.x * radius, y: centre.y + towards.y * radius }, size)
  })
}

/** Most items that stand in one row of a mosaic. */
const MOST_IN_ROW = 24

/** The best cut of shapes into a given number of rows: where each row ends. Costs grow with a row's odd height. */
const rowEnds = (ratios: readonly number[], rows: number, bounds: Size, gap: number): readonly number[] | null => {
  const count = ratios.length
  const wanted = (bounds.h - gap * (rows - 1)) / rows
  if (!(wanted > 0)) return null
  const before = [0]
  for (const ratio of ratios) before.push((before.at(-1) ?? 0) + ratio)
  const cost = (from: number, to: number): number => {
    const room = bounds.w - gap * (to - from - 1)
    if (!(room > 0)) return Infinity
    const height = room / ((before[to] ?? 0) - (before[from] ?? 0))
    return Math.log(height / wanted) ** 2
  }
  // least[r][i]: the least cost of the first i shapes in r rows.
  const least: number[][] = [[0, ...ratios.map(() => Infinity)]]
  const cuts: number[][] = [[]]
  for (let row = 1; row <= rows; row += 1) {
    const costs: number[] = [Infinity]
    const cut: number[] = [0]
    for (let to = 1; to <= count; to += 1) {
      let best = Infinity
      let at = 0
      for (let from = Math.max(0, to - MOST_IN_ROW); from < to; from += 1) {
        const total = (least[row - 1]?.[from] ?? Infinity) + cost(from, to)
        if (total < best) [best, at] = [total, from]
      }
      costs.push(best)
      cut.push(at)
    }
    least.push(costs)
    cuts.push(cut)
  }
  if (least[rows]?.[count] === Infinity) return null
  const ends: number[] = []
  for (let row = rows, to = count; row > 0; row -= 1) {
    ends.unshift(to)
    to = cuts[row]?.[to] ?? 0
  }
  return ends
}

/** How far a cut into rows is from the shapes: the mean square of what each cell's shape is off, in logarithms. */
const oddity = (ratios: readonly number[], cells: readonly Rect[]): number =>
  sum(
    cells.map((cell, i) => {
      const { w, h } = rectSize(cell)
      return Math.log(w / h / (ratios[i] ?? 1)) ** 2
    }),
  ) / cells.length

const cellsOf = (ratios: readonly number[], ends: readonly number[], bounds: Rect, gap: number): readonly Rect[] => {
  const { w, h } = rectSize(bounds)
  const rows = ends.map((end, r) => ratios.slice(ends[r - 1] ?? 0, end))
  const natural = rows.map((row) => (w - gap * (row.length - 1)) / sum(row))
  const stretch = (h - gap * (rows.length - 1)) / sum(natural)
  let y = bounds.y0
  return rows.flatMap((row, r) => {
    const isLast = r === rows.length - 1
    // The last ends exactly where the bounds end, whatever the sums have lost.
    const foot = isLast ? bounds.y1 : y + (natural[r] ?? 0) * stretch
    const top = y
    y = foot + gap
    const room = w - gap * (row.length - 1)
    let x = bounds.x0
    return row.map((ratio, i): Rect => {
      const right = i === row.length - 1 ? bounds.x1 : x + (room * ratio) / sum(row)
      const cell = { x0: x, y0: top, x1: right, y1: foot }
      x = right + gap
      return cell
    })
  })
}

/**
 * A filled mosaic: rows that fill `bounds` from edge to edge with exact gaps, cut so that each cell comes close to
 * the shape (width over height) asked for. Refuses a gap that leaves no room.
 */
export const mosaicLayout = (ratios: readonly number[], bounds: Rect, gap: number): readonly Rect[] => {
  if (!ratios.length) return []
  const size = rectSize(bounds)
  const likely = Math.sqrt((sum(ratios) * size.h) / size.w)
  const reach = 2 + Math.ceil(likely / 3)
  const candidates: (readonly Rect[])[] = []
  // Slivers would ask for more rows than there are cells, or for less than one.
  const most = Math.min(ratios.length, Math.round(likely) + reach)
  for (let rows = Math.max(1, Math.min(most, Math.round(likely) - reach)); rows <= most; rows += 1) {
    const ends = rowEnds(ratios, rows, size, gap)
    if (ends) candidates.push(cellsOf(ratios, ends, bounds, gap))
  }
  const [first, ...others] = candidates
  if (!first) return refuse('the gap', 'small enough to leave room for every frame', gap)
  return others.reduce((best, next) => (oddity(ratios, next) < oddity(ratios, best) ? next : best), first)
}
