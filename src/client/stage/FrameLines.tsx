'use client'
import { toolOf } from '@/client/store/modes'
import { useMemo, type ReactNode } from 'react'
import { compose } from '@/core/geometry/matrix'
import { grownFlat } from '@/core/path/flat'
import { svgTextOf } from '@/core/path/svgText'
import { BACKGROUND_ID } from '@/core/document/background'
import { holdsPicture, sharersOf, windowsOnto } from '@/core/document/content'
import { framesOffSheet } from '@/core/document/extent'
import { layOf } from '@/core/document/laid'
import { frameMatrix, frameOutline, lineOf, pathOnSheet } from '@/core/document/read'
import { isText } from '@/core/document/text'
import { framesOf, framesUnder, isHidden } from '@/core/document/tree'
import type { Frame } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { selectedFrame } from '@/client/store/selection'
import { shownSheet } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'

export const OutlineOf = ({
  frame,
  children,
}: {
  readonly frame: Frame
  readonly children: (path: string) => ReactNode
}) => {
  const view = useBench((state) => state.view)
  const sheet = useBench(shownSheet)
  const line = lineOf(frame)
  if (layOf(sheet, frame))
    return <g transform={svgMatrix(viewMatrix(view))}>{children(svgTextOf(pathOnSheet(sheet, frame, line)))}</g>
  return <g transform={svgMatrix(compose(viewMatrix(view), frameMatrix(frame)))}>{children(svgTextOf(line))}</g>
}

/** The outline of the selected frame, where it is not its box. */
export const MaskLine = () => {
  const frame = useBench(selectedFrame)
  const way = useBench((state) => state.way)
  const isOff = useBench((state) => toolOf(state)?.kind === 'points' || toolOf(state)?.kind === 'trace')
  if (!frame || isOff || frame.id === BACKGROUND_ID || isText(frame)) return null
  const line = way === 'whole' ? LOOKS.whole : LOOKS.picture
  return (
    <OutlineOf frame={frame}>
      {(path) => (
        <>
          <path d={path} {...LOOKS.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
          <path d={path} {...line} strokeWidth={2} vectorEffect="non-scaling-stroke" />
        </>
      )}
    </OutlineOf>
  )
}

/** The outlines of all frames of a selection of several, or of a group. */
export const MemberLines = () => {
  const sheet = useBench(shownSheet)
  const selection = useBench((state) => state.selection)
  const [only] = selection
  if (selection.length < 2 && sheet.items[only ?? '']?.kind !== 'group') return null
  return framesUnder(sheet, selection).map((frame) => (
    <OutlineOf key={frame.id} frame={frame}>
      {(path) => (
        <>
          <path d={path} {...LOOKS.casing} strokeWidth={3} vectorEffect="non-scaling-stroke" />
          <path d={path} {...LOOKS.member} vectorEffect="non-scaling-stroke" />
        </>
      )}
    </OutlineOf>
  ))
}

/** The outlines of all frames that show what the selected one shows: a change of the picture changes them all. */
export const SharedLines = () => {
  const sheet = useBench(shownSheet)
  const frame = useBench(selectedFrame)
  if (!frame || !holdsPicture(frame.fill)) return null
  const isBackground = frame.id === BACKGROUND_ID
  const others = (isBackground ? windowsOnto(sheet) : sharersOf(sheet, frame.id)).filter(({ id }) => id !== frame.id)
  return others.map((other) => (
    <OutlineOf key={other.id} frame={other}>
      {(path) => (
        <>
          <path d={path} {...LOOKS.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
          <path d={path} {...LOOKS.shared} vectorEffect="non-scaling-stroke" data-shared={other.id} />
        </>
      )}
    </OutlineOf>
  ))
}

/** Frames that lie wholly off the sheet are kept, but not in the output. */
export const OffSheetMarks = () => {
  const sheet = useBench(shownSheet)
  const off = useMemo(() => framesOffSheet(sheet), [sheet])
  return off.map((frame) => (
    <OutlineOf key={frame.id} frame={frame}>
      {(path) => <path d={path} {...LOOKS.offSheet} vectorEffect="non-scaling-stroke" />}
    </OutlineOf>
  ))
}

/** How far panels that are cut apart go on beyond their edges. */
export const PanelBleeds = () => {
  const sheet = useBench(shownSheet)
  return framesOf(sheet)
    .filter((frame) => frame.bleed && !layOf(sheet, frame) && !isHidden(sheet, frame.id))
    .map((frame) => <PanelBleed key={frame.id} frame={frame} />)
}

const PanelBleed = ({ frame }: { readonly frame: Frame }) => {
  const view = useBench((state) => state.view)
  const path = useMemo(() => svgTextOf(grownFlat(frameOutline(frame), frame.bleed ?? 0).path), [frame])
  return (
    <path
      d={path}
      transform={svgMatrix(compose(viewMatrix(view), frameMatrix(frame)))}
      {...LOOKS.trim}
      strokeDasharray="3 3"
      vectorEffect="non-scaling-stroke"
    />
  )
}
