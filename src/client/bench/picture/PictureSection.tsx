'use client'
'use memo'
import { within } from '@/core/range'
import { BACKGROUND_ID } from '@/core/document/background'
import { type Frame } from '@/core/document/types'
import { setTileGap, turnPicture } from '@/core/placement/move'
import { RANGE } from '@/core/tolerance'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Section } from '@/client/parts/Section'
import { CommandButton } from '@/client/commands/CommandButton'
import { CommandRow } from '@/client/commands/CommandRow'
import { ShareMenu } from '@/client/commands/ShareMenu'
import { AnchorButton } from '@/client/bench/card/AnchorButton'
import { SharingRows } from '@/client/bench/card/SharingRows'
import { PicturePosition } from '@/client/bench/picture/PicturePosition'
import { changePlaced } from '@/client/store/placing'
import { placedFrame } from '@/client/store/placed'
import { cardProject, cardSheet } from '@/client/store/benchStore'
import { hasMovedOn } from '@/client/store/session'
import styles from '@/client/parts/Panel.module.css'

const MORE = [
  'markSubject',
  'level',
  'turnPicture',
  'flipPicture',
  'flipPictureDown',
  'openUp',
  'standAlone',
  'cut',
  'byColour',
  'takes',
] as const

/** Turn of the picture in its frame; follows a drag. */
const TurnField = () => {
  const bench = useBenchHandle()
  const turn = useBench((state) => placedFrame(state)?.placed.turn ?? 0)
  return (
    <PlainField
      label="Turn"
      unit="°"
      value={turn}
      decimals={2}
      onValue={(value) => changePlaced(bench, 'Turn picture', (held) => turnPicture(held.placed, held.holder, value))}
    />
  )
}

const TileGap = ({ gap }: { readonly gap: number }) => {
  const bench = useBenchHandle()
  return (
    <PlainField
      label="Gap"
      name="Gap between the tiles"
      unit="%"
      decimals={0}
      value={gap * 100}
      onValue={(value) => {
        const next = within('the gap between tiles', value / 100, RANGE.tileGap, 'from 0 to 1000')
        changePlaced(bench, 'Gap between tiles', (held) => setTileGap(held.placed, next))
      }}
    />
  )
}

/** The picture of a frame: what is done with it, where it lies, with whom it is shared. */
export const PictureSection = ({ frame, isOpen }: { readonly frame: Frame; readonly isOpen: boolean }) => {
  const project = useBench(cardProject)
  const sheet = useBench(cardSheet)
  const canGoBack = useBench(hasMovedOn)
  const held = placedFrame({ project, preview: null, sheetId: sheet.id, selection: [frame.id] })
  if (!held) return null
  const { placed } = held
  const isOnSheet = frame.id !== BACKGROUND_ID
  const isTiled = placed.fit === 'tile'
  return (
    <Section name="Picture" says={project.pictures[placed.pictureId]?.name ?? ''} isOpen={isOpen}>
      <CommandRow name="Picture" ids={['replace', 'takeOut', 'startFresh']} more={MORE}>
        {isOnSheet && <ShareMenu />}
      </CommandRow>
      {isOnSheet && <SharingRows frame={frame} sheet={sheet} />}
      <div className={styles.row}>
        <PicturePosition isTiled={isTiled} />
      </div>
      <div className={styles.row}>
        <TurnField />
        {isTiled && <TileGap gap={placed.tileGap ?? 0} />}
        <AnchorButton />
        {canGoBack && (
          <CommandButton framed id="backToHow">
            Back to how it was
          </CommandButton>
        )}
      </div>
    </Section>
  )
}
