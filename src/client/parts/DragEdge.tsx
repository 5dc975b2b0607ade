'use client'
import { useDrag } from '@use-gesture/react'
import type { KeyboardEvent } from 'react'
import { Tip } from '@/client/parts/Tip'
import styles from '@/client/parts/DragEdge.module.css'

interface DragEdgeProps {
  readonly label: string
  /** The edge that is dragged: the head of what is below it, or the right of what is beside it. */
  readonly at: 'head' | 'right'
  /** Height or width in CSS pixels. */
  readonly value: number
  readonly min: number
  readonly max: number
  readonly onValue: (value: number) => void
}

const KEY_STEP = 16

/** The edge of a region, dragged or moved by arrow keys to make it larger or smaller. */
export const DragEdge = ({ label, at, value, min, max, onValue }: DragEdgeProps) => {
  const put = (next: number): void => onValue(Math.round(Math.min(max, Math.max(min, next))))
  const drag = useDrag(
    ({ movement: [dx, dy], first, memo }) => {
      const from = first ? value : Number(memo)
      put(at === 'right' ? from + dx : from - dy)
      return from
    },
    { pointer: { keys: false } },
  )
  const grows = at === 'right' ? 'ArrowRight' : 'ArrowUp'
  const shrinks = at === 'right' ? 'ArrowLeft' : 'ArrowDown'
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== grows && event.key !== shrinks) return
    event.preventDefault()
    event.stopPropagation()
    put(value + (event.key === grows ? KEY_STEP : -KEY_STEP))
  }
  return (
    <Tip says={`${label}: drag, or arrow keys`} describes beside={at === 'right'}>
      <div
        className={at === 'right' ? styles.right : styles.head}
        {...drag()}
        role="separator"
        tabIndex={0}
        aria-orientation={at === 'right' ? 'vertical' : 'horizontal'}
        aria-label={label}
        aria-valuenow={value}
        aria-valuemin={min}
        aria-valuemax={max}
        onKeyDown={onKeyDown}
      />
    </Tip>
  )
}
