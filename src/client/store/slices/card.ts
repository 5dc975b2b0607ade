import type { Field } from '@/core/document/arrange'
import type { Bench } from '@/client/store/bench'
import type { CardSlice, MissingLetters } from '@/client/store/state'

export const FIRST_CARD: CardSlice = {
  finishScope: 'here',
  openLayer: null,
  isMatching: false,
  anchor: 'corner',
  locksRatio: { frame: false, hull: true },
  alignTo: 'selection',
  alignsEach: false,
  gridColumns: null,
  missingLetters: null,
}

const set = (bench: Bench, change: Partial<CardSlice>): void => bench.store.setState(change)

/** Changes of a named finish are for what is selected, or for all that use it. */
export const setFinishScope = (bench: Bench, finishScope: CardSlice['finishScope']): void => set(bench, { finishScope })

/** Opens the values of a finish's layer; null closes them. */
export const openLayer = (bench: Bench, layerId: string | null): void => set(bench, { openLayer: layerId })

export const setMatching = (bench: Bench, isMatching: boolean): void => set(bench, { isMatching })

/** Places are measured from the centre from now on, or from the top left again. */
export const toggleAnchor = (bench: Bench): void =>
  set(bench, { anchor: bench.get().anchor === 'centre' ? 'corner' : 'centre' })

/** Widths and heights typed change together from now on, or each by itself. */
export const toggleRatioLock = (bench: Bench, of: keyof CardSlice['locksRatio']): void => {
  const { locksRatio } = bench.get()
  set(bench, { locksRatio: { ...locksRatio, [of]: !locksRatio[of] } })
}

/** What items are aligned and arranged within. */
export const alignWithin = (bench: Bench, alignTo: Field): void => set(bench, { alignTo })

/** Several move each by itself, or as one. */
export const alignEach = (bench: Bench, alignsEach: boolean): void => set(bench, { alignsEach })

/** Columns of the next grid; null for as many as rows. */
export const setGridColumns = (bench: Bench, gridColumns: number | null): void => set(bench, { gridColumns })

export const tellMissing = (bench: Bench, missingLetters: MissingLetters | null): void => set(bench, { missingLetters })
