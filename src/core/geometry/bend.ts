import { RANGE } from '@/core/tolerance'
import { cylinderMap, type Bent, type BendMap, type CylinderBend, type Depth } from '@/core/geometry/cylinder'
import { cubicsThrough, type Cubic } from '@/core/geometry/cubicThrough'
import type { Point } from '@/core/geometry/vector'

/** A surface through a net of points: cloth, a page. */
export interface MeshBend {
  readonly kind: 'mesh'
  readonly columns: number
  readonly rows: number
  /** Row by row from the left upper one, in units in which the four corners are 0, 0 and 1, 1; the corners are just these. */
  readonly points: readonly Point[]
}

export type Bend = CylinderBend | MeshBend

// Asked for at every pixel.
const { abs, floor, hypot, max, min } = Math

/** Newton's method comes this near, in units of the square; it is quadratic, so few steps suffice. */
const NEAR = 1e-9
const MOST_STEPS = 24
/** Places from which it begins, along each side. */
const STARTS = 8

/** For each knot the curve through 1 there and 0 at all others: what is smooth through any values is a sum of these. */
const cardinals = (count: number): readonly (readonly Cubic[])[] =>
  Array.from({ length: count }, (_, k) =>
    cubicsThrough(Array.from({ length: count }, (_unused, i) => (i === k ? 1 : 0))),
  )

/** Numbers of one patch: 4 × 4 powers along both sides, for x and for y. */
const POWERS = 4
const PATCH = 2 * POWERS * POWERS

/** A mesh patch by patch, each a cubic along both sides, for x and y: PATCH numbers each, row by row. */
const patchesOf = ({ columns, rows, points }: MeshBend): Float64Array => {
  const patches = new Float64Array((columns - 1) * (rows - 1) * PATCH)
  const [overU, overV] = [cardinals(columns), cardinals(rows)]
  points.forEach(({ x, y }, k) => {
    const [across, down] = [overU[k % columns] ?? [], overV[floor(k / columns)] ?? []]
    down.forEach((cv, j) =>
      across.forEach((cu, i) => {
        let at = (j * (columns - 1) + i) * PATCH
        for (const b of cv)
          for (const a of cu) {
            patches[at] = (patches[at] ?? 0) + a * b * x
            patches[at + PATCH / 2] = (patches[at + PATCH / 2] ?? 0) + a * b * y
            at += 1
          }
      }),
    )
  })
  return patches
}

/** One coordinate of a patch at s, t: its value, how it changes along s and along t, and that along both. */
const patchAt = (
  patches: Float64Array,
  from: number,
  s: number,
  t: number,
): readonly [number, number, number, number] => {
  let [value, alongS, alongT, both] = [0, 0, 0, 0]
  for (let b = POWERS - 1; b >= 0; b -= 1) {
    const at = from + b * POWERS
    const [p, q, r, c] = [patches[at] ?? 0, patches[at + 1] ?? 0, patches[at + 2] ?? 0, patches[at + 3] ?? 0]
    const row = p + s * (q + s * (r + s * c))
    const slope = q + s * (2 * r + 3 * s * c)
    alongT = alongT * t + value
    both = both * t + alongS
    value = value * t + row
    alongS = alongS * t + slope
  }
  return [value, alongS, alongT, both]
}

const share = (t: number): number => min(1, max(0, t))

/** A surface whose rows and columns are smooth curves through the points (tensor product of cubics). */
const meshMap = (bend: MeshBend): BendMap => {
  const patches = patchesOf(bend)
  const [across, down] = [bend.columns - 1, bend.rows - 1]
  // Beyond its edges it goes straight on.
  const place = (u: number, v: number): Bent => {
    const [su, sv] = [share(u) * across, share(v) * down]
    const [i, j] = [min(across - 1, floor(su)), min(down - 1, floor(sv))]
    const from = (j * across + i) * PATCH
    const [x, xu, xv, xuv] = patchAt(patches, from, su - i, sv - j)
    const [y, yu, yv, yuv] = patchAt(patches, from + PATCH / 2, su - i, sv - j)
    const [du, dv] = [(u - share(u)) * across, (v - share(v)) * down]
    return {
      at: { x: x + du * xu + dv * xv + du * dv * xuv, y: y + du * yu + dv * yv + du * dv * yuv },
      alongU: { x: across * (xu + dv * xuv), y: across * (yu + dv * yuv) },
      alongV: { x: down * (xv + du * xuv), y: down * (yv + du * yuv) },
    }
  }
  const starts = Array.from({ length: (STARTS + 1) ** 2 }, (_, i) => {
    const [u, v] = [(i % (STARTS + 1)) / STARTS, floor(i / (STARTS + 1)) / STARTS]
    return { u, v, at: place(u, v).at }
  })
  const nearest = (p: Point): Point => {
    let best = { x: 0.5, y: 0.5 }
    let least = Infinity
    for (const { u, v, at } of starts) {
      const off = (at.x - p.x) ** 2 + (at.y - p.y) ** 2
      if (off < least) [best, least] = [{ x: u, y: v }, off]
    }
    return best
  }
  const back = (p: Point): Point => {
    let { x: u, y: v } = nearest(p)
    for (let i = 0; i < MOST_STEPS; i += 1) {
      const { at, alongU, alongV } = place(u, v)
      const [dx, dy] = [p.x - at.x, p.y - at.y]
      const det = alongU.x * alongV.y - alongU.y * alongV.x
      if (abs(det) < 1e-12) break
      const du = (dx * alongV.y - dy * alongV.x) / det
      const dv = (alongU.x * dy - alongU.y * dx) / det
      // No farther at once than to a neighbour, so that it does not leap over a bend.
      const k = min(1, 0.3 / max(1e-12, hypot(du, dv)))
      u += du * k
      v += dv * k
      if (hypot(du, dv) < NEAR) break
    }
    return { x: u, y: v }
  }
  return { place, back, isSeen: () => true }
}

