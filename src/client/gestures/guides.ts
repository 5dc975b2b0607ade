import type { Axis } from '@/core/geometry/align'
import { setGuides } from '@/core/document/edits/sheets'
import type { Guides } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { toSheet } from '@/client/store/view'
import { dragGuide } from '@/client/store/slices/hand'

/** Whole steps of the view that a guide keeps to, so that it does not stand on a fraction by chance. */
const tidy = (points: number, scale: number): number => {
  const step = 10 ** Math.floor(Math.log10(1 / scale))
  return Math.round(points / step) * step
}

/** Shows a guide under the hand: a new one, or the one numbered `index` of the sheet. `xy` are window pixels. */
export const moveGuide = (bench: Bench, axis: Axis, index: number | null, xy: readonly [number, number]): void => {
  const box = document.querySelector('[data-region="table"]')?.getBoundingClientRect()
  if (!box) return
  const { view, table } = bench.get()
  const onTable = { x: xy[0] - box.left, y: xy[1] - box.top }
  const isGone = axis === 'x' ? onTable.x < 20 || onTable.x > table.w : onTable.y < 20 || onTable.y > table.h
  const at = tidy(toSheet(view, onTable)[axis], view.scale)
  dragGuide(bench, { axis, index, at, isGone })
}

/** Puts the guide down where it is; off the table it goes. */
export const dropGuide = (bench: Bench): void => {
  const { guideDrag, sheetId } = bench.get()
  dragGuide(bench, null)
  if (!guideDrag) return
  const { axis, index, at, isGone } = guideDrag
  const { guides } = shownSheet(bench.get())
  const rest = guides[axis].filter((_line, i) => i !== index)
  const next: Guides = { ...guides, [axis]: isGone ? rest : [...rest, at] }
  const name = index === null ? 'New guide' : isGone ? 'Remove guide' : 'Move guide'
  bench.commit(name, (project) => setGuides.record(project, { sheetId, guides: next }))
}

/** A guide at a typed place, in points. */
export const addGuide = (bench: Bench, axis: Axis, at: number): void => {
  const { sheetId } = bench.get()
  const { guides } = shownSheet(bench.get())
  const next: Guides = { ...guides, [axis]: [...guides[axis], at] }
  bench.commit('New guide', (project) => setGuides.record(project, { sheetId, guides: next }))
}

export const clearGuides = (bench: Bench): void => {
  const { sheetId } = bench.get()
  const { guides } = shownSheet(bench.get())
  if (!guides.x.length && !guides.y.length) return say(bench, 'There are no guides. Drag one off a ruler.')
  bench.commit('Remove guides', (project) => setGuides.record(project, { sheetId, guides: { x: [], y: [] } }))
}
