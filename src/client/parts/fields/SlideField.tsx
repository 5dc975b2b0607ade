'use client'
'use memo'
import Slider from '@mui/material/Slider'
import { typedWithin } from '@/core/range'
import { PlainField } from '@/client/parts/fields/LengthField'
import styles from '@/client/parts/fields/Field.module.css'
import panel from '@/client/parts/Panel.module.css'

interface SlideFieldProps {
  readonly label: string
  readonly name?: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step: number
  /** What is shown and typed is this many times the value. */
  readonly times?: number
  readonly unit?: string
  readonly decimals?: number
  /** The value that changes nothing, where the track begins. */
  readonly origin?: number
  readonly disabled?: boolean
  /** While the hand drags. */
  readonly onSlide: (value: number) => void
  /** The hand has let go. */
  readonly onSettle?: () => void
  /** Typed. */
  readonly onValue: (value: number) => void
}

/** A number by slider or typed. */
export const SlideField = ({
  label,
  name = label,
  value,
  min,
  max,
  step,
  times = 100,
  unit = '%',
  decimals = 0,
  origin,
  disabled = false,
  onSlide,
  onSettle,
  onValue,
}: SlideFieldProps) => (
  <div className={styles.slide}>
    <span className={panel.kind}>{label}</span>
    <Slider
      aria-label={name}
      disabled={disabled}
      min={min}
      max={max}
      step={step}
      value={value}
      {...(origin === undefined ? {} : { track: false as const, marks: [{ value: origin }] })}
      getAriaValueText={(shown) => `${(shown * times).toFixed(decimals)} ${unit}`}
      onChange={(_event, next) => onSlide(Number(next))}
      onChangeCommitted={() => onSettle?.()}
    />
    <PlainField
      label=""
      name={`${name}, typed`}
      value={value * times}
      decimals={decimals}
      step={step * times}
      unit={unit}
      disabled={disabled}
      onValue={(typed) => onValue(typedWithin(name, typed, { min, max }, { times, unit }))}
    />
  </div>
)
