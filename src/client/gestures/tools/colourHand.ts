import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { applyColour, dropArea, pickColour } from '@/client/store/colourCut'
import { putToolDown } from '@/client/store/slices/mode'

/** Presses and keys while a part of a picture is found by its colour. */
export const colourHand = (bench: Bench): ToolHand => ({
  tap: ({ at, shift }) => pickColour(bench, at, shift),
  start: () => null,
  undo: () => dropArea(bench),
  key: (key) => {
    if (key === 'Escape') {
      putToolDown(bench)
      return true
    }
    if (key !== 'Enter') return false
    void applyColour(bench, 'frames')
    return true
  },
})
