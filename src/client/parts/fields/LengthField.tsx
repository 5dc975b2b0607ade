'use client'
'use memo'
import { formatLength, formatNumber, fromPoints, nudgeStep } from '@/core/units'
import { parseLength, readLength } from '@/core/lengthText'
import type { Range } from '@/core/range'
import { TypedField } from '@/client/parts/fields/TypedField'
import { useUnits } from '@/client/parts/fields/Units'
import type { BenchState } from '@/client/store/state'

/** A number in words; null where there is none. */
const worded = (value: number | null, words: (value: number) => string): string | null =>
  value === null ? null : words(value)

interface LengthFieldProps {
  readonly label: string
  readonly name?: string
  /** In points. */
  readonly points: number
  /** The same as it follows a hand on the table. */
  readonly live?: (state: BenchState) => number | null
  readonly disabled?: boolean
  /** Arrow keys go to the next multiple of this, in the units in use, rather than on by one press. */
  readonly rounds?: number
  /** What it may be, in points; beyond it is refused in the unit that was typed. */
  readonly range?: Range
  /** What a refusal calls it; its name without. */
  readonly what?: string
  readonly onPoints: (points: number) => void
}

/** A length shown and typed in the units in use; arithmetic such as 210/2 or 3mm+1pt is read. */
export const LengthField = ({
  label,
  name,
  points,
  live,
  disabled,
  rounds,
  range,
  what,
  onPoints,
}: LengthFieldProps) => {
  const units = useUnits()
  const { unit, ppi } = units
  return (
    <TypedField
      label={label}
      name={name}
      unit={unit}
      shown={formatLength(points, unit, ppi)}
      live={live && ((state) => worded(live(state), (value) => formatLength(value, unit, ppi)))}
      disabled={disabled}
      step={rounds ?? fromPoints(nudgeStep(unit, ppi), unit, ppi)}
      isRound={rounds !== undefined}
      onText={(text) => {
        const called = what ?? (name ?? label).toLowerCase()
        onPoints(range ? readLength(called, text, range, units) : parseLength(text, unit, ppi))
      }}
    />
  )
}

interface PlainFieldProps {
  readonly label: string
  readonly name?: string
  readonly value: number
  /** The same as it follows a hand on the table. */
  readonly live?: (state: BenchState) => number | null
  readonly decimals: number
  readonly unit?: string
  readonly disabled?: boolean
  /** What an arrow key adds; the last whole step of what is shown without. */
  readonly step?: number
  readonly onValue: (value: number) => void
}

/** A plain number with a sign behind it, such as a turn in degrees. */
export const PlainField = ({
  label,
  name,
  value,
  live,
  decimals,
  unit,
  disabled,
  step = 1,
  onValue,
}: PlainFieldProps) => (
  <TypedField
    label={label}
    name={name}
    shown={formatNumber(value, decimals)}
    live={live && ((state) => worded(live(state), (now) => formatNumber(now, decimals)))}
    unit={unit}
    disabled={disabled}
    step={step}
    // Plain arithmetic is the same as for lengths, in points.
    onText={(text) => onValue(parseLength(text, 'pt', 72))}
  />
)
