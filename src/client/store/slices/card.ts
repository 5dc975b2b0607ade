import type { Field } from '@/core/document/arrange'
import { keepSetting, keptSetting } from '@/client/store/settings'
import type { Bench } from '@/client/store/bench'
import type { CardSlice, Marking, MissingLetters } from '@/client/store/state'

/** How wide the card may be drawn, in CSS pixels. */
export const CARD_WIDTH = { min: 272, max: 420, first: 300 }

const WIDTH_STORE = 'eager-stencil-card-width'

export const FIRST_CARD: CardSlice = {
  cardWidth: CARD_WIDTH.first,
  finishScope: 'here',
  growsLengths: { one: false, several: true },
  openLayer: null,
  isMatching: false,
  anchor: 'corner',
  marking: null,
  locksRatio: { frame: false, hull: true },
  alignTo: 'selection',
  alignsEach: false,
  gridColumns: null,
  missingLetters: null,
}

const set = (bench: Bench, change: Partial<CardSlice>): void => bench.store.setState(change)

/** Changes of a named finish are for what is selected, or for all that use it. */
export const setFinishScope = (bench: Bench, finishScope: CardSlice['finishScope']): void => set(bench, { finishScope })

const GROWS_STORE = 'eager-stencil-grows-lengths'

/** Lengths grow from now on with what is sized of a kind, or stay as they are; the browser remembers it. */
export const toggleGrowsLengths = (bench: Bench, of: keyof CardSlice['growsLengths']): void => {
  const { growsLengths } = bench.get()
  const next = { ...growsLengths, [of]: !growsLengths[of] }
  set(bench, { growsLengths: next })
  keepSetting(GROWS_STORE, `${next.one} ${next.several}`)
}

/** Opens the values of a finish's layer; null closes them. */
export const openLayer = (bench: Bench, layerId: string | null): void => set(bench, { openLayer: layerId })

export const setMatching = (bench: Bench, isMatching: boolean): void => set(bench, { isMatching })

/** Subjects are marked one after another, or no longer. */
export const putMarking = (bench: Bench, marking: Marking | null): void => set(bench, { marking })

/** Places are measured from the centre from now on, or from the top left again. */
export const toggleAnchor = (bench: Bench): void =>
  set(bench, { anchor: bench.get().anchor === 'centre' ? 'corner' : 'centre' })

/** Draws the card's edge; the browser remembers where. */
export const setCardWidth = (bench: Bench, cardWidth: number): void => {
  set(bench, { cardWidth })
  keepSetting(WIDTH_STORE, String(cardWidth))
}

/** Brings the card back to the width, and sizing to what grows along, that the browser remembers. */
export const recallCardWidth = (bench: Bench): void => {
  const width = Number(keptSetting(WIDTH_STORE))
  if (width >= CARD_WIDTH.min && width <= CARD_WIDTH.max) set(bench, { cardWidth: width })
  const kept = keptSetting(GROWS_STORE)?.split(' ')
  if (kept?.length === 2) set(bench, { growsLengths: { one: kept[0] === 'true', several: kept[1] === 'true' } })
}

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
