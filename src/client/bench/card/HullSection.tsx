'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { canSizeFreely, type Hull } from '@/core/document/extent'
import type { Item, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RatioLock } from '@/client/parts/RatioLock'
import { LengthField, PlainField } from '@/client/parts/LengthField'
import styles from '@/client/parts/Panel.module.css'
import { sizeHull, turnHull, moveHull } from '@/client/store/hull'

interface ItemsProps {
  readonly items: readonly Item[]
  readonly sheet: Sheet
}

/** Place and size of what is selected as one, by its box; measured from the top left of the box before its turn. */
export const HullSection = ({
  items,
  sheet,
  hull,
  step,
}: ItemsProps & { readonly hull: Hull; readonly step: number }) => {
  const bench = useBenchHandle()
  const ids = items.map(({ id }) => id)
  const { box, turn } = hull
  const isFree = canSizeFreely(sheet, ids, turn)
  const isLocked = useBench((state) => state.locksRatio.hull)
  const keeps = isLocked || !isFree
  const left = box.cx - box.w / 2
  const top = box.cy - box.h / 2
  const move = (delta: { x: number; y: number }): void => moveHull(bench, ids, delta)
  const size = (w: number, h: number): void => {
    const to = { cx: left + w / 2, cy: top + h / 2, w, h }
    sizeHull(bench, ids, hull, to)
  }
  const wide = (w: number): number => within('width', w, RANGE.frameSide)
  const tall = (h: number): number => within('height', h, RANGE.frameSide)
  return (
    <section className={styles.section} aria-label="Place">
      <h2>
        <span className={styles.step}>{step}</span> Place
        <span className={styles.fileName}>{keeps ? 'sized in proportion' : 'from the top left'}</span>
      </h2>
      <div className={styles.row}>
        <LengthField label="x" points={left} onPoints={(x) => move({ x: x - left, y: 0 })} />
        <LengthField label="y" points={top} onPoints={(y) => move({ x: 0, y: y - top })} />
      </div>
      <div className={styles.row}>
        <LengthField
          label="w"
          points={box.w}
          onPoints={(w) => size(wide(w), keeps ? (box.h * wide(w)) / box.w : box.h)}
        />
        <LengthField
          label="h"
          points={box.h}
          onPoints={(h) => size(keeps ? (box.w * tall(h)) / box.h : box.w, tall(h))}
        />
        {isFree && <RatioLock of="hull" />}
      </div>
      <div className={styles.row}>
        <PlainField
          label={items.length > 1 ? 'Turn by' : 'Turn'}
          unit="°"
          decimals={2}
          value={turn}
          onValue={(value) => turnHull(bench, ids, hull, value)}
        />
      </div>
    </section>
  )
}
