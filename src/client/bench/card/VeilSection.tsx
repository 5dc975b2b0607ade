'use client'
import { within } from '@/core/range'
import { setVeil } from '@/core/document/edits/sheets'
import type { Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/ColourField'
import { PlainField } from '@/client/parts/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import styles from '@/client/parts/Panel.module.css'

const FIRST = { colour: '#ffffff', opacity: 0.4 }

/** A wash of one colour over the background, so that what lies above stands out. */
export const VeilRows = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { veil } = sheet
  if (!veil)
    return (
      <div className={styles.row}>
        <RailButton
          framed
          label="Lay a veil of one colour over the background"
          onPress={() => bench.commit('Veil', (project) => setVeil.record(project, { sheetId: sheet.id, veil: FIRST }))}
        >
          Add a veil
        </RailButton>
      </div>
    )
  return (
    <>
      <div className={styles.row}>
        <ColourField
          label="Veil"
          colour={veil.colour}
          step="Veil"
          record={(project, colour) => setVeil.record(project, { sheetId: sheet.id, veil: { ...veil, colour } })}
        />
      </div>
      <div className={styles.row}>
        <PlainField
          label="Strength"
          name="Strength of the veil"
          unit="%"
          decimals={0}
          value={veil.opacity * 100}
          onValue={(value) => {
            const opacity = within('the strength of the veil', value, { min: 0, max: 100 }) / 100
            bench.commit('Veil', (project) =>
              setVeil.record(project, { sheetId: sheet.id, veil: { ...veil, opacity } }),
            )
          }}
        />
        <RailButton
          framed
          label="Take the veil away"
          onPress={() =>
            bench.commit('No veil', (project) => setVeil.record(project, { sheetId: sheet.id, veil: null }))
          }
        >
          None
        </RailButton>
      </div>
    </>
  )
}
