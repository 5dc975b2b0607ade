'use client'
'use memo'
import AlignBottom from '@mui/icons-material/AlignVerticalBottom'
import AlignCentre from '@mui/icons-material/AlignHorizontalCenter'
import AlignLeft from '@mui/icons-material/AlignHorizontalLeft'
import AlignMiddle from '@mui/icons-material/AlignVerticalCenter'
import AlignRight from '@mui/icons-material/AlignHorizontalRight'
import AlignTop from '@mui/icons-material/AlignVerticalTop'
import { ALIGNMENTS } from '@/core/geometry/align'
import { FIELDS } from '@/core/document/arrange'
import { itemOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SpaceSection } from '@/client/bench/card/SpaceSection'
import { ALIGN_WORDS, FIELD_WORDS, fieldFor, OF_SHEET } from '@/client/commands/arrange'
import { CommandButton } from '@/client/commands/CommandButton'
import { Choice } from '@/client/parts/fields/Choice'
import { Section } from '@/client/parts/Section'
import { Tick } from '@/client/parts/fields/Tick'
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
interface AlignProps {
  readonly sheet: Sheet
  readonly count: number
  readonly isOpen?: boolean
}

/** Lines items up, and what can be done with several: spacing, layouts, equal sizes. */
export const AlignSection = ({ sheet, count, isOpen = false }: AlignProps) => {
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
      <Section name="Align" says={`to ${FIELD_WORDS[field]}`} isOpen={isOpen}>
        <Choice
          label="To"
          value={field}
          options={fields.map((each) => [
            each,
            each === 'first' ? `${FIELD_WORDS[each]} (${firstName})` : FIELD_WORDS[each],
          ])}
          onChoice={(next) => alignWithin(bench, next)}
        />
        <div className={styles.wrap} role="group" aria-label="Align">
          {ALIGNMENTS.map((alignment) => {
            const Icon = ICONS[alignment]
            return (
              <CommandButton key={alignment} framed id={`align-${alignment}`} label={`Align ${ALIGN_WORDS[alignment]}`}>
                <Icon fontSize="small" />
              </CommandButton>
            )
          })}
        </div>
        {count > 1 && OF_SHEET.includes(field) && (
          <Tick isOn={isEach} onChange={(next) => alignEach(bench, next)}>
            Each by itself, not as one
          </Tick>
        )}
      </Section>
      {count > 1 && <SpaceSection sheet={sheet} field={field} firstName={firstName} />}
    </>
  )
}
