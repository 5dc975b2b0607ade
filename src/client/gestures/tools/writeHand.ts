import { drawnBox } from '@/core/geometry/box'
import type { ToolHand } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { putToolDown } from '@/client/store/slices/mode'
import { drawBox } from '@/client/store/slices/hand'
import { writeAt } from '@/client/store/writing'

/** A box narrower or lower than this, in points, was meant as a press. */
const LEAST_BOX = 8

/** One press on the sheet begins a text there; a box that is drawn holds it. */
export const writeHand = (bench: Bench): ToolHand => ({
  tap: ({ at }) => writeAt(bench, at),
  start: ({ at }) => {
    let to = at
    return {
      move: (next) => {
        to = next
        drawBox(bench, drawnBox(at, to, { equalSides: false, fromCentre: false }))
      },
      end: () => {
        drawBox(bench, null)
        const box = drawnBox(at, to, { equalSides: false, fromCentre: false })
        const isBox = box.w >= LEAST_BOX && box.h >= LEAST_BOX
        writeAt(bench, { x: box.cx - box.w / 2, y: box.cy - box.h / 2 }, isBox ? box : undefined)
      },
      cancel: () => drawBox(bench, null),
    }
  },
  key: (key) => {
    if (key !== 'Escape') return false
    putToolDown(bench)
    return true
  },
})
