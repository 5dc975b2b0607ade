'use client'
'use memo'
import { within, type Range } from '@/core/range'
import { PlainField } from '@/client/parts/fields/LengthField'

interface SecondsFieldProps {
  readonly label: string
  readonly name: string
  readonly value: number
  readonly range: Range
  /** What a refusal calls it, and the range in words where that is no plain one. */
  readonly what: string
  readonly fits?: string
  readonly decimals?: number
  readonly step?: number
  readonly onValue: (seconds: number) => void
}

/** A length of time, or a moment, in seconds. */
export const SecondsField = (props: SecondsFieldProps) => {
  const { label, name, value, range, what, fits, decimals = 2, step = 0.1, onValue } = props
  return (
    <PlainField
      label={label}
      name={name}
      unit="s"
      value={value}
      decimals={decimals}
      step={step}
      onValue={(typed) => onValue(within(what, typed, range, fits))}
    />
  )
}
