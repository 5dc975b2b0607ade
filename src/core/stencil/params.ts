import type { Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'

/** A length that belongs to an outline: a share of the box's short side, or points. */
export type Measure = { readonly share: number } | { readonly points: number }

/** Points of a measure in a box. */
export const measured = (measure: Measure, { w, h }: Size): number =>
  'share' in measure ? measure.share * Math.min(w, h) : measure.points

interface Numeric {
  readonly label: string
  readonly min: number
  readonly max: number
  readonly initial: number
}

/** One thing that can be set on a parametric stencil. */
export type Param =
  | ({ readonly type: 'count' | 'share' | 'angle' | 'number' } & Numeric)
  /** Decides what is left to chance; "another" takes the next. */
  | { readonly type: 'seed'; readonly label: string; readonly initial: number }
  /** A length; as a share it is at most `max`. */
  | { readonly type: 'measure'; readonly label: string; readonly max: number; readonly initial: Measure }
  | {
      readonly type: 'choice'
      readonly label: string
      readonly options: readonly string[]
      readonly initial: string
    }

export type Params = Readonly<Record<string, Param>>

type ValueOf<P extends Param> = P extends { readonly type: 'measure' }
  ? Measure
  : P extends { readonly type: 'choice' }
    ? P['options'][number]
    : number

/** The values of a shape's params. */
export type Values<P extends Params> = { readonly [K in keyof P]: ValueOf<P[K]> }

/** A knob on the outline: where it stands tells the value, and carrying it changes the value. */
export interface Knob<P extends Params> {
  readonly param: keyof P & string
  readonly at: (values: Values<P>, size: Size) => Point
}

/** A parametric outline, described once for document, card, table and tests. */
export interface Shape<P extends Params> {
  readonly name: string
  readonly params: P
  /** The outline in a box about the origin; its bounds are the box. */
  readonly outline: (values: Values<P>, size: Size) => Outline
  readonly knobs: readonly Knob<P>[]
  /** The bounds before the outline is brought to its box, for shapes whose parts keep their size when a value changes. */
  readonly natural?: (values: Values<P>) => Rect
}

/** A shape of straight sides, whose corners can be worked. */
export interface StraightShape<P extends Params> {
  readonly name: string
  readonly params: P
  /** The corners of its one contour, clockwise. */
  readonly points: (values: Values<P>, size: Size) => readonly Point[]
  readonly knobs: readonly Knob<P>[]
}

/** A shape as data, its parameters typed by what it declares. */
export const defineShape = <const P extends Params>(shape: Shape<P>): Shape<P> => shape
/** A shape of straight sides, whose corners can be cut or rounded. */
export const defineStraight = <const P extends Params>(shape: StraightShape<P>): StraightShape<P> => shape

/** A parameter that counts: a whole number of [min, max]. */
export const count = (label: string, min: number, max: number, initial: number) =>
  ({ type: 'count', label, min, max, initial }) as const
/** A parameter that is a share of the size. */
export const share = (label: string, min: number, max: number, initial: number) =>
  ({ type: 'share', label, min, max, initial }) as const
/** A parameter in degrees. */
export const angle = (label: string, min: number, max: number, initial: number) =>
  ({ type: 'angle', label, min, max, initial }) as const
/** A parameter that is a plain number. */
export const number = (label: string, min: number, max: number, initial: number) =>
  ({ type: 'number', label, min, max, initial }) as const
/** A parameter that is a length: a share of the size, or points. */
export const measure = (label: string, max: number, initial: number) =>
  ({ type: 'measure', label, max, initial: { share: initial } }) as const
/** A parameter that chance begins with. */
export const seed = () => ({ type: 'seed', label: 'Chance', initial: 1 }) as const
