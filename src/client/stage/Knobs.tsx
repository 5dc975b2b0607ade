'use client'
import { carriedOf, toolOf } from '@/client/store/modes'
import { apply, compose } from '@/core/geometry/matrix'
import { BACKGROUND_ID } from '@/core/document/background'
import { layOf } from '@/core/document/laid'
import { isLocked } from '@/core/document/tree'
import { frameMatrix } from '@/core/document/read'
import { knobsOf } from '@/core/stencil/knobs'
import { useBench } from '@/client/binding/useBench'
import { shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

/** Knobs are shown only where the frame has room for them, in table pixels. */
const ROOM = 60

/** The knobs on the selected frame's outline: round, where the handles of its box are triangles and bars. */
export const Knobs = () => {
  const frame = useBench(selectedFrame)
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const isOff = useBench((state) => toolOf(state) !== null || state.way !== 'whole' || carriedOf(state) !== null)
  if (!frame || isOff || frame.id === BACKGROUND_ID || isLocked(sheet, frame.id) || layOf(sheet, frame)) return null
  if (Math.min(frame.box.w, frame.box.h) * view.scale < ROOM) return null
  const toTable = compose(viewMatrix(view), frameMatrix(frame))
  return knobsOf(frame.stencil, frame.box).map(({ param, label, at }) => {
    const p = apply(toTable, frame.flip ? { x: -at.x, y: at.y } : at)
    return (
      <g
        key={param}
        data-grip={`knob-${param}`}
        role="img"
        aria-label={`${frame.name}, ${label}`}
        className={`${styles.grip} ${styles.knob}`}
        transform={`translate(${p.x} ${p.y})`}
      >
        <title>{label}</title>
        <circle r={12} {...LOOKS.hit} />
        <circle r={6.5} {...LOOKS.node} />
        <circle r={3} {...LOOKS.nodeDot} />
      </g>
    )
  })
}
