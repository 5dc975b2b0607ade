import type { Colour } from '@/core/colour/colour'
import { plainColour, type ColourRef } from '@/core/colour/slots'
import { fromRgb, toRgb } from '@/core/colour/space'

/** A colour at a share of the way in [0, 1]. */
export interface Stop {
  readonly at: number
  readonly colour: ColourRef
}

export const GRADIENT_SHAPES = ['linear', 'radial'] as const

/** Colours that run into one another across the outline's bounds. */
export interface Gradient {
  readonly shape: (typeof GRADIENT_SHAPES)[number]
  /** Direction of a linear gradient: degrees clockwise from left-to-right. */
  readonly turn: number
  /** At least two, at rising shares of the way in [0, 1]. */
  readonly stops: readonly Stop[]
}

/** The stops by their places, those of one place in the order given. */
export const sortedStops = (stops: readonly Stop[]): readonly Stop[] => [...stops].sort((p, q) => p.at - q.at)

const between = (p: Stop, q: Stop, plain: Plain): Stop => {
  const [a, b] = [toRgb(plain(p.colour)), toRgb(plain(q.colour))]
  return {
    at: (p.at + q.at) / 2,
    colour: fromRgb({ r: (a.r + b.r) / 2, g: (a.g + b.g) / 2, b: (a.b + b.b) / 2 }),
  }
}

/** The colour that a reference is seen as. */
type Plain = (ref: ColourRef) => Colour

/** With one more stop, in the middle of the widest gap and of the colour that is seen there. */
export const withStop = (stops: readonly Stop[], plain: Plain = plainColour): readonly Stop[] => {
  const gaps = stops.slice(1).map((stop, i) => stop.at - (stops[i]?.at ?? 0))
  const widest = gaps.indexOf(Math.max(...gaps))
  const [p, q] = [stops[widest], stops[widest + 1]]
  return p && q ? [...stops.slice(0, widest + 1), between(p, q, plain), ...stops.slice(widest + 1)] : stops
}

/** Without a stop; the first and last of two stay. */
export const withoutStop = (stops: readonly Stop[], index: number): readonly Stop[] =>
  stops.length > 2 ? stops.filter((_stop, i) => i !== index) : stops
