'use client'
import { READY_GROUPS, readyBoxes, type ReadyGroup } from '@/core/document/readyGroups'
import { useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { Tile } from '@/client/parts/Tile'
import { putReadyGroup } from '@/client/store/readyGroups'
import styles from '@/client/parts/Supplies.module.css'

const ICON = { w: 58, h: 42 }

const Icon = ({ group }: { readonly group: ReadyGroup }) => {
  const w = Math.min(ICON.w, ICON.h * group.aspect)
  const boxes = readyBoxes(group, { cx: ICON.w / 2, cy: ICON.h / 2, w, h: w / group.aspect })
  return (
    <svg width={ICON.w} height={ICON.h} aria-hidden>
      {boxes.map((box, i) => (
        <rect key={i} x={box.cx - box.w / 2} y={box.cy - box.h / 2} width={box.w} height={box.h} fill="currentColor" />
      ))}
    </svg>
  )
}

/** Frames in a ready arrangement: a press puts them on the sheet as a group. */
export const ReadyGroupSupply = ({ group }: { readonly group: ReadyGroup }) => {
  const bench = useBenchHandle()
  return (
    <Tile
      data-supply
      edged
      className={styles.stencilSupply}
      caption={group.name}
      says={`${group.name}: press to put ${group.cells.length} frames on the sheet as a group`}
      aria-label={`Ready group: ${group.name}`}
      onClick={() => {
        putReadyGroup(bench, group)
        focusTable()
      }}
    >
      <Icon group={group} />
    </Tile>
  )
}

/** The ready groups that answer a search. */
export const foundGroups = (search: string): readonly ReadyGroup[] => {
  const wanted = search.toLowerCase()
  return READY_GROUPS.filter(({ name, words }) => `${name} ${words}`.toLowerCase().includes(wanted))
}
