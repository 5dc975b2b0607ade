import type { Rgb } from '@/core/colour/space'
import { fromRgb } from '@/core/colour/space'
import { escapeXml } from '@/core/formats/xml'
import type { Matrix } from '@/core/geometry/matrix'
import type { Rect } from '@/core/geometry/rect'
import type { Outline } from '@/core/path/path'
import { svgTextOf } from '@/core/path/svgText'
import { formatNumber } from '@/core/units'

/** Elements of SVG 1.1 as text. */

export type Attributes = Readonly<Record<string, string | number | undefined>>

const PLACES = 4
const FACTOR_PLACES = 7

export const numberText = (value: number, places = PLACES): string => formatNumber(value, places)

const attributeText = (attributes: Attributes): string =>
  Object.entries(attributes)
    .flatMap(([name, value]) => {
      if (value === undefined) return []
      return [` ${name}="${typeof value === 'number' ? numberText(value) : escapeXml(value)}"`]
    })
    .join('')

/** An element; with content where there is some. */
export const element = (name: string, attributes: Attributes, ...content: readonly string[]): string =>
  content.length
    ? `<${name}${attributeText(attributes)}>${content.join('')}</${name}>`
    : `<${name}${attributeText(attributes)}/>`

export const matrixWord = ({ a, b, c, d, e, f }: Matrix): string =>
  `matrix(${[a, b, c, d].map((value) => numberText(value, FACTOR_PLACES)).join(' ')} ${numberText(e)} ${numberText(f)})`

export const colourWord = (colour: Rgb): string => fromRgb(colour)

/** A share where it is not all. */
export const shareOf = (value: number): string | undefined => (value < 1 ? numberText(value, 5) : undefined)

export const boxOf = ({ x0, y0, x1, y1 }: Rect): Attributes => ({ x: x0, y: y0, width: x1 - x0, height: y1 - y0 })

/** What an outline is filled by, and its path. */
export const outlineOf = ({ path, fillRule }: Outline): Attributes => ({
  d: svgTextOf(path),
  'fill-rule': fillRule === 'evenodd' ? fillRule : undefined,
})

/** The same for what clips. */
export const clipOutline = ({ path, fillRule }: Outline): Attributes => ({
  d: svgTextOf(path),
  'clip-rule': fillRule === 'evenodd' ? fillRule : undefined,
})
