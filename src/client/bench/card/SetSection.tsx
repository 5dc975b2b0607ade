'use client'
import { useState } from 'react'
import { placedIn } from '@/core/document/content'
import { readingRows } from '@/core/document/read'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import { CommandButton } from '@/client/commands/CommandButton'
import { chosenPictures, matchSelected } from '@/client/store/arrangement'
import { ShareTools } from '@/client/bench/rail/ShareTools'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import styles from '@/client/parts/Panel.module.css'

/** The pictures of several frames as one set: fill, shuffle, clear, and match their subjects. */
export const SetSection = ({ frames, step }: { readonly frames: readonly Frame[]; readonly step: number }) => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const sheet = useBench(shownSheet)
  const marked = useBench((state) => chosenPictures(state).length)
  const filled = frames.filter((frame) => placedIn(sheet, frame))
  const empty = frames.filter((frame) => frame.fill.kind === 'none').length
  const withSubject = filled.filter((frame) => project.pictures[placedIn(sheet, frame)?.pictureId ?? '']?.subject)
  const isMatched = useBench((state) => state.matched !== '' && state.matched === [...state.selection].sort().join())
  const manyRows = readingRows(filled).length > 1
  const [byRow, setByRow] = useState(true)
  const isSelected = useBench((state) => state.selection.length > 0)
  return (
    <section className={styles.section} aria-label="The set">
      <h2>
        <span className={styles.step}>{step}</span> The set
        <span className={styles.fileName}>
          {filled.length} filled, {empty} empty
        </span>
      </h2>
      <div className={styles.row} style={{ gap: 6 }}>
        <CommandButton framed id="fillSet" disabled={!empty}>
          Fill{marked ? ` with ${marked}` : ''}
        </CommandButton>
        <CommandButton framed id="shuffle" fades>
          Shuffle
        </CommandButton>
        {isSelected && frames.length === 2 && (
          <CommandButton framed id="exchange" fades>
            Exchange
          </CommandButton>
        )}
        <CommandButton framed id="clearSet" fades>
          Clear
        </CommandButton>
      </div>
      {isSelected && frames.length > 1 && <ShareTools frames={frames} sheet={sheet} />}
      {filled.length > 1 && (
        <>
          <div className={styles.row}>
            <RailButton
              framed
              label="Match the subjects: same height and line in every frame"
              onPress={() => matchSelected(bench, manyRows && byRow)}
            >
              {isMatched ? 'Match again' : 'Match subjects'}
            </RailButton>
            {manyRows && (
              <label className={styles.tick}>
                <input type="checkbox" checked={byRow} onChange={(event) => setByRow(event.target.checked)} /> each row
              </label>
            )}
          </div>
          <div className={styles.kind} style={{ marginTop: 4 }}>
            {withSubject.length} of {filled.length} have a marked subject.
          </div>
        </>
      )}
    </section>
  )
}
