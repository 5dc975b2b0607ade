import { POINTS_PER_INCH } from '@/core/units'
import { compose, invert, apply, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import type { Point, Size } from '@/core/geometry/vector'
import type { Sheet } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import type { BenchState, View } from '@/client/store/state'
import { putView, putTable, showSheet } from '@/client/store/slices/view'
import { putSelection } from '@/client/store/slices/selection'
import { endChoosing, putToolDown } from '@/client/store/slices/mode'
import { askForSeveral } from '@/client/store/slices/supplies'

const MARGIN = 44
const LEAST = 0.02
const MOST = 64

/** CSS pixels in an inch, by the CSS definition of its units. */
const CSS_PPI = 96

/** 100%: one output pixel is one CSS pixel for sheets in px, life size for all others. */
export const fullScale = (sheet: Sheet): number => (sheet.unit === 'px' ? sheet.ppi : CSS_PPI) / POINTS_PER_INCH

export const viewMatrix = (view: View): Matrix => compose(translation(view.x, view.y), scaling(view.scale))
export const toSheet = (view: View, p: Point): Point => apply(invert(viewMatrix(view)), p)
export const toTable = (view: View, p: Point): Point => apply(viewMatrix(view), p)

/** The whole sheet with its bleed, in the middle of the table. */
export const fittedView = (sheet: Sheet, table: Size): View => {
  const w = sheet.size.w + 2 * sheet.bleed
  const h = sheet.size.h + 2 * sheet.bleed
  const scale = Math.max(LEAST, Math.min((table.w - 2 * MARGIN) / w, (table.h - 2 * MARGIN) / h, MOST))
  return { scale, x: (table.w - sheet.size.w * scale) / 2, y: (table.h - sheet.size.h * scale) / 2 }
}

export const fitView = (bench: Bench): void => {
  const state = bench.get()
  if (state.table.w > 0) putView(bench, fittedView(shownSheet(state), state.table), true)
}

/** The sheet point in the middle of what is seen. */
export const viewMiddle = ({ view, table }: Pick<BenchState, 'view' | 'table'>): Point =>
  toSheet(view, { x: table.w / 2, y: table.h / 2 })

/** The view with at least half of the sheet, or of the table where that is smaller, in sight. */
const inSight = (view: View, { size }: Pick<Sheet, 'size'>, table: Size): View => {
  const along = (at: number, side: number, room: number): number => {
    const least = Math.min(side, room) / 2
    return Math.min(room - least, Math.max(least - side, at))
  }
  return {
    ...view,
    x: along(view.x, size.w * view.scale, table.w),
    y: along(view.y, size.h * view.scale, table.h),
  }
}

/** Moves the view; the sheet is never thrown out of sight. */
export const moveView = (bench: Bench, view: View): void => {
  const state = bench.get()
  putView(bench, inSight(view, shownSheet(state), state.table), false)
}

/** Scales the view by `factor`, keeping the sheet point under `at` (table pixels). */
export const zoomViewAt = (bench: Bench, at: Point, factor: number): void => {
  const { view } = bench.get()
  const scale = Math.min(MOST, Math.max(LEAST, view.scale * factor))
  const k = scale / view.scale
  moveView(bench, { scale, x: at.x - (at.x - view.x) * k, y: at.y - (at.y - view.y) * k })
}

export const zoomView = (bench: Bench, factor: number): void => {
  const { table } = bench.get()
  zoomViewAt(bench, { x: table.w / 2, y: table.h / 2 }, factor)
}

export const fullView = (bench: Bench): void => {
  const state = bench.get()
  zoomView(bench, fullScale(shownSheet(state)) / state.view.scale)
}

export const panView = (bench: Bench, dx: number, dy: number): void => {
  const { view } = bench.get()
  moveView(bench, { ...view, x: view.x + dx, y: view.y + dy })
}

export const setTable = (bench: Bench, table: Size): void => {
  const state = bench.get()
  if (state.table.w === table.w && state.table.h === table.h) return
  putTable(bench, table)
  if (state.isFitted) fitView(bench)
}

export const setSheet = (bench: Bench, sheetId: string): void => {
  bench.endBurst()
  putSelection(bench, { selection: [], entered: null, way: 'whole' })
  endChoosing(bench)
  askForSeveral(bench, null)
  putToolDown(bench)
  showSheet(bench, sheetId)
  fitView(bench)
}
