import { isFailure } from '@/core/failure'
import type { Bend } from '@/core/geometry/bend'
import { project as projected, quadToUnit } from '@/core/geometry/homography'
import type { Point } from '@/core/geometry/vector'
import { type Recorded, unchanged } from '@/core/document/edit'
import { arcFor, bendRatio, tiltFor, withPoint } from '@/core/document/bends'
import { bendFrame } from '@/core/document/edits/bend'
import { seenQuad } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Drag, Grip, Proposal } from '@/client/gestures/drags'
import { NO_MARKS } from '@/client/store/state'

/** What of a bend is drawn: how far a cylinder goes round, its tilt, or a point of a mesh by its number. */
export type BendGrip = { readonly part: 'arc' | 'tilt' } | { readonly part: 'point'; readonly i: number }

const NAMES = { arc: 'Go farther round', tilt: 'Tilt the cylinder', point: 'Draw a point of the mesh' } as const

/** The grip of a name such as `bend-arc` or `mesh-5`; null of any other. */
export const bendGrip = (named: string | null): BendGrip | null => {
  if (named === 'bend-arc' || named === 'bend-tilt') return { part: named === 'bend-arc' ? 'arc' : 'tilt' }
  const point = /^mesh-(\d+)$/.exec(named ?? '')
  return point ? { part: 'point', i: Number(point[1]) } : null
}

/** The bend once a grip is drawn to a place, in units of the frame's corners. */
const drawn = (bend: Bend, grip: BendGrip, ratio: number, at: Point): Bend => {
  if (bend.kind === 'mesh') return grip.part === 'point' ? withPoint(bend, grip.i, at) : bend
  if (grip.part === 'arc') return { ...bend, arc: arcFor(bend, ratio, at.x) }
  return grip.part === 'tilt' ? { ...bend, tilt: tiltFor(bend, ratio, at.y) } : bend
}

/** A drag on what bends a frame: what would fold it is not followed, and said. */
export const bendDrag = ({ project, sheetId, ids, from }: Grip, grip: BendGrip): Drag => {
  const sheet = sheetOf(project, sheetId)
  const frame = frameOf(sheet, ids[0] ?? '')
  const bend = frame.laid?.bend
  const toUnit = quadToUnit(seenQuad(sheet, frame))
  const start = projected(toUnit, from)
  const stood = bend?.kind === 'mesh' && grip.part === 'point' ? bend.points[grip.i] : undefined
  // A point keeps the distance at which it was taken hold of.
  const off = stood ? { x: stood.x - start.x, y: stood.y - start.y } : { x: 0, y: 0 }
  let last: Recorded = unchanged(project)
  return {
    name: NAMES[grip.part],
    propose: (to): Proposal => {
      const common = { stopped: false, marks: NO_MARKS, ...(stood ? { lens: to } : {}) }
      const at = projected(toUnit, to)
      try {
        if (bend) {
          const next = drawn(bend, grip, bendRatio(frame), { x: at.x + off.x, y: at.y + off.y })
          last = bendFrame.record(project, { sheetId, frameId: frame.id, bend: next })
        }
        return { ...common, recorded: last }
      } catch (error) {
        if (!isFailure(error)) throw error
        return { ...common, recorded: last, refused: error.message }
      }
    },
  }
}