/** The map of a bend for a frame of a true ratio, width for height; with a depth, a cylinder's rim stays before the eye. */
export const bendMap = (bend: Bend, ratio: number, depth?: Depth): BendMap =>
  bend.kind === 'cylinder' ? cylinderMap(bend, ratio, depth) : meshMap(bend)

/** A mesh that bends nothing yet. */
export const flatMesh = (columns: number, rows: number): MeshBend => ({
  kind: 'mesh',
  columns,
  rows,
  points: Array.from({ length: columns * rows }, (_, i) => ({
    x: (i % columns) / (columns - 1),
    y: floor(i / columns) / (rows - 1),
  })),
})

/** A mesh with as many points as are wanted on what another one bends to. */
export const resampledMesh = (map: BendMap, columns: number, rows: number): MeshBend => {
  const flat = flatMesh(columns, rows)
  return { ...flat, points: flat.points.map(({ x, y }) => map.place(x, y).at) }
}

/** What keeps a surface from being seen. */
export type BendFault = 'turned' | 'folded' | 'loose' | 'near'

export const BEND_FAULT_WORDS: Readonly<Record<BendFault, string>> = {
  turned: 'Its edge lies out of sight round the cylinder. Let it go less far round, or turn it back.',
  folded: 'The surface would lie folded over itself there. Draw its points apart.',
  near: 'The surface would reach behind the eye there. Draw its points back, or its corners to more equal sides.',
  loose: 'A mesh has a point for each of its rows and columns, those of its corners at 0, 0 and 1, 1.',
}

/** A cylinder is seen to here from its middle, in degrees. */
export const FARTHEST_ROUND = 87
/** Places between two points of a mesh at which it is looked whether it folds. */
const LOOKS = 6
/** A surface this much smaller than the frame it bends is folded up, as a share of its area. */
const LEAST_AREA = 1e-3

const isFolded = (bend: MeshBend): boolean => {
  const map = meshMap(bend)
  const [across, down] = [(bend.columns - 1) * LOOKS, (bend.rows - 1) * LOOKS]
  for (let j = 0; j <= down; j += 1)
    for (let i = 0; i <= across; i += 1) {
      const { alongU, alongV } = map.place(i / across, j / down)
      if (!(alongU.x * alongV.y - alongU.y * alongV.x > LEAST_AREA)) return true
    }
  return false
}

/** Is a point of a mesh one of its corners, which are those of its frame? */
export const isMeshCorner = ({ columns, rows }: Pick<MeshBend, 'columns' | 'rows'>, i: number): boolean =>
  [0, columns - 1, columns * (rows - 1), columns * rows - 1].includes(i)

const isAt = (p: Point | undefined, x: number, y: number): boolean =>
  p !== undefined && abs(p.x - x) < 1e-9 && abs(p.y - y) < 1e-9

const isPinned = ({ columns, rows, points }: MeshBend): boolean =>
  points.length === columns * rows &&
  isAt(points[0], 0, 0) &&
  isAt(points[columns - 1], 1, 0) &&
  isAt(points[columns * (rows - 1)], 0, 1) &&
  isAt(points[columns * rows - 1], 1, 1)

const folded = new WeakMap<MeshBend, BendFault | 'none'>()

/** What is wrong with a bend, or null. */
export const bendFault = (bend: Bend): BendFault | null => {
  if (bend.kind === 'cylinder')
    return bend.arc > RANGE.bend.arc.max || abs(bend.around) + bend.arc / 2 > FARTHEST_ROUND ? 'turned' : null
  const known = folded.get(bend) ?? (!isPinned(bend) ? 'loose' : isFolded(bend) ? 'folded' : 'none')
  folded.set(bend, known)
  return known === 'none' ? null : known
}

/** A bend as it is seen in a mirror, left for right. */
export const mirroredBend = (bend: Bend): Bend => {
  if (bend.kind === 'cylinder') return { ...bend, around: bend.around === 0 ? 0 : -bend.around }
  const { columns, rows, points } = bend
  const mirrored = Array.from({ length: columns * rows }, (_, i) => {
    const [r, c] = [floor(i / columns), i % columns]
    const { x, y } = points[r * columns + (columns - 1 - c)] ?? { x: 0, y: 0 }
    return { x: 1 - x, y }
  })
  return { ...bend, points: mirrored }
}
