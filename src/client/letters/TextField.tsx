'use client'
import { typingOf } from '@/client/store/modes'
import { useEffect, useRef } from 'react'
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
    <textarea
      ref={field}
      className={styles.text}
      rows={1}
      aria-label="Text"
      spellCheck={false}
      autoComplete="off"
      value={text}
      onFocus={() => {
        if (!isHere) void startTyping(bench, word.id, 'card')
      }}
      onBlur={() => {
        if (document.hasFocus() && typingOf(bench.get())?.at === 'card') void endTyping(bench)
      }}
      onChange={({ target }) => typeText(bench, target.value, target.selectionStart, target.selectionEnd)}
      onSelect={({ currentTarget: at }) => {
        if (isHere && at.value === text) moveCaret(bench, at.selectionStart, at.selectionEnd)
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation()
          event.currentTarget.blur()
          document.querySelector<HTMLElement>('[data-region="table"]')?.focus()
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
