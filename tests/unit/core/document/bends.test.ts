import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { sampleProject, SHEET } from '@tests/helpers/project'
import {
  arcFor,
  arcOfRadius,
  firstBend,
  meshOnSheet,
  meshWithPointAt,
  radiusOfArc,
  tiltFor,
} from '@/core/document/bends'
import { bendFrame } from '@/core/document/edits/bend'
import { flipItems } from '@/core/document/edits/items'
import { forgetLaid, layFrame, setTrueSize, takeUp } from '@/core/document/edits/laid'
import { planeOfFrame } from '@/core/document/edits/planes'
import { copiedSheet } from '@/core/document/edits/sheets'
import { boxQuad, layOf, seenQuad } from '@/core/document/laid'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'
import { projectFaults } from '@/core/document/validate'
import { bendMap, flatMesh } from '@/core/geometry/bend'
import type { CylinderBend } from '@/core/geometry/cylinder'
import type { Quad } from '@/core/geometry/quad'
import { isBent, seenOn } from '@/core/geometry/surface'

const at = { sheetId: SHEET, frameId: 'f-1' }
const frameIn = (project: Project): Frame => frameOf(sheetOf(project, SHEET), 'f-1')
const MUG: CylinderBend = { kind: 'cylinder', arc: 100, around: 10, tilt: 15 }
const bent = (): Project => bendFrame(sampleProject(), { ...at, bend: MUG })

const cylinders = fc.record({
  kind: fc.constant('cylinder' as const),
  arc: real(20, 160),
  around: fc.constant(0),
  tilt: real(-70, 70),
})

describe('handles of a bend', () => {
  it('find the tilt and the arc that are seen where they are drawn', () => {
    holdsFor(fc.tuple(cylinders, real(0.3, 4)), ([bend, ratio]) => {
      const map = bendMap(bend, ratio)
      expect(tiltFor({ ...bend, tilt: 3 }, ratio, map.place(0.5, 1).at.y)).toBeCloseTo(bend.tilt, 6)
      expect(arcFor({ ...bend, arc: 60 }, ratio, map.place(0.75, 0.5).at.x)).toBeCloseTo(bend.arc, 4)
    })
  })

  it('put a point of a mesh where it is typed, in perspective too', () => {
    const corners: Quad = [
      { x: 100, y: 120 },
      { x: 480, y: 60 },
      { x: 500, y: 420 },
      { x: 80, y: 380 },
    ]
    const laid = layFrame(sampleProject(), { ...at, quad: corners })
    const project = bendFrame(laid, { ...at, bend: flatMesh(3, 3) })
    const [frame, bend] = [frameIn(project), frameIn(project).laid?.bend]
    if (bend?.kind !== 'mesh') throw new TypeError('a mesh')
    const next = meshWithPointAt(frame, bend, 4, { x: 290, y: 260 })
    const seen = meshOnSheet(frame, next)[4]
    expect(seen?.x).toBeCloseTo(290, 8)
    expect(seen?.y).toBeCloseTo(260, 8)
    expect(meshOnSheet(frame, next)[0]?.x).toBeCloseTo(100, 8)
  })

  it('tell radius and arc of one another', () => {
    holdsFor(real(1, 170), (arc) => {
      expect(
        arcOfRadius(
          { box: { cx: 0, cy: 0, w: 240, h: 90 } },
          radiusOfArc({ box: { cx: 0, cy: 0, w: 240, h: 90 } }, arc),
        ),
      ).toBeCloseTo(arc, 9)
    })
    // Half a turn of a frame 100π wide is a radius of 100.
    expect(radiusOfArc({ box: { cx: 0, cy: 0, w: 100 * Math.PI, h: 10 } }, 180)).toBeCloseTo(100, 9)
  })
})

