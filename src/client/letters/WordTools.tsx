'use client'
import { useBench } from '@/client/binding/useBench'
import { heldSheet } from '@/client/store/benchStore'
import { shownKey } from '@/client/gestures/keys'
import { isWordSelected, selectedWord } from '@/client/store/lettering'
import styles from '@/client/parts/RailButton.module.css'
import { KeyCap } from '@/client/parts/KeyCap'
import { CommandButton } from '@/client/commands/CommandButton'

/** Of a text: typing, its pictures, its letters one by one. */
export const WordTools = () => {
  const word = useBench(selectedWord)
  const isWhole = useBench(isWordSelected)
  const hasBackground = useBench((state) => heldSheet(state).background.kind === 'picture')
  if (!word) return null
  const { pictures } = word.lettering
  return (
    <>
      <span className={styles.divider} />
      {isWhole && (
        <CommandButton id="type" label="Type in the letters">
          Type <KeyCap>{shownKey('type')}</KeyCap>
        </CommandButton>
      )}
      <CommandButton id="letterBefore">
        ‹ <KeyCap>{shownKey('letterBefore')}</KeyCap>
      </CommandButton>
      <CommandButton id="letterNext">
        <KeyCap>{shownKey('letterNext')}</KeyCap> ›
      </CommandButton>
      {isWhole && (
        <>
          <span className={styles.divider} />
          <CommandButton id="pictures-each" label="A picture for each letter">
            Each letter
          </CommandButton>
          <CommandButton id="pictures-across" label="One picture across all letters">
            Across
          </CommandButton>
          {hasBackground && (
            <CommandButton id="windows" label="Make the letters windows onto the background picture">
              Windows
            </CommandButton>
          )}
          <span className={styles.words}>
            {pictures === 'each' ? 'Press or drop pictures: one a letter' : 'Press or drop one picture for all'}
          </span>
        </>
      )}
    </>
  )
}
