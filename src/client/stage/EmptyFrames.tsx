'use client'
import { memo } from 'react'
import { formatLength } from '@/core/units'
import { compose } from '@/core/geometry/matrix'
import { svgTextOf } from '@/core/path/svgText'
import { outlineOf } from '@/core/stencil/stencil'
import { frameMatrix, framesOf } from '@/core/document/read'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { shownSheet } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import type { View } from '@/client/store/state'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import styles from '@/client/stage/Overlay.module.css'

const ROOM_FOR_NAME = 70
const ROOM_FOR_SIZE = 34

const sizeText = (frame: Frame, sheet: Sheet): string => {
  const text = (points: number): string => formatLength(points, sheet.unit, sheet.ppi)
  return `${text(frame.box.w)} × ${text(frame.box.h)} ${sheet.unit}`
}

/** Kraft tint with diagonal hatching, the frame's name or hint, and its size. */
const EmptyFrame = memo(function EmptyFrame({
  frame,
  sheet,
  view,
  isTarget,
}: {
  readonly frame: Frame
  readonly sheet: Sheet
  readonly view: View
  readonly isTarget: boolean
}) {
  const matrix = compose(viewMatrix(view), frameMatrix(frame))
  const path = svgTextOf(outlineOf(frame.stencil, frame.box).path)
  const x = view.x + frame.box.cx * view.scale
  const y = view.y + frame.box.cy * view.scale
  return (
    <g data-empty={frame.id}>
      <g transform={svgMatrix(matrix)}>
        <path d={path} fill={isTarget ? '#d8b7c8' : '#e7dcc6'} fillOpacity={0.82} />
        <path d={path} fill="url(#hatch)" />
        <path d={path} fill="none" stroke="#8a7a5c" strokeWidth={1} vectorEffect="non-scaling-stroke" />
      </g>
      {frame.box.w * view.scale > ROOM_FOR_NAME && frame.box.h * view.scale > ROOM_FOR_SIZE && (
        <>
          <text x={x} y={y - 2} className={styles.emptyName}>
            {(frame.hint ?? frame.name).slice(0, 24)}
          </text>
          <text x={x} y={y + 13} className={styles.emptySize}>
            {sizeText(frame, sheet)}
          </text>
        </>
      )}
    </g>
  )
})

/** All empty frames of the sheet. */
export const EmptyFrames = () => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  const target = useBench((state) => state.dropFrame)
  return (
    <>
      <defs>
        <pattern
          id="hatch"
          width={9}
          height={9}
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${1 / view.scale}) rotate(45)`}
        >
          <rect width={4.5} height={9} fill="#fffaf0" fillOpacity={0.5} />
        </pattern>
      </defs>
      {framesOf(sheet)
        .filter((frame) => frame.fill.kind === 'none')
        .map((frame) => (
          <EmptyFrame key={frame.id} frame={frame} sheet={sheet} view={view} isTarget={frame.id === target} />
        ))}
    </>
  )
}
