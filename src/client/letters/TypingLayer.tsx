'use client'
import { typingOf } from '@/client/store/modes'
import { useEffect, useRef, type PointerEvent } from 'react'
import { graphemesOf, placeOfGrapheme } from '@/core/lettering/graphemes'
import { wordAround } from '@/core/document/lettering'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { caretHeight, caretLine, nearestCaret, selectedQuads } from '@/client/letters/caretGeometry'
import { svgPoints } from '@/client/stage/overlayGeometry'
import { shownSheet } from '@/client/store/benchStore'
import { endTyping, moveCaret, resumeTyping, typeText } from '@/client/store/typing'
import styles from '@/client/parts/Caret.module.css'
import { setTyping } from '@/client/store/slices/mode'

/** A press further from every caret than this many letter heights leaves the text. */
const REACH = 0.8

const focusTable = (): void => document.querySelector<HTMLElement>('[data-region="table"]')?.focus()

/** Caret and selection of the text that is typed; a field out of sight takes the keys, as the system's own fields do. */
export const TypingLayer = () => {
  const bench = useBenchHandle()
  const typing = useBench((state) => typingOf(state))
  const view = useBench((state) => state.view)
  const word = useBench((state) => wordAround(shownSheet(state), typingOf(state)?.groupId))
  const field = useRef<HTMLTextAreaElement>(null)
  const held = useRef<number | null>(null)
  const isOnSheet = typing?.at === 'sheet'
  const groupId = typing?.groupId
  const [from, to] = typing?.selection ?? [0, 0]
  const text = typing?.text ?? ''
  useEffect(() => {
    if (isOnSheet) field.current?.focus()
  }, [isOnSheet, groupId])
  useEffect(() => {
    const element = field.current
    if (!isOnSheet || !element) return
    const [start, end] = [placeOfGrapheme(text, Math.min(from, to)), placeOfGrapheme(text, Math.max(from, to))]
    if (element.selectionStart !== start || element.selectionEnd !== end)
      element.setSelectionRange(start, end, from > to ? 'backward' : 'forward')
  }, [isOnSheet, text, from, to])
  if (!typing || !word) return null
  const { pose } = word.lettering
  const caret = typing.carets[typing.selection[1]] ?? typing.carets.at(-1)
  const line = caret && caretLine(caret, pose, view)
  const quads = selectedQuads(typing.carets, graphemesOf(typing.text), typing.selection, pose, view)
  const pointAt = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    return { x: event.clientX - box.left, y: event.clientY - box.top }
  }
  const select = (start: number, end: number): void => setTyping(bench, { ...typing, selection: [start, end] })
  return (
    <div
      className={styles.layer}
      style={isOnSheet ? {} : { pointerEvents: 'none' }}
      data-typing={typing.groupId}
      onPointerDown={(event) => {
        const { index, distance } = nearestCaret(typing.carets, pose, view, pointAt(event))
        const height = line ? caretHeight(line) : 40
        event.preventDefault()
        event.stopPropagation()
        if (distance > height * REACH) {
          void endTyping(bench)
          return focusTable()
        }
        event.currentTarget.setPointerCapture(event.pointerId)
        held.current = index
        select(index, index)
        field.current?.focus()
      }}
      onPointerMove={(event) => {
        if (held.current === null) return
        select(held.current, nearestCaret(typing.carets, pose, view, pointAt(event)).index)
      }}
      onPointerUp={() => {
        held.current = null
      }}
      onDoubleClick={(event) => {
        event.stopPropagation()
        select(0, graphemesOf(typing.text).length)
      }}
    >
      <svg aria-hidden>
        {quads.map((quad, i) => (
          <polygon key={i} points={svgPoints(quad)} className={styles.selected} />
        ))}
        {line && (
          <>
            <line x1={line.foot.x} y1={line.foot.y} x2={line.head.x} y2={line.head.y} className={styles.casing} />
            <line
              key={typing.selection.join()}
              x1={line.foot.x}
              y1={line.foot.y}
              x2={line.head.x}
              y2={line.head.y}
              className={styles.caret}
            />
          </>
        )}
      </svg>
      {isOnSheet && (
        <textarea
          ref={field}
          className={styles.field}
          style={{ left: line?.head.x ?? 0, top: line?.head.y ?? 0 }}
          aria-label="Text of the letters"
          autoComplete="off"
          autoCorrect="off"
          autoCapitalize="off"
          spellCheck={false}
          wrap="off"
          value={typing.text}
          onChange={({ target }) => typeText(bench, target.value, target.selectionStart, target.selectionEnd)}
          onSelect={({ currentTarget: at }) => {
            if (at.value === text && at.selectionDirection !== 'backward')
              moveCaret(bench, at.selectionStart, at.selectionEnd)
            else if (at.value === text) moveCaret(bench, at.selectionEnd, at.selectionStart)
          }}
          onBlur={() => {
            if (document.hasFocus() && typingOf(bench.get())?.at === 'sheet') void endTyping(bench)
          }}
          onKeyDown={(event) => {
            // Letters are no commands here; saving and going to the next region stay.
            if (!event.ctrlKey && !event.metaKey && !/^F\d/.test(event.key)) event.stopPropagation()
            if (event.key === 'Escape') {
              event.preventDefault()
              void endTyping(bench)
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
      )}
    </div>
  )
}
