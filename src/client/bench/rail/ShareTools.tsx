'use client'
import { placedIn } from '@/core/document/content'
import type { Frame, Sheet } from '@/core/document/types'
import { CommandButton } from '@/client/commands/CommandButton'
import styles from '@/client/parts/Panel.module.css'

/** How several frames can share a picture: as a span, as echoes, as windows; or each have its own again. */
export const ShareTools = ({ frames, sheet }: { readonly frames: readonly Frame[]; readonly sheet: Sheet }) => {
  const hasPicture = frames.some((frame) => placedIn(sheet, frame))
  const hasSpan = frames.some(({ fill }) => fill.kind === 'span')
  const hasShared = hasSpan || frames.some(({ fill }) => fill.kind === 'echo')
  return (
    <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Share a picture">
      <CommandButton framed id="showTogether" />
      {hasSpan && <CommandButton framed id="joinSpan" />}
      {hasShared && (
        <CommandButton framed id="independent">
          Independent
        </CommandButton>
      )}
      {hasPicture && <CommandButton framed id="echo" />}
      {hasPicture && (
        <CommandButton framed id="followFirst">
          Follow first
        </CommandButton>
      )}
      {sheet.background.kind === 'picture' && (
        <CommandButton framed id="windows">
          Windows
        </CommandButton>
      )}
    </div>
  )
}
