import { RANGE } from '@/core/tolerance'
import type { Measure } from '@/core/stencil/params'
import { paramsOf, type ParametricStencil } from '@/core/stencil/stencil'

const scaledMeasure = (measure: Measure, k: number): Measure =>
  'points' in measure ? { points: Math.min(RANGE.measure.max, measure.points * k) } : measure

/** A parametric stencil with its fixed lengths multiplied, as it is in a box so much larger; shares stay shares. */
export const scaledMeasures = <S extends ParametricStencil>(stencil: S, k: number): S => {
  const values = stencil as unknown as Readonly<Record<string, unknown>> // read by name
  const lengths = Object.entries(paramsOf(stencil.kind)).filter(([, { type }]) => type === 'measure')
  const corners = 'corners' in stencil ? stencil.corners : undefined
  return {
    ...stencil,
    // A param of this type holds a measure.
    ...Object.fromEntries(lengths.map(([name]) => [name, scaledMeasure(values[name] as Measure, k)])),
    ...(corners ? { corners: corners.map((one) => ({ ...one, size: scaledMeasure(one.size, k) })) } : {}),
  }
}
