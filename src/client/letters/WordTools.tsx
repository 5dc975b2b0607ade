'use client'
import { typingOf } from '@/client/store/modes'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { RailButton } from '@/client/parts/RailButton'
import { setPictures, stepLetter } from '@/client/store/letterPictures'
import { isWordSelected, selectedWord } from '@/client/store/lettering'
import { toggleTyping } from '@/client/store/typing'
import styles from '@/client/parts/RailButton.module.css'

/** Of a text: typing, its pictures, its letters one by one. */
export const WordTools = () => {
  const bench = useBenchHandle()
  const word = useBench(selectedWord)
  const isWhole = useBench(isWordSelected)
  const isTyping = useBench((state) => typingOf(state) !== null)
  if (!word) return null
  const { pictures } = word.lettering
  return (
    <>
      <span className={styles.divider} />
      {isWhole && (
        <RailButton
          label="Type in the letters"
          shortcut={shownKey('type')}
          pressed={isTyping}
          onPress={() => toggleTyping(bench)}
        >
          Type <span className={styles.cap}>{shownKey('type')}</span>
        </RailButton>
      )}
      <RailButton
        label="The letter before, moved the same way"
        shortcut={shownKey('letterBefore')}
        onPress={() => stepLetter(bench, -1)}
      >
        ‹ <span className={styles.cap}>{shownKey('letterBefore')}</span>
      </RailButton>
      <RailButton
        label="The next letter, moved the same way"
        shortcut={shownKey('letterNext')}
        onPress={() => stepLetter(bench, 1)}
      >
        <span className={styles.cap}>{shownKey('letterNext')}</span> ›
      </RailButton>
      {isWhole && (
        <>
          <span className={styles.divider} />
          <RailButton
            label="A picture for each letter"
            pressed={pictures === 'each'}
            onPress={() => setPictures(bench, 'each')}
          >
            Each letter
          </RailButton>
          <RailButton
            label="One picture across all letters"
            pressed={pictures === 'across'}
            onPress={() => setPictures(bench, 'across')}
          >
            Across
          </RailButton>
          <span style={{ color: 'var(--ink-soft)', padding: '0 10px' }}>
            {pictures === 'each' ? 'Press or drop pictures: one a letter' : 'Press or drop one picture for all'}
          </span>
        </>
      )}
    </>
  )
}
