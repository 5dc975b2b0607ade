import { formatNumber, pointsPerUnit, type Unit } from '@/core/units'

export interface RulerMark {
  /** Table pixels along the ruler. */
  readonly at: number
  /** Text beside the long marks, in the sheet's unit. */
  readonly label: string | null
}

/** Long marks stand at least this far apart on screen. */
const ROOM = 56
const STEPS = [1, 2, 5]
const SHORT_PER_LONG = 5

/** The smallest step of 1, 2 or 5 times a power of ten, in units, that leaves room for its label. */
const stepFor = (pixelsPerUnit: number): number => {
  for (let power = -3; power < 7; power += 1)
    for (const step of STEPS) if (step * 10 ** power * pixelsPerUnit >= ROOM) return step * 10 ** power
  return 1e7
}

/** The marks of a ruler over `length` table pixels, for a view that has the sheet's origin at `origin`. */
export const rulerMarks = (
  length: number,
  origin: number,
  scale: number,
  unit: Unit,
  ppi: number,
): readonly RulerMark[] => {
  const pixelsPerUnit = pointsPerUnit(unit, ppi) * scale
  const step = stepFor(pixelsPerUnit)
  const short = step / SHORT_PER_LONG
  const first = Math.floor(-origin / pixelsPerUnit / short)
  const last = Math.ceil((length - origin) / pixelsPerUnit / short)
  return Array.from({ length: last - first + 1 }, (_, i) => {
    const index = first + i
    const value = index * short
    return {
      at: origin + value * pixelsPerUnit,
      label: index % SHORT_PER_LONG === 0 ? formatNumber(value, 3) : null,
    }
  })
}
