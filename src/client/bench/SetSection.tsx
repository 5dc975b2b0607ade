'use client'
import { useState } from 'react'
import { placedIn } from '@/core/document/content'
import { readingRows } from '@/core/document/read'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import {
  chosenPictures,
  clearSet,
  exchangeTwo,
  fillFromSet,
  matchSelected,
  shuffleSet,
} from '@/client/store/arrangement'
import { ShareTools } from '@/client/bench/ShareTools'
import { shownProject, shownSheet } from '@/client/store/benchStore'
import styles from '@/client/bench/Bench.module.css'

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
        <RailButton
          framed
          label="Fill the empty frames with the pictures marked in the supplies"
          disabled={!empty}
          onPress={() => fillFromSet(bench, chosenPictures(bench.get()))}
        >
          Fill{marked ? ` with ${marked}` : ''}
        </RailButton>
        <RailButton
          framed
          label="Shuffle the pictures among these frames"
          disabled={filled.length < 2}
          onPress={() => shuffleSet(bench)}
        >
          Shuffle
        </RailButton>
        {frames.length === 2 && (
          <RailButton
            framed
            label="Exchange what fills the two frames"
            disabled={!filled.length}
            onPress={() => exchangeTwo(bench, frames)}
          >
            Exchange
          </RailButton>
        )}
        <RailButton
          framed
          label="Take all pictures out of these frames"
          disabled={!filled.length}
          onPress={() => clearSet(bench)}
        >
          Clear
        </RailButton>
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
