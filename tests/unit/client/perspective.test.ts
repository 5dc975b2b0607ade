/** The hand among frames in perspective: what it moves, in whose measures, and what it is told. */
import { describe, expect, it } from '@jest/globals'
import { testBench } from '@tests/helpers/testBench'
import { near } from '@tests/helpers/near'
import { look, textOf, withText } from '@tests/helpers/text'
import { sampleProject, SHEET } from '@tests/helpers/project'
import { layFrame, setShade } from '@/core/document/edits/laid'
import { addPlane, hangOnPlane } from '@/core/document/edits/planes'
import { boxQuad, seenQuad } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Project } from '@/core/document/types'
import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'
import { RANGE } from '@/core/tolerance'
import { cornerDrag } from '@/client/gestures/cornerDrags'
import { bodyDrag } from '@/client/gestures/drags'
import { nudge } from '@/client/gestures/nudge'
import type { Bench } from '@/client/store/bench'
import { layByOutline, togglePerspective } from '@/client/store/laid'
import { togglePoints } from '@/client/store/points'
import { planeHand } from '@/client/gestures/tools/planeHand'
import { toggleShade } from '@/client/store/placeLight'
import { putToolDown } from '@/client/store/slices/mode'
import { newPlane, planeInHand, removePlaneInHand, workOnItsPlane, workOnPlane } from '@/client/store/planes'
import { startWriting } from '@/client/store/writing'
import { toolOf, writingOf } from '@/client/store/modes'

const WALL: Quad = [
  { x: 20, y: 20 },
  { x: 780, y: 120 },
  { x: 780, y: 420 },
  { x: 20, y: 580 },
]

const hung = (): Project => {
  const plane = { id: 'wall', name: 'Wall', corners: WALL, size: { w: 3000, h: 1500 } }
  const project = addPlane(sampleProject(), { sheetId: SHEET, plane })
  return hangOnPlane(project, { sheetId: SHEET, ids: ['f-1', 'f-2'], planeId: 'wall' })
}

const opened = (project: Project, ...selection: readonly string[]): Bench => {
  const bench = testBench(project)
  bench.store.setState({ sheetId: SHEET, selection: [...selection] })
  return bench
}

const boxOf = (project: Project, id: string) => frameOf(sheetOf(project, SHEET), id).box

