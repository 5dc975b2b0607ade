'use client'
'use memo'
import { createContext, useContext, type ReactNode } from 'react'

/** How a value that is stepped by keys or by dragging its label becomes one step of the history, not many. */
export interface Stepper {
  /** Does one small change; held, more of them follow until `end`. */
  readonly step: (act: () => void, isHeld: boolean) => void
  readonly end: () => void
}

/** Where there is no history each change stands for itself. */
const SINGLE: Stepper = { step: (act) => act(), end: () => undefined }

const SteppingContext = createContext<Stepper>(SINGLE)

export const Stepping = ({ stepper, children }: { readonly stepper: Stepper; readonly children: ReactNode }) => (
  <SteppingContext value={stepper}>{children}</SteppingContext>
)

export const useStepper = (): Stepper => useContext(SteppingContext)
