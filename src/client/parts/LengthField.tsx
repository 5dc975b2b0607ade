'use client'
import { useState } from 'react'
import { isFailure } from '@/core/failure'
import { formatLength, formatNumber } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import styles from '@/client/parts/Field.module.css'
import { useUnits } from '@/client/parts/Units'

interface NumberFieldProps {
  readonly label: string
  /** The name for assistive technology, where the label alone says too little. */
  readonly name?: string
  /** The value as shown; typing starts from it. */
  readonly shown: string
  readonly unit?: string
  readonly disabled?: boolean
  /** Reads what was typed and uses it; throws a failure in words if it cannot. */
  readonly onText: (text: string) => void
  readonly wide?: boolean
}

/** A field for one number: takes effect on Enter or when left; Esc brings back what was there. */
export const TypedField = ({ label, name = label, shown, unit, disabled, onText, wide }: NumberFieldProps) => {
  const [draft, setDraft] = useState<string | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const use = (): boolean => {
    if (draft === null || draft === shown) {
      setDraft(null)
      return true
    }
    try {
      onText(draft)
      setDraft(null)
      setFault(null)
      return true
    } catch (error) {
      setFault(isFailure(error) ? error.message : 'This cannot be read. Type a number.')
      return false
    }
  }
  return (
    <label
      className={`${styles.field} ${wide ? styles.wide : ''} ${fault ? styles.wrong : ''}`}
      title={fault ?? undefined}
    >
      {label && <span className={styles.label}>{label}</span>}
      <input
        type="text"
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        disabled={disabled}
        value={draft ?? shown}
        aria-invalid={fault !== null}
        aria-label={unit ? `${name} in ${unit}` : name}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value)
          setFault(null)
        }}
        onBlur={use}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && use()) event.currentTarget.select()
          if (event.key === 'Escape') {
            setDraft(null)
            setFault(null)
            event.stopPropagation()
          }
        }}
      />
      {unit && <span className={styles.unit}>{unit}</span>}
      {fault && (
        <span role="alert" className={styles.fault}>
          {fault}
        </span>
      )}
    </label>
  )
}

interface LengthFieldProps {
  readonly label: string
  /** In points. */
  readonly points: number
  readonly disabled?: boolean
  readonly onPoints: (points: number) => void
}

/** A length shown and typed in the units in use; arithmetic such as 210/2 or 3mm+1pt is read. */
export const LengthField = ({ label, points, disabled, onPoints }: LengthFieldProps) => {
  const { unit, ppi } = useUnits()
  return (
    <TypedField
      label={label}
      unit={unit}
      shown={formatLength(points, unit, ppi)}
      {...(disabled === undefined ? {} : { disabled })}
      onText={(text) => onPoints(parseLength(text, unit, ppi))}
    />
  )
}

/** A plain number with a sign behind it, such as a turn in degrees. */
export const PlainField = ({
  label,
  name = label,
  value,
  decimals,
  unit,
  disabled,
  onValue,
}: {
  readonly label: string
  readonly name?: string
  readonly value: number
  readonly decimals: number
  readonly unit?: string
  readonly disabled?: boolean
  readonly onValue: (value: number) => void
}) => (
  <TypedField
    label={label}
    name={name}
    shown={formatNumber(value, decimals)}
    {...(unit ? { unit } : {})}
    {...(disabled === undefined ? {} : { disabled })}
    // Plain arithmetic is the same as for lengths, in points.
    onText={(text) => onValue(parseLength(text, 'pt', 72))}
  />
)
