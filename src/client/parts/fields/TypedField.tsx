'use client'
'use memo'
import OutlinedInput from '@mui/material/OutlinedInput'
import { useDrag } from '@use-gesture/react'
import { createContext, useCallback, useContext, useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { isFailure } from '@/core/failure'
import { useFollowing } from '@/client/binding/useLive'
import type { BenchState } from '@/client/store/state'
import { stepped } from '@/core/range'
import { formatNumber } from '@/core/units'
import styles from '@/client/parts/fields/Field.module.css'
import { useStepper } from '@/client/parts/fields/Stepping'
import panel from '@/client/parts/Panel.module.css'

interface TypedFieldProps {
  readonly label: string
  /** The name for assistive technology, where the label alone says too little. */
  readonly name?: string | undefined
  /** The value as shown; typing starts from it. */
  readonly shown: string
  /** The value as it follows a hand on the table, which is shown without rendering anything; null where there is none. */
  readonly live?: ((state: BenchState) => string | null) | undefined
  readonly unit?: string | undefined
  readonly disabled?: boolean | undefined
  /** Reads what was typed and uses it; throws a failure in words if it cannot. */
  readonly onText: (text: string) => void
  /** What an arrow key adds, and a few pixels of dragging the label; 0 where the value is no number. Shift: tenfold. */
  readonly step?: number
  /** Steps go from one multiple of the step to the next, whatever the value is now. */
  readonly isRound?: boolean
}

/** Pixels of dragging for one step. */
const PER_STEP = 4
const DECIMALS = 4

/** How a field steps its number. */
interface Steps {
  readonly step: number
  readonly isRound: boolean
}

/** Steps a number that a field shows: once by key, or as far as a drag has come from where it began. */
const useSteps = (shown: string, { step, isRound }: Steps, onText: (text: string) => void) => {
  const stepper = useStepper()
  const isHolding = useRef(false)
  const end = useCallback((): void => {
    if (isHolding.current) stepper.end()
    isHolding.current = false
  }, [stepper])
  // A field that goes away under the hand ends what it was dragging.
  useEffect(() => end, [end])
  const put = (from: number, count: number, isHeld: boolean): void => {
    const next = formatNumber(stepped(from, count, step, isRound), DECIMALS)
    isHolding.current ||= isHeld
    stepper.step(() => {
      try {
        onText(next)
      } catch (error) {
        // At the end of its range it goes no further.
        if (!isFailure(error)) throw error
      }
    }, isHeld)
  }
  return { put, end, now: step > 0 ? Number.parseFloat(shown) : Number.NaN }
}

/** Esc in a field does not only bring back what was there: it closes what the field stands in, such as a picker. */
export const EscGoesOn = createContext(false)

/** A field for one value: takes effect on Enter or when left; Esc brings back what was there. */
export const TypedField = ({
  label,
  name = label,
  shown,
  live,
  unit,
  disabled = false,
  onText,
  step = 1,
  isRound = false,
}: TypedFieldProps) => {
  const [draft, setDraft] = useState<string | null>(null)
  const [fault, setFault] = useState<string | null>(null)
  const input = useRef<HTMLInputElement>(null)
  const escGoesOn = useContext(EscGoesOn)
  useFollowing(live, (now) => {
    if (input.current && draft === null) input.current.value = now
  })
  const steps = useSteps(shown, { step, isRound }, onText)
  const takeEffect = (): boolean => {
    if (draft === null || draft === shown) {
      setDraft(null)
      return true
    }
    try {
      onText(draft)
      setDraft(null)
      setFault(null)
      return true
    } catch (error) {
      setFault(isFailure(error) ? error.message : 'This cannot be read. Type a number.')
      return false
    }
  }
  const isStepped = !disabled && Number.isFinite(steps.now)
  const drag = useDrag(
    ({ movement: [dx], last, tap, shiftKey, memo = steps.now }) => {
      if (tap) input.current?.focus()
      else if (isStepped) steps.put(Number(memo), Math.round(dx / PER_STEP) * (shiftKey ? 10 : 1), true)
      if (last && !tap) steps.end()
      return Number(memo)
    },
    { filterTaps: true, axis: 'x' },
  )
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>): void => {
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
    if (direction && isStepped) {
      event.preventDefault()
      const from = draft === null ? steps.now : Number.parseFloat(draft)
      setDraft(null)
      if (Number.isFinite(from)) steps.put(from, direction * (event.shiftKey ? 10 : 1), false)
    }
    if (event.key === 'Enter' && takeEffect()) input.current?.select()
    // Where nothing was typed, Esc belongs to what the field stands in.
    if (event.key !== 'Escape' || (draft === null && fault === null)) return
    setDraft(null)
    setFault(null)
    if (!escGoesOn) event.stopPropagation()
  }
  return (
    <span className={styles.field}>
      <OutlinedInput
        margin="dense"
        fullWidth
        disabled={disabled}
        error={fault !== null}
        value={draft ?? shown}
        inputRef={input}
        inputProps={{
          'aria-label': unit ? `${name} in ${unit}` : name,
          autoComplete: 'off',
          spellCheck: false,
        }}
        startAdornment={
          label ? (
            <span className={`${panel.kind} ${isStepped ? styles.dragged : ''}`} {...drag()}>
              {label}
            </span>
          ) : undefined
        }
        endAdornment={unit ? <span className={panel.kind}>{unit}</span> : undefined}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setDraft(event.target.value)
          setFault(null)
        }}
        onBlur={takeEffect}
        onKeyDown={onKeyDown}
      />
      {fault && (
        <span role="alert" className={styles.fault}>
          {fault}
        </span>
      )}
    </span>
  )
}
