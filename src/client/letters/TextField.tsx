'use client'
import { typingOf } from '@/client/store/modes'
import OutlinedInput from '@mui/material/OutlinedInput'
import { useEffect, useRef, type SyntheticEvent } from 'react'
import { focusTable } from '@/client/gestures/focus'
import { placeOfGrapheme } from '@/core/lettering/graphemes'
import type { Word } from '@/core/document/lettering'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { endTyping, moveCaret, resumeTyping, startTyping, typeText } from '@/client/store/typing'
import styles from '@/client/letters/Letters.module.css'

/** The text in the card: typed here or on the sheet, it is the same. */
export const TextField = ({ word }: { readonly word: Word }) => {
  const bench = useBenchHandle()
  const typing = useBench((state) => (typingOf(state)?.groupId === word.id ? typingOf(state) : null))
  const field = useRef<HTMLTextAreaElement>(null)
  const text = typing?.text ?? word.lettering.text
  const isHere = typing?.at === 'card'
  const [from, to] = typing?.selection ?? [0, 0]
  useEffect(() => {
    const element = field.current
    if (!isHere || !element) return
    const [start, end] = [placeOfGrapheme(text, Math.min(from, to)), placeOfGrapheme(text, Math.max(from, to))]
    if (element.selectionStart !== start || element.selectionEnd !== end) element.setSelectionRange(start, end)
  }, [isHere, text, from, to])
  return (
    <OutlinedInput
      className={styles.text}
      fullWidth
      multiline
      maxRows={6}
      inputRef={field}
      inputProps={{
        'aria-label': 'Text',
        spellCheck: false,
        autoComplete: 'off',
        onSelect: ({ currentTarget: at }: SyntheticEvent<HTMLTextAreaElement>) => {
          if (isHere && at.value === text) moveCaret(bench, at.selectionStart, at.selectionEnd)
        },
      }}
      value={text}
      onFocus={() => {
        if (!isHere) void startTyping(bench, word.id, 'card')
      }}
      onBlur={() => {
        if (document.hasFocus() && typingOf(bench.get())?.at === 'card') void endTyping(bench)
      }}
      onChange={({ target }) => typeText(bench, target.value, target.selectionStart ?? 0, target.selectionEnd ?? 0)}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation()
          field.current?.blur()
          focusTable()
        }
        if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
          event.preventDefault()
          if (event.shiftKey) bench.redo()
          else bench.undo()
          void resumeTyping(bench)
        }
      }}
    />
  )
}
