'use client'
import { useDrag } from '@use-gesture/react'
import { useRef, type KeyboardEvent, type ReactNode } from 'react'
import { formatNumber, secondsInWords } from '@/core/units'
import { useBench } from '@/client/binding/useBench'
import { Tip } from '@/client/parts/Tip'
import styles from '@/client/bench/time/Time.module.css'

/** Seconds by one press of an arrow key, and with Shift. */
const STEP = 0.1
const LARGE = 1

const place = (at: number, total: number): string => `${(100 * at) / total}%`

/** A hand on something that lies along time: how far it was dragged, in seconds, from where it began. */
interface TimeHand {
  readonly onBegin: () => void
  /** Seconds from where it began; told while it is dragged. */
  readonly onDrag: (seconds: number) => void
  readonly onEnd: () => void
}

const useTimeDrag = (total: number, { onBegin, onDrag, onEnd }: TimeHand) => {
  const lane = useRef<HTMLElement | null>(null)
  return useDrag(
    ({ event, first, last, movement: [dx], tap }) => {
      event.stopPropagation()
      if (first) {
        lane.current = (event.target as Element).closest<HTMLElement>('[data-lane]')
        onBegin()
      }
      const width = lane.current?.clientWidth ?? 0
      if (width > 0 && !tap) onDrag((dx / width) * total)
      if (last) onEnd()
    },
    { filterTaps: true, pointer: { keys: false } },
  )
}

/** What a key moves something by, in seconds; 0 for other keys. */
const stepOfKey = (event: KeyboardEvent): number => {
  const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  if (way) {
    event.preventDefault()
    event.stopPropagation()
  }
  return way * (event.shiftKey ? LARGE : STEP)
}

/** A press of a key goes a step on from where it stands; presses that follow one another become one step when they pause. */
const stepped = (event: KeyboardEvent, { onBegin, onDrag }: TimeHand): void => {
  const by = stepOfKey(event)
  if (!by) return
  onBegin()
  onDrag(by)
}

interface GripProps extends TimeHand {
  readonly label: string
  /** Where it stands, in seconds. */
  readonly at: number
  readonly total: number
  readonly says: string
}

/** One end of a bar, dragged along time or moved by arrow keys. */
const Grip = ({ label, at, total, says, ...hand }: GripProps) => {
  const drag = useTimeDrag(total, hand)
  return (
    <Tip says={`${label}: ${says}. Drag, or arrow keys`} describes>
      <div
        className={styles.grip}
        style={{ left: place(at, total) }}
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuenow={Number(formatNumber(at, 2))}
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuetext={says}
        {...drag()}
        onKeyDown={(event) => stepped(event, hand)}
      />
    </Tip>
  )
}

interface TimeBarProps {
  readonly kind: 'clip' | 'entrance' | 'sheet'
  readonly name: string
  readonly start: number
  readonly end: number
  readonly total: number
  /** Names of the two ends; what has no name can't be dragged there. */
  readonly first?: string
  readonly last: string
  /** From here on it begins again. */
  readonly again?: number
  readonly children?: ReactNode
  readonly onBegin: () => void
  readonly onMove?: (seconds: number) => void
  readonly onFirst?: (seconds: number) => void
  readonly onLast: (seconds: number) => void
  readonly onEnd: () => void
}

/** Something that lasts, along time: dragged as a whole or by its ends. */
export const TimeBar = (props: TimeBarProps) => {
  const { kind, name, start, end, total, first, last, again, children, onBegin, onMove, onFirst, onLast, onEnd } = props
  const shown = Math.min(end, total)
  const hand = { onBegin, onDrag: (seconds: number): void => onMove?.(seconds), onEnd }
  const drag = useTimeDrag(total, hand)
  // As a whole it is dragged, and moved by arrow keys.
  const whole = {
    role: 'slider',
    tabIndex: 0,
    'aria-label': `Begin of ${name}`,
    'aria-valuenow': Number(formatNumber(start, 2)),
    'aria-valuemin': 0,
    'aria-valuemax': total,
    'aria-valuetext': `${formatNumber(start, 2)} s`,
    onKeyDown: (event: KeyboardEvent): void => stepped(event, hand),
  }
  const words = (at: number): string => `${formatNumber(at, 2)} s`
  return (
    <div className={styles.lane} data-lane data-bar={name}>
      {again !== undefined && again < total && (
        <div className={styles.again} style={{ left: place(again, total), width: place(total - again, total) }} />
      )}
      <div
        className={styles.bar}
        data-kind={kind}
        style={{ left: place(start, total), width: place(Math.max(0, shown - start), total) }}
        {...(onMove ? { ...drag(), ...whole } : {})}
      >
        {children}
      </div>
      {first && onFirst && (
        <Grip label={first} at={start} total={total} says={words(start)} {...{ onBegin, onEnd }} onDrag={onFirst} />
      )}
      {end <= total && (
        <Grip label={last} at={end} total={total} says={words(end)} {...{ onBegin, onEnd }} onDrag={onLast} />
      )}
    </div>
  )
}

/** Whole steps between the marks of a ruler, the fewest that leave them room. */
const markStep = (total: number): number =>
  [0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300, 600].find((step) => total / step <= 12) ?? 1200

/** Seconds along the head of the lanes; pressed, dragged or by arrow keys it goes to a moment. */
export const TimeRuler = ({
  total,
  start = 0,
  onTime,
}: {
  readonly total: number
  /** Where the time of the sheet that shows begins. */
  readonly start?: number
  readonly onTime: (time: number) => void
}) => {
  const time = useBench((state) => (state.time === null ? null : start + state.time))
  const drag = useDrag(
    ({ event, xy: [x] }) => {
      const rect = (event.target as Element).closest('[data-ruler]')?.getBoundingClientRect()
      if (rect && rect.width > 0) onTime(((x - rect.left) / rect.width) * total)
    },
    { pointer: { keys: false } },
  )
  const step = markStep(total)
  const marks = Array.from({ length: Math.round(total / step) }, (_, i) => i * step)
  return (
    <Tip says="Time of the sheet: press or drag to a moment, arrow keys step" describes>
      <div
        className={styles.ruler}
        data-ruler
        role="slider"
        tabIndex={0}
        aria-label="Time of the sheet"
        aria-valuenow={Number(formatNumber(time ?? 0, 2))}
        aria-valuemin={0}
        aria-valuemax={total}
        aria-valuetext={time === null ? 'stills' : secondsInWords(time, 2)}
        {...drag()}
        onKeyDown={(event) => {
          const by = stepOfKey(event)
          if (by) onTime((time ?? 0) + by)
          if (event.key === 'Home') onTime(0)
          if (event.key === 'End') onTime(total)
        }}
      >
        {marks.map((at) => (
          <span key={at} className={styles.tick} style={{ left: place(at, total) }}>
            {formatNumber(at, 1)}
          </span>
        ))}
      </div>
    </Tip>
  )
}

/** Where time stands, over a lane on which the time of the sheet that shows begins at `start`. It alone follows what plays. */
export const PlayHead = ({ total, start = 0 }: { readonly total: number; readonly start?: number }) => {
  const time = useBench((state) => (state.time === null ? null : start + state.time))
  if (time === null || time < 0 || time > total) return null
  return <div className={styles.play} style={{ left: place(time, total) }} />
}
