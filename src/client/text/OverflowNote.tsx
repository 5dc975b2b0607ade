import Alert from '@mui/material/Alert'
import { isText, linesOver } from '@/core/document/text'
import { framesOf, isHidden } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'

const namesOf = (sheets: readonly Sheet[]): readonly string[] =>
  sheets.flatMap((sheet) =>
    framesOf(sheet)
      .filter((frame) => isText(frame) && !isHidden(sheet, frame.id) && linesOver(frame) > 0)
      .map(({ name }) => (sheets.length > 1 ? `“${name}” (${sheet.name})` : `“${name}”`)),
  )

/** Names the texts that do not fit their boxes, before they are exported so. Nothing where all fit. */
export const OverflowNote = ({ sheets }: { readonly sheets: readonly Sheet[] }) => {
  const names = namesOf(sheets)
  if (!names.length) return null
  return (
    <Alert severity="warning" variant="outlined" role="status">
      {names.length === 1 ? 'This text does' : 'These texts do'} not fit{' '}
      {names.length === 1 ? 'its box' : 'their boxes'}: {names.slice(0, 6).join(', ')}. The file shows{' '}
      {names.length === 1 ? 'it' : 'them'} beyond.
    </Alert>
  )
}
