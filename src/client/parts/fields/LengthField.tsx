'use client'
import { formatLength, formatNumber, fromPoints, nudgeStep } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import { TypedField } from '@/client/parts/fields/TypedField'
import { useUnits } from '@/client/parts/fields/Units'

interface LengthFieldProps {
  readonly label: string
  readonly name?: string
  /** In points. */
  readonly points: number
  readonly disabled?: boolean
  readonly onPoints: (points: number) => void
}

/** A length shown and typed in the units in use; arithmetic such as 210/2 or 3mm+1pt is read. */
export const LengthField = ({ label, name, points, disabled, onPoints }: LengthFieldProps) => {
  const { unit, ppi } = useUnits()
  return (
    <TypedField
      label={label}
      name={name}
      unit={unit}
      shown={formatLength(points, unit, ppi)}
      disabled={disabled}
      step={fromPoints(nudgeStep(unit, ppi), unit, ppi)}
      onText={(text) => onPoints(parseLength(text, unit, ppi))}
    />
  )
}

interface PlainFieldProps {
  readonly label: string
  readonly name?: string
  readonly value: number
  readonly decimals: number
  readonly unit?: string
  readonly disabled?: boolean
  /** What an arrow key adds; the last whole step of what is shown without. */
  readonly step?: number
  readonly onValue: (value: number) => void
}

/** A plain number with a sign behind it, such as a turn in degrees. */
export const PlainField = ({ label, name, value, decimals, unit, disabled, step = 1, onValue }: PlainFieldProps) => (
  <TypedField
    label={label}
    name={name}
    shown={formatNumber(value, decimals)}
    unit={unit}
    disabled={disabled}
    step={step}
    // Plain arithmetic is the same as for lengths, in points.
    onText={(text) => onValue(parseLength(text, 'pt', 72))}
  />
)
