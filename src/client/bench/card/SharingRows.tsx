'use client'
import { choosingOf } from '@/client/store/modes'
import { holdsPicture, originalOf, spanMembers, spanShown } from '@/core/document/content'
import { takesOf } from '@/core/document/takes'
import type { Frame, Sheet, Span } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { CommandButton } from '@/client/commands/CommandButton'
import { RailButton } from '@/client/parts/RailButton'
import { selectItems } from '@/client/store/selection'
import {
  becomeIndependent,
  chooseTake,
  coverTogether,
  echoesOf,
  goToOriginal,
  pinSelected,
  selectMembers,
  startTake,
} from '@/client/store/sharing'
import styles from '@/client/parts/Panel.module.css'
import own from '@/client/bench/finish/Finish.module.css'
import { openDialog } from '@/client/store/slices/dialogs'

interface SharingProps {
  readonly frame: Frame
  readonly sheet: Sheet
}

const SpanRows = ({ frame, sheet, span }: SharingProps & { readonly span: Span }) => {
  const bench = useBenchHandle()
  const count = spanMembers(sheet, span.id).length
  const isPinned = frame.fill.kind === 'span' && frame.fill.pinned !== undefined
  const isOwn = span.source.kind === 'placed'
  return (
    <div className={own.shared} role="group" aria-label="Shown together">
      <strong>
        {isOwn ? `One picture over ${count} ${count === 1 ? 'frame' : 'frames'}` : 'Window onto the background'}
      </strong>
      <div className={`${styles.row} ${styles.wrap}`}>
        {isOwn && (
          <>
            <RailButton framed label="Cover all frames of the span anew" onPress={() => coverTogether(bench, span.id)}>
              Cover all
            </RailButton>
            <RailButton
              framed
              label="Gaps between the frames hide the picture"
              pressed={span.gaps === 'hide'}
              onPress={() => coverTogether(bench, span.id, 'hide')}
            >
              Gaps hide
            </RailButton>
            <RailButton
              framed
              label="The picture skips the gaps, nothing of it is lost"
              pressed={span.gaps === 'skip'}
              onPress={() => coverTogether(bench, span.id, 'skip')}
            >
              Gaps skip
            </RailButton>
          </>
        )}
        <RailButton
          framed
          label="Pin the frame to the part that it shows: it takes that along"
          pressed={isPinned}
          onPress={() => pinSelected(bench, !isPinned)}
        >
          Pin
        </RailButton>
        <RailButton framed label="Select all frames of the span" onPress={() => selectMembers(bench, span.id)}>
          Select all
        </RailButton>
        <RailButton framed label="Leave the span; what is seen stays" onPress={() => becomeIndependent(bench)}>
          Leave
        </RailButton>
      </div>
    </div>
  )
}

const EchoRows = ({ frame, sheet }: SharingProps) => {
  const bench = useBenchHandle()
  return (
    <div className={own.shared} role="group" aria-label="Echo">
      <strong>Echo of {originalOf(sheet, frame).name}</strong>
      <div className={`${styles.row} ${styles.wrap}`}>
        <RailButton framed label="Go to the original" onPress={() => goToOriginal(bench)}>
          Go to it
        </RailButton>
        <RailButton framed label="Make independent; what is seen stays" onPress={() => becomeIndependent(bench)}>
          Make independent
        </RailButton>
      </div>
    </div>
  )
}

const TakeRows = ({ frame, sheet }: SharingProps) => {
  const bench = useBenchHandle()
  const isAdding = useBench((state) => choosingOf(state)?.kind === 'take')
  const fill = takesOf(sheet, frame)
  if (!fill) return null
  const several = fill.takes.length > 1
  return (
    <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Takes">
      {several &&
        fill.takes.map((take) => (
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
      <RailButton
        framed
        label="Add a take: another picture for this frame"
        pressed={isAdding}
        onPress={() => startTake(bench)}
      >
        + Take
      </RailButton>
      {several && (
        <RailButton
          framed
          label="Compare the takes"
          shortcut={shownKey('take')}
          onPress={() => openDialog(bench, 'takes')}
        >
          Compare…
        </RailButton>
      )}
    </div>
  )
}

/** What a frame shares with others: a span, an original, echoes; and its takes. */
export const SharingRows = ({ frame, sheet }: SharingProps) => {
  const bench = useBenchHandle()
  const span = frame.fill.kind === 'span' ? spanShown(sheet, frame) : null
  const echoes = echoesOf(bench, frame)
  return (
    <>
      {span && <SpanRows frame={frame} sheet={sheet} span={span} />}
      {frame.fill.kind === 'echo' && <EchoRows frame={frame} sheet={sheet} />}
      {echoes.length > 0 && (
        <div className={own.shared} role="group" aria-label="Echoes">
          <div className={styles.row} style={{ marginTop: 0 }}>
            <span style={{ flex: 1 }}>
              {echoes.length} {echoes.length === 1 ? 'echo shows' : 'echoes show'} it too
            </span>
            <RailButton
              framed
              label="Select its echoes"
              onPress={() =>
                selectItems(
                  bench,
                  echoes.map(({ id }) => id),
                )
              }
            >
              Select
            </RailButton>
          </div>
        </div>
      )}
      <TakeRows frame={frame} sheet={sheet} />
    </>
  )
}

/** What can be made of a frame for sharing: parts, an echo, a window. */
export const SharingTools = ({ frame, sheet }: SharingProps) => (
  <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Sharing">
    <CommandButton framed id="split" />
    {holdsPicture(frame.fill) && (
      <CommandButton framed id="echo" label="Echo: a duplicate that goes on showing this picture" />
    )}
    {sheet.background.kind === 'picture' && frame.takesPictures && frame.fill.kind !== 'span' && (
      <CommandButton framed id="windows" label="Make the frame a window onto the background picture">
        Window
      </CommandButton>
    )}
  </div>
)
