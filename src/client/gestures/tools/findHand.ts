import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { dropFound, findAt, layFound } from '@/client/store/finding'
import { putToolDown } from '@/client/store/slices/mode'

/** Presses and keys while four corners are found: a press finds, Shift adds, Enter uses them. */
export const findHand = (bench: Bench): ToolHand => ({
  tap: ({ at, shift }) => void findAt(bench, at, shift),
  start: () => null,
  undo: () => dropFound(bench),
  key: (key) => {
    if (key === 'Escape') {
      putToolDown(bench)
      return true
    }
    if (key !== 'Enter') return false
    layFound(bench, false)
    return true
  },
})
