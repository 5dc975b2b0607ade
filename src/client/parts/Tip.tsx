'use client'
import Tooltip from '@mui/material/Tooltip'
import type { ReactElement } from 'react'

interface TipProps {
  /** What the control does, in a sentence. */
  readonly says: string
  /** Its key. */
  readonly shortcut?: string | undefined
  /** One control that takes a ref and the events of a pointer. */
  readonly children: ReactElement<Readonly<Record<string, unknown>>>
}

/** The sentence of a control, and its key, where the pointer or the focus rests on it. */
export const Tip = ({ says, shortcut, children }: TipProps) => (
  <Tooltip title={shortcut ? `${says} (${shortcut})` : says} describeChild={false}>
    {children}
  </Tooltip>
)
