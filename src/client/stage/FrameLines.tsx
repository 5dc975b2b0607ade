'use client'
import { toolOf } from '@/client/store/modes'
import { memo, useMemo, type ReactNode } from 'react'
import { compose } from '@/core/geometry/matrix'
import { grownFlat } from '@/core/path/flat'
import { svgTextOf } from '@/core/path/svgText'
import { BACKGROUND_ID } from '@/core/document/background'
import { holdsPicture, sharersOf, windowsOnto } from '@/core/document/content'
import { framesOffSheet } from '@/core/document/extent'
import { layOf } from '@/core/document/laid'
import type { Path } from '@/core/path/path'
import { frameMatrix, frameOutline, lineOf, pathOnSheet } from '@/core/document/read'
import { isText } from '@/core/document/text'
import { framesOf, framesUnder, isHidden } from '@/core/document/tree'
import { commonMove } from '@/core/document/moves'
import type { Frame, Sheet } from '@/core/document/types'
import { useBench } from '@/client/binding/useBench'
import { svgMatrix } from '@/client/stage/overlayGeometry'
import { selectedFrame } from '@/client/store/selection'
import { heldSheet, shownSheet, shownSheetIf } from '@/client/store/benchStore'
import { viewMatrix } from '@/client/store/view'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'

/** Paths by what they are made of: stencils keep their outlines while frames move. */
const texts = new WeakMap<Path, string>()

const textOf = (path: Path): string => {
  const known = texts.get(path) ?? svgTextOf(path)
  texts.set(path, known)
  return known
}

const OutlineOf = ({
  frame,
  sheet,
  children,
}: {
  readonly frame: Frame
  readonly sheet: Sheet
  readonly children: (path: string) => ReactNode
}) => {
  const view = useBench((state) => state.view)
  const line = lineOf(frame)
  if (layOf(sheet, frame))
    return <g transform={svgMatrix(viewMatrix(view))}>{children(svgTextOf(pathOnSheet(sheet, frame, line)))}</g>
  return <g transform={svgMatrix(compose(viewMatrix(view), frameMatrix(frame)))}>{children(textOf(line))}</g>
}

/** The outline of the selected frame, where it is not its box. */
export const MaskLine = () => {
  const sheet = useBench(shownSheet)
  const frame = useBench(selectedFrame)
  const way = useBench((state) => state.way)
  const isOff = useBench((state) => toolOf(state)?.kind === 'points' || toolOf(state)?.kind === 'trace')
  if (!frame || isOff || frame.id === BACKGROUND_ID || isText(frame)) return null
  const line = way === 'whole' ? LOOKS.whole : LOOKS.picture
  return (
    <OutlineOf frame={frame} sheet={sheet}>
      {(path) => (
        <>
          <path d={path} {...LOOKS.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
          <path d={path} {...line} strokeWidth={2} vectorEffect="non-scaling-stroke" />
        </>
      )}
    </OutlineOf>
  )
}

/** The outlines of frames at the places that a sheet gives them. */
const LinesOf = memo(({ sheet, ids }: { readonly sheet: Sheet; readonly ids: readonly string[] }) =>
  framesUnder(sheet, ids).map((frame) => (
    <OutlineOf key={frame.id} frame={frame} sheet={sheet}>
      {(path) => (
        <>
          <path d={path} {...LOOKS.casing} strokeWidth={3} vectorEffect="non-scaling-stroke" />
          <path d={path} {...LOOKS.member} vectorEffect="non-scaling-stroke" />
        </>
      )}
    </OutlineOf>
  )),
)
LinesOf.displayName = 'LinesOf'

/**
 * The outlines of all frames of a selection of several, or of a group. Where all are moved alike they move as one layer of the
 * page, which paints none of them anew.
 */
export const MemberLines = () => {
  const sheet = useBench(shownSheet)
  const held = useBench(heldSheet)
  const scale = useBench((state) => state.view.scale)
  const selection = useBench((state) => state.selection)
  const [only] = selection
  if (selection.length < 2 && sheet.items[only ?? '']?.kind !== 'group') return null
  const by = sheet === held ? null : commonMove(held, sheet, selection)
  const moved = by ? { transform: `translate(${by.x * scale}px, ${by.y * scale}px)`, willChange: 'transform' } : {}
  return (
    <svg className={styles.overlay} style={{ ...moved, overflow: 'visible' }} aria-hidden>
      <LinesOf sheet={by ? held : sheet} ids={selection} />
    </svg>
  )
}

/** The other frames that show what one shows. */
const othersOf = (sheet: Sheet, frameId: string): readonly string[] => {
  if (frameId === BACKGROUND_ID) return windowsOnto(sheet).map(({ id }) => id)
  return sheet.items[frameId] ? sharersOf(sheet, frameId).flatMap(({ id }) => (id === frameId ? [] : [id])) : []
}

/** The outlines of all frames that show what the selected one shows: a change of the picture changes them all. */
export const SharedLines = () => {
  const held = useBench(heldSheet)
  const sheet = useBench(shownSheetIf((_, state) => holdsPicture(selectedFrame(state)?.fill)))
  const frame = useBench(selectedFrame)
  // Who shows the same does not change under the hand, and is much to find out.
  const frameId = frame?.id ?? null
  const ids = useMemo(() => (frameId === null ? [] : othersOf(held, frameId)), [held, frameId])
  if (!frame || !sheet || !holdsPicture(frame.fill)) return null
  return ids
    .flatMap((id) => frameOn(sheet, id))
    .map((other) => (
      <OutlineOf key={other.id} frame={other} sheet={sheet}>
        {(path) => (
          <>
            <path d={path} {...LOOKS.casing} strokeWidth={4} vectorEffect="non-scaling-stroke" />
            <path d={path} {...LOOKS.shared} vectorEffect="non-scaling-stroke" data-shared={other.id} />
          </>
        )}
      </OutlineOf>
    ))
}

const frameOn = (sheet: Sheet, id: string): readonly Frame[] => {
  const item = sheet.items[id]
  return item?.kind === 'frame' ? [item] : []
}

const offSheets = new WeakMap<Sheet, readonly Frame[]>()

const offSheet = (sheet: Sheet): readonly Frame[] => {
  const known = offSheets.get(sheet) ?? framesOffSheet(sheet)
  offSheets.set(sheet, known)
  return known
}

/** Frames that lie wholly off the sheet are kept, but not in the output. */
export const OffSheetMarks = () => {
  // A frame that a hand moves is told to be off the sheet when it is let go there.
  const off = useBench((state) => offSheet(heldSheet(state)))
  const sheet = useBench(shownSheetIf((_, state) => offSheet(heldSheet(state)).length > 0))
  if (!sheet) return null
  return off
    .flatMap(({ id }) => frameOn(sheet, id))
    .map((frame) => (
      <OutlineOf key={frame.id} frame={frame} sheet={sheet}>
        {(path) => <path d={path} {...LOOKS.offSheet} vectorEffect="non-scaling-stroke" />}
      </OutlineOf>
    ))
}

/** How far panels that are cut apart go on beyond their edges. */
export const PanelBleeds = () => {
  const sheet = useBench(shownSheetIf((on) => framesOf(on).some((frame) => frame.bleed)))
  if (!sheet) return null
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
