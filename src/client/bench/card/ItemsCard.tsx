'use client'
'use memo'
import { isText } from '@/core/document/text'
import { framesUnder } from '@/core/document/tree'
import type { Item, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { stepOf } from '@/client/bench/card/sections'
import { Numbered } from '@/client/parts/Section'
import Typography from '@mui/material/Typography'
import { NameField } from '@/client/parts/fields/NameField'
import { AlignSection } from '@/client/bench/card/AlignSection'
import { EntranceSection } from '@/client/bench/time/EntranceSection'
import { HullSection } from '@/client/bench/card/HullSection'
import { FinishSection } from '@/client/bench/finish/FinishSection'
import { ItemTools } from '@/client/bench/rail/ItemTools'
import { SharedStencilSection } from '@/client/bench/card/SharedStencilSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { SetSection } from '@/client/bench/card/SetSection'
import styles from '@/client/parts/Panel.module.css'
import { LookSection } from '@/client/text/LookSection'
import { nameItem } from '@/client/store/names'
import { CommandButton } from '@/client/commands/CommandButton'

interface ItemsProps {
  readonly items: readonly Item[]
  readonly sheet: Sheet
}

/** The card of a group, or of several items: what is done to all of them at once. */
export const ItemsCard = ({ items, sheet }: ItemsProps) => {
  const bench = useBenchHandle()
  const [only] = items
  const ids = items.map(({ id }) => id)
  const frames = framesUnder(sheet, ids)
  const texts = frames.filter(isText)
  const hasGroup = items.some(({ kind }) => kind === 'group')
  const isGroup = items.length === 1
  const members = isGroup && only?.kind === 'group' ? only.order.length : 0
  return (
    <Numbered stepOf={(name) => stepOf(isGroup ? 'group' : 'several', name)}>
      <div className={styles.head}>
        {isGroup && only ? (
          <NameField
            key={only.id}
            label="Name of the group"
            name={only.name}
            onName={(name) => nameItem(bench, only.id, name, 'Rename group')}
          />
        ) : (
          <Typography variant="subtitle2">{items.length} selected</Typography>
        )}
        <div className={styles.kind}>
          {isGroup ? `Group of ${members}, ${frames.length} frames. Enter goes in.` : `${frames.length} frames`}
        </div>
        <ItemTools items={items} noun={isGroup ? 'group' : 'selection'} />
        <div className={styles.row}>
          {items.length > 1 && (
            <CommandButton framed id="group" label="Group what is selected">
              Group
            </CommandButton>
          )}
          {hasGroup && (
            <CommandButton framed id="ungroup" label="Ungroup">
              Ungroup
            </CommandButton>
          )}
        </div>
      </div>
      <AlignSection sheet={sheet} count={items.length} isOpen={!isGroup} />
      <SetSection frames={frames} isOpen={isGroup} />
      <SharedStencilSection frames={frames} />
      <TonesSection frames={frames} />
      <FinishSection items={items} />
      <HullSection items={items} isOpen={isGroup} />
      <EntranceSection items={items} />
      {texts.length > 0 && <LookSection frames={texts} isOpen={texts.length === frames.length} />}
    </Numbered>
  )
}
