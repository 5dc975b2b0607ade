'use client'
'use memo'
import { within } from '@/core/range'
import { subjectAround, type SubjectMark } from '@/core/placement/subject'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { shownProject } from '@/client/store/benchStore'
import styles from '@/client/parts/Panel.module.css'
import { putSubject } from '@/client/store/actions'

/** Where a subject is proposed to lie before it is marked: the upper middle, where heads are (common practice). */
const PROPOSED: SubjectMark = { box: { u0: 0.3, v0: 0.15, u1: 0.7, v1: 0.6 } }

const EDGES = [
  ['u0', 'Left'],
  ['v0', 'Top'],
  ['u1', 'Right'],
  ['v1', 'Bottom'],
] as const

/** The marked subject in numbers, in percent of the picture's width and height. */
export const SubjectFields = ({ pictureId }: { readonly pictureId: string }) => {
  const bench = useBenchHandle()
  const subject = useBench((state) => shownProject(state).pictures[pictureId]?.subject)
  const { box, line } = subject ?? PROPOSED
  const set = (step: string, next: SubjectMark | null): void => putSubject(bench, step, pictureId, next)
  const share = (label: string, value: number): number => within(label, value, { min: 0, max: 100 }) / 100
  return (
    <>
      {[EDGES.slice(0, 2), EDGES.slice(2)].map((pair, i) => (
        <div key={i} className={styles.row}>
          {pair.map(([edge, label]) => (
            <PlainField
              key={edge}
              label={label}
              name={`${label} edge of the subject`}
              unit="%"
              decimals={1}
              value={box[edge] * 100}
              onValue={(value) => {
                const next = { ...box, [edge]: share(label, value) }
                set('Mark subject', subjectAround({ x: next.u0, y: next.v0 }, { x: next.u1, y: next.v1 }, line))
              }}
            />
          ))}
        </div>
      ))}
      <div className={styles.row}>
        <PlainField
          label="Eyes"
          name="Height of the eye line"
          unit="%"
          decimals={1}
          value={(line ?? (box.v0 + box.v1) / 2) * 100}
          onValue={(value) => set('Mark eye line', { box, line: share('the eye line', value) })}
        />
        <RailButton framed label="Forget the mark" disabled={!subject} onPress={() => set('Forget subject', null)}>
          Forget
        </RailButton>
      </div>
    </>
  )
}
