'use client'
'use memo'
import InputBase from '@mui/material/InputBase'
import { useState } from 'react'
import { RANGE } from '@/core/tolerance'
import styles from '@/client/parts/Panel.module.css'

/** The name at the head of a card, or of one thing among several: written anew in place, used on Enter or when left. An empty one is not used. */
export const NameField = ({
  label,
  name,
  isHead = true,
  onName,
}: {
  readonly label: string
  readonly name: string
  /** False for one among others, which does not stand out. */
  readonly isHead?: boolean
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
      className={isHead ? styles.title : styles.grow}
      {...(isHead ? { 'data-name-field': true } : {})}
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
