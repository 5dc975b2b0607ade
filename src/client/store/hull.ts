import type { Hull } from '@/core/document/extent'
import { moveItems, sizeItems, turnItems } from '@/core/document/edits/items'
import type { Box } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import { growsLengths } from '@/client/store/lengths'
import type { Bench } from '@/client/store/bench'

/** Moves items of the sheet shown by typed lengths, in points. */
export const moveHull = (bench: Bench, ids: readonly string[], delta: Point): void => {
  const { sheetId } = bench.get()
  bench.commit('Move', (project) => moveItems.record(project, { sheetId, ids, delta }))
}

/** Sizes items from the box around them to another. */
export const sizeHull = (bench: Bench, ids: readonly string[], from: Hull, to: Box): void => {
  const { sheetId } = bench.get()
  const lengths = growsLengths(bench.get(), ids)
  bench.commit('Size', (project) => sizeItems.record(project, { sheetId, ids, from, to, lengths }))
}

/** Turns items about the middle of the box around them to a typed turn, in degrees. */
export const turnHull = (bench: Bench, ids: readonly string[], { box, turn }: Hull, to: number): void => {
  const { sheetId } = bench.get()
  const centre = { x: box.cx, y: box.cy }
  bench.commit('Turn', (project) => turnItems.record(project, { sheetId, ids, centre, by: to - turn }))
}
