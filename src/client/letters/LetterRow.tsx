'use client'
import { isNudged, letterFrames, wordAround } from '@/core/document/lettering'
import type { Frame, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { RailButton } from '@/client/parts/RailButton'
import { setLettersBack, stepLetter } from '@/client/store/letterPictures'
import { startTyping } from '@/client/store/typing'
import { select } from '@/client/store/selection'
import card from '@/client/parts/Panel.module.css'

/** Of a frame that is a letter: its place in the text, its neighbours, and the way back to its rest. */
export const LetterRow = ({ frame, sheet }: { readonly frame: Frame; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const word = wordAround(sheet, frame.id)
  if (!word) return null
  const frames = letterFrames(sheet, word)
  const place = frames.findIndex(({ id }) => id === frame.id) + 1
  const isAway = isNudged(frame, word) || frame.stencil.kind !== 'glyph'
  return (
    <div className={`${card.row} ${card.wrap}`} role="group" aria-label="Letter of a text">
      <RailButton
        framed
        label="The letter before"
        shortcut={shownKey('letterBefore')}
        onPress={() => stepLetter(bench, -1)}
      >
        ‹
      </RailButton>
      <span className={card.kind}>
        {place} of {frames.length}
      </span>
      <RailButton framed label="The next letter" shortcut={shownKey('letterNext')} onPress={() => stepLetter(bench, 1)}>
        ›
      </RailButton>
      <RailButton framed label={`The whole text: ${word.name}`} onPress={() => select(bench, word.id)}>
        Word
      </RailButton>
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
