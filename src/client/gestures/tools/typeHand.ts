import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { typeAt } from '@/client/store/typing'
import { putToolDown } from '@/client/store/slices/mode'

/** One press on the sheet begins a text there. */
export const typeHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => void typeAt(bench, at),
  start: () => null,
  key: (key) => {
    if (key !== 'Escape') return false
    putToolDown(bench)
    return true
  },
})
