'use client'
import { isNudged, letterFrames, wordAround } from '@/core/document/lettering'
import type { Frame, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { RailButton } from '@/client/parts/RailButton'
import { setLettersBack } from '@/client/store/letterPictures'
import { startTyping } from '@/client/store/typing'
import card from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'

/** Of a frame that is a letter: its place in the text, its neighbours, and the way back to its rest. */
export const LetterRow = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const word = wordAround(sheet, frame.id)
  if (!word) return null
  const frames = letterFrames(sheet, word)
  const place = frames.findIndex(({ id }) => id === frame.id) + 1
  const isAway = isNudged(frame, word) || frame.stencil.kind !== 'glyph'
  return (
    <div className={card.wrap} role="group" aria-label="Letter of a text">
      <CommandButton framed id="letterBefore" label="The letter before">
        ‹
      </CommandButton>
      <span className={card.kind}>
        {place} of {frames.length}
      </span>
      <CommandButton framed id="letterNext" label="The next letter">
        ›
      </CommandButton>
      <CommandButton framed id="wholeText" label={`The whole text: ${word.name}`}>
        Word
      </CommandButton>
      <RailButton
        framed
        label="Type in the text"
        shortcut={shownKey('type')}
        onPress={() => void startTyping(bench, word.id)}
      >
        Type
      </RailButton>
      <RailButton
        framed
        label="Set this letter back to where the text puts it"
        disabled={!isAway}
        onPress={() => void setLettersBack(bench)}
      >
        Set back
      </RailButton>
    </div>
  )
}
