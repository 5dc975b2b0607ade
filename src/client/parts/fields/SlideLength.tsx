'use client'
'use memo'
import Slider from '@mui/material/Slider'
import { useState } from 'react'
import type { Range } from '@/core/range'
import { formatLength, fromPoints, lengthTrack, type LengthTrack } from '@/core/units'
import { LengthField } from '@/client/parts/fields/LengthField'
import { useUnits } from '@/client/parts/fields/Units'
import styles from '@/client/parts/fields/Field.module.css'
import panel from '@/client/parts/Panel.module.css'

interface SlideLengthProps {
  readonly label: string
  readonly name?: string
  /** In points. */
  readonly points: number
  /** What it may be, in points. */
  readonly range: Range
  /** As long as it usually is on such a sheet, in points: the slider goes so far at least. */
  readonly usual: number
  /** While the hand drags. */
  readonly onSlide: (points: number) => void
  /** The hand has let go. */
  readonly onSettle: () => void
  /** Typed. */
  readonly onPoints: (points: number) => void
}

/** A length by slider or typed, in round steps of the units in use. */
export const SlideLength = ({
  label,
  name = label,
  points,
  range,
  usual,
  onSlide,
  onSettle,
  onPoints,
}: SlideLengthProps) => {
  const units = useUnits()
  const { unit, ppi } = units
  // The track keeps its length while the hand is on it.
  const [held, setHeld] = useState<LengthTrack | null>(null)
  const track = held ?? lengthTrack(points, usual, range, units)
  const said = (value: number): string => `${formatLength(value, unit, ppi)} ${unit}`
  const slide = (value: number): void => {
    setHeld(track)
    onSlide(Math.min(range.max, Math.max(range.min, value)))
  }
  return (
    <div className={styles.slide}>
      <span className={panel.kind}>{label}</span>
      <Slider
        aria-label={name}
        min={track.min}
        max={track.max}
        step={track.step}
        value={points}
        getAriaValueText={said}
        onChange={(_event, next) => slide(Number(next))}
        onChangeCommitted={() => {
          setHeld(null)
          onSettle()
        }}
      />
      <LengthField
        label=""
        name={name}
        points={points}
        rounds={fromPoints(track.step, unit, ppi)}
        what={name.toLowerCase()}
        range={range}
        onPoints={onPoints}
      />
    </div>
  )
}
