import { joinRecorded, type Recorded } from '@/core/document/edit'
import { framesUnder } from '@/core/document/tree'
import { echoFrames } from '@/core/document/edits/echoes'
import { helpOnce } from '@/client/store/firstHelp'
import { fragmentOf } from '@/core/document/fragment'
import { pasteFragment } from '@/core/document/edits/paste'
import { newItemId } from '@/client/store/actions'
import { selectItems } from '@/client/store/selection'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'

/** The move of a drag, and what was moved once more where it was. */
export const withCopyLeft = (bench: Bench, moved: Recorded): Recorded => {
  const { project, sheetId, selection } = bench.get()
  const fragment = fragmentOf(project, sheetId, selection)
  const newIds = Object.fromEntries(Object.keys(fragment.items).map((id) => [id, newItemId()]))
  return joinRecorded(moved, (now) => pasteFragment.record(now, { sheetId, fragment, newIds, delta: { x: 0, y: 0 } }))
}

/** Lets the frames stay where they are, and puts linked copies of them where the drag would have brought them. */
export const dragLinked = (bench: Bench, moved: Recorded): void => {
  const state = bench.get()
  const before = heldSheet(state)
  const frames = framesUnder(before, state.selection)
  const [first] = frames
  const there = first && moved.project.sheets[state.sheetId]?.items[first.id]
  if (!first || there?.kind !== 'frame') return bench.preview(null)
  const delta = { x: there.box.cx - first.box.cx, y: there.box.cy - first.box.cy }
  const newIds = Object.fromEntries(frames.map(({ id }) => [id, newItemId()]))
  bench.commit('Drag a linked copy', (project) =>
    echoFrames.record(project, { sheetId: state.sheetId, ids: state.selection, newIds, delta }),
  )
  selectItems(bench, Object.values(newIds))
  helpOnce(bench, 'shared')
}
