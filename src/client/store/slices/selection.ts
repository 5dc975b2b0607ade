import type { Bench } from '@/client/store/bench'
import type { SelectionSlice, Way } from '@/client/store/state'

export const FIRST_SELECTION: SelectionSlice = { selection: [], entered: null, isAdding: false, way: 'whole' }

const set = (bench: Bench, change: Partial<SelectionSlice>): void => bench.store.setState(change)

/** What is selected, within which group, and what a drag of it moves. */
export const putSelection = (bench: Bench, chosen: Pick<SelectionSlice, 'selection' | 'entered' | 'way'>): void =>
  set(bench, chosen)

/** What a drag of what is selected moves. */
export const putWay = (bench: Bench, way: Way): void => set(bench, { way })

/** A press adds to the selection from now on, or takes its place. */
export const setAdding = (bench: Bench, isAdding: boolean): void => set(bench, { isAdding })
