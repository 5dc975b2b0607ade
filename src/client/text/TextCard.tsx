'use client'
'use memo'
import { useDeferredValue } from 'react'
import { holdsPicture } from '@/core/document/content'
import { graphemesOf } from '@/core/lettering/graphemes'
import type { TextFrame } from '@/core/document/text'
import type { Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { EntranceSection } from '@/client/bench/time/EntranceSection'
import { AlignSection } from '@/client/bench/card/AlignSection'
import { FillSection } from '@/client/bench/card/FillSection'
import { OF_WAY, stepOf } from '@/client/bench/card/sections'
import { FinishSection } from '@/client/bench/finish/FinishSection'
import { PictureHead } from '@/client/bench/picture/PictureHead'
import { PictureSection } from '@/client/bench/picture/PictureSection'
import { PerspectiveSection } from '@/client/bench/perspective/PerspectiveSection'
import { PlaceSection } from '@/client/bench/picture/PlaceSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { ItemTools } from '@/client/bench/rail/ItemTools'
import { NameField } from '@/client/parts/fields/NameField'
import { Numbered } from '@/client/parts/Section'
import card from '@/client/parts/Panel.module.css'
import { nameItem } from '@/client/store/names'
import { LinesSection } from '@/client/text/LinesSection'
import { LookSection } from '@/client/text/LookSection'

/** The card of a text that wraps: how its letters look, how its lines lie, what fills it, its place. */
export const TextCard = ({ frame: now, sheet }: { readonly frame: TextFrame; readonly sheet: Sheet }) => {
  // While a text is written the sheet comes first; the card follows when there is time.
  const late = useDeferredValue(now)
  const frame = late.id === now.id ? late : now
  const bench = useBenchHandle()
  const way = useBench((state) => state.way)
  const isFilled = holdsPicture(frame.fill)
  const count = graphemesOf(frame.stencil.text).length
  return (
    <Numbered stepOf={(name) => stepOf('block', name === 'Picture' ? 'Fill' : name)}>
      <div className={card.head}>
        <div className={card.row}>
          <NameField
            key={frame.id}
            label="Name of the text"
            name={frame.name}
            onName={(name) => nameItem(bench, frame.id, name, 'Rename text')}
          />
          <span className={card.kind}>{count === 1 ? '1 character' : `${count} characters`}</span>
        </div>
        {isFilled && <PictureHead />}
        <ItemTools items={[frame]} noun="text" />
      </div>
      <LookSection frames={[frame]} />
      <LinesSection frame={frame} />
      {isFilled ? (
        <PictureSection frame={frame} isOpen={OF_WAY[way] === 'Picture'} />
      ) : (
        <FillSection name="Fill" frame={frame} isOpen={false} />
      )}
      <TonesSection frames={[frame]} />
      <FinishSection items={[frame]} edgeOf={frame} />
      <PlaceSection frame={frame} isOpen={false} />
      <PerspectiveSection frame={frame} />
      <AlignSection sheet={sheet} count={1} />
      <EntranceSection items={[frame]} />
    </Numbered>
  )
}
