'use client'
'use memo'
import { letterFrames, type Word } from '@/core/document/lettering'
import type { Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { EntranceSection } from '@/client/bench/time/EntranceSection'
import { AlignSection } from '@/client/bench/card/AlignSection'
import { FinishSection } from '@/client/bench/finish/FinishSection'
import { HullSection } from '@/client/bench/card/HullSection'
import { ItemTools } from '@/client/bench/rail/ItemTools'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { LettersSection } from '@/client/letters/LettersSection'
import { TextSection } from '@/client/letters/TextSection'
import { stepOf } from '@/client/bench/card/sections'
import { Numbered } from '@/client/parts/Section'
import { NameField } from '@/client/parts/fields/NameField'
import card from '@/client/parts/Panel.module.css'
import { nameItem } from '@/client/store/names'

/** The card of a text: what it says and how it is set, its pictures, its finish, its place. */
export const WordCard = ({ word, sheet }: { readonly word: Word; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const frames = letterFrames(sheet, word)
  return (
    <Numbered stepOf={(name) => stepOf('text', name)}>
      <div className={card.head}>
        <NameField
          key={word.id}
          label="Name of the letters"
          name={word.name}
          onName={(name) => nameItem(bench, word.id, name, 'Rename letters')}
        />
        <div className={card.kind}>
          {frames.length === 1 ? 'A letter' : `${frames.length} letters`}, live text. Enter goes in.
        </div>
        <ItemTools items={[word]} noun="text" />
      </div>
      <TextSection word={word} />
      <LettersSection word={word} sheet={sheet} />
      <TonesSection frames={frames} />
      <FinishSection items={[word]} />
      <HullSection items={[word]} />
      <AlignSection sheet={sheet} count={1} />
      <EntranceSection items={[word]} />
    </Numbered>
  )
}
