import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import type { Sheet } from '@/core/document/types'
import { OUTPUT, OUTPUT_FORMATS, type OutputFormat } from '@/core/formats/outputFormats'
import { within } from '@/core/range'
import { panelsOf } from '@/core/render/drawList'
import { DrawnFields } from '@/client/bench/export/DrawnFields'
import { GroundField } from '@/client/bench/export/GroundField'
import { SizingFields } from '@/client/bench/export/SizingFields'
import type { ExportLook } from '@/client/store/exportChoice'
import panel from '@/client/parts/Panel.module.css'
import { PlainField } from '@/client/parts/fields/LengthField'

interface ExportFieldsProps {
  /** The sheets that come whole. */
  readonly sheets: readonly Sheet[]
  readonly look: ExportLook
  /** The resolution up to which no picture is enlarged; null without pictures. */
  readonly carried: number | null
  readonly onLook: (look: ExportLook) => void
  readonly disabled: boolean
}

/** Format, size, quality, ground and bleed. */
export const ExportFields = ({ sheets, look, carried, onLook, disabled }: ExportFieldsProps) => {
  const { format, quality, bleed, sizing, ground } = look
  const change = (next: Partial<ExportLook>): void => onLook({ ...look, ...next })
  const hasBleed = sheets.some((one) => one.bleed > 0 || panelsOf(one).some((part) => part.bleed))
  return (
    <>
      <RadioGroup
        value={format}
        onChange={(_event, value) => change({ format: value as OutputFormat })}
        aria-label="Format"
        sx={{ mb: 1 }}
      >
        {OUTPUT_FORMATS.map((each) => (
          <FormControlLabel
            key={each}
            value={each}
            disabled={disabled}
            control={<Radio size="small" sx={{ py: 0.25 }} />}
            label={
              <>
                <strong>{OUTPUT[each].name}</strong> <span className={panel.kind}>{OUTPUT[each].words}</span>
              </>
            }
          />
        ))}
      </RadioGroup>
      {OUTPUT[format].isDrawn ? (
        <DrawnFields look={look} disabled={disabled} onLook={onLook} />
      ) : (
        <SizingFields
          sizing={sizing}
          carried={carried}
          disabled={disabled}
          onSizing={(next) => change({ sizing: next })}
        />
      )}
      <div className={panel.row}>
        <GroundField
          ground={ground}
          format={format}
          disabled={disabled}
          onGround={(next) => change({ ground: next })}
        />
        <PlainField
          label="Quality"
          value={quality}
          decimals={0}
          disabled={disabled || !OUTPUT[format].hasQuality}
          onValue={(value) => change({ quality: Math.round(within('the quality', value, { min: 1, max: 100 })) })}
        />
      </div>
      <FormControlLabel
        disabled={disabled || !hasBleed}
        control={<Checkbox size="small" checked={bleed} onChange={(_event, on) => change({ bleed: on })} />}
        label={
          hasBleed ? 'With bleed' : `With bleed (${sheets.length ? 'this sheet has none' : 'frames alone have none'})`
        }
      />
    </>
  )
}
