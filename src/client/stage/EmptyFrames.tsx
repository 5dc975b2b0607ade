'use client'
import { memo } from 'react'
import { formatLength, type Unit } from '@/core/units'
import { frameAt } from '@/core/document/read'
import { framesOf, isHidden } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { shownSheetIf } from '@/client/store/benchStore'
import type { View } from '@/client/store/state'
import { LOOKS } from '@/client/stage/looks'

const ROOM_FOR_NAME = 70
const ROOM_FOR_SIZE = 34
/** Height of a line, and about how wide a letter is, in CSS pixels. */
const LINE = 15
const LETTER = 6.6

/** A text that is no wider than its room, as letters go on the whole. */
const shortened = (text: string, room: number): string => {
  const most = Math.max(4, Math.round(room / LETTER) - 1)
  return text.length > most ? `${text.slice(0, most - 1).trimEnd()}…` : text
}

/** The name of an empty frame, what should come there, and its size in the sheet's unit: as much as it has room for. */
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
  const room = box.w * view.scale
  const fits = Math.max(1, Math.round((box.h * view.scale - ROOM_FOR_SIZE) / LINE))
  const lines = [...(frame.hint === undefined ? [] : [frame.hint]), `${size} ${unit}`].slice(0, fits)
  const first = y - 2 - ((lines.length - 1) * LINE) / 2
  return (
    <g data-empty={frame.id}>
      <text x={x} y={first} {...LOOKS.emptyName}>
        {shortened(frame.name, room)}
      </text>
      {lines.map((line, i) => (
        <text key={line} x={x} y={first + (i + 1) * LINE} {...LOOKS.emptySize}>
          {shortened(line, room)}
        </text>
      ))}
    </g>
  )
})

const isBlank = ({ fill, stencil }: Frame): boolean => fill.kind === 'none' && stencil.kind !== 'glyph'

/** Only frames that are seen this large have a name: few have, however many there are. */
const hasRoom = ({ box }: Frame, { scale }: View): boolean =>
  box.w * scale > ROOM_FOR_NAME && box.h * scale > ROOM_FOR_SIZE

/** Is the middle of the frame in sight, with nothing over it? */
const isOpenToView = (sheet: Sheet, frame: Frame): boolean => {
  const top = frameAt(sheet, { x: frame.box.cx, y: frame.box.cy })
  return top === null || top.id === frame.id
}

/** What stands written on the empty frames of the sheet; their hatching is painted below. Letters say what they are. */
export const EmptyFrames = () => {
  const sheet = useBench(shownSheetIf((on) => framesOf(on).some(isBlank)))
  const view = useBench((state) => state.view)
  if (!sheet) return null
  return framesOf(sheet)
    .filter(
      (frame) => isBlank(frame) && hasRoom(frame, view) && !isHidden(sheet, frame.id) && isOpenToView(sheet, frame),
    )
    .map((frame) => <EmptyName key={frame.id} frame={frame} unit={sheet.unit} ppi={sheet.ppi} view={view} />)
}
