'use client'
import { dropperOf } from '@/client/store/modes'
import { useRef, useState, type KeyboardEvent, type RefObject } from 'react'
import type { Colour } from '@/core/colour/colour'
import type { Point } from '@/core/geometry/vector'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { colourAt } from '@/client/stage/colourAt'
import { Floating } from '@/client/parts/Floating'
import styles from '@/client/stage/Table.module.css'
import { endShortMode } from '@/client/store/slices/mode'

const STEP = 4

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -STEP, y: 0 },
  ArrowRight: { x: STEP, y: 0 },
  ArrowUp: { x: 0, y: -STEP },
  ArrowDown: { x: 0, y: STEP },
}

/** While a colour is being taken: a swatch at the pointer shows what a press would take. Arrows and Enter do the same. */
export const Dropper = ({ canvas }: { readonly canvas: RefObject<HTMLCanvasElement | null> }) => {
  const bench = useBenchHandle()
  const dropper = useBench((state) => dropperOf(state))
  const table = useBench((state) => state.table)
  const element = useRef<HTMLDivElement>(null)
  const [seen, setSeen] = useState<{ readonly at: Point; readonly colour: Colour } | null>(null)
  if (!dropper) return null
  const look = (at: Point): void => setSeen({ at, colour: colourAt(canvas.current, at) })
  const pointAt = (event: { clientX: number; clientY: number }): Point => {
    const box = element.current?.getBoundingClientRect()
    return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) }
  }
  const take = (at: Point): void => {
    endShortMode(bench)
    dropper(colourAt(canvas.current, at))
  }
  const key = (event: KeyboardEvent): void => {
    const middle = { x: table.w / 2, y: table.h / 2 }
    const now = seen?.at ?? middle
    const by = ARROWS[event.key]
    if (by) look({ x: now.x + by.x, y: now.y + by.y })
    if (event.key === 'Enter') take(now)
    if (event.key === 'Escape') endShortMode(bench)
    if (by || event.key === 'Enter' || event.key === 'Escape') event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div
      ref={element}
      className={styles.dropper}
      role="button"
      aria-label="Take the colour of a point: arrows move it, Enter takes it"
      tabIndex={0}
      autoFocus
      onPointerDown={(event) => event.stopPropagation()}
      onPointerMove={(event) => look(pointAt(event))}
      onClick={(event) => take(pointAt(event))}
      onKeyDown={key}
    >
      {seen && (
        <Floating kind="said" at={{ left: seen.at.x + 14, top: seen.at.y + 34 }}>
          <span className={styles.drop} style={{ background: seen.colour }} />
          {seen.colour}
        </Floating>
      )}
    </div>
  )
}
