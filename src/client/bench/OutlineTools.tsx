'use client'
import type { Frame } from '@/core/document/types'
import { shownPlaced } from '@/core/document/read'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { startUpright } from '@/client/gestures/tools/uprightHand'
import { RailButton } from '@/client/parts/RailButton'
import { breakSelected } from '@/client/store/combine'
import { togglePoints } from '@/client/store/points'
import { takeOff } from '@/client/store/stencils'
import styles from '@/client/bench/Bench.module.css'

/** What can be made of a frame's outline: its points, a box along an edge, its pieces, an outline kept, none at all. */
export const OutlineTools = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const tool = useBench((state) => state.tool?.kind)
  return (
    <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Outline">
      <RailButton
        framed
        label="Work on the points of the outline"
        shortcut={shownKey('points')}
        pressed={tool === 'points'}
        onPress={() => togglePoints(bench)}
      >
        Points
      </RailButton>
      <RailButton
        framed
        label="Set the box upright along an edge that is pressed"
        pressed={tool === 'upright'}
        onPress={() => (tool === 'upright' ? bench.set({ tool: null }) : startUpright(bench))}
      >
        Set upright
      </RailButton>
      <RailButton framed label="Break apart into the pieces of the outline" onPress={() => breakSelected(bench)}>
        Break apart
      </RailButton>
      {shownPlaced(frame) && (
        <RailButton
          framed
          label="Take off the stencil: the whole picture shows where it is"
          onPress={() => takeOff(bench)}
        >
          Take off
        </RailButton>
      )}
      <RailButton
        framed
        label="Keep this outline among your own stencils"
        onPress={() => bench.set({ dialog: 'keep' })}
      >
        Keep…
      </RailButton>
    </div>
  )
}
