'use client'
import type { Frame } from '@/core/document/types'
import { shownPlaced } from '@/core/document/read'
import { CommandButton } from '@/client/commands/CommandButton'
import styles from '@/client/parts/Panel.module.css'

/** What can be made of a frame's outline: its points, a box along an edge, its pieces, an outline kept, none at all. */
export const OutlineTools = ({ frame }: { readonly frame: Frame }) => (
  <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Outline">
    <CommandButton framed id="points" label="Work on the points of the outline" />
    <CommandButton framed id="upright" />
    <CommandButton framed id="breakOutline" />
    {shownPlaced(frame) && (
      <CommandButton framed id="takeOff">
        Take off
      </CommandButton>
    )}
    <CommandButton framed id="keepOutline">
      Keep…
    </CommandButton>
  </div>
)
