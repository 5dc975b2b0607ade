import type { Point, Size } from '@/core/geometry/vector'
import type { Rect } from '@/core/geometry/rect'
import { graphemesOf } from '@/core/lettering/graphemes'
import type { TextStencil } from '@/core/text/block'
import { cellsOf, type Cell } from '@/core/text/cells'
import { flowOf, type Flow, type FlowLine } from '@/core/text/flow'

/** Where the caret stands at a place of the text: lengths in points about the middle of the box, y down. */
export interface TextCaret {
  readonly x: number
  readonly top: number
  readonly foot: number
  /** The line it stands on, by number. */
  readonly line: number
}

/** The line that a place of the text belongs to; where a line was broken, the later one. */
export const lineAt = ({ lines }: Flow, place: number): number => {
  const later = lines.findIndex(({ from }) => from > place)
  return later < 0 ? lines.length - 1 : Math.max(0, later - 1)
}

/** How far a place lies within a cell, as a share of its width: letters of a ligature share it evenly. */
const shareWithin = (stencil: TextStencil, cell: Cell, place: number): number => {
  if (place <= cell.place) return 0
  if (place >= cell.place + cell.units) return 1
  const letters = graphemesOf(stencil.text.slice(cell.place, cell.place + cell.units))
  let at = cell.place
  const before = letters.findIndex((letter) => (at += letter.length) > place)
  return before / letters.length
}

/** Where the pen stands after a cell: where the next of its line begins, or the line ends. */
const penAfter = (flow: Flow, line: FlowLine, index: number, cells: readonly Cell[]): number => {
  if (index + 1 < line.end) return flow.pens[index + 1] ?? 0
  const [cell, pen] = [cells[index], flow.pens[index] ?? line.x]
  if (!cell || cell.isEnd || cell.isSoftHyphen) return pen
  const advance = (cell.advance / 1000) * cell.run.size * flow.scale
  return pen + advance + (cell.isRoom ? line.spread : 0)
}

const indexOfPlace = (cells: readonly Cell[], { first, end }: FlowLine, place: number): number => {
  for (let i = first; i < end; i += 1) {
    const cell = cells[i]
    if (cell && place < cell.place + cell.units) return i
  }
  return end - 1
}

const xOnLine = (stencil: TextStencil, flow: Flow, line: FlowLine, place: number): number => {
  const cells = cellsOf(stencil)
  if (line.end <= line.first) return line.x
  const index = indexOfPlace(cells, line, place)
  const cell = cells[index]
  if (!cell) return line.x
  const from = flow.pens[index] ?? line.x
  return from + (penAfter(flow, line, index, cells) - from) * shareWithin(stencil, cell, place)
}

const standing = (line: FlowLine, number: number, x: number): TextCaret => ({
  x,
  top: line.baseline - line.up,
  foot: line.baseline + line.down,
  line: number,
})

/** The caret at a place of the text, in UTF-16 units. */
export const caretAt = (stencil: TextStencil, size: Size, place: number): TextCaret => {
  const flow = flowOf(stencil, size)
  const number = lineAt(flow, place)
  const line = flow.lines[number]
  // A text always has a line.
  return line ? standing(line, number, xOnLine(stencil, flow, line, place)) : { x: 0, top: 0, foot: 0, line: 0 }
}

/** The last place at which the caret stands on a line: before the space it was broken at, or its paragraph's end. */
const lastPlace = (cells: readonly Cell[], line: FlowLine, isLast: boolean): number => {
  const cell = cells[line.end - 1]
  if (!cell || line.end <= line.first) return line.from
  const hangs = cell.isEnd || (!isLast && (cell.isRoom || cell.isSoftHyphen))
  if (hangs) return cell.place
  // A line broken within a word ends before its last letter, for its end is where the next begins.
  return isLast ? cell.place + cell.units : cell.place
}

/** Places between letters of a line, from its first to its last. */
const placesOn = (stencil: TextStencil, flow: Flow, number: number): readonly number[] => {
  const line = flow.lines[number]
  if (!line) return [0]
  const last = lastPlace(cellsOf(stencil), line, number === flow.lines.length - 1)
  const places = [line.from]
  let at = line.from
  for (const letter of graphemesOf(stencil.text.slice(line.from, last))) places.push((at += letter.length))
  return places
}

/** The place on a line whose caret is nearest to an x. */
export const placeOnLine = (stencil: TextStencil, size: Size, number: number, x: number): number => {
  const flow = flowOf(stencil, size)
  const line = flow.lines[number]
  if (!line) return 0
  let [best, away] = [line.from, Infinity]
  for (const place of placesOn(stencil, flow, number)) {
    const distance = Math.abs(xOnLine(stencil, flow, line, place) - x)
    if (distance < away) [best, away] = [place, distance]
  }
  return best
}

/** The place nearest to a point of the box. */
export const placeAt = (stencil: TextStencil, size: Size, { x, y }: Point): number => {
  const { lines } = flowOf(stencil, size)
  const below = lines.findIndex(({ baseline, down }) => y < baseline + down)
  return placeOnLine(stencil, size, below < 0 ? lines.length - 1 : below, x)
}

/** Where the caret of a line's start or end stands. */
export const lineEnds = (stencil: TextStencil, size: Size, place: number): readonly [number, number] => {
  const flow = flowOf(stencil, size)
  const places = placesOn(stencil, flow, lineAt(flow, place))
  return [places[0] ?? 0, places.at(-1) ?? 0]
}

/** The place `by` lines further, as near as may be to `x`; the text's start or end where there is no such line. */
export const placeLines = (stencil: TextStencil, size: Size, place: number, by: number, x: number): number => {
  const flow = flowOf(stencil, size)
  const number = lineAt(flow, place) + by
  if (number < 0) return 0
  return number >= flow.lines.length ? stencil.text.length : placeOnLine(stencil, size, number, x)
}

/** The rectangles that a selection covers, one a line; an empty paragraph within it shows a little of one. */
export const selectedRects = (stencil: TextStencil, size: Size, from: number, to: number): readonly Rect[] => {
  const flow = flowOf(stencil, size)
  return flow.lines.flatMap((line): Rect[] => {
    const [start, end] = [Math.max(from, line.from), Math.min(to, line.to)]
    if (end <= start) return []
    const [x0, x1] = [xOnLine(stencil, flow, line, start), xOnLine(stencil, flow, line, end)]
    const least = (line.up + line.down) / 6
    return [{ x0, x1: Math.max(x1, x0 + least), y0: line.baseline - line.up, y1: line.baseline + line.down }]
  })
}
