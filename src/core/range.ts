import { refuse } from '@/core/failure'

export interface Range {
  readonly min: number
  readonly max: number
}

/** The value, if it lies in the range, its ends included; else refuses, saying the range or the `words` for it. */
export const within = (
  name: string,
  value: number,
  { min, max }: Range,
  words = `a number from ${min} to ${max}`,
): number => (value >= min && value <= max ? value : refuse(name, words, Math.round(value * 100) / 100))

/** A unit as it stands behind a number. */
const behind = (unit: string): string => (unit === '' || unit === '%' || unit === '°' ? unit : ` ${unit}`)

/**
 * The value of a number that was typed in a unit of which the value has `times` as many. Refuses what lies beyond the
 * range of the value, which is told in the unit.
 */
export const typedWithin = (
  name: string,
  typed: number,
  { min, max }: Range,
  { times, unit }: { readonly times: number; readonly unit: string },
): number => {
  // Products such as 0.29 × 100 miss their whole numbers by a last bit.
  const [low = min, high = max] = [min, max].map((end) => Number((end * times).toFixed(6)))
  within(name, typed, { min: low, max: high }, `from ${low} to ${high}${behind(unit)}`)
  return Math.min(max, Math.max(min, typed / times))
}

/** A number so many steps further; where it is to be round, the multiple of the step that so many steps reach. */
export const stepped = (from: number, count: number, step: number, isRound: boolean): number => {
  if (!isRound || count === 0) return from + count * step
  const at = from / step
  return ((count > 0 ? Math.floor(at + 1e-6) : Math.ceil(at - 1e-6)) + count) * step
}
