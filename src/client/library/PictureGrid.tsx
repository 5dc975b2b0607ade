'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState, type KeyboardEvent } from 'react'
import { tileGrid, tileRow } from '@/core/document/library'
import type { PictureAnswer } from '@/contract/api'
import { PictureTile } from '@/client/library/PictureTile'
import styles from '@/client/library/Library.module.css'

const TILE = { w: 148, h: 150 }

interface PictureGridProps {
  readonly pictures: readonly PictureAnswer[]
  readonly uses: ReadonlyMap<string, number>
  readonly chosen: readonly string[]
  readonly onPress: (picture: PictureAnswer, adds: boolean) => void
  readonly onOpen: (picture: PictureAnswer) => void
}

/** All pictures as tiles; only the rows in sight are made. */
export const PictureGrid = ({ pictures, uses, chosen, onPress, onOpen }: PictureGridProps) => {
  const scroller = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(5 * TILE.w)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const observer = new ResizeObserver(() => setRoom(element.clientWidth))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])
  const grid = tileGrid(pictures.length, room, TILE.w)
  const { columns } = grid
  // The compiler leaves a component alone that uses this hook, as it should: nothing of it is memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: grid.rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => TILE.h,
    overscan: 3,
  })
  /** Arrows go over the tiles; a row out of sight is brought in first. */
  const keys = (event: KeyboardEvent): void => {
    const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns }[event.key]
    const hash = document.activeElement?.getAttribute('data-picture')
    if (step === undefined || !hash) return
    event.preventDefault()
    const next = pictures.findIndex((picture) => picture.hash === hash) + step
    const target = pictures[next]
    if (!target) return
    rows.scrollToIndex(tileRow(next, columns))
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-picture="${target.hash}"]`)?.focus(),
    )
  }
  return (
    <div ref={scroller} className={styles.scroller} onKeyDown={keys} data-library-grid>
      <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map((row) => (
          <div key={row.key} className={styles.tiles} style={{ transform: `translateY(${row.start}px)` }}>
            {pictures.slice(row.index * columns, (row.index + 1) * columns).map((picture) => (
              <PictureTile
                key={picture.hash}
                picture={picture}
                uses={uses.get(picture.hash) ?? 0}
                isChosen={chosen.includes(picture.hash)}
                onPress={(adds) => onPress(picture, adds)}
                onOpen={() => onOpen(picture)}
              />
            ))}
          </div>
        ))}
      </div>
    </div>
  )
}
