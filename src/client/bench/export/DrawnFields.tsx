import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormGroup from '@mui/material/FormGroup'
import { PRINT_MARKS, type PrintMark } from '@/core/formats/outputFormats'
import { within } from '@/core/range'
import { CEILING_RANGE, type DrawnOptions } from '@/contract/exports'
import type { ExportLook } from '@/client/store/exportChoice'
import { PlainField } from '@/client/parts/fields/LengthField'
import panel from '@/client/parts/Panel.module.css'

const PLAIN: DrawnOptions = { marks: [], isCropped: false }

const MARK_WORDS: Readonly<Record<PrintMark, string>> = {
  trim: 'Trim marks',
  registration: 'Registration marks',
  bars: 'Colour bars',
  slug: 'A line with name, size and date',
}

/** Pictures are held to this at first when they are held to a resolution. */
const USUAL_CEILING = 300

interface DrawnFieldsProps {
  readonly look: ExportLook
  readonly disabled: boolean
  readonly onLook: (look: ExportLook) => void
}

interface TickProps {
  readonly words: string
  readonly isOn: boolean
  readonly disabled: boolean
  readonly onChange: (isOn: boolean) => void
}

const Line = ({ words, isOn, disabled, onChange }: TickProps) => (
  <FormControlLabel
    disabled={disabled}
    control={<Checkbox size="small" checked={isOn} onChange={(_event, on) => onChange(on)} sx={{ py: 0.25 }} />}
    label={words}
  />
)

/** What is asked of a file of outlines: how its pictures come, and for a PDF what stands around its pages. */
export const DrawnFields = ({ look, disabled, onLook }: DrawnFieldsProps) => {
  const { drawn = PLAIN, format } = look
  const change = (next: Partial<DrawnOptions>): void => onLook({ ...look, drawn: { ...drawn, ...next } })
  const hold = (isHeld: boolean): void => {
    const { marks, isCropped, areBeside = false } = drawn
    const ceiling = isHeld ? { ceiling: USUAL_CEILING } : {}
    onLook({ ...look, drawn: { marks, isCropped, areBeside, ...ceiling } })
  }
  const mark = (which: PrintMark, isOn: boolean): void =>
    change({ marks: PRINT_MARKS.filter((each) => (each === which ? isOn : drawn.marks.includes(each))) })
  return (
    <>
      <FormGroup role="group" aria-label="Pictures in the file">
        <Line
          words="Leave out what no frame shows"
          isOn={drawn.isCropped}
          disabled={disabled}
          onChange={(isCropped) => change({ isCropped })}
        />
        {!drawn.isCropped && (
          <p className={panel.kind} style={{ margin: '0 0 4px 30px' }}>
            Pictures travel whole: whoever gets the file can find what lies outside the frames. Where and when they were
            taken is left out always.
          </p>
        )}
        <div className={panel.row}>
          <Line
            words="Hold pictures to a resolution"
            isOn={drawn.ceiling !== undefined}
            disabled={disabled}
            onChange={hold}
          />
          {drawn.ceiling !== undefined && (
            <PlainField
              label="At most"
              unit="ppi"
              value={drawn.ceiling}
              decimals={0}
              disabled={disabled}
              onValue={(value) => change({ ceiling: within('the resolution', value, CEILING_RANGE) })}
            />
          )}
        </div>
        {format === 'svg' && (
          <Line
            words="Pictures in a folder beside the drawing, as one zip"
            isOn={drawn.areBeside === true}
            disabled={disabled}
            onChange={(areBeside) => change({ areBeside })}
          />
        )}
      </FormGroup>
      {format === 'pdf' && (
        <FormGroup row role="group" aria-label="Around each page">
          {PRINT_MARKS.map((which) => (
            <Line
              key={which}
              words={MARK_WORDS[which]}
              isOn={drawn.marks.includes(which)}
              disabled={disabled}
              onChange={(isOn) => mark(which, isOn)}
            />
          ))}
        </FormGroup>
      )}
    </>
  )
}
