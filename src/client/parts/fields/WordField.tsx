'use client'
import OutlinedInput from '@mui/material/OutlinedInput'
import type { KeyboardEvent, Ref } from 'react'
import styles from '@/client/parts/fields/Field.module.css'
import panel from '@/client/parts/Panel.module.css'

interface WordFieldProps {
  readonly name: string
  /** Stands in the field before the value; none where empty. */
  readonly label?: string
  readonly value: string
  readonly placeholder?: string
  readonly most?: number
  readonly autoFocus?: boolean
  readonly rows?: number
  readonly ref?: Ref<HTMLInputElement | HTMLTextAreaElement>
  readonly onValue: (value: string) => void
  readonly onLeave?: () => void
  readonly onFocus?: () => void
  readonly onKeyDown?: (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => void
}

/** A word or a line of text; several lines with `rows`. */
export const WordField = ({
  name,
  label,
  value,
  placeholder,
  most,
  autoFocus = false,
  rows,
  ref,
  onValue,
  onLeave,
  onFocus,
  onKeyDown,
}: WordFieldProps) => (
  <OutlinedInput
    className={rows ? styles.lines : styles.words}
    margin="dense"
    value={value}
    autoFocus={autoFocus}
    inputRef={ref}
    inputProps={{ 'aria-label': name, maxLength: most, spellCheck: false }}
    {...(placeholder ? { placeholder } : {})}
    {...(rows ? { multiline: true, minRows: rows, maxRows: 6 } : {})}
    startAdornment={label ? <span className={panel.kind}>{label}</span> : undefined}
    onChange={(event) => onValue(event.target.value)}
    {...(onLeave ? { onBlur: onLeave } : {})}
    {...(onFocus ? { onFocus } : {})}
    {...(onKeyDown ? { onKeyDown } : {})}
  />
)
