import { contours } from 'd3-contour'
import type { Point } from '@/core/geometry/vector'

/** A scalar field over pixels, row by row; a pixel's value stands at its middle. */
export interface Field {
  readonly values: Float32Array
  readonly width: number
  readonly height: number
}

/** One closed ring of an iso-line with its holes, in pixels from the field's top left corner. */
export interface RingWithHoles {
  readonly outer: readonly Point[]
  readonly holes: readonly (readonly Point[])[]
}

/** Room around a field: the package mishandles lines that touch its last row, and open ones nowhere else. */
const PAD = 3

const padded = ({ values, width, height }: Field): Field => {
  const w = width + 2 * PAD
  const h = height + 2 * PAD
  const wide = new Float32Array(w * h)
  for (let y = 0; y < height; y += 1) wide.set(values.subarray(y * width, (y + 1) * width), (y + PAD) * w + PAD)
  return { values: wide, width: w, height: h }
}

/**
 * The lines at which a field passes a level, found between pixels by linear interpolation (marching squares; W. Lorensen,
 * H. Cline, SIGGRAPH 1987, in two dimensions). What is beyond the field counts as 0.
 */
export const isoRings = (field: Field, level: number): readonly RingWithHoles[] => {
  const { values, width, height } = padded(field)
  const trace = contours().size([width, height]).smooth(true)
  const shape = trace.contour(values as unknown as number[], level) // it only reads by index
  const ring = (points: readonly (readonly number[])[]): readonly Point[] =>
    points.slice(0, -1).map(([x = 0, y = 0]) => ({ x: x - PAD, y: y - PAD }))
  return shape.coordinates.map(([outer = [], ...holes]) => ({ outer: ring(outer), holes: holes.map(ring) }))
}
