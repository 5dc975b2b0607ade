'use client'
'use memo'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import type { MouseEvent, ReactNode } from 'react'
import { Tip } from '@/client/parts/Tip'

interface OneOfProps<T extends string> {
  /** What is chosen, for assistive technology. */
  readonly name: string
  readonly value: T
  /** Each with its words and the sentence that explains them. */
  readonly options: readonly (readonly [T, ReactNode, string])[]
  readonly onChoice: (value: T) => void
}

/** One of a few, all of them in sight. */
export const OneOf = <T extends string>({ name, value, options, onChoice }: OneOfProps<T>) => (
  <ToggleButtonGroup aria-label={name} value={value}>
    {options.map(([each, words, does]) => (
      <Tip key={each} says={does}>
        <ToggleButton
          value={each}
          aria-label={does}
          onMouseDown={(event: MouseEvent) => event.preventDefault()}
          onClick={() => onChoice(each)}
        >
          {words}
        </ToggleButton>
      </Tip>
    ))}
  </ToggleButtonGroup>
)
