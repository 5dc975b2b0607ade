'use client'
import InputBase from '@mui/material/InputBase'
import styles from '@/client/parts/fields/Field.module.css'

interface InlineNameProps {
  readonly label: string
  readonly name: string
  /** Used on Enter or when left. */
  readonly onName: (name: string) => void
  /** Esc: left as it was. */
  readonly onLeave: () => void
}

/** A name that is written anew in the place where it stands, all of it chosen at first. */
export const InlineName = ({ label, name, onName, onLeave }: InlineNameProps) => (
  <InputBase
    autoFocus
    className={styles.inline}
    defaultValue={name}
    inputProps={{ 'aria-label': label }}
    onFocus={(event) => event.target.select()}
    onBlur={(event) => onName(event.target.value)}
    onKeyDown={(event) => {
      event.stopPropagation()
      if (event.key === 'Enter' && event.target instanceof HTMLInputElement) onName(event.target.value)
      if (event.key === 'Escape') onLeave()
    }}
  />
)
