'use client'
'use memo'
import { later } from '@/client/parts/later'
import { useEffect, useRef } from 'react'
import { isWord } from '@/core/document/lettering'
import { isText } from '@/core/document/text'
import { BACKGROUND_ID } from '@/core/document/background'
import { DragEdge } from '@/client/parts/DragEdge'
import { CARD_WIDTH, setCardWidth } from '@/client/store/slices/card'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useWarmUp } from '@/client/binding/useWarmUp'
import { SheetCard } from '@/client/bench/card/SheetCard'
import { cardSheet } from '@/client/store/benchStore'
import styles from '@/client/bench/card/Card.module.css'

// The sheet's card is there at once; these come when a hand stirs, that of texts with the first that is selected.
const FrameCard = later(() => import('@/client/bench/card/FrameCard').then((m) => m.FrameCard))
const ItemsCard = later(() => import('@/client/bench/card/ItemsCard').then((m) => m.ItemsCard))
const BackgroundCard = later(() => import('@/client/bench/card/BackgroundCard').then((m) => m.BackgroundCard))
const SOON = [FrameCard.warm, ItemsCard.warm, BackgroundCard.warm]
const WordCard = later(() => import('@/client/letters/WordCard').then((m) => m.WordCard))
const TextCard = later(() => import('@/client/text/TextCard').then((m) => m.TextCard))

/** The numbered panel of what is selected: a frame, a group, several, the background; or of the sheet. */
export const Card = () => {
  const bench = useBenchHandle()
  useWarmUp(SOON)
  const width = useBench((state) => state.cardWidth)
  const sheet = useBench(cardSheet)
  const selection = useBench((state) => state.selection)
  const items = selection.flatMap((id) => sheet.items[id] ?? [])
  const [only] = items
  const isBackground = selection[0] === BACKGROUND_ID
  const name =
    items.length > 1 ? `${items.length} selected items` : isBackground ? 'the background' : (only?.name ?? sheet.name)
  const content =
    items.length === 1 && isText(only) ? (
      <TextCard frame={only} sheet={sheet} />
    ) : items.length === 1 && only?.kind === 'frame' ? (
      <FrameCard frame={only} sheet={sheet} />
    ) : items.length === 1 && isWord(only) ? (
      <WordCard word={only} sheet={sheet} />
    ) : items.length ? (
      <ItemsCard items={items} sheet={sheet} />
    ) : isBackground ? (
      <BackgroundCard sheet={sheet} />
    ) : (
      <SheetCard sheet={sheet} />
    )
  const element = useRef<HTMLDivElement>(null)
  const chosen = selection.join()
  // Whatever is selected next is met at its head.
  useEffect(() => {
    if (element.current) element.current.scrollTop = 0
  }, [chosen])
  return (
    <aside className={styles.card} data-region="card" aria-label={`Card of ${name}`} style={{ width }}>
      <div ref={element} className={styles.scroller}>
        {content}
      </div>
      <DragEdge
        label="Width of the card"
        at="right"
        value={width}
        min={CARD_WIDTH.min}
        max={CARD_WIDTH.max}
        onValue={(next) => setCardWidth(bench, next)}
      />
    </aside>
  )
}