describe('a bent frame', () => {
  it('lies where it stood, with its corners where they were', () => {
    const project = bent()
    expect(projectFaults(project)).toEqual([])
    const sheet = sheetOf(project, SHEET)
    const lay = layOf(sheet, frameIn(project))
    expect(lay && isBent(lay)).toBe(true)
    seenQuad(sheet, frameIn(project)).forEach((p, i) => {
      expect(p.x).toBeCloseTo(boxQuad(frameIn(project))[i]?.x ?? NaN, 6)
      expect(p.y).toBeCloseTo(boxQuad(frameIn(project))[i]?.y ?? NaN, 6)
    })
  })

  it('is taken up flat and laid down again as it was; corners and true size leave it bent', () => {
    const up = takeUp(bent(), { ...at, isFlat: true })
    expect(layOf(sheetOf(up, SHEET), frameIn(up))).toBeNull()
    expect(takeUp(up, { ...at, isFlat: false })).toEqual(bent())
    const [p, q, r, s] = boxQuad(frameIn(bent()))
    const laid = layFrame(bent(), { ...at, quad: [p, { x: q.x - 20, y: q.y + 10 }, r, s] })
    expect(frameIn(laid).laid?.bend).toEqual(MUG)
    const sized = setTrueSize(laid, { ...at, size: { w: 300, h: 100 } })
    expect(frameIn(sized).laid?.bend).toEqual(MUG)
    expect(frameIn(bendFrame(bent(), { ...at, bend: null })).laid?.bend).toBeUndefined()
    expect(frameIn(forgetLaid(bent(), at)).laid).toBeUndefined()
  })

  it('is seen in a mirror as what it shows is, and is itself twice mirrored', () => {
    const project = bent()
    const mirrored = flipItems(project, { sheetId: SHEET, ids: ['f-1'], axis: 'x' })
    expect(frameIn(mirrored).laid?.bend).toEqual({ ...MUG, around: -10 })
    const twice = frameIn(flipItems(mirrored, { sheetId: SHEET, ids: ['f-1'], axis: 'x' }))
    expect(twice.laid?.bend).toEqual(MUG)
  })

  it('is bent as it was on a sheet of another size', () => {
    const project = bent()
    const sheet = sheetOf(project, SHEET)
    const larger = copiedSheet(sheet, 'copy', 'Copy', { w: sheet.size.w * 2, h: sheet.size.h * 2 })
    const [lay, twice] = [layOf(sheet, frameIn(project)), layOf(larger, frameOf(larger, 'f-1'))]
    const { cx, cy, w, h } = frameIn(project).box
    holdsFor(fc.tuple(real(-0.5, 0.5), real(-0.5, 0.5)), ([u, v]) => {
      const p = { x: cx + u * w, y: cy + v * h }
      const [one, other] = [lay && seenOn(lay, p), twice && seenOn(twice, { x: 2 * p.x, y: 2 * p.y })]
      expect(other?.x).toBeCloseTo(2 * (one?.x ?? NaN), 6)
      expect(other?.y).toBeCloseTo(2 * (one?.y ?? NaN), 6)
    })
  })

  it('is refused folded, out of sight, and on a plane, in words', () => {
    const mesh = flatMesh(4, 4)
    const folded = { ...mesh, points: mesh.points.map((p, i) => (i === 5 ? { x: 0.95, y: 0.3 } : p)) }
    expect(() => bendFrame(sampleProject(), { ...at, bend: folded })).toThrow('folded over itself')
    expect(() => bendFrame(sampleProject(), { ...at, bend: { ...MUG, arc: 160, around: 40 } })).toThrow('out of sight')
    const laid = layFrame(sampleProject(), { ...at, quad: boxQuad(frameIn(sampleProject())) })
    const walled = planeOfFrame(laid, { ...at, plane: { id: 'wall', name: 'Wall' } })
    expect(() => bendFrame(walled, { ...at, bend: MUG })).toThrow('Take it off the plane first')
  })

  it('gives a mesh that begins with the surface there is', () => {
    const frame = frameIn(bent())
    const mesh = firstBend(frame, 'mesh')
    const [one, other] = [bendMap(mesh, 1), bendMap(MUG, frame.box.w / frame.box.h)]
    for (const u of [0, 1 / 3, 2 / 3, 1]) {
      const [p, q] = [one.place(u, 1).at, other.place(u, 1).at]
      expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(1e-9)
    }
  })
})
