'use client'
import { useDrag } from '@use-gesture/react'
import type { Axis } from '@/core/geometry/align'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { dropGuide, moveGuide } from '@/client/gestures/guides'
import { rulerMarks } from '@/client/stage/rulerMarks'
import { shownSheet } from '@/client/store/benchStore'
import styles from '@/client/stage/Table.module.css'
import { dragGuide } from '@/client/store/slices/hand'

/** How thick a ruler is, in CSS pixels. */
export const THICK = 20
const LONG = 9
const SHORT = 5

/** A ruler along an edge of the table, in the sheet's unit. A drag off it puts down a guide. */
const Ruler = ({ along }: { readonly along: Axis }) => {
  const bench = useBenchHandle()
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const unit = useBench((state) => shownSheet(state).unit)
  const ppi = useBench((state) => shownSheet(state).ppi)
  const isTop = along === 'x'
  // A guide pulled from the ruler along the top lies level, and the other way round.
  const guide = isTop ? 'y' : 'x'
  const bind = useDrag(({ xy, last, canceled, tap }) => {
    if (tap || canceled) return dragGuide(bench, null)
    moveGuide(bench, guide, null, xy)
    if (last) dropGuide(bench)
  })
  const marks = rulerMarks(isTop ? table.w : table.h, isTop ? view.x : view.y, view.scale, unit, ppi)
  return (
    <svg
      {...bind()}
      className={styles.ruler}
      width={isTop ? table.w : THICK}
      height={isTop ? THICK : table.h}
      data-ruler={along}
      data-grip="guide-new"
      role="img"
      aria-label={`Ruler ${isTop ? 'across' : 'down'} in ${unit}; drag off it for a guide`}
    >
      {marks.map(({ at, label }) => (
        <g key={at} transform={isTop ? `translate(${at} 0)` : `translate(0 ${at})`}>
          <line
            x1={isTop ? 0 : THICK}
            y1={isTop ? THICK : 0}
            x2={isTop ? 0 : THICK - (label === null ? SHORT : LONG)}
            y2={isTop ? THICK - (label === null ? SHORT : LONG) : 0}
          />
          {label !== null && (
            <text x={isTop ? 3 : 3} y={isTop ? 11 : -3} transform={isTop ? undefined : 'translate(12 0) rotate(-90)'}>
              {label}
            </text>
          )}
        </g>
      ))}
    </svg>
  )
}

/** Rulers along the head and the left of the table. */
export const Rulers = () => {
  const isShown = useBench((state) => state.hasRulers)
  if (!isShown) return null
  return (
    <>
      <Ruler along="y" />
      <Ruler along="x" />
    </>
  )
}
