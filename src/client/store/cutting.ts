import { cuts } from '@/client/store/modes'
import type { Box } from '@/core/geometry/box'
import { boxMatrix } from '@/core/geometry/box'
import { BACKGROUND_ID } from '@/core/document/background'
import { newFrame } from '@/core/document/create'
import { clipOnSheet, cutFrame } from '@/core/document/edits/stencils'
import { shownPlaced } from '@/core/document/read'
import { transformPath } from '@/core/path/transform'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'
import { newItemId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'
import { refusesPerspective } from '@/client/store/laid'
import { say } from '@/client/store/notices'
import { select, selectedFrame } from '@/client/store/selection'
import { clipTarget } from '@/client/store/trace'
import { awaitCutter, putStencilDown } from '@/client/store/slices/mode'
import { showTab } from '@/client/store/slices/supplies'
import { speak } from '@/client/store/slices/notices'

/** The next stencil chosen in the supplies is drawn over a picture and cuts it. A second time leaves it. */
export const startCutting = (bench: Bench): void => {
  bench.endBurst()
  if (cuts(bench.get())) return stopCutting(bench)
  awaitCutter(bench)
  showTab(bench, 'Stencils')
  speak(bench, 'Choose a stencil, then draw it over the picture.')
}

export const stopCutting = (bench: Bench): void => putStencilDown(bench)

/** Clips the picture beneath a stencil that was drawn on the sheet; out of the background a frame is cut. */
export const cutWith = (bench: Bench, stencil: Stencil, box: Box): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId } = state
  const isCutting = cuts(state)
  const outline = outlineOf(stencil, box)
  const chosen = isCutting ? selectedFrame(bench.get()) : null
  // Asked for from a picture’s card, it is that picture which is cut.
  const own = chosen && (chosen.id === BACKGROUND_ID || shownPlaced(chosen)) ? chosen.id : null
  const target =
    own ??
    clipTarget(heldSheet(bench.get()), {
      ...outline,
      path: transformPath(boxMatrix(box, 0), outline.path),
    })
  if (target === null) return say(bench, 'No picture lies under this outline. Draw it over a filled frame.')
  const cut = heldSheet(bench.get()).items[target]
  if (cut?.kind === 'frame' && refusesPerspective(bench, cut, 'cut it with a stencil')) return
  putStencilDown(bench)
  if (target !== BACKGROUND_ID) {
    bench.commit('Cut picture with stencil', (project) =>
      cutFrame.record(project, { sheetId, frameId: target, stencil, box }),
    )
    return select(bench, target)
  }
  const frame = newFrame(newItemId(), stencil, box)
  bench.commit('Cut picture with stencil', (project) => clipOnSheet(project, { sheetId, from: target, frame }))
  select(bench, frame.id)
}
