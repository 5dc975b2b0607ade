'use client'
'use memo'
import {
  ADJUSTMENT_KEYS,
  PARTS,
  SINGLES,
  strengthOf,
  type AdjustmentKey,
  type Adjustments,
  type PartKey,
} from '@/core/adjust/adjustments'
import type { Range } from '@/core/range'
import { useBenchHandle } from '@/client/binding/useBench'
import { AdjustmentParts } from '@/client/bench/picture/AdjustmentParts'
import { ADJUSTMENT_WORDS } from '@/client/bench/picture/adjustWords'
import { RailButton } from '@/client/parts/RailButton'
import { SlideField } from '@/client/parts/fields/SlideField'
import { resetAdjustment, setAdjustment, slideAdjustment, type Toning } from '@/client/store/toning'
import styles from '@/client/parts/Panel.module.css'
import own from '@/client/bench/picture/Tones.module.css'

const isPart = (key: AdjustmentKey): key is PartKey => key in PARTS
const rangeOf = (key: AdjustmentKey): Range => (isPart(key) ? PARTS[key].amount : SINGLES[key])

interface AdjustmentRowsProps {
  /** What takes the changes. */
  readonly toning: Toning
  readonly adjustments: Adjustments
}

const Adjustment = ({ name, toning, adjustments }: AdjustmentRowsProps & { readonly name: AdjustmentKey }) => {
  const bench = useBenchHandle()
  const { label, unit, times, decimals, step } = ADJUSTMENT_WORDS[name]
  const { min, max } = rangeOf(name)
  const value = strengthOf(adjustments, name)
  return (
    <>
      <div className={styles.row} data-adjustment={name}>
        <SlideField
          label={label}
          value={value}
          min={min}
          max={max}
          step={step}
          times={times}
          unit={unit}
          decimals={decimals}
          {...(min < 0 ? { origin: 0 } : {})}
          onSlide={(next) => slideAdjustment(bench, toning, name, next)}
          onSettle={() => bench.endBurst()}
          onValue={(next) => setAdjustment(bench, toning, name, next)}
        />
        <RailButton
          label={`Reset ${label}`}
          disabled={value === 0}
          onPress={() => resetAdjustment(bench, toning, name)}
        >
          ↺
        </RailButton>
      </div>
      {isPart(name) && value !== 0 && (
        <div className={own.parts}>
          <AdjustmentParts toning={toning} part={name} adjustments={adjustments} />
        </div>
      )}
    </>
  )
}

/** A slider for each adjustment, and what more it has once it is in use. */
export const AdjustmentRows = ({ toning, adjustments }: AdjustmentRowsProps) => (
  <div>
    {ADJUSTMENT_KEYS.map((key) => (
      <Adjustment key={key} name={key} toning={toning} adjustments={adjustments} />
    ))}
  </div>
)
