import { describe, expect, it } from '@jest/globals'
import { snapPoint, type PointField } from '@/core/geometry/snapPoint'
import { distance } from '@/core/geometry/vector'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { nearPoint } from '@tests/helpers/near'

const field = (change: Partial<PointField> = {}): PointField => ({ points: [], x: [], y: [], from: null, ...change })

describe('a point that is set', () => {
  it('falls upon a point that is near, before any line', () => {
    expect(snapPoint({ x: 12, y: 9 }, field({ points: [{ x: 10, y: 10 }], x: [12.5] }), 4)).toEqual({ x: 10, y: 10 })
    expect(snapPoint({ x: 20, y: 9 }, field({ points: [{ x: 10, y: 10 }] }), 4)).toEqual({ x: 20, y: 9 })
  })
  it('falls on guides, each axis by itself', () => {
    expect(snapPoint({ x: 99, y: 52 }, field({ x: [100], y: [80] }), 3)).toEqual({ x: 100, y: 52 })
  })
  it('runs level, upright or at 45° from the point before, and stops at a guide it meets', () => {
    nearPoint(snapPoint({ x: 101, y: 99 }, field({ from: { x: 0, y: 0 } }), 3), { x: 100, y: 100 }, 1e-9)
    nearPoint(snapPoint({ x: 101, y: 2 }, field({ from: { x: 0, y: 0 } }), 3), { x: 101, y: 0 }, 1e-9)
    nearPoint(snapPoint({ x: 101, y: 99 }, field({ from: { x: 0, y: 0 }, y: [102] }), 3), { x: 102, y: 102 }, 1e-9)
  })
  it('never goes further than twice the reach, nor anywhere without one', () =>
    holdsFor(
      fc.tuple(real(-200, 200), real(-200, 200), real(-200, 200), real(-200, 200), real(0, 10)),
      ([x, y, gx, gy, reach]) => {
        const held = field({ points: [{ x: gx, y: gy }], x: [gx], y: [gy], from: { x: 0, y: 0 } })
        const at = snapPoint({ x, y }, held, reach)
        expect(distance(at, { x, y })).toBeLessThanOrEqual(2 * reach + 1e-9)
      },
    ))
})
