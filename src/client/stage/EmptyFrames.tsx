'use client'
import { memo } from 'react'
import { formatLength, type Unit } from '@/core/units'
import { frameAt } from '@/core/document/read'
import { framesOf, isHidden } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { shownSheet } from '@/client/store/benchStore'
import type { View } from '@/client/store/state'
import { LOOKS } from '@/client/stage/looks'

const ROOM_FOR_NAME = 70
const ROOM_FOR_SIZE = 34

/** The name or hint of an empty frame, and its size in the sheet's unit. */
const EmptyName = memo(function EmptyName({
  frame,
  unit,
  ppi,
  view,
}: {
  readonly frame: Frame
  readonly unit: Unit
  readonly ppi: number
  readonly view: View
}) {
  const { box } = frame
  const x = view.x + box.cx * view.scale
  const y = view.y + box.cy * view.scale
  const size = [box.w, box.h].map((points) => formatLength(points, unit, ppi)).join(' × ')
  return (
    <g data-empty={frame.id}>
      {box.w * view.scale > ROOM_FOR_NAME && box.h * view.scale > ROOM_FOR_SIZE && (
        <>
          <text x={x} y={y - 2} {...LOOKS.emptyName}>
            {(frame.hint ?? frame.name).slice(0, 24)}
          </text>
          <text x={x} y={y + 13} {...LOOKS.emptySize}>
            {size} {unit}
          </text>
        </>
      )}
    </g>
  )
})

/** Is the middle of the frame in sight, with nothing over it? */
const isOpenToView = (sheet: Sheet, frame: Frame): boolean => {
  const top = frameAt(sheet, { x: frame.box.cx, y: frame.box.cy })
  return top === null || top.id === frame.id
}

/** What stands written on the empty frames of the sheet; their hatching is painted below. Letters say what they are. */
export const EmptyFrames = () => {
  const sheet = useBench(shownSheet)
  const view = useBench((state) => state.view)
  return framesOf(sheet)
    .filter(
      (frame) =>
        frame.fill.kind === 'none' &&
        frame.stencil.kind !== 'glyph' &&
        !isHidden(sheet, frame.id) &&
        isOpenToView(sheet, frame),
    )
    .map((frame) => <EmptyName key={frame.id} frame={frame} unit={sheet.unit} ppi={sheet.ppi} view={view} />)
}
