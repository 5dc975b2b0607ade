'use client'
import type { ReactNode } from 'react'
import styles from '@/client/parts/RailButton.module.css'

interface RailButtonProps {
  readonly label: string
  readonly children: ReactNode
  readonly shortcut?: string
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly tone?: 'whole' | 'picture' | 'outline'
  /** With an edge, where it stands alone. */
  readonly framed?: boolean
  readonly onPress: () => void
}

/** A button of a bar. A press by pointer leaves the focus on the table, so that its keys go on working. */
export const RailButton = ({
  label,
  children,
  shortcut,
  pressed,
  disabled,
  tone,
  framed,
  onPress,
}: RailButtonProps) => (
  <button
    type="button"
    className={`${styles.railButton} ${tone ? styles[tone] : ''} ${framed ? styles.framed : ''}`}
    aria-label={label}
    title={shortcut ? `${label} (${shortcut})` : label}
    aria-keyshortcuts={shortcut}
    aria-pressed={pressed}
    disabled={disabled}
    onMouseDown={(event) => event.preventDefault()}
    onClick={onPress}
  >
    {children}
  </button>
)
