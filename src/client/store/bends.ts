import { RANGE } from '@/core/tolerance'
import type { Bend } from '@/core/geometry/bend'
import type { CylinderBend } from '@/core/geometry/cylinder'
import { unchanged } from '@/core/document/edit'
import type { Point } from '@/core/geometry/vector'
import { arcOfRadius, firstBend, meshWithPointAt, radiusOfArc, remeshed, turnedInSight } from '@/core/document/bends'
import { bendFrame } from '@/core/document/edits/bend'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Frame } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownProject } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { selectedFrame } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { tryStep } from '@/client/store/tryStep'

/** The bend of the selected frame that lies bent; null of one that does not. */
export const bendOf = (state: BenchState): Bend | null => {
  const laid = selectedFrame(state)?.laid
  return laid && !laid.isFlat ? (laid.bend ?? null) : null
}

const STEPS = { cylinder: 'Bend round a cylinder', mesh: 'Bend by a mesh' } as const
const SAYS = {
  cylinder: 'Draw its foot for the tilt, the line across it for how far round it goes, its corners where they belong.',
  mesh: 'Draw the points of the net where the surface goes. Its corners are those of the frame.',
} as const

/** Bends the selected frame in one way, or makes it plane again with null. What bends it already stays. */
export const bendSelected = (bench: Bench, kind: Bend['kind'] | null): void => {
  bench.endBurst()
  const state = bench.get()
  const { sheetId } = state
  const frame = selectedFrame(state)
  if (!frame || bendOf(state)?.kind === kind) return
  const bend = kind === null ? null : firstBend(frame, kind)
  const isDone = tryStep(bench, kind === null ? 'Make plane again' : STEPS[kind], (project) =>
    bendFrame.record(project, { sheetId, frameId: frame.id, bend }),
  )
  if (isDone && kind !== null) say(bench, SAYS[kind])
}

/** Changes numbers of the selected frame's cylinder: one step for as long as the hand is on a slider. */
export const changeCylinder = (bench: Bench, change: Partial<Omit<CylinderBend, 'kind'>>): void => {
  const { sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  const bend = bendOf(bench.get())
  if (!frame || bend?.kind !== 'cylinder') return
  // A slider is not stopped where an edge would go out of sight.
  const at = { sheetId, frameId: frame.id, bend: turnedInSight({ ...bend, ...change }) }
  bench.burst(`bend-${frame.id}`, 'Cylinder', bendFrame.record(shownProject(bench.get()), at))
}

/** The radius of the selected frame's cylinder, in points: it goes as far round as its true width reaches. */
export const putRadius = (bench: Bench, frame: Pick<Frame, 'box'>, radius: number): void => {
  const { min, max } = RANGE.bend.arc
  const arc = arcOfRadius(frame, radius)
  if (arc < min || arc > max) {
    const [least, most] = [radiusOfArc(frame, max), radiusOfArc(frame, min)]
    return say(bench, `The radius of a frame so wide is between ${Math.ceil(least)} and ${Math.floor(most)} points.`)
  }
  changeCylinder(bench, { arc })
  bench.endBurst()
}

/** The same surface by another number of points. */
export const remesh = (bench: Bench, columns: number, rows: number): void => {
  const { sheetId } = bench.get()
  const frame = selectedFrame(bench.get())
  if (!frame) return
  tryStep(bench, 'Points of the mesh', (project) => {
    const { laid } = frameOf(sheetOf(project, sheetId), frame.id)
    const bend = laid?.bend?.kind === 'mesh' ? remeshed(laid.bend, columns, rows) : null
    return bendFrame.record(project, { sheetId, frameId: frame.id, bend })
  })
}

/** Puts a point of the selected frame's mesh at a place of the sheet; throws, in words, what would fold it. */
export const putMeshPoint = (bench: Bench, frameId: string, i: number, at: Point): void => {
  const { sheetId } = bench.get()
  bench.commit('Put a point of the mesh', (project) => {
    const frame = frameOf(sheetOf(project, sheetId), frameId)
    const bend = frame.laid?.bend
    return bend?.kind === 'mesh'
      ? bendFrame.record(project, { sheetId, frameId, bend: meshWithPointAt(frame, bend, i, at) })
      : unchanged(project)
  })
}
