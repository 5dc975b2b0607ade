'use client'
'use memo'
import { later } from '@/client/parts/later'
import { applyKeptLook, keptLooks } from '@/client/store/keptStyles'
import { sameValues, type Adjustments } from '@/core/adjust/adjustments'
import { LOOKS } from '@/core/adjust/looks'
import type { PictureRef } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { AdjustmentRows } from '@/client/bench/picture/AdjustmentRows'
import { Choice } from '@/client/parts/fields/Choice'
import { CommandRow } from '@/client/commands/CommandRow'
import { giveLook, lookInUse } from '@/client/store/looks'
import { applyLook } from '@/client/store/adjust'
import { picturesToning } from '@/client/store/toning'
import styles from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'

// The chart comes when tones are first opened.
const ToneChart = later(() => import('@/client/bench/picture/ToneChart').then((m) => m.ToneChart))

const OWN = 'own:'
const KEPT = 'kept:'

/** The looks of the project, those kept for all projects, then those that come with the program. */
const Looks = () => {
  const bench = useBenchHandle()
  const looks = useBench((state) => state.project.looks)
  const used = useBench((state) => lookInUse(state)?.look.id ?? null)
  const styles = useBench((state) => state.styles)
  const ofProject = Object.values(looks)
  // One that the project has already is not offered twice.
  const kept = keptLooks(styles).filter(
    ({ name, values }) => !ofProject.some((one) => one.name === name && sameValues(one.adjustments, values)),
  )
  return (
    <Choice
      label="Look"
      name="Give a look"
      value={used === null ? '' : `${OWN}${used}`}
      options={[
        ['', 'Choose…'],
        ...ofProject.map(({ id, name }) => [`${OWN}${id}`, name] as const),
        ...kept.map(({ id, name }) => [`${KEPT}${id}`, `${name} (kept)`] as const),
        ...LOOKS.map(({ id, name }) => [id, name] as const),
      ]}
      onChoice={(id) => {
        const look = LOOKS.find((each) => each.id === id)
        const ofAll = kept.find((each) => `${KEPT}${each.id}` === id)
        if (look) applyLook(bench, look)
        else if (ofAll) applyKeptLook(bench, ofAll)
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
      more={[
        'copyTones',
        'pasteTones',
        'resetTones',
        ...(count > 1 ? ['matchTones'] : []),
        'renameLook',
        'keepLook',
        'removeLook',
      ]}
    />
    <UsedLook />
    <AdjustmentRows toning={picturesToning(useBenchHandle())} adjustments={adjustments} />
  </>
)
