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
