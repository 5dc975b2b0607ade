import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { moveRect, type Rect } from '@/core/geometry/rect'
import { snapRect, type SnapField } from '@/core/geometry/snap'

const at = (x: number, y: number, w = 40, h = 30): Rect => ({ x0: x, y0: y, x1: x + w, y1: y + h })
const field = (over: Partial<SnapField> = {}): SnapField => ({ rects: [], x: [], y: [], grid: 0, ...over })

describe('snapping', () => {
  it('moves by no more than its reach on either axis', () => {
    const rects = fc.array(
      fc.tuple(real(-300, 300), real(-300, 300)).map(([x, y]) => at(x, y)),
      { maxLength: 6 },
    )
    holdsFor(fc.tuple(rects, real(-300, 300), real(-300, 300), real(0, 12)), ([others, x, y, reach]) => {
      const { by } = snapRect(at(x, y), field({ rects: others, x: [0, 100], y: [0, 80] }), reach)
      expect(Math.abs(by.x)).toBeLessThanOrEqual(reach + 1e-9)
      expect(Math.abs(by.y)).toBeLessThanOrEqual(reach + 1e-9)
    })
  })

  it('brings an edge, a middle or an end to the nearest line, and shows that line', () => {
    const near3 = snapRect(at(97, 500), field({ x: [100] }), 6)
    expect(near3.by).toEqual({ x: 3, y: 0 })
    expect(near3.lines.map(({ axis, at: line }) => [axis, line])).toEqual([['x', 100]])
    expect(snapRect(at(78, 500), field({ x: [100] }), 6).by.x).toBe(2) // its middle is at 98
    expect(snapRect(at(58, 500), field({ x: [100] }), 6).by.x).toBe(2) // its end is at 98
    expect(snapRect(at(85, 500), field({ x: [100] }), 4).by.x).toBe(0)
  })

  it('makes equal gaps between two neighbours and beyond them', () => {
    const others = [at(0, 0), at(200, 0)]
    // Between 40 and 200 a box of 40 leaves 60 on each side: it begins at 100.
    const between = snapRect(at(103, 4), field({ rects: others }), 5)
    near(between.by.x, -3, 1e-9)
    expect(between.gaps.filter(({ axis }) => axis === 'x').map(({ from, to }) => to - from)).toEqual([60, 60])
    // Beyond: the gap of 160 again, after 240.
    near(snapRect(at(398, 4), field({ rects: others }), 5).by.x, 2, 1e-9)
  })

  it('meets the grid where nothing else is near', () => {
    near(snapRect(at(103, 51), field({ grid: 10 }), 4).by.x, -3, 1e-9)
    near(snapRect(at(103, 51), field({ grid: 10 }), 4).by.y, -1, 1e-9)
  })

  it('leaves an axis alone on which no part may snap', () => {
    expect(snapRect(at(97, 97), field({ x: [100], y: [100] }), 6, { x: [], y: [-1] }).by).toEqual({ x: 0, y: 3 })
  })

  it('once there, snaps no further', () => {
    holdsFor(fc.tuple(real(-100, 100), real(-100, 100)), ([x, y]) => {
      const scene = field({ rects: [at(0, 0), at(90, 10)], x: [0, 50], y: [0, 50] })
      const moving = at(x, y)
      const first = snapRect(moving, scene, 5)
      const again = snapRect(moveRect(moving, first.by), scene, 5)
      // A line found on one axis can bring a neighbour into the row on the other, so only lines are compared.
      if (first.lines.length === 2) near(Math.hypot(again.by.x, again.by.y), 0, 1e-6)
    })
  })
})
