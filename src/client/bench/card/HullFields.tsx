'use client'
'use memo'
import { CommandButton } from '@/client/commands/CommandButton'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { formatLength } from '@/core/units'
import { canSizeFreely, hullOf, type Hull } from '@/core/document/extent'
import type { Item, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useLiveWords } from '@/client/binding/useLive'
import { useUnits } from '@/client/parts/fields/Units'
import { cardSheet, shownSheet } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'
import { RatioLock } from '@/client/parts/fields/RatioLock'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import styles from '@/client/parts/Panel.module.css'
import { haveLengths } from '@/client/store/lengths'
import { sizeHull, turnHull, moveHull } from '@/client/store/hull'

interface ItemsProps {
  readonly items: readonly Item[]
}

/** The box of what is selected as one, on a sheet that may lack some of it. */
const hullOn = (sheet: Sheet, items: readonly Item[]): Hull | null =>
  hullOf(
    sheet,
    items.map(({ id }) => id).filter((id) => sheet.items[id]),
  )

/** The same as a drag would have it. */
const liveHull = (state: BenchState, items: readonly Item[]): Hull | null => hullOn(shownSheet(state), items)

/** Size and place on one line; follows a drag. */
export const HullSays = ({ items }: ItemsProps) => {
  const { unit, ppi } = useUnits()
  const { words, shownBy } = useLiveWords<HTMLSpanElement>((state) => {
    const hull = liveHull(state, items)
    if (!hull) return ''
    const { cx, cy, w, h } = hull.box
    const [width, height, x, y] = [w, h, cx - w / 2, cy - h / 2].map((value) => formatLength(value, unit, ppi))
    return `${width} × ${height} ${unit} at ${x}, ${y}`
  })
  return <span ref={shownBy}>{words}</span>
}

const Fields = ({ items, hull }: ItemsProps & { readonly hull: Hull }) => {
  const bench = useBenchHandle()
  const sheet = useBench(cardSheet)
  const ids = items.map(({ id }) => id)
  const { box, turn } = hull
  const isFree = canSizeFreely(sheet, ids, turn)
  const isLocked = useBench((state) => state.locksRatio.hull)
  const keeps = isLocked || !isFree
  const left = box.cx - box.w / 2
  const top = box.cy - box.h / 2
  const move = (delta: { x: number; y: number }): void => moveHull(bench, ids, delta)
  const size = (w: number, h: number): void => sizeHull(bench, ids, hull, { cx: left + w / 2, cy: top + h / 2, w, h })
  const following =
    (choose: (hull: Hull) => number) =>
    (state: BenchState): number | null => {
      const now = liveHull(state, items)
      return now && choose(now)
    }
  const wide = (w: number): number => within('width', w, RANGE.frameSide)
  const tall = (h: number): number => within('height', h, RANGE.frameSide)
  return (
    <>
      <div className={styles.row}>
        <LengthField
          label="x"
          points={left}
          live={following(({ box: now }) => now.cx - now.w / 2)}
          onPoints={(x) => move({ x: x - left, y: 0 })}
        />
        <LengthField
          label="y"
          points={top}
          live={following(({ box: now }) => now.cy - now.h / 2)}
          onPoints={(y) => move({ x: 0, y: y - top })}
        />
      </div>
      <div className={styles.row}>
        <LengthField
          label="w"
          points={box.w}
          live={following(({ box: now }) => now.w)}
          onPoints={(w) => size(wide(w), keeps ? (box.h * wide(w)) / box.w : box.h)}
        />
        <LengthField
          label="h"
          points={box.h}
          live={following(({ box: now }) => now.h)}
          onPoints={(h) => size(keeps ? (box.w * tall(h)) / box.h : box.w, tall(h))}
        />
        {isFree && <RatioLock of="hull" />}
      </div>
      <PlainField
        label={items.length > 1 ? 'Turn by' : 'Turn'}
        unit="°"
        decimals={2}
        value={turn}
        live={following((now) => now.turn)}
        onValue={(value) => turnHull(bench, ids, hull, value)}
      />
      {haveLengths(sheet, ids) && <CommandButton framed id="growFinish" />}
      <div className={styles.kind}>{keeps ? 'Sized in proportion, from the top left' : 'From the top left'}</div>
    </>
  )
}

/** Size, place and turn in numbers. */
export const HullFields = ({ items }: ItemsProps) => {
  const sheet = useBench(cardSheet)
  const hull = hullOn(sheet, items)
  return hull && <Fields items={items} hull={hull} />
}
