'use client'
import AlignBottom from '@mui/icons-material/AlignVerticalBottom'
import AlignCentre from '@mui/icons-material/AlignHorizontalCenter'
import AlignLeft from '@mui/icons-material/AlignHorizontalLeft'
import AlignMiddle from '@mui/icons-material/AlignVerticalCenter'
import AlignRight from '@mui/icons-material/AlignHorizontalRight'
import AlignTop from '@mui/icons-material/AlignVerticalTop'
import { ALIGNMENTS } from '@/core/geometry/align'
import { FIELDS, type Field } from '@/core/document/arrange'
import { itemOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SpaceSection } from '@/client/bench/card/SpaceSection'
import { ALIGN_WORDS, FIELD_WORDS, fieldFor, OF_SHEET } from '@/client/commands/arrange'
import { CommandButton } from '@/client/commands/CommandButton'
import styles from '@/client/parts/Panel.module.css'
import { alignWithin, alignEach } from '@/client/store/slices/card'

const ICONS = {
  left: AlignLeft,
  centre: AlignCentre,
  right: AlignRight,
  top: AlignTop,
  middle: AlignMiddle,
  bottom: AlignBottom,
} as const
/** Lines items up, and what can be done with several: spacing, layouts, equal sizes. */
export const AlignSection = ({
  sheet,
  count,
  step = 1,
}: {
  readonly sheet: Sheet
  readonly count: number
  readonly step?: number
}) => {
  const bench = useBenchHandle()
  const chosen = useBench((state) => state.alignTo)
  const isEach = useBench((state) => state.alignsEach)
  const firstName = useBench((state) => {
    const id = state.selection[0] ?? ''
    return sheet.items[id] ? itemOf(sheet, id).name : ''
  })
  const field = fieldFor(chosen, count)
  const fields = FIELDS.filter((each) => count > 1 || (each !== 'selection' && each !== 'first'))
  return (
    <>
      <section className={styles.section} aria-label="Align">
        <h2>
          <span className={styles.step}>{step}</span> Align
        </h2>
        <label className={styles.choice}>
          To
          <select value={field} onChange={(event) => alignWithin(bench, event.target.value as Field)}>
            {fields.map((each) => (
              <option key={each} value={each}>
                {FIELD_WORDS[each]}
                {each === 'first' ? ` (${firstName})` : ''}
              </option>
            ))}
          </select>
        </label>
        <div className={styles.tools} role="group" aria-label="Align">
          {ALIGNMENTS.map((alignment) => {
            const Icon = ICONS[alignment]
            return (
              <CommandButton key={alignment} framed id={`align-${alignment}`} label={`Align ${ALIGN_WORDS[alignment]}`}>
                <Icon fontSize="inherit" />
              </CommandButton>
            )
          })}
        </div>
        {count > 1 && OF_SHEET.includes(field) && (
          <label className={styles.choice}>
            <input type="checkbox" checked={isEach} onChange={(event) => alignEach(bench, event.target.checked)} />
            Each by itself, not as one
          </label>
        )}
      </section>
      {count > 1 && <SpaceSection sheet={sheet} field={field} firstName={firstName} />}
    </>
  )
}
