import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import type { Sheet } from '@/core/document/types'
import { within } from '@/core/range'
import { panelsOf } from '@/core/render/drawList'
import { RANGE } from '@/core/tolerance'
import type { ExportFormat, ExportOptions } from '@/contract/api'
import panel from '@/client/parts/Panel.module.css'
import { PlainField } from '@/client/parts/fields/LengthField'

const FORMATS: readonly { readonly format: ExportFormat; readonly name: string; readonly words: string }[] = [
  { format: 'png', name: 'PNG', words: 'lossless; stays transparent where there is no background' },
  { format: 'jpeg', name: 'JPEG', words: 'small; a missing background becomes white' },
  { format: 'webp', name: 'WebP', words: 'smallest; stays transparent' },
]

/** What a file is like: its format, resolution and quality, with bleed or without. */
export type ExportLook = Pick<ExportOptions, 'format' | 'ppi' | 'quality' | 'bleed'>

interface ExportFieldsProps {
  readonly sheets: readonly Sheet[]
  readonly look: ExportLook
  readonly onLook: (look: ExportLook) => void
  readonly disabled: boolean
}

/** Format, resolution, quality and bleed. */
export const ExportFields = ({ sheets, look, onLook, disabled }: ExportFieldsProps) => {
  const { format, ppi, quality, bleed } = look
  const change = (next: Partial<ExportLook>): void => onLook({ ...look, ...next })
  const hasBleed = sheets.some((one) => one.bleed > 0 || panelsOf(one).some((part) => part.bleed))
  return (
    <>
      <RadioGroup
        value={format}
        onChange={(_event, value) => change({ format: value as ExportFormat })}
        aria-label="Format"
      >
        {FORMATS.map((each) => (
          <FormControlLabel
            key={each.format}
            value={each.format}
            disabled={disabled}
            control={<Radio size="small" />}
            label={
              <>
                <strong>{each.name}</strong> <span className={panel.kind}>{each.words}</span>
              </>
            }
          />
        ))}
      </RadioGroup>
      <div className={panel.row}>
        <PlainField
          label="Resolution"
          unit="ppi"
          value={ppi}
          decimals={2}
          disabled={disabled}
          onValue={(value) => change({ ppi: within('the resolution', value, RANGE.ppi) })}
        />
        <PlainField
          label="Quality"
          value={quality}
          decimals={0}
          disabled={disabled || format === 'png'}
          onValue={(value) => change({ quality: Math.round(within('the quality', value, { min: 1, max: 100 })) })}
        />
      </div>
      <FormControlLabel
        disabled={disabled || !hasBleed}
        control={<Checkbox size="small" checked={bleed} onChange={(_event, on) => change({ bleed: on })} />}
        label={hasBleed ? 'With bleed' : 'With bleed (this sheet has none)'}
      />
    </>
  )
}
