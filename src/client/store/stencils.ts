import type { Recorded } from '@/core/document/edit'
import { reshapeFrame, setCorners, setStencils, takeOffStencil } from '@/core/document/edits/stencils'
import { BACKGROUND_ID } from '@/core/document/background'
import type { Corner } from '@/core/stencil/corners'
import type { Stencil } from '@/core/stencil/stencil'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { tellingCorrected } from '@/client/store/corrected'
import { say } from '@/client/store/notices'
import { selectedFrame, selectedFrames } from '@/client/store/selection'

/** Gives every selected frame another outline; pictures, places and edges stay. */
export const swapStencil = (bench: Bench, stencil: Stencil): void => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  const frames = selectedFrames(bench.get())
  if (!frames.length) return say(bench, 'Select the frames that are to take this stencil.')
  const name = frames.length > 1 ? `Swap stencil of ${frames.length}` : 'Swap stencil'
  tellingCorrected(bench, selection, () =>
    bench.commit(name, (project) =>
      setStencils.record(project, { sheetId, ids: selection, stencil, keepsCorners: true }),
    ),
  )
}

/** Changes values of the one selected frame's outline; quick changes in a row are one step. */
export const reshape = (bench: Bench, stencil: Stencil, name = 'Shape stencil'): void => {
  const state = bench.get()
  const frame = selectedFrame(state)
  if (!frame) return
  const at = { sheetId: state.sheetId, frameId: frame.id }
  bench.burst(`shape-${frame.id}`, name, reshapeFrame.record(shownProject(state), { ...at, stencil }))
}

/** Works the corners of all that is selected. */
export const changeCorners = (bench: Bench, corners: readonly Corner[] | null): void => {
  bench.endBurst()
  const { sheetId, selection } = bench.get()
  tellingCorrected(bench, selection, () =>
    bench.commit('Corners', (project) => setCorners.record(project, { sheetId, ids: selection, corners })),
  )
}

/** Takes the stencil off: the picture shows whole, where it is and as large as it is. */
export const takeOff = (bench: Bench): void => {
  bench.endBurst()
  const state = bench.get()
  const frame = selectedFrame(state)
  if (!frame || frame.id === BACKGROUND_ID) return
  const at = { sheetId: state.sheetId, frameId: frame.id }
  bench.commit('Take the stencil off', (project): Recorded => takeOffStencil(project, at))
}
