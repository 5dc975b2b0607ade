'use client'
'use memo'
import { originalOf, spanMembers, spanShown } from '@/core/document/content'
import { takesOf } from '@/core/document/takes'
import { followersOf, frameAt } from '@/core/document/follows'
import type { Follows, Frame, Sheet, Span } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { CommandButton } from '@/client/commands/CommandButton'
import { RailButton } from '@/client/parts/RailButton'
import { followerSheets } from '@/client/store/follow'
import { chooseTake, echoesOf } from '@/client/store/sharing'
import styles from '@/client/parts/Panel.module.css'

interface SharingProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

const SpanRows = ({ sheet, span }: Pick<SharingProps, 'sheet'> & { readonly span: Span }) => {
  const count = spanMembers(sheet, span.id).length
  const isOwn = span.source.kind === 'placed'
  return (
    <div className={styles.shared} role="group" aria-label="Shown together">
      <strong>
        {isOwn ? `One picture over ${count} ${count === 1 ? 'frame' : 'frames'}` : 'Window onto the background'}
      </strong>
      <div className={styles.wrap}>
        {isOwn && (
          <>
            <CommandButton framed id="coverSpan">
              Cover all
            </CommandButton>
            <CommandButton framed id="gapsHide">
              Gaps hide
            </CommandButton>
            <CommandButton framed id="gapsSkip">
              Gaps skip
            </CommandButton>
          </>
        )}
        <CommandButton framed id="pin">
          Pin
        </CommandButton>
        <CommandButton framed id="selectSpan">
          Select all
        </CommandButton>
        <CommandButton framed id="independent" label="Leave the span; what is seen stays">
          Leave
        </CommandButton>
      </div>
    </div>
  )
}

const EchoRows = ({ frame, sheet }: SharingProps) => {
  return (
    <div className={styles.shared} role="group" aria-label="Echo">
      <strong>Echo of {originalOf(sheet, frame).name}</strong>
      <div className={styles.wrap}>
        <CommandButton framed id="toOriginal" label="Go to the original">
          Go to it
        </CommandButton>
        <CommandButton framed id="independent" label="Make independent; what is seen stays">
          Make independent
        </CommandButton>
      </div>
    </div>
  )
}

const FollowRows = ({ follows }: { readonly follows: Follows }) => {
  const name = useBench(({ project }) => frameAt(project, follows)?.name ?? '')
  const on = useBench(({ project }) => project.sheets[follows.sheetId]?.name ?? '')
  return (
    <div className={styles.shared} role="group" aria-label="Follows">
      <strong>
        Follows {name} on “{on}”
      </strong>
      <div className={styles.wrap}>
        <CommandButton framed id="toOriginal" label="Go to the frame that it follows">
          Go to it
        </CommandButton>
        <CommandButton framed id="independent" label="Make independent; what is seen stays">
          Make independent
        </CommandButton>
      </div>
    </div>
  )
}

const FollowerRows = ({ frame, sheet }: SharingProps) => {
  const at = { sheetId: sheet.id, frameId: frame.id }
  const count = useBench(({ project }) => followersOf(project, at).length)
  const names = useBench(({ project }) => followerSheets(project, at))
  if (!count) return null
  return (
    <div className={styles.shared} role="group" aria-label="Followers">
      <div className={styles.row}>
        <span className={styles.grow}>
          {count === 1 ? 'A frame follows it' : `${count} frames follow it`} on {names}
        </span>
        <CommandButton framed id="toFollowers">
          Go there
        </CommandButton>
      </div>
    </div>
  )
}

const TakeRows = ({ frame, sheet }: SharingProps) => {
  const bench = useBenchHandle()
  const fill = takesOf(sheet, frame)
  if (!fill || fill.takes.length < 2) return null
  return (
    <div className={styles.wrap} role="group" aria-label="Takes">
      {fill.takes.map((take) => (
        <RailButton
          key={take.id}
          framed
          label={`Show take ${take.name}`}
          pressed={take.id === fill.shown}
          onPress={() => chooseTake(bench, frame.id, take.id)}
        >
          {take.name}
        </RailButton>
      ))}
      <CommandButton framed id="addTake" label="Add a take: another picture for this frame">
        + Take
      </CommandButton>
      <CommandButton framed id="takes" label="Compare the takes">
        Compare…
      </CommandButton>
    </div>
  )
}

/** What a frame shares with others: a span, an original, echoes; and its takes. */
export const SharingRows = ({ frame, sheet }: SharingProps) => {
  const span = frame.fill.kind === 'span' ? spanShown(sheet, frame) : null
  const echoes = useBench((state) => echoesOf(state, frame).length)
  return (
    <>
      {span && <SpanRows sheet={sheet} span={span} />}
      {frame.fill.kind === 'echo' && <EchoRows frame={frame} sheet={sheet} />}
      {frame.follows && <FollowRows follows={frame.follows} />}
      <FollowerRows frame={frame} sheet={sheet} />
      {echoes > 0 && (
        <div className={styles.shared} role="group" aria-label="Echoes">
          <div className={styles.row}>
            <span className={styles.grow}>
              {echoes} {echoes === 1 ? 'echo shows' : 'echoes show'} it too
            </span>
            <CommandButton framed id="selectEchoes">
              Select
            </CommandButton>
          </div>
        </div>
      )}
      <TakeRows frame={frame} sheet={sheet} />
    </>
  )
}
