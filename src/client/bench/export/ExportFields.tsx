import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import type { Sheet } from '@/core/document/types'
import { WISH_RANGE } from '@/contract/exports'
import { isRaster, OUTPUT, OUTPUT_FORMATS, type OutputFormat } from '@/core/formats/outputFormats'
import { within } from '@/core/range'
import { panelsOf } from '@/core/render/drawList'
import { DrawnFields } from '@/client/bench/export/DrawnFields'
import { GroundField } from '@/client/bench/export/GroundField'
import { SizingFields } from '@/client/bench/export/SizingFields'
import type { ExportLook } from '@/client/store/exportChoice'
import panel from '@/client/parts/Panel.module.css'
import type { Wish } from '@/client/bench/export/useTrial'
import { TypedField } from '@/client/parts/fields/TypedField'
import { Fault } from '@/client/parts/Fault'
import { SlideField } from '@/client/parts/fields/SlideField'

/** A file size typed in megabytes, as bytes. */
const bytesOf = (text: string): number => {
  const megabytes = text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'))
  return Math.round(within('the file size in MB', megabytes, LEAST_AND_MOST) * 1e6)
}

const LEAST_AND_MOST = { min: WISH_RANGE.min / 1e6, max: WISH_RANGE.max / 1e6 } as const

interface ExportFieldsProps {
  /** The sheets that come whole. */
  readonly sheets: readonly Sheet[]
  readonly look: ExportLook
  /** The resolution up to which no picture is enlarged; null without pictures. */
  readonly carried: number | null
  readonly wish: Wish
  readonly onLook: (look: ExportLook) => void
  readonly disabled: boolean
}

/** Format, size, quality, ground and bleed. */
export const ExportFields = ({ sheets, look, carried, wish, onLook, disabled }: ExportFieldsProps) => {
  const { format, quality, bleed, sizing, ground } = look
  const change = (next: Partial<ExportLook>): void => onLook({ ...look, ...next })
  const setQuality = (next: number): void => change({ quality: next })
  const hasBleed = sheets.some((one) => one.bleed > 0 || panelsOf(one).some((part) => part.bleed))
  return (
    <>
      <RadioGroup
        row
        value={format}
        onChange={(_event, value) => change({ format: value as OutputFormat })}
        aria-label="Format"
      >
        {OUTPUT_FORMATS.map((each) => (
          <FormControlLabel
            key={each}
            value={each}
            disabled={disabled}
            control={<Radio size="small" sx={{ py: 0.25 }} />}
            label={<strong>{OUTPUT[each].name}</strong>}
          />
        ))}
      </RadioGroup>
      <p className={panel.kind} style={{ margin: '0 0 8px' }}>
        {OUTPUT[format].name}: {OUTPUT[format].words}.
      </p>
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
      </div>
      {OUTPUT[format].hasQuality && (
        <div className={panel.row}>
          <SlideField
            label="Quality"
            value={quality}
            min={1}
            max={100}
            step={1}
            times={1}
            unit=""
            disabled={disabled}
            onSlide={setQuality}
            onValue={(typed) => setQuality(Math.round(typed))}
          />
          {isRaster(format) && (
            <TypedField
              label={'Up\u00a0to'}
              name="File no larger than, in MB"
              unit="MB"
              shown=""
              step={0}
              disabled={disabled || wish.isBusy}
              onText={(text) => wish.ask(bytesOf(text))}
            />
          )}
        </div>
      )}
      {wish.isBusy && <p className={panel.kind}>Finding the quality for that size…</p>}
      {wish.fault !== null && <Fault>{wish.fault}</Fault>}
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
