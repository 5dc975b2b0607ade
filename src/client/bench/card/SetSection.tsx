'use client'
'use memo'
import { useState } from 'react'
import { placedIn } from '@/core/document/content'
import { readingRows } from '@/core/geometry/reading'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandRow } from '@/client/commands/CommandRow'
import { CommandButton } from '@/client/commands/CommandButton'
import { ShareMenu } from '@/client/commands/ShareMenu'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import { Tick } from '@/client/parts/fields/Tick'
import { startMatching } from '@/client/store/matching'
import { chosenPictures } from '@/client/store/arrangement'
import { cardProject, cardSheet } from '@/client/store/benchStore'
import styles from '@/client/parts/Panel.module.css'

/** Matches the marked subjects of the filled frames, each row by itself if asked. */
const Matching = ({ filled }: { readonly filled: readonly Frame[] }) => {
  const bench = useBenchHandle()
  const project = useBench(cardProject)
  const sheet = useBench(cardSheet)
  const withSubject = filled.filter((frame) => project.pictures[placedIn(sheet, frame)?.pictureId ?? '']?.subject)
  const isMatched = useBench((state) => state.matched !== '' && state.matched === [...state.selection].sort().join())
  const manyRows = readingRows(filled).length > 1
  const [byRow, setByRow] = useState(true)
  return (
    <>
      <div className={styles.row}>
        <RailButton
          framed
          label="Match the subjects: same height and line in every frame"
          onPress={() => startMatching(bench, manyRows && byRow)}
        >
          {isMatched ? 'Match again' : 'Match subjects'}
        </RailButton>
        {manyRows && (
          <Tick isOn={byRow} onChange={setByRow}>
            each row
          </Tick>
        )}
      </div>
      <div className={styles.kind}>
        {withSubject.length} of {filled.length} have a marked subject.
      </div>
    </>
  )
}

/** The pictures of several frames as one set: fill, shuffle, clear, share, and match their subjects. */
export const SetSection = ({ frames, isOpen }: { readonly frames: readonly Frame[]; readonly isOpen: boolean }) => {
  const sheet = useBench(cardSheet)
  const marked = useBench((state) => chosenPictures(state).length)
  const filled = frames.filter((frame) => placedIn(sheet, frame))
  const empty = frames.filter((frame) => frame.fill.kind === 'none').length
  const isSelected = useBench((state) => state.selection.length > 0)
  const isTwo = isSelected && frames.length === 2
  return (
    <Section name="The set" says={`${filled.length} filled, ${empty} empty`} isOpen={isOpen}>
      <CommandRow
        name="The set"
        ids={isTwo ? ['shuffle', 'exchange'] : ['shuffle', 'clearSet']}
        more={isTwo ? ['clearSet'] : []}
        first={
          <CommandButton asCommand id="fillSet" disabled={!empty}>
            Fill{marked ? ` with ${marked}` : ''}
          </CommandButton>
        }
      >
        {isSelected && frames.length > 1 && <ShareMenu />}
      </CommandRow>
      {filled.length > 1 && <Matching filled={filled} />}
    </Section>
  )
}
