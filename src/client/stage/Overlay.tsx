'use client'
import { rectAround } from '@/core/geometry/rect'
import { compose } from '@/core/geometry/matrix'
import { boxMatrix } from '@/core/geometry/box'
import { svgTextOf } from '@/core/path/svgText'
import { outlineOf } from '@/core/stencil/stencil'
import { frameMatrix } from '@/core/document/read'
import { wholePictureWindow } from '@/core/placement/window'
import { useBench } from '@/client/binding/useBench'
import { EmptyFrames } from '@/client/stage/EmptyFrames'
import { Handles } from '@/client/stage/Handles'
import { handleLayout, svgMatrix } from '@/client/stage/overlayGeometry'
import { placedFrame, selectedFrame } from '@/client/store/actions'
import { shownSheet } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import styles from '@/client/stage/Overlay.module.css'

/** Trim edge, and the bleed beyond it. */
const SheetEdges = () => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const bleed = sheet.bleed * view.scale
  const edge = { x: view.x, y: view.y, width: sheet.size.w * view.scale, height: sheet.size.h * view.scale }
  return (
    <>
      {bleed > 0 && (
        <rect
          x={edge.x - bleed}
          y={edge.y - bleed}
          width={edge.width + 2 * bleed}
          height={edge.height + 2 * bleed}
          className={styles.trim}
          strokeDasharray="3 3"
        />
      )}
      <rect {...edge} className={styles.trim} />
    </>
  )
}

/** The outline of the selected frame, where it is not its box. */
const MaskLine = () => {
  const frame = useBench(selectedFrame)
  const view = useBench((state) => state.view)
  const way = useBench((state) => state.way)
  if (!frame) return null
  const matrix = svgMatrix(compose(viewMatrix(view), frameMatrix(frame)))
  const path = svgTextOf(outlineOf(frame.stencil, frame.box).path)
  const line = way === 'whole' ? styles.whole : styles.picture
  return (
    <g transform={matrix}>
      <path d={path} className={styles.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
      <path d={path} className={`${styles.line} ${line}`} strokeWidth={2} vectorEffect="non-scaling-stroke" />
    </g>
  )
}

const SelectedHandles = () => {
  const frame = useBench(selectedFrame)
  const way = useBench((state) => state.way)
  const isHidden = useBench((state) => state.carried !== null)
  const project = useBench((state) => state.preview ?? state.project)
  const sheetId = useBench((state) => state.sheetId)
  if (!frame || isHidden) return null
  if (way !== 'picture') return <Handles box={frame.box} turn={frame.turn} way={way} subject={frame.name} />
  const held = placedFrame({ project, preview: null, sheetId, selection: [frame.id] })
  if (!held) return null
  const whole = wholePictureWindow(held.placed, held.mount, frame)
  return <Handles box={whole.box} turn={whole.turn} way="picture" subject={`Picture of ${frame.name}`} />
}

const Drawing = () => {
  const box = useBench((state) => state.drawing)
  const armed = useBench((state) => state.armed)
  const view = useBench((state) => state.view)
  if (!box || !armed) return null
  return (
    <path
      d={svgTextOf(outlineOf(armed, box).path)}
      transform={svgMatrix(compose(viewMatrix(view), boxMatrix(box, 0)))}
      fill="#e7dcc6"
      fillOpacity={0.7}
      stroke="#8e2a5b"
      strokeWidth={2}
      vectorEffect="non-scaling-stroke"
    />
  )
}

/** Says at the frame that the picture ends here. */
const StoppedSign = () => {
  const isStopped = useBench((state) => state.isStopped)
  const frame = useBench(selectedFrame)
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  if (!isStopped || !frame) return null
  const { x0, x1, y1 } = rectAround(handleLayout(frame.box, frame.turn, view, table, false).corners)
  const x = Math.min(table.w - 140, Math.max(140, (x0 + x1) / 2))
  const y = Math.min(table.h - 30, y1 + 28)
  return (
    <g>
      <rect x={x - 132} y={y - 15} width={264} height={24} rx={4} className={styles.stopped} />
      <text x={x} y={y + 1} className={styles.stoppedText}>
        The picture ends here · allow gaps on the rail
      </text>
    </g>
  )
}

/** Everything above the painted sheet: empty frames, edges, handles, signs. */
export const Overlay = () => (
  <svg className={styles.overlay} aria-hidden={false}>
    <EmptyFrames />
    <SheetEdges />
    <MaskLine />
    <SelectedHandles />
    <Drawing />
    <StoppedSign />
  </svg>
)
