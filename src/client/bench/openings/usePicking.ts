'use client'
import { useState, type KeyboardEvent, type MouseEvent } from 'react'
import type { Point, Size } from '@/core/geometry/vector'
import type { HeldOpenings } from '@/client/bench/openings/useOpenings'

/** Steps across the longer side by arrow keys; a pixel with Shift. */
const STEPS = 40

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
}

export interface Picking {
  /** Where the keyboard points at, in pixels of the art; null as long as it does not. */
  readonly cross: Point | null
  readonly onClick: (event: MouseEvent<SVGSVGElement>) => void
  readonly onKeyDown: (event: KeyboardEvent<SVGSVGElement>) => void
  readonly onBlur: () => void
}

/** Picks the colour of holes in a preview: by a press, or by arrow keys and Enter. */
export const usePicking = ({ w, h }: Size, held: HeldOpenings): Picking => {
  const [cross, setCross] = useState<Point | null>(null)
  const isPicking = held.choice.by === 'colour'
  const within = ({ x, y }: Point): Point => ({
    x: Math.min(w - 1, Math.max(0, x)),
    y: Math.min(h - 1, Math.max(0, y)),
  })
  return {
    cross: isPicking ? cross : null,
    onClick: (event) => {
      const matrix = isPicking ? event.currentTarget.getScreenCTM() : null
      if (!matrix) return
      const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
      if (x >= 0 && y >= 0 && x < w && y < h) held.pickColour({ x, y })
    },
    onKeyDown: (event) => {
      if (!isPicking) return
      const at = cross ?? { x: w / 2, y: h / 2 }
      const arrow = ARROWS[event.key]
      if (arrow) {
        const step = event.shiftKey ? 1 : Math.max(w, h) / STEPS
        setCross(within({ x: at.x + arrow.x * step, y: at.y + arrow.y * step }))
      } else if (event.key === 'Enter' || event.key === ' ') held.pickColour(at)
      else return
      event.preventDefault()
    },
    onBlur: () => setCross(null),
  }
}
