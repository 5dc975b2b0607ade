'use client'
'use memo'
import { later } from '@/client/parts/later'
import { fromPoints, formatNumber } from '@/core/units'
import { holdsPicture } from '@/core/document/content'
import { wordAround } from '@/core/document/lettering'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { useLiveWords } from '@/client/binding/useLive'
import { NameField } from '@/client/parts/fields/NameField'
import { Numbered } from '@/client/parts/Section'
import { useUnits } from '@/client/parts/fields/Units'
import styles from '@/client/parts/Panel.module.css'
import { AlignSection } from '@/client/bench/card/AlignSection'
import { ClipSection } from '@/client/bench/time/ClipSection'
import { EntranceSection } from '@/client/bench/time/EntranceSection'
import { FillSection } from '@/client/bench/card/FillSection'
import { OF_WAY, stepOf } from '@/client/bench/card/sections'
import { StencilSection } from '@/client/bench/card/StencilSection'
import { FinishSection } from '@/client/bench/finish/FinishSection'
import { ItemTools } from '@/client/bench/rail/ItemTools'
import { PerspectiveSection } from '@/client/bench/perspective/PerspectiveSection'
import { PictureHead } from '@/client/bench/picture/PictureHead'
import { PictureSection } from '@/client/bench/picture/PictureSection'
import { PlaceSection } from '@/client/bench/picture/PlaceSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { nameItem } from '@/client/store/names'
import { selectedFrame } from '@/client/store/selection'

const LetterRow = later(() => import('@/client/letters/LetterRow').then((m) => m.LetterRow))

interface FrameProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

/** How large the frame is; follows a drag. */
const Kind = () => {
  const { unit, ppi } = useUnits()
  const { words, shownBy } = useLiveWords<HTMLSpanElement>((state) => {
    const frame = selectedFrame(state)
    if (!frame) return ''
    const size = [frame.box.w, frame.box.h].map((side) => formatNumber(fromPoints(side, unit, ppi), 1)).join(' × ')
    return `${size} ${unit}`
  })
  return (
    <span ref={shownBy} className={styles.kind}>
      {words}
    </span>
  )
}

const Head = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  return (
    <div className={styles.head}>
      <div className={styles.row}>
        <NameField
          label="Name of the frame"
          name={frame.name}
          onName={(name) => nameItem(bench, frame.id, name, 'Rename frame')}
        />
        <Kind />
      </div>
      {holdsPicture(frame.fill) && <PictureHead />}
      <ItemTools items={[frame]} noun="frame" />
      {wordAround(sheet, frame.id) && <LetterRow frame={frame} sheet={sheet} />}
    </div>
  )
}

/** The card of the selected frame: the section that belongs to what a drag moves is open. */
export const FrameCard = ({ frame, sheet }: FrameProps) => {
  const way = useBench((state) => state.way)
  const isFilled = holdsPicture(frame.fill)
  // Kept by what it hangs on: whatever the frame is like, its sections keep their numbers.
  const kind = wordAround(sheet, frame.id) ? 'letter' : 'frame'
  const isOpen = (name: string): boolean => OF_WAY[way] === name
  return (
    <Numbered stepOf={(name) => stepOf(kind, name)}>
      <Head key={frame.id} frame={frame} sheet={sheet} />
      <StencilSection frame={frame} isOpen={isOpen('Stencil')} />
      {isFilled ? (
        <PictureSection frame={frame} isOpen={isOpen('Picture')} />
      ) : (
        // What an empty frame waits for is a picture.
        <FillSection frame={frame} isOpen />
      )}
      <TonesSection frames={[frame]} />
      <FinishSection items={[frame]} edgeOf={frame.fill.kind === 'none' ? null : frame} />
      <PlaceSection frame={frame} isOpen={isOpen('Place')} />
      <PerspectiveSection frame={frame} />
      <AlignSection sheet={sheet} count={1} />
      <EntranceSection items={[frame]} />
      {isFilled && <ClipSection frame={frame} />}
    </Numbered>
  )
}
