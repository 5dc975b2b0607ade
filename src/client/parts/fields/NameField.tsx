'use client'
import InputBase from '@mui/material/InputBase'
import { useState } from 'react'
import { RANGE } from '@/core/tolerance'
import styles from '@/client/parts/Panel.module.css'

/** The name at the head of a card: written anew in place, used on Enter or when left. An empty one is not used. */
export const NameField = ({
  label,
  name,
  onName,
}: {
  readonly label: string
  readonly name: string
  readonly onName: (name: string) => void
}) => {
  const [draft, setDraft] = useState<string | null>(null)
  const use = (): void => {
    const wanted = draft?.trim().slice(0, RANGE.nameLength)
    setDraft(null)
    if (wanted && wanted !== name) onName(wanted)
  }
  return (
    <InputBase
      className={styles.title}
      data-name-field
      inputProps={{ 'aria-label': label }}
      value={draft ?? name}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={use}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setDraft(null)
        if ((event.key === 'Enter' || event.key === 'Escape') && event.target instanceof HTMLElement)
          event.target.blur()
      }}
    />
  )
}
