'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { typedWithin } from '@/core/range'
import { formatLength, formatNumber } from '@/core/units'
import { parseLength, readLength } from '@/core/lengthText'
import type { Size } from '@/core/geometry/vector'
import { measured, type Measure } from '@/core/stencil/params'
import { RailButton } from '@/client/parts/RailButton'
import { TypedField } from '@/client/parts/fields/TypedField'
import { useUnits } from '@/client/parts/fields/Units'

interface MeasureFieldProps {
  readonly label: string
  readonly name?: string
  readonly measure: Measure
  /** The largest share of the short side. */
  readonly most: number
  /** The box that a share is of. */
  readonly size: Size
  readonly onMeasure: (measure: Measure) => void
}

const PERCENT = /^\s*([\d.,]+)\s*%\s*$/

/**
 * A length that is a share of the short side or fixed. The sign at its end says which and changes it; a typed value
 * with % or a unit does too.
 */
export const MeasureField = ({ label, name = label, measure, most, size, onMeasure }: MeasureFieldProps) => {
  const { unit, ppi } = useUnits()
  const isShare = 'share' in measure
  const short = Math.min(size.w, size.h)
  const called = name.toLowerCase()
  const share = (percent: number): Measure => ({
    share: typedWithin(called, percent, { min: 0, max: most }, { times: 100, unit: '%' }),
  })
  const read = (text: string): Measure => {
    const percent = PERCENT.exec(text)
    if (percent) return share(Number((percent[1] ?? '').replace(',', '.')))
    if (isShare && !/[a-z"]/i.test(text)) return share(parseLength(text, 'pt', 72))
    return { points: readLength(called, text, RANGE.measure, { unit, ppi }) }
  }
  const other: Measure = isShare
    ? { points: measured(measure, size) }
    : { share: Math.min(most, measured(measure, size) / (short || 1)) }
  return (
    <>
      <TypedField
        label={label}
        name={name}
        shown={isShare ? formatNumber(measure.share * 100, 1) : formatLength(measure.points, unit, ppi)}
        onText={(text) => onMeasure(read(text))}
      />
      <RailButton
        framed
        label={`${name}: ${isShare ? 'a share of the short side' : `fixed, in ${unit}`}. Change`}
        onPress={() => onMeasure(other)}
      >
        {isShare ? '%' : unit}
      </RailButton>
    </>
  )
}
