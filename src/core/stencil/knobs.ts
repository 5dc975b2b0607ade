import { rectCentre, rectSize } from '@/core/geometry/rect'
import { distance, type Point, type Size } from '@/core/geometry/vector'
import { measured, type Knob, type Measure, type Param, type Params } from '@/core/stencil/params'
import type { Corner } from '@/core/stencil/corners'
import { SHAPES } from '@/core/stencil/registry'
import {
  cornerPoints,
  isParametric,
  isStraight,
  paramsOf,
  reshapedRect,
  type ParametricStencil,
  type Stencil,
} from '@/core/stencil/stencil'

/** A knob where it stands now, in the stencil's own points. */
export interface StandingKnob {
  /** The param it changes, or `corners`. */
  readonly param: string
  readonly label: string
  readonly at: Point
}

/** How far inside a corner its knob stands when the corner is sharp, as a share of the short side. */
const INSET = 0.09
const SAMPLES = 120
const ROUNDS = 40

const knobsIn = (stencil: ParametricStencil): readonly Knob<Params>[] =>
  SHAPES[stencil.kind].knobs as unknown as readonly Knob<Params>[] // of the same kind as the stencil

const toward = (from: Point, to: Point, length: number): Point => {
  const apart = distance(from, to) || 1
  return { x: ((to.x - from.x) / apart) * length, y: ((to.y - from.y) / apart) * length }
}

/** Where the knob of a worked corner stands: inside it, its size from both sides. */
const cornerKnob = (stencil: ParametricStencil, size: Size, corner: Measure, i = 0): Point => {
  const points = isStraight(stencil) ? cornerPoints(stencil, size) : []
  const first = points[i] ?? { x: 0, y: 0 }
  const next = points[(i + 1) % points.length] ?? first
  const before = points.at(i - 1) ?? first
  const reach = measured(corner, size) + INSET * Math.min(size.w, size.h)
  const [p, q] = [toward(first, before, reach), toward(first, next, reach)]
  return { x: first.x + p.x + q.x, y: first.y + p.y + q.y }
}

/** Begins the param of one corner among several: its place among them follows. */
const EACH = 'corners-'

const NO_CORNER: Corner = { style: 'round', size: { share: 0 } }

const cornersOf = (stencil: ParametricStencil): readonly Corner[] =>
  isStraight(stencil) && stencil.corners?.length ? stencil.corners : [NO_CORNER]

/** The knobs of a stencil in a box. */
export const knobsOf = (stencil: Stencil, size: Size): readonly StandingKnob[] => {
  if (!isParametric(stencil)) return []
  const own = knobsIn(stencil).map(({ param, at }): StandingKnob => ({
    param,
    label: paramsOf(stencil.kind)[param]?.label ?? param,
    at: at(stencil as never, size), // its values are those of the shape of its kind
  }))
  if (!isStraight(stencil)) return own
  const [corner = NO_CORNER, ...others] = cornersOf(stencil)
  if (!others.length)
    return [...own, { param: 'corners', label: 'Corners', at: cornerKnob(stencil, size, corner.size) }]
  // Worked each by itself, each has its knob.
  const each = cornersOf(stencil).slice(0, cornerPoints(stencil, size).length)
  return [
    ...own,
    ...each.map(({ size: measure }, i): StandingKnob => ({
      param: `${EACH}${i}`,
      label: `Corner ${i + 1}`,
      at: cornerKnob(stencil, size, measure, i),
    })),
  ]
}

/** A measure of the same kind as another, from a share of the short side. */
const likeMeasure = (value: unknown, share: number, { w, h }: Size): Measure =>
  typeof value === 'object' && value !== null && 'points' in value ? { points: share * Math.min(w, h) } : { share }

/** The least of a function between two values, by thirds; it is taken to fall and rise once there. */
const narrowed = (from: number, to: number, off: (value: number) => number): number => {
  let [low, high] = [from, to]
  for (let i = 0; i < ROUNDS; i += 1) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    if (off(a) < off(b)) high = b
    else low = a
  }
  return (low + high) / 2
}

/**
 * The value of a param nearest to where its knob is carried: sampled over its range, then narrowed about each sample
 * that is nearer than its neighbours. The nearest sample alone may mislead: a squeezed knob passes a place twice.
 */
const nearestValue = (param: Param, off: (value: number) => number): number => {
  const [min, max] = 'min' in param ? [param.min, param.max] : [0, 'max' in param ? param.max : 1]
  const isWhole = param.type === 'count'
  const steps = isWhole ? max - min : SAMPLES
  const valueAt = (i: number): number => min + ((max - min) * Math.min(steps, Math.max(0, i))) / steps
  const offs = Array.from({ length: steps + 1 }, (_, i) => off(valueAt(i)))
  const nearest = (values: readonly number[]): number => values.reduce((a, b) => (off(b) < off(a) ? b : a))
  const lows = offs.flatMap((value, i) =>
    value <= (offs[i - 1] ?? Infinity) && value <= (offs[i + 1] ?? Infinity) ? [i] : [],
  )
  return isWhole
    ? nearest(lows.map((i) => Math.round(valueAt(i))))
    : nearest(lows.map((i) => narrowed(valueAt(i - 1), valueAt(i + 1), off)))
}

const CORNER_PARAM: Param = { type: 'measure', label: 'Corners', max: 0.5, initial: { share: 0 } }

/** The corners with another size, or the one of them at a place. */
const withCorners = (stencil: ParametricStencil, share: number, size: Size, at?: number): ParametricStencil => {
  if (!isStraight(stencil)) return stencil
  const corners = cornersOf(stencil).map((corner, i) =>
    at === undefined || at === i ? { ...corner, size: likeMeasure(corner.size, share, size) } : corner,
  )
  return { ...stencil, corners }
}

/** The stencil after a knob was carried to a point: the value whose knob stands nearest to it. */
export const carryKnob = (stencil: Stencil, size: Size, param: string, to: Point): Stencil => {
  if (!isParametric(stencil)) return stencil
  if (param === 'corners' || param.startsWith(EACH)) {
    const at = param === 'corners' ? undefined : Number(param.slice(EACH.length))
    const off = (share: number): number => distance(cornerKnob(stencil, size, { share }, at), to)
    return withCorners(stencil, nearestValue(CORNER_PARAM, off), size, at)
  }
  const knob = knobsIn(stencil).find((one) => one.param === param)
  const spec = paramsOf(stencil.kind)[param]
  if (!knob || !spec) return stencil
  const held = (stencil as unknown as Readonly<Record<string, unknown>>)[param]
  const withValue = (value: number): ParametricStencil => ({
    ...stencil,
    [param]: spec.type === 'measure' ? likeMeasure(held, value, size) : value,
  })
  // Where parts keep their size the box changes with the value; the knob is sought where it would then stand.
  const standing = (value: number): Point => {
    const changed = withValue(value)
    const r = reshapedRect(stencil, changed, size)
    const p = knob.at(changed as never, rectSize(r))
    const middle = rectCentre(r)
    return { x: p.x + middle.x, y: p.y + middle.y }
  }
  return withValue(nearestValue(spec, (value) => distance(standing(value), to)))
}
