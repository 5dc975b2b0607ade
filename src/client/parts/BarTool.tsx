'use client'
'use memo'
import IconButton from '@mui/material/IconButton'
import type { ReactNode } from 'react'
import { Tip } from '@/client/parts/Tip'

interface BarToolProps {
  readonly name: string
  /** What it does, in a sentence. */
  readonly says: string
  readonly shortcut?: string | undefined
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly onPress: () => void
  readonly children: ReactNode
}

/** A sign of the bar, with its sentence and key where the pointer or the focus rests on it, also while it is off. */
export const BarTool = ({ name, says, shortcut, pressed, disabled = false, onPress, children }: BarToolProps) => (
  <Tip says={says} shortcut={shortcut} describes>
    <span>
      <IconButton
        aria-label={name}
        {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
        disabled={disabled}
        onClick={onPress}
      >
        {children}
      </IconButton>
    </span>
  </Tip>
)
