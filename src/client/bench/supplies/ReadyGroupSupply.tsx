'use client'
import { READY_GROUPS, type ReadyGroup } from '@/core/document/readyGroups'
import { useBenchHandle } from '@/client/binding/useBench'
import { focusTable } from '@/client/gestures/focus'
import { useCarry } from '@/client/gestures/useCarry'
import { ReadyGroupIcon } from '@/client/parts/ReadyGroupIcon'
import { Tile } from '@/client/parts/Tile'
import { putReadyGroup } from '@/client/store/readyGroups'
import styles from '@/client/parts/Supplies.module.css'

/** Frames in a ready arrangement: a press puts them on the sheet as a group. */
export const ReadyGroupSupply = ({ group }: { readonly group: ReadyGroup }) => {
  const bench = useBenchHandle()
  const carry = useCarry(bench)
  return (
    <Tile
      data-supply
      edged
      className={`${styles.stencilSupply} ${styles.carryable}`}
      caption={group.name}
      says={`${group.name}: press to put ${group.cells.length} frames on the sheet as a group, drag them to a spot`}
      aria-label={`Ready group: ${group.name}`}
      {...carry({ kind: 'ready', group })}
      onClick={() => {
        putReadyGroup(bench, group)
        focusTable()
      }}
    >
      <ReadyGroupIcon group={group} />
    </Tile>
  )
}

/** The ready groups that answer a search. */
export const foundGroups = (search: string): readonly ReadyGroup[] => {
  const wanted = search.toLowerCase()
  return READY_GROUPS.filter(({ name, words }) => `${name} ${words}`.toLowerCase().includes(wanted))
}
