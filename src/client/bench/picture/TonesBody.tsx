'use client'
import dynamic from 'next/dynamic'
import {
  ADJUSTMENT_KEYS,
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
import { Choice } from '@/client/parts/fields/Choice'
import { CommandRow } from '@/client/commands/CommandRow'
import { giveLook, lookInUse } from '@/client/store/looks'
import { SlideField } from '@/client/parts/fields/SlideField'
import { applyLook, resetAdjustment, setAdjustment, slideAdjustment } from '@/client/store/adjust'
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

const OWN = 'own:'

/** The looks of the project, then those that come with the program. */
const Looks = () => {
  const bench = useBenchHandle()
  const looks = useBench((state) => state.project.looks)
  const used = useBench((state) => lookInUse(state)?.look.id ?? null)
  const ofProject = Object.values(looks)
  return (
    <Choice
      label="Look"
      name="Give a look"
      value={used === null ? '' : `${OWN}${used}`}
      options={[
        ['', 'Choose…'],
        ...ofProject.map(({ id, name }) => [`${OWN}${id}`, name] as const),
        ...LOOKS.map(({ id, name }) => [id, name] as const),
      ]}
      onChoice={(id) => {
        const look = LOOKS.find((each) => each.id === id)
        if (look) applyLook(bench, look)
        else if (id.startsWith(OWN)) giveLook(bench, id.slice(OWN.length))
      }}
    />
  )
}

/** The look in use: whether its values were changed here, and what becomes of that. */
const UsedLook = () => {
  const name = useBench((state) => lookInUse(state)?.look.name ?? null)
  const differs = useBench((state) => lookInUse(state)?.differs ?? false)
  if (name === null || !differs) return null
  return (
    <div className={styles.shared} role="group" aria-label="Look of the project">
      <div className={styles.row}>
        <span className={styles.grow}>Differs from {name}</span>
        <CommandButton framed id="lookBack">
          Set back
        </CommandButton>
        <CommandButton framed id="lookForAll">
          For all
        </CommandButton>
      </div>
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
    <Looks />
    <CommandRow
      name="Tones"
      ids={['switchTones', 'before', 'nameLook']}
      more={['copyTones', 'pasteTones', 'resetTones', ...(count > 1 ? ['matchTones'] : []), 'renameLook', 'removeLook']}
    />
    <UsedLook />
    <div>
      {ADJUSTMENT_KEYS.map((key) => (
        <Adjustment key={key} name={key} adjustments={adjustments} />
      ))}
    </div>
  </>
)
