import type { Colour } from '@/core/colour/colour'
import { fromRgb } from '@/core/colour/space'
import type { Point } from '@/core/geometry/vector'

/** What shows through where nothing is painted. */
const PAPER = 255

/** The colour of the painted sheet at a point of the table, in CSS pixels. */
export const colourAt = (canvas: HTMLCanvasElement | null, at: Point): Colour => {
  const ratio = window.devicePixelRatio || 1
  const context = canvas?.getContext('2d')
  const [r = PAPER, g = PAPER, b = PAPER, alpha = 0] =
    context?.getImageData(Math.round(at.x * ratio), Math.round(at.y * ratio), 1, 1).data ?? []
  const over = (channel: number): number => PAPER + ((channel - PAPER) * alpha) / PAPER
  return fromRgb({ r: over(r), g: over(g), b: over(b) })
}
