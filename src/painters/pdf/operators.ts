import type { Rgb } from '@/core/colour/space'
import type { Cap, Join } from '@/core/finish/layers'
import type { Matrix } from '@/core/geometry/matrix'
import type { Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { withoutArcs } from '@/core/path/cubics'
import type { Outline, Path } from '@/core/path/path'
import { walk, type PathSink } from '@/core/path/walk'
import { formatNumber } from '@/core/units'

/** Operators of content streams (ISO 32000-1, Annex A), as text. */

/** Places after the point: of lengths in points, and of factors. */
const LENGTH = 4
const FACTOR = 7

export const numberText = (value: number, places = LENGTH): string => formatNumber(value, places)

const at = ({ x, y }: Point): string => `${numberText(x)} ${numberText(y)}`

class OperatorSink implements PathSink {
  readonly parts: string[] = []
  move(to: Point): void {
    this.parts.push(`${at(to)} m`)
  }
  line(_from: Point, to: Point): void {
    this.parts.push(`${at(to)} l`)
  }
  cubic(_from: Point, c1: Point, c2: Point, to: Point): void {
    this.parts.push(`${at(c1)} ${at(c2)} ${at(to)} c`)
  }
  arc(): void {
    throw new TypeError('Arcs are taken apart before they are written.')
  }
  close(): void {
    this.parts.push('h')
  }
}

/** Builds a path; arcs become cubics of at most 30 degrees, which are within 4e-9 of their radius. */
export const pathText = (path: Path): string => {
  const sink = new OperatorSink()
  walk(withoutArcs(path, 30), sink)
  return sink.parts.join('\n')
}

export const rectText = ({ x0, y0, x1, y1 }: Rect): string =>
  [x0, y0, x1 - x0, y1 - y0].map((value) => numberText(value)).join(' ') + ' re'

/** Changes the coordinates to those of a matrix. */
export const matrixText = ({ a, b, c, d, e, f }: Matrix): string =>
  `${[a, b, c, d].map((value) => numberText(value, FACTOR)).join(' ')} ${at({ x: e, y: f })} cm`

/** Fills the path built before. */
export const fillText = ({ fillRule }: Pick<Outline, 'fillRule'>): string => (fillRule === 'evenodd' ? 'f*' : 'f')

/** Keeps what follows to an outline. */
export const clipText = ({ path, fillRule }: Outline): string =>
  `${pathText(path)}\n${fillRule === 'evenodd' ? 'W*' : 'W'} n`

const CAPS: Readonly<Record<Cap, number>> = { butt: 0, round: 1, square: 2 }
const JOINS: Readonly<Record<Join, number>> = { miter: 0, round: 1, bevel: 2 }

export interface Line {
  readonly width: number
  readonly join: Join
  readonly mitreLimit: number
  readonly cap: Cap
  readonly dash?: readonly number[]
}

/** How lines are drawn from here on. */
export const lineText = ({ width, join, mitreLimit, cap, dash = [] }: Line): string =>
  [
    `${numberText(width)} w`,
    `${JOINS[join]} j`,
    `${CAPS[cap]} J`,
    `${numberText(mitreLimit)} M`,
    ...(dash.length ? [`[${dash.map((length) => numberText(length)).join(' ')}] 0 d`] : []),
  ].join(' ')

const MOST = 255

/** Rounded up, so that a reader that cuts off what is beyond whole steps comes to the same step. */
const channelText = (value: number): string => numberText(Math.ceil((value / MOST) * 1e5 - 1e-6) / 1e5, 5)
const channels = ({ r, g, b }: Rgb): string => [r, g, b].map(channelText).join(' ')

export const fillColour = (colour: Rgb): string => `${channels(colour)} rg`
export const strokeColour = (colour: Rgb): string => `${channels(colour)} RG`

/** Grey in [0, 1] for fills and lines, as masks are drawn. */
export const greyText = (grey: number): string => `${numberText(grey)} g ${numberText(grey)} G`

/** Everything between is undone after it. */
export const kept = (...lines: readonly string[]): string => `q\n${lines.join('\n')}\nQ`
