'use client'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { apply } from '@/core/geometry/matrix'
import { caretAt } from '@/core/text/carets'
import type { TextFrame } from '@/core/document/text'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import type { Bench } from '@/client/store/bench'
import type { Writing } from '@/client/store/modes'
import { toggleBold } from '@/client/store/textLooks'
import { endWriting, moveWritingCaret, resumeWriting, stepCaret, writeText } from '@/client/store/writing'
import { tableMatrix } from '@/client/text/writingHand'
import styles from '@/client/parts/Caret.module.css'

/** Keys that go by lines as they are seen on the sheet; the field knows nothing of those. */
const lineKey = (bench: Bench, event: KeyboardEvent): boolean => {
  if (event.ctrlKey || event.metaKey || event.altKey) return false
  const steps = { ArrowUp: -1, ArrowDown: 1, PageUp: -8, PageDown: 8 } as const
  const ends = { Home: 0, End: 1 } as const
  if (event.key in steps) stepCaret(bench, { lines: steps[event.key as keyof typeof steps] }, event.shiftKey)
  else if (event.key in ends) stepCaret(bench, { end: ends[event.key as keyof typeof ends] }, event.shiftKey)
  else return false
  return true
}

const commandKey = (bench: Bench, event: KeyboardEvent): boolean => {
  if (!event.ctrlKey && !event.metaKey) return false
  const key = event.key.toLowerCase()
  if (key === 'b') toggleBold(bench)
  else if (key === 'z') {
    if (event.shiftKey) bench.redo()
    else bench.undo()
    resumeWriting(bench)
  } else return false
  return true
}

const onKey = (bench: Bench, event: KeyboardEvent): void => {
  // Letters are no commands here; saving and going to the next region stay.
  if (!event.ctrlKey && !event.metaKey && !/^F\d/.test(event.key)) event.stopPropagation()
  if (event.key === 'Escape') {
    event.preventDefault()
    void endWriting(bench)
    focusTable()
  } else if (lineKey(bench, event) || commandKey(bench, event)) event.preventDefault()
}

/** A button that was pressed by pointer gives the focus back, so that writing goes on; one come to by key keeps it. */
const takeBackFrom = (button: EventTarget | null, field: HTMLTextAreaElement): void => {
  if (button instanceof HTMLButtonElement && document.activeElement === button && !button.matches(':focus-visible'))
    field.focus({ preventScroll: true })
}

/** Puts the caret or selection into the field; from and to as put there, the lower first. */
const putCaret = (field: HTMLTextAreaElement, from: number, to: number): readonly [number, number] => {
  const [start, end] = [Math.min(from, to), Math.max(from, to)]
  if (field.selectionStart !== start || field.selectionEnd !== end)
    field.setSelectionRange(start, end, from > to ? 'backward' : 'forward')
  return [start, end]
}

/** A field out of sight takes the keys, as the system's own fields do: marks, composition, the clipboard. */
export const WritingField = ({ frame, writing }: { readonly frame: TextFrame; readonly writing: Writing }) => {
  const bench = useBenchHandle()
  const view = useBench((state) => state.view)
  const field = useRef<HTMLTextAreaElement>(null)
  // Counts what was refused: the field is then brought back to what stands.
  const [refused, setRefused] = useState(0)
  // Where the caret was last put in the field, from here.
  const put = useRef<readonly [number, number]>([-1, -1])
  const { text, frameId } = writing
  const [from, to] = writing.selection
  useEffect(() => field.current?.focus({ preventScroll: true }), [frameId])
  useEffect(() => {
    if (field.current) put.current = putCaret(field.current, from, to)
  }, [text, from, to, refused])
  const caret = caretAt(frame.stencil, frame.box, Math.min(to, frame.stencil.text.length))
  const at = apply(tableMatrix(frame, view), { x: caret.x, y: caret.top })
  return (
    <textarea
      ref={field}
      className={styles.field}
      style={{ left: at.x, top: at.y }}
      aria-label="Text"
      aria-multiline
      autoComplete="off"
      autoCorrect="off"
      autoCapitalize="off"
      spellCheck={false}
      wrap="off"
      value={text}
      onChange={({ target }) => {
        if (!writeText(bench, target.value, target.selectionEnd)) setRefused((count) => count + 1)
      }}
      onSelect={({ currentTarget: element }) => {
        const [start, end] = [element.selectionStart, element.selectionEnd]
        // What was put there is told late, when the caret may have gone on.
        if (element.value !== text || (put.current[0] === start && put.current[1] === end)) return
        put.current = [start, end]
        const isBack = element.selectionDirection === 'backward'
        const goal = start === end && end === to ? writing.goal : null
        moveWritingCaret(bench, isBack ? end : start, isBack ? start : end, goal)
      }}
      // A field whose text changed while another had the focus comes back with its caret at the start.
      onFocus={({ target }) => {
        put.current = putCaret(target, from, to)
      }}
      onBlur={({ currentTarget, relatedTarget }) => setTimeout(() => takeBackFrom(relatedTarget, currentTarget), 0)}
      onKeyDown={(event) => onKey(bench, event)}
    />
  )
}
