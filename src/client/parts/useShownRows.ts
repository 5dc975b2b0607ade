'use client'
import { defaultRangeExtractor, useVirtualizer, type VirtualItem } from '@tanstack/react-virtual'
import { useState, type CSSProperties, type FocusEvent, type RefObject } from 'react'

interface RowsOf {
  readonly scroller: RefObject<HTMLElement | null>
  readonly keys: readonly string[]
  /** About how long a row is along the way it scrolls, in pixels. */
  readonly size: (index: number) => number
  readonly across?: boolean
  readonly gap?: number
}

export interface ShownRows {
  readonly rows: readonly VirtualItem[]
  /** Of the list: what all rows together would take. */
  readonly room: CSSProperties
  /** Of each row. */
  readonly style: (row: VirtualItem) => CSSProperties
  readonly measure: (element: Element | null) => void
  /** Of the list: the row with the focus stays, wherever the list is scrolled. */
  readonly onFocus: (event: FocusEvent) => void
}

/** Rows beyond those in sight that are made too: the focus goes on from row to row, and tests of small sheets see all. */
const BEYOND = 20

/** The rows in sight of a long list, each put where it belongs; told apart by `data-index`. */
export const useShownRows = ({ scroller, keys, size, across = false, gap = 0 }: RowsOf): ShownRows => {
  const [focused, setFocused] = useState<string | null>(null)
  const kept = focused === null ? -1 : keys.indexOf(focused)
  // The compiler leaves a component alone that uses this hook, as it should: nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const list = useVirtualizer({
    count: keys.length,
    getScrollElement: () => scroller.current,
    getItemKey: (index) => keys[index] ?? index,
    estimateSize: size,
    horizontal: across,
    gap,
    overscan: BEYOND,
    rangeExtractor: (range) =>
      [...new Set([...defaultRangeExtractor(range), ...(kept >= 0 ? [kept] : [])])].toSorted((a, b) => a - b),
  })
  const total = list.getTotalSize()
  return {
    rows: list.getVirtualItems(),
    room: { position: 'relative', ...(across ? { width: total, flex: 'none' } : { height: total }) },
    style: ({ start, index }) =>
      // The first gives the list its height.
      across
        ? {
            position: index === list.getVirtualItems()[0]?.index ? 'relative' : 'absolute',
            left: start,
            top: 0,
            width: 'max-content',
          }
        : { position: 'absolute', top: start, left: 0, right: 0 },
    measure: list.measureElement,
    onFocus: (event) => {
      const index = (event.target as Element).closest('[data-index]')?.getAttribute('data-index') // an element has the focus
      setFocused(index === null || index === undefined ? null : (keys[Number(index)] ?? null))
    },
  }
}
