'use client'
import Alert from '@mui/material/Alert'
import Bold from '@mui/icons-material/FormatBold'
import { TEXT_RANGE as T } from '@/core/text/block'
import { within } from '@/core/range'
import { overflowWords, type TextFrame } from '@/core/document/text'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { CommandRow } from '@/client/commands/CommandRow'
import { MissingLetters } from '@/client/letters/MissingLetters'
import { ColourField } from '@/client/parts/fields/ColourField'
import { TypedField } from '@/client/parts/fields/TypedField'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import { formatNumber } from '@/core/units'
import { parseLength } from '@/core/lengthText'
import card from '@/client/parts/Panel.module.css'
import { writingOf } from '@/client/store/modes'
import { openDialog } from '@/client/store/slices/dialogs'
import { letterColour, looksShown, refaceWhole, resizeLetters } from '@/client/store/textLooks'

/** What the values below are about. */
const useSubject = (frames: readonly TextFrame[]): string =>
  useBench((state) => {
    if (frames.length > 1) return `All of the ${frames.length} texts`
    const writing = writingOf(state)
    if (writing?.frameId !== frames[0]?.id) return 'All of the text. Press twice on it to write in it.'
    const [from, to] = writing?.selection ?? [0, 0]
    return from === to ? 'What is written next. Select words to change them.' : 'The selected words'
  })

/** What of the texts does not fit, in words. */
const overflowOf = (frames: readonly TextFrame[]): string | null => {
  const over = frames.filter((frame) => overflowWords(frame) !== null)
  const [only] = over
  if (!only) return null
  return frames.length > 1 ? `${over.length} of them do not fit` : overflowWords(only)
}

/** Typeface, weight, size and colour: of what is selected while writing, else of whole texts. */
export const LookSection = ({
  frames,
  isOpen = true,
}: {
  readonly frames: readonly TextFrame[]
  readonly isOpen?: boolean
}) => {
  const bench = useBenchHandle()
  const look = useBench((state) => JSON.stringify(looksShown(state, frames)))
  const { faceName, size, colour } = JSON.parse(look) as ReturnType<typeof looksShown>
  const subject = useSubject(frames)
  const overflow = overflowOf(frames)
  return (
    <Section name="Text" says={faceName ?? 'several typefaces'} isOpen={isOpen}>
      <div className={card.kind}>{subject}</div>
      <div className={card.row}>
        <RailButton
          framed
          hasMenu
          label={`Typeface: ${faceName ?? 'several'}. Choose another`}
          onPress={() => openDialog(bench, 'faces')}
        >
          {faceName ?? 'Several typefaces'} …
        </RailButton>
        <CommandButton framed id="boldText" label="Bold">
          <Bold fontSize="inherit" />
        </CommandButton>
        <TypedField
          label="Size"
          name="Size of the letters"
          unit="pt"
          shown={size === undefined ? '' : formatNumber(size, 1)}
          step={size === undefined ? 0 : 1}
          onText={(text) => resizeLetters(bench, within('the size', parseLength(text, 'pt', 72), T.size))}
        />
      </div>
      {frames.map(({ id }) => (
        <MissingLetters
          key={id}
          ownerId={id}
          faceName={faceName ?? 'A typeface of this text'}
          onFace={(face) => refaceWhole(bench, id, face)}
        />
      ))}
      <div className={card.row}>
        <ColourField label="Colour" colour={colour ?? null} step="Colour of the text" record={letterColour(bench)} />
      </div>
      {overflow && (
        <Alert severity="warning" variant="outlined" role="status">
          {overflow}. Fit the box, shrink the text, or say less.
        </Alert>
      )}
      <CommandRow
        name="Text in its box"
        ids={['fitTextBox', 'shrinkText', ...(frames.length > 1 ? [] : ['textToLetters'])]}
      />
    </Section>
  )
}
