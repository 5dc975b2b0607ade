import { transformPath } from '@/core/path/transform'
import type { Matrix } from '@/core/geometry/matrix'
import type { Outline, Path } from '@/core/path/path'
import { PEN_CAPS, PEN_JOINS, runsLengthOf, strokeOutline, type Pen } from '@/core/path/stroke'
import { parseLength, type Viewport } from '@/core/formats/svg/transform'

/** The properties of a line as they are inherited, still as text but for what was measured where it was said. */
export interface LineStyle {
  readonly paint: string
  readonly width: number
  readonly cap: Pen['cap']
  readonly join: Pen['join']
  readonly miterLimit: number
  readonly dashes: readonly number[]
  readonly dashOffset: number
}

/** The initial values (SVG 2, 13.5). */
export const NO_LINE: LineStyle = {
  paint: 'none',
  width: 1,
  cap: 'butt',
  join: 'miter',
  miterLimit: 4,
  dashes: [],
  dashOffset: 0,
}

/** Per cent of a line's lengths are of the viewport's diagonal over √2 (SVG 2, 8.9). */
const whole = ({ w, h }: Viewport): number => Math.hypot(w, h) / Math.SQRT2

const oneOf = <T extends string>(values: readonly T[], value: string | undefined, before: T): T =>
  values.find((one) => one === value) ?? before

const dashesOf = (text: string | undefined, port: Viewport, before: readonly number[]): readonly number[] => {
  if (text === undefined || text === 'inherit') return before
  const lengths = text
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((one) => parseLength(one, whole(port), NaN))
  return lengths.some(Number.isNaN) ? [] : lengths
}

const positive = (value: number, before: number): number => (value >= 0 ? value : before)

/** What an element says of its line, over what it inherits. `read` gives a property's own value. */
export const lineStyle = (read: (name: string) => string | undefined, port: Viewport, before: LineStyle): LineStyle => {
  const paint = read('stroke')
  const limit = parseLength(read('stroke-miterlimit'), 1, before.miterLimit)
  // `arcs` falls back to a mitre, as SVG 2 allows.
  const join = read('stroke-linejoin') === 'arcs' ? 'miter' : read('stroke-linejoin')
  return {
    paint: paint === undefined || paint === 'inherit' ? before.paint : paint,
    width: positive(parseLength(read('stroke-width'), whole(port), before.width), before.width),
    cap: oneOf(PEN_CAPS, read('stroke-linecap'), before.cap),
    join: oneOf(PEN_JOINS, join, before.join),
    miterLimit: limit >= 1 ? limit : before.miterLimit,
    dashes: dashesOf(read('stroke-dasharray'), port, before.dashes),
    dashOffset: parseLength(read('stroke-dashoffset'), whole(port), before.dashOffset),
  }
}

/** Is anything seen of the line? */
export const isDrawn = ({ paint, width }: LineStyle): boolean =>
  width > 0 && paint !== '' && paint !== 'none' && paint !== 'transparent'

/** A pen in the path's own units; the length that an author gives a path scales its dashes (SVG 2, 9.6.1). */
const penOf = (style: LineStyle, path: Path, pathLength: number): Pen => {
  const k = style.dashes.length && pathLength > 0 ? runsLengthOf(path) / pathLength : 1
  return { ...style, dashes: style.dashes.map((one) => one * k), dashOffset: style.dashOffset * k }
}

/** A line to be outlined. */
export interface Line {
  readonly path: Path
  readonly style: LineStyle
  /** From the path's units to the drawing's. */
  readonly matrix: Matrix
  /** Keeps its width whatever the transforms (SVG 2, 8.11). */
  readonly keepsWidth: boolean
  /** What its author calls its length; NaN where that is not said. */
  readonly pathLength: number
}

/** What a line covers, in the drawing's units. */
export const lineOutline = ({ path, style, matrix, keepsWidth, pathLength }: Line): Outline => {
  if (keepsWidth) {
    const there = transformPath(matrix, path)
    return strokeOutline(there, penOf(style, there, pathLength))
  }
  const outline = strokeOutline(path, penOf(style, path, pathLength))
  return { ...outline, path: transformPath(matrix, outline.path) }
}