describe('the hand among frames in perspective', () => {
  it('moves what lies on a plane by steps of its own measure', () => {
    const bench = opened(hung(), 'f-1', 'f-2')
    const before = bench.get().project
    nudge(bench, { x: 1, y: 0 }, true)
    bench.endBurst()
    for (const id of ['f-1', 'f-2']) {
      // Ten steps of a pixel at 72 ppi: ten points of the wall.
      near(boxOf(bench.get().project, id).cx, boxOf(before, id).cx + 10, 1e-9)
      near(boxOf(bench.get().project, id).cy, boxOf(before, id).cy, 1e-9)
    }
    bench.close()
  })
  it('moves what lies flat and what lies on a plane together, as far as is seen', () => {
    const project = hung()
    const from = { x: 200, y: 200 }
    const drag = bodyDrag('whole', { project, sheetId: SHEET, ids: ['f-1', 'f-3'], from })
    const { recorded } = drag.propose({ x: 230, y: 210 }, { shift: false, snapReach: 0 })
    near(boxOf(recorded.project, 'f-3').cx, boxOf(project, 'f-3').cx + 30, 1e-9)
    const seen = (at: Project): number => seenQuad(sheetOf(at, SHEET), frameOf(sheetOf(at, SHEET), 'f-1'))[0].x
    // Nearer and farther parts of a wall move by more and less.
    expect(seen(recorded.project) - seen(project)).toBeGreaterThan(20)
    expect(seen(recorded.project) - seen(project)).toBeLessThan(40)
  })
  it('is not followed by a corner that would make no plane, and is told why', () => {
    const start = sampleProject()
    const quad = boxQuad(frameOf(sheetOf(start, SHEET), 'f-1'))
    const project = layFrame(start, { sheetId: SHEET, frameId: 'f-1', quad })
    const grip = { project, sheetId: SHEET, ids: ['f-1'], from: quad[0] }
    const drag = cornerDrag(grip, 0, false, () => null)
    const good = drag.propose({ x: 120, y: 130 }, { shift: false, snapReach: 0 })
    expect(good.refused).toBeUndefined()
    const bad = drag.propose({ x: 290, y: 270 }, { shift: false, snapReach: 0 })
    expect(bad.refused).toMatch(/corner/)
    expect(bad.recorded).toBe(good.recorded)
  })
  it('draws a corner upon those of others, upon guides, and upon an edge of the picture where asked', () => {
    const start = sampleProject()
    const quad = boxQuad(frameOf(sheetOf(start, SHEET), 'f-1'))
    const project = layFrame(start, { sheetId: SHEET, frameId: 'f-1', quad })
    const grip = { project, sheetId: SHEET, ids: ['f-1'], from: quad[0] }
    const edge = { x: 61.5, y: 77.25 }
    const drag = cornerDrag(grip, 0, false, ({ x }) => (x > 50 ? edge : null))
    const at = (x: number, y: number) => drag.propose({ x, y }, { shift: false, snapReach: 5 }).lens
    near((at(2, 3)?.x ?? NaN) + (at(2, 3)?.y ?? NaN), 0, 1e-12)
    expect(at(60, 76)).toEqual(edge)
    expect(at(40, 90)).toEqual({ x: 40, y: 90 })
  })
  it('is told what works on flat frames alone, and nothing happens', () => {
    const written = withText(sampleProject(), textOf('Kites', [{ ...look('lora', 12), length: 5 }]))
    const bench = opened(written, 't-1')
    togglePerspective(bench)
    const { project } = bench.get()
    startWriting(bench, 't-1')
    expect(writingOf(bench.get())).toBeNull()
    expect(bench.get().notice?.text).toMatch(/Take it up flat to write in it/)
    bench.store.setState({ selection: ['t-1'] })
    togglePoints(bench)
    expect(toolOf(bench.get())).toBeNull()
    expect(bench.get().project).toBe(project)
    bench.close()
  })
  it('lays an outline of four straight sides into its own corners, and says of others what is needed', () => {
    const bench = opened(sampleProject(), 'f-3')
    layByOutline(bench)
    expect(bench.get().notice?.text).toMatch(/four straight sides/)
    expect(bench.get().history.undo).toHaveLength(0)
    bench.close()
  })
  it('puts a plane down that is taken back under it', () => {
    const bench = opened(sampleProject())
    newPlane(bench)
    expect(planeInHand(bench.get())).not.toBeNull()
    bench.undo()
    expect(toolOf(bench.get())).toBeNull()
    newPlane(bench)
    removePlaneInHand(bench)
    expect(Object.keys(sheetOf(bench.get().project, SHEET).planes)).toHaveLength(0)
    bench.close()
  })
  it('draws a corner of a plane upon one of the sheet, and where the hand is while nothing snaps', () => {
    const cornerOf = (snaps: boolean): Point | undefined => {
      const bench = opened(hung())
      bench.store.setState({ snaps })
      workOnPlane(bench, 'wall')
      const drag = planeHand(bench).start({ at: WALL[0], named: 'plane-corner-0', shift: false, ctrl: false })
      const view = bench.get().view.scale
      drag?.move({ x: 2 / view, y: 3 / view }, false)
      drag?.end()
      const corner = sheetOf(bench.get().project, SHEET).planes['wall']?.corners[0]
      bench.close()
      return corner
    }
    // The corner of the sheet is near.
    const held = cornerOf(true)
    near(Math.abs(held?.x ?? NaN) + Math.abs(held?.y ?? NaN), 0, 1e-12)
    const free = cornerOf(false)
    expect(free?.x).toBeGreaterThan(0)
    expect(free?.y).toBeGreaterThan(0)
  })
  it('is told when a sheet can hold no more planes, and takes none in hand', () => {
    const bench = opened(sampleProject(), 'f-1')
    for (let i = 0; i < RANGE.planes; i += 1) newPlane(bench)
    putToolDown(bench)
    const { project } = bench.get()
    newPlane(bench)
    expect(bench.get().notice?.text).toMatch(/at most 100 planes on one sheet/)
    bench.store.setState({ selection: ['f-1'] })
    workOnItsPlane(bench)
    expect(bench.get().notice?.text).toMatch(/at most 100 planes on one sheet/)
    expect(bench.get().project).toBe(project)
    expect(toolOf(bench.get())).toBeNull()
    bench.close()
  })
  it('takes a shade off where there is no picture beneath any more', async () => {
    const shade = { of: 'f-3', strength: 1, white: 0.8 }
    const bench = opened(setShade(sampleProject(), { sheetId: SHEET, ids: ['f-1'], shade }), 'f-1')
    await toggleShade(bench)
    expect(frameOf(sheetOf(bench.get().project, SHEET), 'f-1').shade).toBeUndefined()
    bench.close()
  })
})
