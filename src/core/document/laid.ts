import { RANGE } from '@/core/tolerance'
import { BEND_FAULT_WORDS, bendFault, flatMesh, isMeshCorner, mirroredBend, type Bend } from '@/core/geometry/bend'
import type { BendMap } from '@/core/geometry/cylinder'
import { boxMatrix, type Box } from '@/core/geometry/box'
import {
  composeHomographies,
  depthAt,
  homographyOf,
  project,
  quadToQuad,
  quadToUnit,
  unitToQuad,
  type Homography,
} from '@/core/geometry/homography'
import { apply, compose, invert, scaling, translation, type Matrix } from '@/core/geometry/matrix'
import { mapQuad, QUAD_FAULT_WORDS, quadFault, type Quad, type QuadFault } from '@/core/geometry/quad'
import { cornersOf, rectAround } from '@/core/geometry/rect'
import {
  bentSurface,
  isBent,
  quadOn,
  reachesEye,
  seenOn,
  standingOn,
  stretchOn,
  type Surface,
} from '@/core/geometry/surface'
import type { Point, Size } from '@/core/geometry/vector'
import type { Frame, Laid, Plane, Sheet } from '@/core/document/types'

/** What of a frame says where it is seen. */
export type Standing = Pick<Frame, 'box' | 'turn' | 'laid' | 'planeId'>

type Planes = Pick<Sheet, 'planes'>

export const UNIT_QUAD: Quad = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
]

/** The corners of a rectangle at 0, 0. */
export const sizeQuad = ({ w, h }: Size): Quad => {
  const [p, q, r, s] = cornersOf({ x0: 0, y0: 0, x1: w, y1: h })
  return [p, q, r, s]
}

/** Units of a frame's box, 0, 0 its left upper corner → the points in which the box stands. */
const unitMatrix = ({ box, turn }: Pick<Frame, 'box' | 'turn'>): Matrix =>
  compose(boxMatrix(box, turn), translation(-box.w / 2, -box.h / 2), scaling(box.w, box.h))

const mapped = (map: Homography, quad: Quad): Quad => mapQuad(quad, (p) => project(map, p))

/** The corners of a frame's box in the points in which it stands, from the left upper one clockwise. */
export const boxQuad = (frame: Pick<Frame, 'box' | 'turn'>): Quad => mapped(homographyOf(unitMatrix(frame)), UNIT_QUAD)

const planeLays = new WeakMap<Plane, Homography>()

/** A plane's own points → sheet points. */
export const planeLay = (plane: Plane): Homography => {
  const known = planeLays.get(plane)
  if (known) return known
  const made = quadToQuad(sizeQuad(plane.size), plane.corners)
  planeLays.set(plane, made)
  return made
}

/** The frames that lie on a plane. */
export const planesFrames = ({ items }: Pick<Sheet, 'items'>, planeId: string): readonly Frame[] =>
  Object.values(items).filter((item): item is Frame => item.kind === 'frame' && item.planeId === planeId)

/** The plane that a frame lies on, or null. */
export const planeOf = ({ planes }: Planes, { planeId }: Pick<Frame, 'planeId'>): Plane | null =>
  (planeId === undefined ? undefined : planes[planeId]) ?? null

/** How a frame laid by itself is seen: in four corners, and bent between them where it is. */
const ownLay = ({ box, turn }: Pick<Frame, 'box' | 'turn'>, { corners, bend }: Laid): Surface => {
  const unit = unitMatrix({ box, turn })
  if (bend) return bentSurface(unit, corners, bend, box.w / box.h)
  return composeHomographies(homographyOf(unit), unitToQuad(corners), homographyOf(invert(unit)))
}

const ownLays = new WeakMap<Laid, { readonly box: Box; readonly turn: number; readonly lay: Surface }>()

/** The same again as long as the frame stands as it did: meshes are costly to make. */
const knownLay = (frame: Pick<Frame, 'box' | 'turn'>, laid: Laid): Surface => {
  const known = ownLays.get(laid)
  if (known?.box === frame.box && known.turn === frame.turn) return known.lay
  const lay = ownLay(frame, laid)
  ownLays.set(laid, { box: frame.box, turn: frame.turn, lay })
  return lay
}

/**
 * The points in which a frame's box, turn and picture stand → sheet points: of its own four corners, or of its plane. Null
 * where they are the same, as of all flat frames. The one place that knows how a frame is seen.
 */
export const layOf = (sheet: Planes, frame: Standing): Surface | null => {
  const plane = planeOf(sheet, frame)
  if (plane) return planeLay(plane)
  if (!frame.laid || frame.laid.isFlat) return null
  return knownLay(frame, frame.laid)
}

/** A point of those in which a frame stands, as it is seen on the sheet. */
export const seenAt = (lay: Surface | null, p: Point): Point => (lay ? seenOn(lay, p) : p)

/** A point of the sheet among those in which a frame stands; null behind the horizon of its plane. */
export const standsAt = (lay: Surface | null, p: Point): Point | null => (lay ? standingOn(lay, p) : p)

/** Where the corners of a frame's box are seen on the sheet. */
export const seenQuad = (sheet: Planes, frame: Standing): Quad => {
  const quad = boxQuad(frame)
  const lay = layOf(sheet, frame)
  return lay ? quadOn(lay, quad) : quad
}

/** The corners that lay a frame so that those of its box are seen at `quad`, in sheet points. */
export const laidCorners = (frame: Pick<Frame, 'box' | 'turn'>, quad: Quad): Quad =>
  mapped(homographyOf(invert(unitMatrix(frame))), quad)

