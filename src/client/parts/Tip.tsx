'use client'
'use memo'
import Tooltip from '@mui/material/Tooltip'
import type { ReactElement } from 'react'

interface TipProps {
  /** What the control does, in a sentence. */
  readonly says: string
  /** Its key. */
  readonly shortcut?: string | undefined
  /** It has its name from its own words: the sentence only describes it. */
  readonly describes?: boolean
  /** Beside it, so that it hides nothing of the list it stands in. */
  readonly beside?: boolean
  /** For the pointer alone: of a menu one entry always has the focus. */
  readonly pointed?: boolean
  /** One control that takes a ref and the events of a pointer. */
  readonly children: ReactElement<Readonly<Record<string, unknown>>>
}

/** The sentence of a control, and its key, where the pointer or the focus rests on it. */
export const Tip = ({ says, shortcut, describes = false, beside = false, pointed = false, children }: TipProps) => (
  <Tooltip
    title={shortcut ? `${says} (${shortcut})` : says}
    describeChild={describes}
    disableFocusListener={pointed}
    {...(beside ? { placement: 'right' as const } : {})}
  >
    {children}
  </Tooltip>
)
