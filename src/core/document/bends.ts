import { RANGE } from '@/core/tolerance'
import { bendMap, FARTHEST_ROUND, flatMesh, resampledMesh, type Bend, type MeshBend } from '@/core/geometry/bend'
import type { CylinderBend } from '@/core/geometry/cylinder'
import { project, quadToUnit, unitToQuad } from '@/core/geometry/homography'
import type { Point } from '@/core/geometry/vector'
import { isBent } from '@/core/geometry/surface'
import { layOf, seenQuad, type Standing } from '@/core/document/laid'
import type { Frame } from '@/core/document/types'

/** How a cylinder and a mesh begin. */
export const FIRST_CYLINDER: CylinderBend = { kind: 'cylinder', arc: 110, around: 0, tilt: 12 }
export const FIRST_MESH = { columns: 4, rows: 4 } as const

/** The frame's true width for its height, on which a cylinder hangs. */
export const bendRatio = ({ box }: Pick<Frame, 'box'>): number => box.w / box.h

/** The bend of a kind for a frame: a mesh takes over what a cylinder bends. */
export const firstBend = (frame: Standing, kind: Bend['kind']): Bend => {
  if (kind === 'cylinder') return FIRST_CYLINDER
  const { columns, rows } = FIRST_MESH
  const lay = layOf({ planes: {} }, frame)
  return lay && isBent(lay) ? resampledMesh(lay.bend, columns, rows) : flatMesh(columns, rows)
}

/** The same surface by another number of points. */
export const remeshed = (bend: MeshBend, columns: number, rows: number): MeshBend =>
  resampledMesh(bendMap(bend, 1), columns, rows)

/** A mesh with one of its points elsewhere, in units of the plane that it is bent in. */
export const withPoint = (bend: MeshBend, i: number, to: Point): MeshBend => ({
  ...bend,
  points: bend.points.map((p, k) => (k === i ? { ...to } : p)),
})

/**
 * The tilt at which the middle of a cylinder's foot is seen at a height, in units of its corners; the nearest that may be.
 * The foot hangs by radius · tan(tilt) · (cos at its middle − cos at its ends), so that is a closed formula.
 */
export const tiltFor = (bend: CylinderBend, ratio: number, height: number): number => {
  const flat = bendMap({ ...bend, tilt: 45 }, ratio).place(0.5, 1).at.y - 1
  const tilt = (Math.atan((height - 1) / flat) * 180) / Math.PI
  return Math.min(RANGE.bend.tilt.max, Math.max(RANGE.bend.tilt.min, tilt))
}

/** A hair less than the farthest round at which an edge is in sight, in degrees. */
const FARTHEST = FARTHEST_ROUND - 0.1

/** A cylinder turned back as far as its arc asks, so that both edges stay in sight. */
export const turnedInSight = (bend: CylinderBend): CylinderBend => {
  const most = Math.min(RANGE.bend.around.max, FARTHEST - bend.arc / 2)
  return { ...bend, around: Math.min(most, Math.max(-most, bend.around)) }
}

/** A cylinder goes so far round that a line at three quarters of its width is seen at a place across its corners. */
export const arcFor = (bend: CylinderBend, ratio: number, across: number): number => {
  const at = (arc: number): number => bendMap({ ...bend, arc }, ratio).place(0.75, 0.5).at.x
  let [low, high] = [RANGE.bend.arc.min as number, Math.min(RANGE.bend.arc.max, 2 * (FARTHEST - Math.abs(bend.around)))]
  const rises = at(high) > at(low)
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2
    if (at(middle) < across === rises) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Radius of a frame's cylinder, in points, if it goes so many degrees round: its true width rolled over the arc. */
export const radiusOfArc = ({ box }: Pick<Frame, 'box'>, arc: number): number => box.w / ((arc * Math.PI) / 180)

/** The arc, in degrees, of a frame whose cylinder has a radius in points. */
export const arcOfRadius = ({ box }: Pick<Frame, 'box'>, radius: number): number => (box.w / radius) * (180 / Math.PI)

/** Where the points of a frame's mesh are seen on its sheet, row by row. */
export const meshOnSheet = (frame: Frame, { columns, rows, points }: MeshBend): readonly Point[] => {
  const plane = unitToQuad(seenQuad({ planes: {} }, frame))
  return points.slice(0, columns * rows).map((p) => project(plane, p))
}

/** A frame's mesh with one of its points seen at a place of the sheet. */
export const meshWithPointAt = (frame: Frame, bend: MeshBend, i: number, at: Point): MeshBend =>
  withPoint(bend, i, project(quadToUnit(seenQuad({ planes: {} }, frame)), at))
