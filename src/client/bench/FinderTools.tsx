'use client'
import { useBenchHandle } from '@/client/binding/useBench'
import { MODE_WORDS, type FinderMode } from '@/client/gestures/finder'
import { RailButton } from '@/client/parts/RailButton'
import { standAlone } from '@/client/store/arrangement'
import { SubjectFields } from '@/client/bench/SubjectFields'
import styles from '@/client/bench/Bench.module.css'

interface FinderToolsProps {
  readonly mode: FinderMode
  readonly onMode: (mode: FinderMode) => void
  readonly pictureId: string
  readonly canStandAlone: boolean
}

/** What the viewfinder's hand does next, and the marked subject in numbers. */
export const FinderTools = ({ mode, onMode, pictureId, canStandAlone }: FinderToolsProps) => {
  const bench = useBenchHandle()
  const isMarking = mode === 'subject' || mode === 'line'
  return (
    <>
      <div className={styles.tools}>
        <RailButton
          framed
          label="Mark the subject: draw a box around it in the viewfinder"
          pressed={isMarking}
          onPress={() => onMode(isMarking ? 'move' : 'subject')}
        >
          Mark subject
        </RailButton>
        <RailButton
          framed
          label="Level: draw along the horizon in the viewfinder"
          pressed={mode === 'level'}
          onPress={() => onMode(mode === 'level' ? 'move' : 'level')}
        >
          Level
        </RailButton>
        {canStandAlone && (
          <RailButton
            framed
            label="Let the picture stand alone on the sheet; or drag it there from the viewfinder"
            onPress={() => standAlone(bench)}
          >
            Stand alone
          </RailButton>
        )}
      </div>
      {mode !== 'move' && (
        <div className={styles.kind} role="status" style={{ marginTop: 4 }}>
          {MODE_WORDS[mode]}.
        </div>
      )}
      {isMarking && <SubjectFields pictureId={pictureId} />}
    </>
  )
}
