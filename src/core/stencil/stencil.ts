import { refuse } from '@/core/failure'
import { RANGE } from '@/core/tolerance'
import { scaling } from '@/core/geometry/matrix'
import type { Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { polygonPath, type FillRule, type Outline, type Path } from '@/core/path/path'
import { parseSvgPath } from '@/core/path/svgPath'
import { transformPath } from '@/core/path/transform'
import { corneredPath, type Corner } from '@/core/stencil/corners'
import { fittedPath } from '@/core/stencil/fitted'
import type { Param, Params, Shape, StraightShape, Values } from '@/core/stencil/params'
import type { TextStencil } from '@/core/text/block'
import { textPath } from '@/core/text/outline'
import { OTHER_SHAPES, SHAPES, STRAIGHT_SHAPES } from '@/core/stencil/registry'

type ParamsOf<S> = S extends { readonly params: infer P extends Params } ? P : never

export type Straight = {
  [K in keyof typeof STRAIGHT_SHAPES]: { readonly kind: K } & Values<ParamsOf<(typeof STRAIGHT_SHAPES)[K]>> & {
      /** One for all corners, or one each, clockwise from the first (of a rectangle the top left). */
      readonly corners?: readonly Corner[]
    }
}[keyof typeof STRAIGHT_SHAPES]

type Curved = {
  [K in keyof typeof OTHER_SHAPES]: { readonly kind: K } & Values<ParamsOf<(typeof OTHER_SHAPES)[K]>>
}[keyof typeof OTHER_SHAPES]

/** An outline of one's own: path text (SVG 2, chapter 9) in any coordinates; its bounds come to be the box. */
export interface PathStencil {
  readonly kind: 'path'
  readonly d: string
  readonly fillRule: FillRule
  /** What its points were made, one sign each in their order (see `kindsOf`); told from their handles without it. */
  readonly kinds?: string
}

/**
 * The transparency of a picture as a mask with soft edges. The path is its outline, in shares of the box from −½ to ½,
 * for extents and for hits.
 */
export interface MaskStencil {
  readonly kind: 'mask'
  readonly pictureId: string
  readonly d: string
  readonly fillRule: FillRule
}

/**
 * A letter: its outline as a typeface draws it, in any units, y down; its bounds come to be the box. Always filled by the
 * non-zero rule, so that strokes of the letter that overlap leave no hole.
 */
export interface GlyphStencil {
  readonly kind: 'glyph'
  readonly letter: string
  readonly d: string
}

/** What masks a frame. Parametric shapes are sharp at any size and can be changed at any time. */
export type ParametricStencil = Straight | Curved
type OwnStencil = PathStencil | MaskStencil | GlyphStencil
export type Stencil = ParametricStencil | OwnStencil | TextStencil

export type StencilKind = Stencil['kind']
export type ParametricKind = ParametricStencil['kind']

/** Is the stencil drawn from parameters, rather than from an outline it holds? */
export const isParametric = (stencil: Stencil): stencil is ParametricStencil => Object.hasOwn(SHAPES, stencil.kind)
/** Has the stencil straight sides, whose corners can be cut or rounded? */
export const isStraight = (stencil: Stencil): stencil is Straight => Object.hasOwn(STRAIGHT_SHAPES, stencil.kind)

/** The params of a shape by name. */
export const paramsOf = (kind: ParametricKind): Params => SHAPES[kind].params

const RULES: Readonly<Record<Param['type'], (param: Param, value: unknown) => boolean>> = {
  count: (param, value) => inRange(param, value) && Number.isInteger(value),
  share: (param, value) => inRange(param, value),
  angle: (param, value) => inRange(param, value),
  number: (param, value) => inRange(param, value),
  seed: (_, value) => Number.isInteger(value) && Number(value) >= 0 && Number(value) <= RANGE.seed,
  measure: (_, value) => typeof value === 'object' && value !== null,
  choice: (param, value) => param.type === 'choice' && param.options.some((option) => option === value),
}

const inRange = (param: Param, value: unknown): boolean =>
  'min' in param && typeof value === 'number' && value >= param.min && value <= param.max

const expected = (param: Param): string => {
  if (param.type === 'choice') return `one of ${param.options.join(', ')}`
  if (param.type === 'measure') return 'a length'
  if (param.type === 'seed') return `a whole number from 0 to ${RANGE.seed}`
  return `${param.type === 'count' ? 'a whole number' : 'a number'} from ${param.min} to ${param.max}`
}

/** Refuses a stencil whose params lie outside their ranges. */
const checked = (stencil: ParametricStencil): void => {
  const values: Readonly<Record<string, unknown>> = { ...stencil }
  for (const [name, param] of Object.entries(paramsOf(stencil.kind)))
    if (!RULES[param.type](param, values[name])) refuse(name, expected(param), values[name])
}

const parametricOutline = (stencil: ParametricStencil, size: Size): Outline => {
  checked(stencil)
  // The values were just found to be those of the shape of this kind; the union cannot say so by itself.
  const values = stencil as never
  if (!isStraight(stencil)) return (OTHER_SHAPES[stencil.kind] as unknown as Shape<Params>).outline(values, size)
  const shape = STRAIGHT_SHAPES[stencil.kind] as unknown as StraightShape<Params>
  const points = shape.points(values, size)
  const path = stencil.corners?.length ? corneredPath(points, stencil.corners, size) : polygonPath(points)
  return { path, fillRule: 'nonzero' }
}

/** The corners of an outline of straight sides in a box, clockwise from the first, in its own points. */
export const cornerPoints = (stencil: Straight, size: Size): readonly Point[] =>
  (STRAIGHT_SHAPES[stencil.kind] as unknown as StraightShape<Params>).points(stencil as never, size) // of its own kind

const parsed = new WeakMap<OwnStencil, Path>()

/** The path of an outline of one's own, read once. */
const ownPath = (stencil: OwnStencil): Path => {
  const known = parsed.get(stencil)
  if (known) return known
  const path = parseSvgPath(stencil.d)
  parsed.set(stencil, path)
  return path
}

const freshOutline = (stencil: Stencil, size: Size): Outline => {
  switch (stencil.kind) {
    case 'mask':
      return {
        path: transformPath(scaling(size.w, size.h), ownPath(stencil)),
        fillRule: stencil.fillRule,
      }
    case 'path':
      return { path: fittedPath(ownPath(stencil), size), fillRule: stencil.fillRule }
    case 'text':
      return { path: textPath(stencil, size), fillRule: 'nonzero' }
    case 'glyph':
      return { path: fittedPath(ownPath(stencil), size), fillRule: 'nonzero' }
    default:
      return parametricOutline(stencil, size)
  }
}

/** Outlines of each stencil at the sizes they were last asked for; frames may share one stencil. */
const kept = new WeakMap<Stencil, Map<string, Outline>>()
const MOST_KEPT = 24

/**
 * The outline of a stencil in a box of `size` points, with the box's centre as origin. Its bounds are the box; only those of
 * a text are what its letters take.
 */
export const outlineOf = (stencil: Stencil, size: Size): Outline => {
  const known = kept.get(stencil) ?? new Map<string, Outline>()
  const key = `${size.w} ${size.h}`
  const held = known.get(key)
  if (held) return held
  const outline = freshOutline(stencil, size)
  if (known.size >= MOST_KEPT) known.clear()
  known.set(key, outline)
  kept.set(stencil, known)
  return outline
}

const described = (stencil: ParametricStencil): string => {
  switch (stencil.kind) {
    case 'polygon':
      return `, ${stencil.sides} sides`
    case 'star':
    case 'burst':
      return `, ${stencil.points} points`
    default:
      return ''
  }
}

/** The trade's word for the stencil. */
export const stencilName = (stencil: Stencil): string => {
  if (stencil.kind === 'path') return 'Own outline'
  if (stencil.kind === 'mask') return 'Soft mask'
  if (stencil.kind === 'text') return 'Text'
  if (stencil.kind === 'glyph') return `Letter ${stencil.letter}`
  return `${SHAPES[stencil.kind].name}${described(stencil)}`
}

/** The stencil of a kind with its params at their first values. */
export const newStencil = <K extends ParametricKind>(kind: K): Extract<ParametricStencil, { readonly kind: K }> => {
  const initial = Object.fromEntries(Object.entries(paramsOf(kind)).map(([name, param]) => [name, param.initial]))
  return { kind, ...initial } as Extract<ParametricStencil, { readonly kind: K }> // every param was just given
}

/** The bounds of a shape before it is brought to its box; null where a change of a value leaves the box as it is. */
const naturalOf = (stencil: Stencil): Rect | null => {
  if (!isParametric(stencil) || isStraight(stencil)) return null
  const shape = OTHER_SHAPES[stencil.kind] as unknown as Shape<Params> // of the kind of the stencil
  return shape.natural?.(stencil as never) ?? null
}

/**
 * The box that an outline of the same kind with other values takes, so that its parts keep their size and place: the
 * rest of a circle does not move when an arc opens. In the stencil's own points; `size` is the box before.
 */
export const reshapedRect = (from: Stencil, to: Stencil, size: Size): Rect => {
  const [before, after] = [naturalOf(from), naturalOf(to)]
  const held = { x0: -size.w / 2, y0: -size.h / 2, x1: size.w / 2, y1: size.h / 2 }
  if (!before || !after || from.kind !== to.kind) return held
  const [sx, sy] = [size.w / (before.x1 - before.x0), size.h / (before.y1 - before.y0)]
  return {
    x0: held.x0 + (after.x0 - before.x0) * sx,
    y0: held.y0 + (after.y0 - before.y0) * sy,
    x1: held.x0 + (after.x1 - before.x0) * sx,
    y1: held.y0 + (after.y1 - before.y0) * sy,
  }
}
