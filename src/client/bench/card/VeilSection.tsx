'use client'
'use memo'
import { within } from '@/core/range'
import type { Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { PlainField } from '@/client/parts/fields/LengthField'
import styles from '@/client/parts/Panel.module.css'
import { putVeil, veilColour } from '@/client/store/backgrounds'
import { CommandButton } from '@/client/commands/CommandButton'

/** A wash of one colour over the background, so that what lies above stands out. */
export const VeilRows = ({ sheet }: { readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const { veil } = sheet
  if (!veil)
    return (
      <div className={styles.row}>
        <CommandButton framed id="veil">
          Add a veil
        </CommandButton>
      </div>
    )
  return (
    <>
      <div className={styles.row}>
        <ColourField label="Veil" colour={veil.colour} step="Veil" record={veilColour(sheet.id, veil)} />
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
            putVeil(bench, { ...veil, opacity })
          }}
        />
        <CommandButton framed id="noVeil">
          None
        </CommandButton>
      </div>
    </>
  )
}
