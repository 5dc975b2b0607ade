import type { Point } from '@/core/geometry/vector'

/** A part of the side of a cylinder, seen from afar. Angles in degrees. */
export interface CylinderBend {
  readonly kind: 'cylinder'
  /** How much of the way round the frame goes. */
  readonly arc: number
  /** Where its middle stands: 0 straight before the eye, above 0 farther to the right. */
  readonly around: number
  /** From how far above it is seen; below 0 from beneath. */
  readonly tilt: number
}

/** How a place of a bent unit square moves: where it comes to, and how fast along each side. */
export interface Bent {
  readonly at: Point
  readonly alongU: Point
  readonly alongV: Point
}

/** A unit square bent in its own plane as it is seen: its corners stay where they are. */
export interface BendMap {
  place(u: number, v: number): Bent
  /** The place that comes to a point; beyond what is seen of the surface, the nearest that is. */
  back(p: Point): Point
  /** Is a place seen at all, or behind what is? */
  isSeen(u: number): boolean
}

// Asked for at every pixel.
const { abs, asin, cos, max, min, sin, tan } = Math

const radians = (degrees: number): number => (degrees * Math.PI) / 180

/** A place at this angle or farther round is not seen, in radians: there the surface is seen edge on. */
const EDGE_ON = radians(89)

const clamped = (value: number, most: number): number => min(most, max(-most, value))

/** How far before the eye a point of the plane lies in which something is bent: 1 at its deepest corner. */
export type Depth = (p: Point) => number

/** The least depth to which a rim comes: nearer lies the eye, and behind it nothing is seen. */
export const LEAST_DEPTH = 1 / 60
/** Places along a rim at which its depth is looked at. */
const RIM_LOOKS = 24

/** The rise of a rim, or as much of it as stays before the eye. `across` and `shape` are those of the rim by u. */
const riseBefore = (
  rise: number,
  depth: Depth,
  across: (u: number) => number,
  shape: (u: number) => number,
): number => {
  let most = abs(rise)
  for (let i = 1; i < RIM_LOOKS; i += 1)
    for (const v of [0, 1]) {
      const [x, drop] = [across(i / RIM_LOOKS), Math.sign(rise) * shape(i / RIM_LOOKS)]
      const here = depth({ x, y: v })
      const fall = here - depth({ x, y: v + drop })
      if (fall > 0) most = min(most, max(0, here - LEAST_DEPTH) / fall)
    }
  return Math.sign(rise) * most
}

/**
 * The map of a frame onto a cylinder: at an angle θ round it a place stands at x = r·sin θ, and by the tilt t of the eye at
 * y = v·h·cos t + r·cos θ·sin t (orthographic projection, closed formula). `ratio` is the frame's true width for its height,
 * which gives r. An affine map then brings three corners, and so all four, back where they were.
 */
export const cylinderMap = ({ arc, around, tilt }: CylinderBend, ratio: number, depth?: Depth): BendMap => {
  const round = radians(arc)
  const middle = radians(around)
  const angle = (u: number): number => clamped(middle + (u - 0.5) * round, EDGE_ON)
  const radius = ratio / round
  // Rise of the rim for the height seen; a height of 1 is seen as cos t.
  const tilted = radius * tan(radians(tilt))
  const [left, right] = [angle(0), angle(1)]
  const width = sin(right) - sin(left)
  const lean = (cos(right) - cos(left)) / width
  const across = (theta: number): number => (sin(theta) - sin(left)) / width
  const shape = (theta: number): number => cos(theta) - cos(left) - lean * (sin(theta) - sin(left))
  const rise = depth
    ? riseBefore(
        tilted,
        depth,
        (u) => across(angle(u)),
        (u) => shape(angle(u)),
      )
    : tilted
  const slope = rise * lean
  const drop = (theta: number): number => rise * shape(theta)
  return {
    place: (u, v) => {
      const theta = angle(u)
      const [sine, cosine] = [sin(theta), cos(theta)]
      return {
        at: { x: across(theta), y: v + drop(theta) },
        alongU: { x: (cosine * round) / width, y: (-rise * sine - slope * cosine) * round },
        alongV: { x: 0, y: 1 },
      }
    },
    back: ({ x, y }) => {
      const theta = asin(clamped(x * width + sin(left), sin(EDGE_ON)))
      return { x: (theta - middle) / round + 0.5, y: y - drop(theta) }
    },
    isSeen: (u) => abs(middle + (u - 0.5) * round) < EDGE_ON,
  }
}
