import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/benchStore'
import { applyColour, pickColour } from '@/client/store/colourCut'

/** Presses and keys while a part of a picture is found by its colour. */
export const colourHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => pickColour(bench, at),
  start: () => null,
  undo: () => {
    const { tool } = bench.get()
    if (tool?.kind !== 'colour') return
    bench.set({ tool: tool.point ? { ...tool, point: null, outline: null, message: null } : null })
  },
  key: (key) => {
    if (key === 'Escape') {
      bench.set({ tool: null })
      return true
    }
    if (key !== 'Enter') return false
    void applyColour(bench, 'frames')
    return true
  },
})
