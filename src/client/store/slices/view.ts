import type { Size } from '@/core/geometry/vector'
import type { Bench } from '@/client/store/bench'
import type { CameFrom, View, ViewSlice } from '@/client/store/state'

export const firstView = (sheetId: string): ViewSlice => ({
  sheetId,
  cameFrom: [],
  view: { scale: 1, x: 0, y: 0 },
  isFitted: true,
  table: { w: 0, h: 0 },
  isClean: false,
  hasRulers: false,
  isStackWide: false,
  hasSheetStrip: false,
  snaps: true,
  isBefore: false,
})

const set = (bench: Bench, change: Partial<ViewSlice>): void => bench.store.setState(change)

/** How the sheet lies on the table; fitted, it follows the table's size. */
export const putView = (bench: Bench, view: View, isFitted: boolean): void => set(bench, { view, isFitted })

/** The table's size in CSS pixels. */
export const putTable = (bench: Bench, table: Size): void => set(bench, { table })

/** Shows a sheet; the way back to another ends. */
export const showSheet = (bench: Bench, sheetId: string): void => set(bench, { sheetId, cameFrom: [] })

/** The way back from a sheet that was opened within another. */
export const keepWayBack = (bench: Bench, cameFrom: readonly CameFrom[]): void => set(bench, { cameFrom })

/** Shows nothing but the sheet, or all again. */
export const setClean = (bench: Bench, isClean: boolean): void => set(bench, { isClean })

export const showRulers = (bench: Bench, hasRulers: boolean): void => set(bench, { hasRulers })

/** Shows names in the stack, or pictures alone. */
export const widenStack = (bench: Bench, isStackWide: boolean): void => set(bench, { isStackWide })

export const showSheetStrip = (bench: Bench, hasSheetStrip: boolean): void => set(bench, { hasSheetStrip })

export const setSnaps = (bench: Bench, snaps: boolean): void => set(bench, { snaps })

/** Shows pictures without their adjustments, to compare. */
export const showBefore = (bench: Bench, isBefore: boolean): void => set(bench, { isBefore })
