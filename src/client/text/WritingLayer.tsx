'use client'
import { useEffect, useRef, useState, type PointerEvent } from 'react'
import { apply, invert } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { caretAt, placeAt, selectedRects } from '@/core/text/carets'
import { textOf, type TextFrame } from '@/core/document/text'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { LOOKS } from '@/client/stage/looks'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { shownSheet } from '@/client/store/benchStore'
import { writingOf, type Writing } from '@/client/store/modes'
import { endWriting, followText, moveWritingCaret, settleWriting } from '@/client/store/writing'
import { WritingField } from '@/client/text/WritingField'
import { isBeyond, paragraphAround, pressCounter, tableMatrix, wordAround } from '@/client/text/writingHand'
import styles from '@/client/parts/Caret.module.css'

/** Box, caret and selection of the text that is written. */
const WritingMarks = ({ frame, writing }: { readonly frame: TextFrame; readonly writing: Writing }) => {
  const view = useBench((state) => state.view)
  const { stencil, box } = frame
  const [anchor, head] = writing.selection.map((place) => Math.min(place, stencil.text.length)) as [number, number]
  const { x, top, foot } = caretAt(stencil, box, head)
  const rects = anchor === head ? [] : selectedRects(stencil, box, Math.min(anchor, head), Math.max(anchor, head))
  return (
    <svg aria-hidden>
      <g transform={svgMatrix(tableMatrix(frame, view))}>
        <rect
          x={-box.w / 2}
          y={-box.h / 2}
          width={box.w}
          height={box.h}
          {...LOOKS.member}
          vectorEffect="non-scaling-stroke"
        />
        {rects.map(({ x0, x1, y0, y1 }, i) => (
          <rect key={i} x={x0} y={y0} width={x1 - x0} height={y1 - y0} className={styles.selected} />
        ))}
        <line x1={x} x2={x} y1={top} y2={foot} className={styles.casing} />
        <line key={head} x1={x} x2={x} y1={top} y2={foot} className={styles.caret} data-caret={head} />
      </g>
    </svg>
  )
}

const isTable = (target: EventTarget | null): boolean =>
  target instanceof Element && target.getAttribute('data-region') === 'table'

/** Writing ends with what it is about, and follows what else changes the text. */
const useFollowing = (writing: Writing | null, frame: TextFrame | null): void => {
  const bench = useBenchHandle()
  const frameId = writing?.frameId
  const isSelected = useBench((state) => {
    const now = writingOf(state)
    return !now || (state.selection.length === 1 && state.selection[0] === now.frameId)
  })
  const isGone = writing !== null && (!frame || !isSelected)
  // However it was left, nothing empty stays behind.
  useEffect(() => (frameId === undefined ? undefined : () => void settleWriting(bench, frameId)), [bench, frameId])
  useEffect(() => {
    if (isGone) void endWriting(bench)
  }, [bench, isGone])
  // The sheet may be given another text by the bar, the history, or another's steps.
  const said = frame?.stencil.text
  useEffect(() => {
    if (said !== undefined) followText(bench, said)
  }, [bench, said])
  useEffect(() => {
    if (frameId === undefined) return undefined
    // However the table comes to have the focus, such as by its menu, its keys are commands again.
    const follow = ({ target }: FocusEvent): void => {
      if (isTable(target)) void endWriting(bench)
    }
    document.addEventListener('focusin', follow)
    return () => document.removeEventListener('focusin', follow)
  }, [bench, frameId])
}

/** What the pointer does in the text: places the caret, draws a selection, chooses a word or paragraph, leaves. */
const useWritingPointer = (frame: TextFrame | null, writing: Writing | null) => {
  const bench = useBenchHandle()
  const anchor = useRef<number | null>(null)
  const [count] = useState(pressCounter)
  const own = (event: PointerEvent<HTMLElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect()
    const at = { x: event.clientX - box.left, y: event.clientY - box.top }
    return frame ? apply(invert(tableMatrix(frame, bench.get().view)), at) : at
  }
  const onPointerDown = (event: PointerEvent<HTMLElement>): void => {
    event.preventDefault()
    event.stopPropagation()
    if (!frame || !writing) return
    const at = own(event)
    if (isBeyond(frame, at, 1 / bench.get().view.scale)) {
      void endWriting(bench)
      return focusTable()
    }
    event.currentTarget.querySelector('textarea')?.focus({ preventScroll: true })
    const { text } = frame.stencil
    const place = placeAt(frame.stencil, frame.box, at)
    const presses = count(event)
    // A word or paragraph is chosen whole: a hand that trembles takes nothing of it away.
    anchor.current = presses > 1 ? null : event.shiftKey ? writing.selection[0] : place
    if (presses > 1) moveWritingCaret(bench, ...(presses === 2 ? wordAround : paragraphAround)(text, place))
    else moveWritingCaret(bench, anchor.current ?? place, place)
    event.currentTarget.setPointerCapture(event.pointerId)
  }
  const onPointerMove = (event: PointerEvent<HTMLElement>): void => {
    if (anchor.current !== null && frame)
      moveWritingCaret(bench, anchor.current, placeAt(frame.stencil, frame.box, own(event)))
  }
  const onPointerUp = (): void => {
    anchor.current = null
  }
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp }
}

/** The text that wraps while it is written on the sheet. */
export const WritingLayer = () => {
  const writing = useBench(writingOf)
  const frame = useBench((state) => textOf(shownSheet(state), writingOf(state)?.frameId))
  useFollowing(writing, frame)
  const pointer = useWritingPointer(frame, writing)
  if (!writing || !frame) return null
  return (
    <div
      className={styles.layer}
      data-writing={writing.frameId}
      {...pointer}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      <WritingMarks frame={frame} writing={writing} />
      <WritingField frame={frame} writing={writing} />
    </div>
  )
}
