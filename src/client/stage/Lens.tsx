'use client'
import { useEffect, useRef, type RefObject } from 'react'
import { apply } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { useBench } from '@/client/binding/useBench'
import { Floating } from '@/client/parts/Floating'
import { viewMatrix } from '@/client/store/view'
import { MARK } from '@/client/theme/colours'

/** Sides of what is looked at closely, in CSS pixels, and how much larger it is shown. */
const SIDE = 144
const LARGER = 6
/** How far from the hand it stands. */
const AWAY = 36

/** What lies about a point of the table, enlarged, with a cross on it. */
const draw = (lens: HTMLCanvasElement, from: HTMLCanvasElement, { x, y }: Point): void => {
  const context = lens.getContext('2d')
  if (!context) return
  const ratio = window.devicePixelRatio || 1
  const seen = (SIDE / LARGER) * ratio
  context.imageSmoothingEnabled = false
  context.clearRect(0, 0, SIDE, SIDE)
  context.drawImage(from, x * ratio - seen / 2, y * ratio - seen / 2, seen, seen, 0, 0, SIDE, SIDE)
  for (const [colour, width] of [
    [MARK.casing, 3],
    [MARK.plum, 1],
  ] as const) {
    context.strokeStyle = colour
    context.lineWidth = width
    context.beginPath()
    context.moveTo(SIDE / 2, 0)
    context.lineTo(SIDE / 2, SIDE)
    context.moveTo(0, SIDE / 2)
    context.lineTo(SIDE, SIDE / 2)
    context.stroke()
  }
}

/** While a corner is held: what lies under it, enlarged, beside the hand. */
export const Lens = ({ canvas }: { readonly canvas: RefObject<HTMLCanvasElement | null> }) => {
  const lens = useBench((state) => state.lens)
  const view = useBench((state) => state.view)
  const table = useBench((state) => state.table)
  const own = useRef<HTMLCanvasElement>(null)
  const at = lens && apply(viewMatrix(view), lens)
  const [x, y] = [at?.x, at?.y]
  useEffect(() => {
    if (x === undefined || y === undefined) return
    // After the table was painted in this frame.
    const frame = requestAnimationFrame(() => {
      if (own.current && canvas.current) draw(own.current, canvas.current, { x, y })
    })
    return () => cancelAnimationFrame(frame)
  }, [x, y, canvas])
  if (!at) return null
  const isLow = at.y > table.h / 2
  const isRight = at.x > table.w / 2
  // Measured at its middle.
  const left = at.x + (isRight ? -1 : 1) * (SIDE / 2 + AWAY)
  const top = isLow ? at.y - SIDE - AWAY : at.y + AWAY
  return (
    <Floating kind="said" at={{ left, top }} data-lens>
      <canvas ref={own} width={SIDE} height={SIDE} aria-hidden />
    </Floating>
  )
}
