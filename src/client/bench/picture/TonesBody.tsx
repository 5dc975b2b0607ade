'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import {
  ADJUSTMENT_KEYS,
  isPlain,
  PARTS,
  SINGLES,
  strengthOf,
  type AdjustmentKey,
  type Adjustments,
  type PartKey,
} from '@/core/adjust/adjustments'
import { LOOKS } from '@/core/adjust/looks'
import type { PictureRef } from '@/core/document/types'
import type { Range } from '@/core/range'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { AdjustmentParts } from '@/client/bench/picture/AdjustmentParts'
import { ADJUSTMENT_WORDS } from '@/client/bench/picture/adjustWords'
import { RailButton } from '@/client/parts/RailButton'
import { Choice } from '@/client/parts/Choice'
import { SlideField } from '@/client/parts/SlideField'
import { applyLook, matchToFirst, resetAdjustment, setAdjustment, slideAdjustment } from '@/client/store/adjust'
import styles from '@/client/parts/Panel.module.css'
import own from '@/client/bench/picture/Tones.module.css'
import { CommandButton } from '@/client/commands/CommandButton'

// The chart comes when tones are first opened.
const ToneChart = dynamic(() => import('@/client/bench/picture/ToneChart').then((m) => m.ToneChart), { ssr: false })

const isPart = (key: AdjustmentKey): key is PartKey => key in PARTS
const rangeOf = (key: AdjustmentKey): Range => (isPart(key) ? PARTS[key].amount : SINGLES[key])

const Adjustment = ({ name, adjustments }: { readonly name: AdjustmentKey; readonly adjustments: Adjustments }) => {
  const bench = useBenchHandle()
  const { label, unit, times, decimals, step } = ADJUSTMENT_WORDS[name]
  const { min, max } = rangeOf(name)
  const value = strengthOf(adjustments, name)
  return (
    <>
      <div className={own.tone} data-adjustment={name}>
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
          onSlide={(next) => slideAdjustment(bench, name, next)}
          onSettle={() => bench.endBurst()}
          onValue={(next) => setAdjustment(bench, name, next)}
        />
        <RailButton label={`Reset ${label}`} disabled={value === 0} onPress={() => resetAdjustment(bench, name)}>
          ↺
        </RailButton>
      </div>
      {isPart(name) && value !== 0 && (
        <div className={own.parts}>
          <AdjustmentParts part={name} adjustments={adjustments} />
        </div>
      )}
    </>
  )
}

const Looks = () => {
  const bench = useBenchHandle()
  const [chosen, setChosen] = useState('')
  return (
    <Choice
      label="Look"
      name="Give a look"
      value={chosen}
      options={[['', 'Choose…'], ...LOOKS.map(({ id, name }) => [id, name] as const)]}
      onChoice={(id) => {
        const look = LOOKS.find((each) => each.id === id)
        setChosen('')
        if (look) applyLook(bench, look)
      }}
    />
  )
}

const Actions = ({ count, isIdle }: { readonly count: number; readonly isIdle: boolean }) => {
  const bench = useBenchHandle()
  const isMatching = useBench((state) => state.isMatching)
  return (
    <div className={styles.wrap}>
      <CommandButton framed id="before" label="Show pictures without adjustments, to compare">
        Before
      </CommandButton>
      <CommandButton framed id="copyTones" label="Copy the tones">
        Copy
      </CommandButton>
      <CommandButton framed id="pasteTones" label="Paste the tones copied last">
        Paste
      </CommandButton>
      <CommandButton framed id="resetTones" label="Reset all adjustments" disabled={isIdle}>
        Reset all
      </CommandButton>
      {count > 1 && (
        <RailButton
          framed
          label="Match the tones of all to the picture selected first"
          disabled={isMatching}
          onPress={() => void matchToFirst(bench)}
        >
          {isMatching ? 'Matching…' : 'Match to first'}
        </RailButton>
      )}
    </div>
  )
}

/** Chart, looks and sliders of the pictures of frames. */
export const TonesBody = ({
  picture,
  adjustments,
  count,
}: {
  readonly picture: PictureRef
  readonly adjustments: Adjustments
  readonly count: number
}) => (
  <>
    <ToneChart picture={picture} adjustments={adjustments} />
    <div className={styles.row}>
      <Looks />
    </div>
    <Actions count={count} isIdle={isPlain(adjustments)} />
    <div>
      {ADJUSTMENT_KEYS.map((key) => (
        <Adjustment key={key} name={key} adjustments={adjustments} />
      ))}
    </div>
  </>
)
