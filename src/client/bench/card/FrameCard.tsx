'use client'
import dynamic from 'next/dynamic'
import { fromPoints, formatNumber } from '@/core/units'
import { wordAround } from '@/core/document/lettering'
import type { Frame, Sheet } from '@/core/document/types'
import { stencilName } from '@/core/stencil/stencil'
import { useBenchHandle } from '@/client/binding/useBench'
import { NameField } from '@/client/parts/NameField'
import styles from '@/client/parts/Panel.module.css'
import { AlignSection } from '@/client/bench/card/AlignSection'
import { EdgeSection } from '@/client/bench/finish/EdgeSection'
import { FinishSection } from '@/client/bench/finish/FinishSection'
import { ItemTools } from '@/client/bench/rail/ItemTools'
import { PictureSection } from '@/client/bench/picture/PictureSection'
import { PlaceSection } from '@/client/bench/picture/PlaceSection'
import { TonesSection } from '@/client/bench/picture/TonesSection'
import { StencilSection } from '@/client/bench/card/StencilSection'
import { nameItem } from '@/client/store/names'

const LetterRow = dynamic(() => import('@/client/letters/LetterRow').then((m) => m.LetterRow))

interface FrameProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

const Head = ({ frame, sheet }: FrameProps) => {
  const bench = useBenchHandle()
  const size = [frame.box.w, frame.box.h]
    .map((side) => formatNumber(fromPoints(side, sheet.unit, sheet.ppi), 1))
    .join(' × ')
  return (
    <div className={styles.head}>
      <NameField
        label="Name of the frame"
        name={frame.name}
        onName={(name) => nameItem(bench, frame.id, name, 'Rename frame')}
      />
      <div className={styles.kind}>
        {stencilName(frame.stencil)}, {size} {sheet.unit}
      </div>
      <ItemTools items={[frame]} noun="frame" />
      {wordAround(sheet, frame.id) && <LetterRow frame={frame} sheet={sheet} />}
    </div>
  )
}

/** The numbered card of the selected frame. */
export const FrameCard = ({ frame, sheet }: FrameProps) => (
  <>
    <Head key={frame.id} frame={frame} sheet={sheet} />
    <StencilSection frame={frame} />
    <PictureSection frame={frame} />
    <TonesSection frames={[frame]} />
    <FinishSection items={[frame]} step={3} />
    {frame.fill.kind !== 'none' && <EdgeSection frame={frame} sheet={sheet} />}
    <PlaceSection frame={frame} sheet={sheet} />
    <AlignSection sheet={sheet} count={1} step={5} />
  </>
)
