'use client'
import { useDrag } from '@use-gesture/react'
import { fromPoints, formatLength, formatNumber } from '@/core/units'
import type { SnapGap, SnapLine } from '@/core/geometry/snap'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { dropGuide, moveGuide } from '@/client/gestures/guides'
import { shownSheet } from '@/client/store/benchStore'
import { LOOKS } from '@/client/stage/looks'
import styles from '@/client/stage/Overlay.module.css'
import { dragGuide } from '@/client/store/slices/hand'

const HIT = 9

/** One of the sheet's own guides; it can be dragged elsewhere, or off the table. */
const Guide = ({
  axis,
  at,
  index,
  isHeld,
}: {
  readonly axis: 'x' | 'y'
  readonly at: number
  readonly index: number
  readonly isHeld: boolean
}) => {
  const bench = useBenchHandle()
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const bind = useDrag(({ xy, last, canceled, tap, event }) => {
    event.stopPropagation()
    if (tap || canceled) return dragGuide(bench, null)
    moveGuide(bench, axis, index, xy)
    if (last) dropGuide(bench)
  })
  const spot = at * view.scale + (axis === 'x' ? view.x : view.y)
  const ends = axis === 'x' ? { x1: spot, x2: spot, y1: 0, y2: table.h } : { x1: 0, x2: table.w, y1: spot, y2: spot }
  return (
    <g data-grip={`guide-${axis}-${index}`}>
      {/* The line pressed stays while it is held, so that the drag is not lost with it. */}
      {!isHeld && <line {...ends} {...LOOKS.guide} />}
      <line
        {...bind()}
        {...ends}
        className={styles.guideHit}
        strokeWidth={HIT}
        style={{ cursor: axis === 'x' ? 'ew-resize' : 'ns-resize', touchAction: 'none' }}
      />
    </g>
  )
}

/** The sheet's guides, and the one under the hand with its place. */
export const SheetGuides = () => {
  const guides = useBench((state) => shownSheet(state).guides)
  const unit = useBench((state) => shownSheet(state).unit)
  const ppi = useBench((state) => shownSheet(state).ppi)
  const drag = useBench((state) => state.guideDrag)
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const isShown = useBench((state) => state.hasRulers)
  if (!isShown) return null
  const isHeld = (axis: 'x' | 'y', index: number): boolean => drag?.axis === axis && drag.index === index
  return (
    <>
      {(['x', 'y'] as const).flatMap((axis) =>
        guides[axis].map((at, index) => (
          <Guide key={`${axis}-${index}`} axis={axis} at={at} index={index} isHeld={isHeld(axis, index)} />
        )),
      )}
      {drag && !drag.isGone && (
        <g>
          {drag.axis === 'x' ? (
            <line
              x1={drag.at * view.scale + view.x}
              x2={drag.at * view.scale + view.x}
              y1={0}
              y2={table.h}
              {...LOOKS.guide}
            />
          ) : (
            <line
              y1={drag.at * view.scale + view.y}
              y2={drag.at * view.scale + view.y}
              x1={0}
              x2={table.w}
              {...LOOKS.guide}
            />
          )}
          <Tag
            x={drag.axis === 'x' ? drag.at * view.scale + view.x : 60}
            y={drag.axis === 'x' ? 40 : drag.at * view.scale + view.y}
            text={`${formatLength(drag.at, unit, ppi)} ${unit}`}
          />
        </g>
      )}
    </>
  )
}

/** A short text on plum. */
export const Tag = ({ x, y, text }: { readonly x: number; readonly y: number; readonly text: string }) => {
  const width = text.length * 6.6 + 10
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect x={-width / 2} y={-9} width={width} height={18} rx={3} {...LOOKS.tag} />
      <text y={4} {...LOOKS.tagText}>
        {text}
      </text>
    </g>
  )
}

const Line = ({ line }: { readonly line: SnapLine }) => {
  const view = useBench((state) => state.view)
  const spot = (points: number, origin: number): number => points * view.scale + origin
  const ends =
    line.axis === 'x'
      ? {
          x1: spot(line.at, view.x),
          x2: spot(line.at, view.x),
          y1: spot(line.from, view.y),
          y2: spot(line.to, view.y),
        }
      : {
          x1: spot(line.from, view.x),
          x2: spot(line.to, view.x),
          y1: spot(line.at, view.y),
          y2: spot(line.at, view.y),
        }
  return (
    <>
      <line {...ends} {...LOOKS.casing} strokeWidth={4} />
      <line {...ends} {...LOOKS.snap} />
    </>
  )
}

const Gap = ({ gap }: { readonly gap: SnapGap }) => {
  const view = useBench((state) => state.view)
  const unit = useBench((state) => shownSheet(state).unit)
  const ppi = useBench((state) => shownSheet(state).ppi)
  const from = gap.from * view.scale + (gap.axis === 'x' ? view.x : view.y)
  const to = gap.to * view.scale + (gap.axis === 'x' ? view.x : view.y)
  const at = gap.at * view.scale + (gap.axis === 'x' ? view.y : view.x)
  const isAcross = gap.axis === 'x'
  const point = (along: number, aside: number) => (isAcross ? `${along},${aside}` : `${aside},${along}`)
  const path = `M${point(from, at - 5)}L${point(from, at + 5)}M${point(from, at)}L${point(to, at)}M${point(to, at - 5)}L${point(to, at + 5)}`
  const length = formatNumber(fromPoints(gap.to - gap.from, unit, ppi), 1)
  return (
    <g data-snap-gap={length}>
      <path d={path} {...LOOKS.casing} strokeWidth={4} />
      <path d={path} {...LOOKS.snap} />
      <Tag x={isAcross ? (from + to) / 2 : at + 26} y={isAcross ? at + 16 : (from + to) / 2} text={length} />
    </g>
  )
}

/** What the drag under way has snapped to: lines, and gaps with their lengths. */
export const SnapGuides = () => {
  const { lines, gaps } = useBench((state) => state.snapMarks)
  return (
    <g data-snap-lines={lines.length}>
      {lines.map((line) => (
        <Line key={`${line.axis}${line.at}`} line={line} />
      ))}
      {gaps.map((gap) => (
        <Gap key={`${gap.axis}${gap.from}${gap.to}`} gap={gap} />
      ))}
    </g>
  )
}
