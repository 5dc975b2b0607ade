'use client'
import { useBench } from '@/client/binding/useBench'
import { FrameCard } from '@/client/bench/FrameCard'
import { SheetCard } from '@/client/bench/SheetCard'
import { selectedFrame } from '@/client/store/selection'
import { shownSheet } from '@/client/store/benchStore'
import styles from '@/client/bench/Bench.module.css'

/** The numbered panel of the selected frame, or of the sheet. */
export const Card = () => {
  const frame = useBench(selectedFrame)
  const sheet = useBench(shownSheet)
  return (
    <aside
      className={styles.card}
      data-region="card"
      aria-label={frame ? `Card of ${frame.name}` : `Card of ${sheet.name}`}
    >
      {frame ? <FrameCard frame={frame} sheet={sheet} /> : <SheetCard sheet={sheet} />}
    </aside>
  )
}
