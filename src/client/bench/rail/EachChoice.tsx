'use client'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { takeNames } from '@/core/document/takes'
import type { Sheet } from '@/core/document/types'
import { panelsOf } from '@/core/render/drawList'
import type { ExportRequest } from '@/contract/api'

export type ExportEach = 'sheet' | NonNullable<ExportRequest['each']>

/** What becomes a file of its own: each sheet, or where there are some, each set of takes or each panel. */
export const EachChoice = ({
  sheets,
  each,
  onEach,
  disabled,
}: {
  readonly sheets: readonly Sheet[]
  readonly each: ExportEach
  readonly onEach: (each: ExportEach) => void
  readonly disabled: boolean
}) => {
  const takes = sheets.reduce((sum, sheet) => sum + takeNames(sheet).length, 0)
  const panels = sheets.reduce((sum, sheet) => sum + panelsOf(sheet).length, 0)
  if (!takes && !panels) return null
  const options: readonly (readonly [ExportEach, string])[] = [
    ['sheet', 'Each sheet as it is'],
    ...(takes ? [['take', `Every set of takes as a file of its own (${takes})`] as const] : []),
    ...(panels ? [['panel', `Every panel as a file of its own, cut apart (${panels})`] as const] : []),
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
        <FormControlLabel key={word} value={word} disabled={disabled} control={<Radio size="small" />} label={words} />
      ))}
    </RadioGroup>
  )
}
