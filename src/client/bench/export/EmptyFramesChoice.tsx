import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { vacantFrames } from '@/core/document/lettering'
import type { Sheet } from '@/core/document/types'

interface EmptyFramesChoiceProps {
  readonly sheets: readonly Sheet[]
  readonly placeholders: boolean
  readonly onPlaceholders: (on: boolean) => void
  readonly disabled: boolean
}

/** As many names as are said; the rest are counted. */
const MOST_NAMES = 6

const namesOf = (sheets: readonly Sheet[]): readonly string[] =>
  sheets.flatMap((sheet) =>
    vacantFrames(sheet).map(({ name }) => (sheets.length > 1 ? `${name} (${sheet.name})` : name)),
  )

/** Names the frames that wait for pictures, and asks what the file shows in their place. Nothing where all are filled. */
export const EmptyFramesChoice = ({ sheets, placeholders, onPlaceholders, disabled }: EmptyFramesChoiceProps) => {
  const names = namesOf(sheets)
  if (!names.length) return null
  const more = names.length - MOST_NAMES
  const said = [...names.slice(0, MOST_NAMES), ...(more > 0 ? [`${more} more`] : [])].join(', ')
  return (
    <div role="group" aria-label="Empty frames" style={{ marginTop: 12 }}>
      <strong>{names.length === 1 ? 'One frame is empty' : `${names.length} frames are empty`}</strong>: {said}.
      <RadioGroup
        value={placeholders ? 'tiles' : 'none'}
        onChange={(_event, value) => onPlaceholders(value === 'tiles')}
        aria-label="Empty frames in the file"
      >
        <FormControlLabel
          value="none"
          disabled={disabled}
          control={<Radio size="small" sx={{ py: 0.25 }} />}
          label="Leave them out"
        />
        <FormControlLabel
          value="tiles"
          disabled={disabled}
          control={<Radio size="small" sx={{ py: 0.25 }} />}
          label="Show them as grey tiles with name and size"
        />
      </RadioGroup>
    </div>
  )
}
