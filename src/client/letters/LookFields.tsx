'use client'
import { RANGE } from '@/core/tolerance'
import type { Heights } from '@/core/lettering/settings'
import { Choice } from '@/client/parts/fields/Choice'
import { SlideField } from '@/client/parts/fields/SlideField'
import panel from '@/client/parts/Panel.module.css'

/** How large the letters of a set are in their places. */
export const LookFields = ({
  heights,
  margin,
  onHeights,
  onMargin,
  onSettle,
}: {
  readonly heights: Heights
  readonly margin: number
  readonly onHeights: (heights: Heights) => void
  readonly onMargin: (margin: number) => void
  readonly onSettle: (margin: number) => void
}) => (
  <>
    <div className={panel.row}>
      <Choice
        label="Heights"
        value={heights}
        options={[
          ['common', 'one size, one baseline'],
          ['each', 'each as large as it fits'],
        ]}
        onChoice={onHeights}
      />
    </div>
    <SlideField
      label="Margin"
      value={margin}
      min={RANGE.alphabetMargin.min}
      max={RANGE.alphabetMargin.max}
      step={0.01}
      onSlide={onMargin}
      onSettle={() => onSettle(margin)}
      onValue={(value) => {
        onMargin(value)
        onSettle(value)
      }}
    />
  </>
)
