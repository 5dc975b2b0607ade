import { apply, invert } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { reshapeFrame } from '@/core/document/edits/stencils'
import type { Recorded } from '@/core/document/edit'
import { frameMatrix } from '@/core/document/read'
import { carryKnob } from '@/core/stencil/knobs'
import type { ToolDrag } from '@/client/gestures/tools/hand'
import type { Bench } from '@/client/store/bench'
import { tellingCorrected } from '@/client/store/corrected'
import { selectedFrame } from '@/client/store/selection'

/** Carries a knob of the selected frame's outline; the value follows the hand. */
export const knobDrag = (bench: Bench, param: string): ToolDrag | null => {
  bench.endBurst()
  const { project, sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  if (!frame) return null
  const inward = invert(frameMatrix(frame))
  let last: Recorded | null = null
  return {
    move: (to: Point) => {
      const local = apply(inward, to)
      // A mirrored outline is carried as it would be unmirrored.
      const at = frame.flip ? { x: -local.x, y: local.y } : local
      const stencil = carryKnob(frame.stencil, frame.box, param, at)
      last = reshapeFrame.record(project, { sheetId, frameId: frame.id, stencil })
      bench.preview(last.project)
    },
    end: () => {
      const made = last
      if (made && bench.get().project === project)
        tellingCorrected(bench, [frame.id], () => bench.commit('Shape stencil', () => made))
    },
    cancel: () => bench.preview(null),
  }
}
