import { refuse } from '@/core/failure'

/** Units a length is shown and typed in. One inch is 25.4 mm (ISO 80000-3), 72 points, 6 picas. */
export const UNITS = ['px', 'mm', 'cm', 'in', 'pt', 'pica'] as const
export type Unit = (typeof UNITS)[number]

export const POINTS_PER_INCH = 72
const POINTS = { mm: 72 / 25.4, cm: 720 / 25.4, in: 72, pt: 1, pica: 12 } as const
const DECIMALS = { px: 2, mm: 2, cm: 3, in: 4, pt: 2, pica: 3 } as const

/** Points in one unit. A pixel is one output pixel at `ppi` (pixels per inch, > 0). */
export const pointsPerUnit = (unit: Unit, ppi: number): number => {
  if (unit !== 'px') return POINTS[unit]
  return ppi > 0 ? POINTS_PER_INCH / ppi : refuse('ppi', 'a number above 0', ppi)
}

/** A length of a unit in points (1/72 in, PostScript). Pixels are counted at `ppi` to the inch. */
export const toPoints = (value: number, unit: Unit, ppi: number): number => value * pointsPerUnit(unit, ppi)
/** A length in points in a unit; the inverse of `toPoints`. */
export const fromPoints = (points: number, unit: Unit, ppi: number): number => points / pointsPerUnit(unit, ppi)

/** Whole output pixels of a length in points at `ppi`; at least 1. */
export const outputPixels = (points: number, ppi: number): number =>
  Math.max(1, Math.round((points * ppi) / POINTS_PER_INCH))

/** A number as shown to a person: at most `decimals` places, no trailing zeros, never "-0". */
export const formatNumber = (value: number, decimals: number): string => {
  const text = value.toFixed(decimals)
  // eslint-disable-next-line regexp/no-super-linear-move -- the text of a number is short
  const trimmed = text.includes('.') ? text.replace(/\.?0+$/, '') : text
  return trimmed === '-0' ? '0' : trimmed
}

/** A length of time in words, such as "1 second" or "2.5 seconds". */
export const secondsInWords = (value: number, decimals: number): string => {
  const number = formatNumber(value, decimals)
  return `${number} ${number === '1' ? 'second' : 'seconds'}`
}

/** A length in points as text in `unit`, without the unit's name. */
export const formatLength = (points: number, unit: Unit, ppi: number): string =>
  formatNumber(fromPoints(points, unit, ppi), DECIMALS[unit])

/** Steps in which a length is proposed. */
const ROUND = { px: 1, mm: 1, cm: 0.1, in: 0.05, pt: 1, pica: 0.5 } as const

/** The length nearest to this that is round in a unit, at least one step of it; in points. */
export const roundLength = (points: number, unit: Unit, ppi: number): number => {
  const steps = Math.max(1, Math.round(fromPoints(points, unit, ppi) / ROUND[unit]))
  return toPoints(steps * ROUND[unit], unit, ppi)
}

/** The least of 1, 2 and 5 times a power of ten that is no less than a number above 0. */
const roundUp = (value: number): number => {
  const power = 10 ** Math.floor(Math.log10(value))
  return ([1, 2, 5, 10].find((k) => k * power >= value * (1 - 1e-9)) ?? 10) * power
}

/** How a slider of a length runs, in points. */
export interface LengthTrack {
  readonly min: number
  readonly max: number
  /** Round in the unit; a hundredth of the way to the longest. */
  readonly step: number
}

/**
 * The track of a slider for a length within its range, wide enough for what it is now and `usual`, and round in the unit:
 * its ends and steps are 1, 2 or 5 times a power of ten of it.
 */
export const lengthTrack = (
  points: number,
  usual: number,
  range: { readonly min: number; readonly max: number },
  { unit, ppi }: { readonly unit: Unit; readonly ppi: number },
): LengthTrack => {
  const far = roundUp(fromPoints(Math.max(usual, Math.abs(points) * 1.25), unit, ppi))
  const [most, step] = [toPoints(far, unit, ppi), toPoints(far / 100, unit, ppi)]
  return { min: range.min < 0 ? Math.max(range.min, -most) : 0, max: Math.min(range.max, most), step }
}

/** What one press of an arrow key moves: 1 px, 0.5 mm or 1 pt by the sheet's unit, in points. */
export const nudgeStep = (unit: Unit, ppi: number): number => {
  if (unit === 'px') return toPoints(1, 'px', ppi)
  return unit === 'mm' || unit === 'cm' ? toPoints(0.5, 'mm', ppi) : 1
}
