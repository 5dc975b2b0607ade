'use client'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { takeNames } from '@/core/document/takes'
import type { Sheet } from '@/core/document/types'
import { panelsOf, shownFrames } from '@/core/render/drawList'
import type { ExportEach } from '@/client/store/exportChoice'

/** What becomes a file of its own: each sheet, what is selected, or where there are some, each set of takes, panel or frame. */
export const EachChoice = ({
  sheets,
  selected,
  each,
  onEach,
  disabled,
}: {
  readonly sheets: readonly Sheet[]
  /** How many items are selected on the sheet that shows. */
  readonly selected: number
  readonly each: ExportEach
  readonly onEach: (each: ExportEach) => void
  readonly disabled: boolean
}) => {
  const takes = sheets.reduce((sum, sheet) => sum + takeNames(sheet).length, 0)
  const panels = sheets.reduce((sum, sheet) => sum + panelsOf(sheet).length, 0)
  const frames = sheets.reduce((sum, sheet) => sum + shownFrames(sheet).length, 0)
  if (!takes && !panels && !frames && !selected) return null
  const options: readonly (readonly [ExportEach, string])[] = [
    ['sheet', 'Each sheet as it is'],
    ...(selected ? [['selection', `Only what is selected, cut to its outline (${selected})`] as const] : []),
    ...(takes ? [['take', `Every set of takes as a file of its own (${takes})`] as const] : []),
    ...(panels ? [['panel', `Every panel as a file of its own, cut apart (${panels})`] as const] : []),
    ...(frames ? [['frame', `Every frame as a file of its own, cut to its outline (${frames})`] as const] : []),
  ]
  return (
    <RadioGroup
      value={each}
      onChange={(_event, value) => {
        const chosen = options.find(([word]) => word === value)
        if (chosen) onEach(chosen[0])
      }}
      aria-label="Files"
      sx={{ mt: 1 }}
    >
      {options.map(([word, words]) => (
        <FormControlLabel
          key={word}
          value={word}
          disabled={disabled}
          control={<Radio size="small" sx={{ py: 0.25 }} />}
          label={words}
        />
      ))}
    </RadioGroup>
  )
}
