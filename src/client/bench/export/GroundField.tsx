'use client'
import OutlinedInput from '@mui/material/OutlinedInput'
import { WHITE } from '@/client/store/colours'
import { OUTPUT, type OutputFormat } from '@/core/formats/outputFormats'
import type { ExportGround } from '@/contract/exports'
import { Choice } from '@/client/parts/fields/Choice'
import panel from '@/client/parts/Panel.module.css'

const OWN = 'own'
const CLEAR = 'transparent'

interface GroundFieldProps {
  readonly ground: ExportGround | undefined
  readonly format: OutputFormat
  readonly disabled: boolean
  readonly onGround: (ground: ExportGround | undefined) => void
}

/** What stands behind: the sheet's own background, nothing, or a colour where the sheet is transparent. */
export const GroundField = ({ ground, format, disabled, onGround }: GroundFieldProps) => {
  const { holdsTransparency, name } = OUTPUT[format]
  const way = ground === undefined ? OWN : ground === CLEAR ? CLEAR : 'colour'
  return (
    <span className={panel.row}>
      <Choice
        label="Ground"
        name="Ground of the file"
        value={way}
        disabled={disabled}
        options={[
          [OWN, 'the sheet’s own'],
          [CLEAR, holdsTransparency ? 'left out: transparent' : `left out: white in ${name}`],
          ['colour', 'a colour where it is clear'],
        ]}
        onChoice={(next) => onGround(next === OWN ? undefined : next === CLEAR ? CLEAR : WHITE)}
      />
      {ground !== undefined && ground !== CLEAR && (
        <OutlinedInput
          type="color"
          margin="dense"
          inputProps={{ 'aria-label': 'Colour of the ground' }}
          value={ground}
          disabled={disabled}
          onChange={(event) => onGround(event.target.value as ExportGround)} // the browser gives #rrggbb
          sx={{ width: 64 }}
        />
      )}
    </span>
  )
}
