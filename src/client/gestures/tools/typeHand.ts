import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/benchStore'
import { typeAt } from '@/client/store/typing'

/** One press on the sheet begins a text there. */
export const typeHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => void typeAt(bench, at),
  start: () => null,
  key: (key) => {
    if (key !== 'Escape') return false
    bench.set({ tool: null })
    return true
  },
})
