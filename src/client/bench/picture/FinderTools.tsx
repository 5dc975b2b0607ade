'use client'
import { useBench } from '@/client/binding/useBench'
import { MODE_WORDS } from '@/client/gestures/finder'
import type { FinderMode } from '@/client/store/state'
import { RailButton } from '@/client/parts/RailButton'
import { selectedFrame } from '@/client/store/selection'
import { SubjectFields } from '@/client/bench/picture/SubjectFields'
import styles from '@/client/parts/Panel.module.css'
import { CommandButton } from '@/client/commands/CommandButton'

interface FinderToolsProps {
  readonly mode: FinderMode
  readonly onMode: (mode: FinderMode) => void
  readonly pictureId: string
  readonly canStandAlone: boolean
}

/** What the viewfinder's hand does next, and the marked subject in numbers. */
export const FinderTools = ({ mode, onMode, pictureId, canStandAlone }: FinderToolsProps) => {
  const frameName = useBench((state) => selectedFrame(state)?.name ?? '')
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
          <CommandButton
            framed
            id="standAlone"
            label="Let the picture stand alone on the sheet; or drag it there from the viewfinder"
          >
            Stand alone
          </CommandButton>
        )}
      </div>
      {mode !== 'move' && (
        <div className={styles.kind} role="status" style={{ marginTop: 4 }}>
          {isMarking && `On ${frameName}: `}
          {MODE_WORDS[mode]}.{isMarking && ' Esc ends it; the next frame you select is marked next.'}
        </div>
      )}
      {isMarking && <SubjectFields pictureId={pictureId} />}
    </>
  )
}