/** Why a frame cannot be seen as it lies, in words, or null. */
export const laidFault = ({ corners, bend }: Laid): string | null => {
  const quad = quadFault(corners)
  if (quad) return QUAD_FAULT_WORDS[quad]
  if (!bend) return null
  const bent = bendFault(bend)
  if (bent) return BEND_FAULT_WORDS[bent]
  return reachesEye(bend, corners) ? BEND_FAULT_WORDS.near : null
}

/** What keeps a frame from being seen as it lies, or null. */
export const layFault = (sheet: Planes, frame: Standing): QuadFault | null => {
  const plane = planeOf(sheet, frame)
  if (!plane) return frame.laid ? quadFault(frame.laid.corners) : null
  const lay = planeLay(plane)
  if (boxQuad(frame).some((p) => !(depthAt(lay, p) > 0))) return 'vanishing'
  return quadFault(mapped(lay, boxQuad(frame)))
}

/**
 * How a bent surface is bent in another box on it: of a cylinder less or more of the way round, of a mesh its points anew.
 * `map` is how it bends now, `sub` names the new box's left upper and right lower corner in units of the old one.
 */
const bendWithin = (bend: Bend, map: BendMap, sub: { readonly from: Point; readonly to: Point }) => {
  const { from, to } = sub
  const at = (u: number, v: number): Point => ({ x: from.x + (to.x - from.x) * u, y: from.y + (to.y - from.y) * v })
  const place = (u: number, v: number): Point => map.place(at(u, v).x, at(u, v).y).at
  const corners: Quad = [place(0, 0), place(1, 0), place(1, 1), place(0, 1)]
  if (bend.kind === 'cylinder') {
    // Less than the least is next to flat.
    const arc = Math.max(RANGE.bend.arc.min, bend.arc * (to.x - from.x))
    return { corners, bend: { ...bend, arc, around: bend.around + ((from.x + to.x) / 2 - 0.5) * bend.arc } }
  }
  const back = quadToUnit(corners)
  const net = flatMesh(bend.columns, bend.rows)
  const points = net.points.map((p, i) => (isMeshCorner(net, i) ? p : project(back, place(p.x, p.y))))
  return { corners, bend: { ...bend, points } }
}

/** How a bent frame lies in another box of the same turn; null where that cannot be. */
const bentThere = ({ box, turn, laid }: Standing, to: Pick<Frame, 'box' | 'turn'>): Laid | null => {
  if (!laid?.bend || to.turn !== turn) return null
  const [was, is] = [unitMatrix({ box, turn }), unitMatrix(to)]
  const inOld = (x: number, y: number): Point => apply(invert(was), apply(is, { x, y }))
  const lay = knownLay({ box, turn }, laid)
  if (!isBent(lay)) return null
  const made = bendWithin(laid.bend, lay.bend, { from: inOld(0, 0), to: inOld(1, 1) })
  const seen = composeHomographies(homographyOf(was), unitToQuad(laid.corners))
  return { ...laid, bend: made.bend, corners: laidCorners(to, mapped(seen, made.corners)) }
}

/**
 * How a frame must be laid at another box and turn for its points to be seen where they are now: its plane stays, its part of
 * it changes. That may be no sound quad, where it would reach to the horizon; null where a bent one is turned on its surface,
 * which leaves it no box there.
 */
const layThere = (frame: Standing, to: Pick<Frame, 'box' | 'turn'>): Laid | undefined | null => {
  const { box, turn, laid } = frame
  if (!laid) return undefined
  if (laid.bend) return bentThere(frame, to)
  const was = unitMatrix({ box, turn })
  const lay = composeHomographies(homographyOf(was), unitToQuad(laid.corners), homographyOf(invert(was)))
  const back = homographyOf(invert(unitMatrix(to)))
  return { ...laid, corners: mapped(composeHomographies(back, lay, homographyOf(unitMatrix(to))), UNIT_QUAD) }
}

const isSound = (laid: Laid | undefined | null): boolean => {
  if (!laid) return laid === undefined
  const points = [...laid.corners, ...(laid.bend?.kind === 'mesh' ? laid.bend.points : [])]
  return !laidFault(laid) && points.every(({ x, y }) => isWithin(x) && isWithin(y))
}

const isWithin = (unit: number): boolean => unit >= RANGE.laid.min && unit <= RANGE.laid.max

/** Does all of the box lie before the eye in the plane in which the frame lies now? */
export const staysInPlane = (frame: Standing, to: Pick<Frame, 'box' | 'turn'>): boolean => isSound(layThere(frame, to))

/**
 * How a frame is laid at another box and turn, so that its points are seen where they are now. Where that would reach to the
 * horizon, its corners go with the box instead.
 */
export const keptLay = (frame: Standing, to: Pick<Frame, 'box' | 'turn'>): Pick<Frame, 'laid'> => {
  const there = layThere(frame, to)
  const laid = isSound(there) ? there : frame.laid
  return laid ? { laid } : {}
}

/** How a frame is laid once it is mirrored left to right in its own box, as it is seen in a mirror. */
export const mirroredLay = ({ laid }: Pick<Frame, 'laid'>): Laid | undefined => {
  if (!laid) return undefined
  const [p, q, r, s] = laid.corners
  const mirrored = ({ x, y }: Point): Point => ({ x: 1 - x, y })
  const bend = laid.bend ? { bend: mirroredBend(laid.bend) } : {}
  return { ...laid, ...bend, corners: [mirrored(q), mirrored(p), mirrored(s), mirrored(r)] }
}

/** How much larger what lies in a frame is seen than it lies there, at most; 1 of a flat one. */
export const seenStretch = (sheet: Planes, frame: Standing): number => {
  const lay = layOf(sheet, frame)
  return lay ? stretchOn(lay, rectAround(boxQuad(frame))) : 1
}
