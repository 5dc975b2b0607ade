/** Corners worked each by itself, and kept through a swap of the outline; areas by closed formulas. */
import { describe, expect, it } from '@jest/globals'
import { setStencils } from '@/core/document/edits/stencils'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { projectFaults } from '@/core/document/validate'
import { areaOf } from '@/core/path/area'
import { cornered, withCornersOf } from '@/core/stencil/cornering'
import { CORNER_STYLES, type Corner, type CornerStyle } from '@/core/stencil/corners'
import { carryKnob, knobsOf } from '@/core/stencil/knobs'
import { STRAIGHT_SHAPES } from '@/core/stencil/registry'
import { cornerPoints, isStraight, newStencil, outlineOf, type Stencil } from '@/core/stencil/stencil'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { sampleProject, SHEET } from '@tests/helpers/project'

const SIZE = { w: 400, h: 300 }
/** What a right corner of this size loses. */
const LOST: Readonly<Record<CornerStyle, (r: number) => number>> = {
  round: (r) => r * r * (1 - Math.PI / 4),
  bevel: (r) => (r * r) / 2,
  scoop: (r) => (Math.PI * r * r) / 4,
  notch: (r) => r * r,
}
const corner = fc
  .tuple(fc.constantFrom(...CORNER_STYLES), real(0, 140))
  .map(([style, points]): Corner => ({ style, size: { points } }))
const kinds = fc.constantFrom(...(Object.keys(STRAIGHT_SHAPES) as (keyof typeof STRAIGHT_SHAPES)[]))

describe('corners each by itself', () => {
  it('take from a rectangle what each of them takes', () =>
    holdsFor(fc.tuple(corner, corner, corner, corner), (corners) => {
      const { path } = outlineOf({ kind: 'rectangle', corners }, SIZE)
      const lost = corners.reduce((sum, { style, size }) => sum + LOST[style]('points' in size ? size.points : 0), 0)
      near(Math.abs(areaOf(path)), SIZE.w * SIZE.h - lost, 1e-3)
    }))
  it('may be as many as an outline has, and stay sharp where none is named', () =>
    holdsFor(fc.tuple(kinds, corner), ([kind, one]) => {
      const stencil = newStencil(kind)
      if (!isStraight(stencil)) throw new TypeError('a shape of straight sides')
      const sharp: Corner = { style: 'round', size: { share: 0 } }
      const count = cornerPoints(stencil, SIZE).length
      const each = cornered(stencil, [one, ...Array.from({ length: count - 1 }, () => sharp)])
      const few = { ...stencil, corners: [one, sharp] } as Stencil
      near(areaOf(outlineOf(each, SIZE).path), areaOf(outlineOf(few, SIZE).path), 1e-6)
    }))
  it('each have a knob of their own, that carries only them', () =>
    holdsFor(fc.tuple(corner, corner, fc.integer({ min: 0, max: 3 }), real(0.05, 0.3)), ([a, b, i, share]) => {
      const stencil: Stencil = { kind: 'rectangle', corners: [a, b, a, b] }
      const at = (of: Stencil): readonly string[] => knobsOf(of, SIZE).map(({ param }) => param)
      expect(at(stencil)).toEqual(['corners-0', 'corners-1', 'corners-2', 'corners-3'])
      const wanted = {
        ...stencil,
        corners: [a, b, a, b].map((one, k) => (k === i ? { ...one, size: { share } } : one)),
      }
      const there = knobsOf(wanted, SIZE)[i]?.at ?? { x: NaN, y: NaN }
      const carried = carryKnob(stencil, SIZE, `corners-${i}`, there)
      if (carried.kind !== 'rectangle') throw new TypeError('a rectangle')
      carried.corners?.forEach((one, k) => {
        if (k !== i) return expect(one).toEqual([a, b, a, b][k])
        near('points' in one.size ? one.size.points : NaN, share * 300, 0.5)
      })
    }))
})

describe('corners through a swap', () => {
  const round: Corner = { style: 'round', size: { share: 0.1 } }
  it('stay where the new outline has corners and brings none', () => {
    const from: Stencil = { kind: 'rectangle', corners: [round] }
    expect(withCornersOf(newStencil('polygon'), from)).toEqual({ ...newStencil('polygon'), corners: [round] })
    // Four are not those of five.
    const four: Stencil = { kind: 'rectangle', corners: [round, { ...round, style: 'notch' }, round, round] }
    expect(withCornersOf({ kind: 'polygon', sides: 5 }, four)).toEqual({ kind: 'polygon', sides: 5, corners: [round] })
    expect(withCornersOf({ kind: 'polygon', sides: 4 }, four)).toMatchObject({ corners: four.corners })
  })
  it('go where it has none, brings its own, or is the same outline made plain', () => {
    const from: Stencil = { kind: 'polygon', sides: 6, corners: [round] }
    expect(withCornersOf({ kind: 'ellipse' }, from)).toEqual({ kind: 'ellipse' })
    const own: Stencil = { kind: 'rectangle', corners: [{ style: 'bevel', size: { share: 0.2 } }] }
    expect(withCornersOf(own, from)).toBe(own)
    expect(withCornersOf({ kind: 'polygon', sides: 6 }, from)).toEqual({ kind: 'polygon', sides: 6 })
  })
  it('of frames are kept only where that is asked for', () => {
    const at = { sheetId: SHEET, ids: ['f-1'] }
    const start = setStencils(sampleProject(), { ...at, stencil: { kind: 'rectangle', corners: [round] } })
    const swapped = (keepsCorners: boolean) =>
      setStencils(start, { ...at, stencil: { kind: 'polygon', sides: 6 }, keepsCorners })
    const stencilOf = (project: typeof start) => frameOf(sheetOf(project, SHEET), 'f-1').stencil
    expect(stencilOf(swapped(true))).toEqual({ kind: 'polygon', sides: 6, corners: [round] })
    expect(stencilOf(swapped(false))).toEqual({ kind: 'polygon', sides: 6 })
    expect(projectFaults(swapped(true))).toEqual([])
  })
})
