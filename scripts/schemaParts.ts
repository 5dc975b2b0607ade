import { RANGE } from '@/core/tolerance'

/** What the published schema is made of. */
export const strict = (
  properties: Readonly<Record<string, object>>,
  optional: Readonly<Record<string, object>> = {},
): object => ({
  type: 'object',
  additionalProperties: false,
  required: Object.keys(properties),
  properties: { ...properties, ...optional },
})

export const number = ({ min, max }: { readonly min: number; readonly max: number }): object => ({
  type: 'number',
  minimum: min,
  maximum: max,
})
export const whole = (range: { readonly min: number; readonly max: number }): object => ({
  ...number(range),
  type: 'integer',
})
export const ref = (name: string): object => ({ $ref: `#/definitions/${name}` })
/** One of these words. */
export const words = (list: readonly string[]): object => ({ enum: [...list] })

/** A length: a share of a box's short side, or points. */
export const measure = (most: number): object => ({
  oneOf: [
    strict({ share: { type: 'number', minimum: 0, maximum: most } }),
    strict({ points: { type: 'number', minimum: RANGE.measure.min, maximum: RANGE.measure.max } }),
  ],
})
