'use client'
'use memo'
import { useBench } from '@/client/binding/useBench'
import { MODE_WORDS } from '@/client/gestures/finder'
import { selectedFrame } from '@/client/store/selection'
import { SubjectFields } from '@/client/bench/picture/SubjectFields'
import styles from '@/client/parts/Panel.module.css'

/** What the viewfinder's hand does next where it does not move the picture, and the marked subject in numbers. */
export const FinderStatus = ({ pictureId }: { readonly pictureId: string }) => {
  const mode = useBench((state) => state.finderMode)
  const frameName = useBench((state) => selectedFrame(state)?.name ?? '')
  const isMarking = mode === 'subject' || mode === 'line'
  if (mode === 'move') return null
  return (
    <>
      <div className={styles.kind} role="status">
        {isMarking && `On ${frameName}: `}
        {MODE_WORDS[mode]}.{isMarking && ' Esc ends it; the next frame you select is marked next.'}
      </div>
      {isMarking && <SubjectFields pictureId={pictureId} />}
    </>
  )
}
