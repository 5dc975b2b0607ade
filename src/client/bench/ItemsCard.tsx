'use client'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import { moveItems, renameItem, sizeItems, turnItems } from '@/core/document/edits/items'
import { canSizeFreely, hullOf, type Hull } from '@/core/document/extent'
import { framesUnder } from '@/core/document/tree'
import type { Item, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { LengthField, PlainField } from '@/client/parts/LengthField'
import { NameField } from '@/client/parts/NameField'
import { RailButton } from '@/client/parts/RailButton'
import { groupSelected, ungroupSelected } from '@/client/store/arrangement'
import { shownKey } from '@/client/gestures/keys'
import { AlignSection } from '@/client/bench/AlignSection'
import { FinishSection } from '@/client/bench/FinishSection'
import { ItemTools } from '@/client/bench/ItemTools'
import { SharedStencilSection } from '@/client/bench/SharedStencilSection'
import { TonesSection } from '@/client/bench/TonesSection'
import { SetSection } from '@/client/bench/SetSection'
import styles from '@/client/bench/Bench.module.css'

interface ItemsProps {
  readonly items: readonly Item[]
  readonly sheet: Sheet
}

/** Place and size of what is selected as one, by its box; measured from the top left of the box before its turn. */
const HullSection = ({ items, sheet, hull, step }: ItemsProps & { readonly hull: Hull; readonly step: number }) => {
  const bench = useBenchHandle()
  const ids = items.map(({ id }) => id)
  const { box, turn } = hull
  const isFree = canSizeFreely(sheet, ids, turn)
  const common = { unit: sheet.unit, ppi: sheet.ppi }
  const left = box.cx - box.w / 2
  const top = box.cy - box.h / 2
  const move = (delta: { x: number; y: number }): void =>
    bench.commit('Move', (project) => moveItems.record(project, { sheetId: sheet.id, ids, delta }))
  const size = (w: number, h: number): void => {
    const to = { cx: left + w / 2, cy: top + h / 2, w, h }
    bench.commit('Size', (project) => sizeItems.record(project, { sheetId: sheet.id, ids, from: hull, to }))
  }
  const wide = (w: number): number => within('width', w, RANGE.frameSide)
  const tall = (h: number): number => within('height', h, RANGE.frameSide)
  return (
    <section className={styles.section} aria-label="Place">
      <h2>
        <span className={styles.step}>{step}</span> Place
        <span className={styles.fileName}>{isFree ? 'from the top left' : 'sized in proportion'}</span>
      </h2>
      <div className={styles.row}>
        <LengthField label="x" {...common} points={left} onPoints={(x) => move({ x: x - left, y: 0 })} />
        <LengthField label="y" {...common} points={top} onPoints={(y) => move({ x: 0, y: y - top })} />
      </div>
      <div className={styles.row}>
        <LengthField
          label="w"
          {...common}
          points={box.w}
          onPoints={(w) => size(wide(w), isFree ? box.h : (box.h * wide(w)) / box.w)}
        />
        <LengthField
          label="h"
          {...common}
          points={box.h}
          onPoints={(h) => size(isFree ? box.w : (box.w * tall(h)) / box.h, tall(h))}
        />
      </div>
      <div className={styles.row}>
        <PlainField
          label={items.length > 1 ? 'Turn by' : 'Turn'}
          unit="°"
          decimals={2}
          value={turn}
          onValue={(value) =>
            bench.commit('Turn', (project) =>
              turnItems.record(project, {
                sheetId: sheet.id,
                ids,
                centre: { x: box.cx, y: box.cy },
                by: value - turn,
              }),
            )
          }
        />
      </div>
    </section>
  )
}

/** The card of a group, or of several items: what is done to all of them at once. */
export const ItemsCard = ({ items, sheet }: ItemsProps) => {
  const bench = useBenchHandle()
  const [only] = items
  const ids = items.map(({ id }) => id)
  const frames = framesUnder(sheet, ids)
  const hull = hullOf(sheet, ids)
  const hasGroup = items.some(({ kind }) => kind === 'group')
  const isGroup = items.length === 1
  const members = isGroup && only?.kind === 'group' ? only.order.length : 0
  const first = items.length > 1 ? 3 : 2
  return (
    <>
      <div className={styles.head}>
        {isGroup && only ? (
          <NameField
            key={only.id}
            label="Name of the group"
            name={only.name}
            onName={(name) =>
              bench.commit('Rename group', (project) =>
                renameItem.record(project, { sheetId: sheet.id, id: only.id, name }),
              )
            }
          />
        ) : (
          <div className={styles.title}>{items.length} selected</div>
        )}
        <div className={styles.kind}>
          {isGroup ? `Group of ${members}, ${frames.length} frames. Enter goes in.` : `${frames.length} frames`}
        </div>
        <ItemTools items={items} noun={isGroup ? 'group' : 'selection'} />
        <div className={styles.row}>
          {items.length > 1 && (
            <RailButton
              framed
              label="Group what is selected"
              shortcut={shownKey('group')}
              onPress={() => groupSelected(bench)}
            >
              Group
            </RailButton>
          )}
          {hasGroup && (
            <RailButton framed label="Ungroup" shortcut={shownKey('ungroup')} onPress={() => ungroupSelected(bench)}>
              Ungroup
            </RailButton>
          )}
        </div>
      </div>
      <AlignSection sheet={sheet} count={items.length} />
      <SetSection frames={frames} step={first} />
      <SharedStencilSection frames={frames} sheet={sheet} step={first + 1} />
      <TonesSection frames={frames} />
      <FinishSection items={items} sheet={sheet} step={first + 2} />
      {hull && <HullSection items={items} sheet={sheet} hull={hull} step={first + 3} />}
    </>
  )
}
