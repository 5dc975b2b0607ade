'use client'
import { placedIn } from '@/core/document/content'
import type { Frame, Sheet } from '@/core/document/types'
import { useBenchHandle } from '@/client/binding/useBench'
import { RailButton } from '@/client/parts/RailButton'
import {
  becomeIndependent,
  echoFirst,
  echoSelected,
  joinTogether,
  showTogether,
  windowsOntoBackground,
} from '@/client/store/sharing'
import styles from '@/client/bench/Bench.module.css'

/** How several frames can share a picture: as a span, as echoes, as windows; or each have its own again. */
export const ShareTools = ({ frames, sheet }: { readonly frames: readonly Frame[]; readonly sheet: Sheet }) => {
  const bench = useBenchHandle()
  const hasPicture = frames.some((frame) => placedIn(sheet, frame))
  const hasSpan = frames.some(({ fill }) => fill.kind === 'span')
  const hasShared = hasSpan || frames.some(({ fill }) => fill.kind === 'echo')
  return (
    <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Share a picture">
      <RailButton
        framed
        label="Show one picture together: placed once, seen through all these frames"
        onPress={() => showTogether(bench)}
      >
        Show one together
      </RailButton>
      {hasSpan && (
        <RailButton framed label="Let all of these join the span" onPress={() => joinTogether(bench)}>
          Join span
        </RailButton>
      )}
      {hasShared && (
        <RailButton
          framed
          label="Give each a picture of its own that looks the same"
          onPress={() => becomeIndependent(bench)}
        >
          Independent
        </RailButton>
      )}
      {hasPicture && (
        <RailButton
          framed
          label="Echo: duplicates that go on showing these pictures"
          onPress={() => echoSelected(bench)}
        >
          Echo
        </RailButton>
      )}
      {hasPicture && (
        <RailButton
          framed
          label="Let all show, from now on, what the frame selected first shows"
          onPress={() => echoFirst(bench)}
        >
          Follow first
        </RailButton>
      )}
      {sheet.background.kind === 'picture' && (
        <RailButton
          framed
          label="Make them windows onto the background picture"
          onPress={() => windowsOntoBackground(bench)}
        >
          Windows
        </RailButton>
      )}
    </div>
  )
}
