import type { Gradient } from '@/core/colour/gradient'
import { plainColour, type ColourRef } from '@/core/colour/slots'
import { toRgb, type Rgb } from '@/core/colour/space'
import type { Paint } from '@/core/finish/layers'
import { unitVector } from '@/core/geometry/angle'
import { dot, type Point } from '@/core/geometry/vector'
import { boundsOf, extentAlong } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import type { DrawStop, FillOp, GradientRun, Shape, Style } from '@/core/render/ops'

/** A linear gradient runs over the outline's extent along its turn; a radial one from the middle to the corners. */
const gradientRun = ({ shape, turn }: Gradient, { path }: Outline): GradientRun => {
  const { x0, y0, x1, y1 } = boundsOf(path)
  const centre = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 }
  if (shape === 'radial') return { shape, centre, radius: Math.hypot(x1 - x0, y1 - y0) / 2 }
  const along = unitVector(turn)
  const { min, max } = extentAlong(path, turn)
  const at = dot(centre, along)
  const spot = (share: number): Point => ({
    x: centre.x + along.x * (share - at),
    y: centre.y + along.y * (share - at),
  })
  return { shape, from: spot(min), to: spot(max) }
}

/** The channels of a resolved colour. Refuses one of a slot: documents are resolved before. */
export const rgbOf = (colour: ColourRef): Rgb => toRgb(plainColour(colour))

const plainStops = ({ stops }: Gradient): readonly DrawStop[] =>
  stops.map(({ at, colour }) => ({ at, colour: rgbOf(colour) }))

/** What a paint is on an outline. Refuses colours of slots: documents are resolved before. */
export const styleOf = (paint: Paint, across: Outline): Style =>
  paint.kind === 'colour'
    ? { kind: 'colour', colour: rgbOf(paint.colour) }
    : { kind: 'gradient', run: gradientRun(paint, across), stops: plainStops(paint) }

/** Fills a shape; a gradient runs across `across`. */
export const fillOp = (paint: Paint, shape: Shape, across: Outline = shape.outline): FillOp => ({
  op: 'fill',
  ...shape,
  style: styleOf(paint, across),
})
