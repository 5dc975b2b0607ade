'use client'
import Bold from '@mui/icons-material/FormatBold'
import { holdsPicture } from '@/core/document/content'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { CommandButton } from '@/client/commands/CommandButton'
import { KeyCap } from '@/client/parts/KeyCap'
import { RailButton } from '@/client/parts/RailButton'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/RailButton.module.css'
import { selectedText } from '@/client/store/texts'
import { endWriting } from '@/client/store/writing'

/** Of a selected text: writing in it, its box. */
export const TextTools = () => {
  const isText = useBench((state) => selectedText(state) !== null)
  const isFilled = useBench((state) => holdsPicture(selectedText(state)?.fill))
  if (!isText) return null
  return (
    <>
      <span className={styles.divider} />
      <CommandButton id="type" label="Write in the text">
        Write <KeyCap>{shownKey('type')}</KeyCap>
      </CommandButton>
      <CommandButton id="fitTextBox">Fit box</CommandButton>
      <CommandButton id="shrinkText">Shrink to fit</CommandButton>
      {!isFilled && (
        <span className={styles.words}>A side wraps the lines anew; a corner makes the letters larger</span>
      )}
    </>
  )
}

/** The rail while a text is written. */
export const WritingRail = () => {
  const bench = useBenchHandle()
  return (
    <>
      <CommandButton id="boldText" label="Bold">
        <Bold fontSize="small" /> <KeyCap>Ctrl B</KeyCap>
      </CommandButton>
      <CommandButton id="fitTextBox">Fit box</CommandButton>
      <CommandButton id="shrinkText">Shrink to fit</CommandButton>
      <span className={styles.words}>Enter begins a paragraph. Select words to change how they look, in the card.</span>
      <span className={panel.grow} />
      <RailButton framed label="End writing" shortcut="Esc" onPress={() => void endWriting(bench)}>
        Done
      </RailButton>
    </>
  )
}
