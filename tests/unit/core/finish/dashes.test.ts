/** Dashes along outlines: whole at corners, alike along a side, as much drawn as was asked; lengths by closed formulas. */
import { describe, expect, it } from '@jest/globals'
import { dashesAlong } from '@/core/finish/dashes'
import { distance, type Point } from '@/core/geometry/vector'
import { ellipsePath, polygonPath, type Outline, type Path } from '@/core/path/path'
import { measuredContour } from '@/core/path/measured'
import { polylineOf } from '@/core/path/polyline'
import { parseSvgPath } from '@/core/path/svgPath'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near, nearPoint } from '@tests/helpers/near'

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => sum + (i ? distance(points[i - 1] ?? p, p) : 0), 0)
const outline = (path: Path): Outline => ({ path, fillRule: 'nonzero' })
const dashesOf = (path: Path, dash: number, gap: number): readonly (readonly Point[])[] =>
  dashesAlong(outline(path), dash, gap).flatMap(({ dashes }) => (dashes ? polylineOf(dashes, 0.002) : []))

describe('a measured contour', () => {
  it.each([
    ['a circle', ellipsePath(10, 10), 20 * Math.PI],
    // An ellipse of axes 2 and 1: 4·2·E(√3/2) (complete elliptic integral, table value from memory).
    ['an ellipse', ellipsePath(2, 1), 9.688448220547675],
    ['a square', polygonPath([{ x: 0, y: 0 }, { x: 3, y: 0 }, { x: 3, y: 3 }, { x: 0, y: 3 }]), 12], // prettier-ignore
    ['an open line', parseSvgPath('M0 0H3V4'), 7],
    ['a straight cubic', parseSvgPath('M0 0C1 0 2 0 9 0'), 9],
  ])('has the length of %s', (_what, path, wanted) => near(measuredContour(path).length, wanted, wanted / 2000))
  it('is cut anywhere into parts of the lengths asked for, end to end', () =>
    holdsFor(
      fc.tuple(
        fc.constantFrom(
          ellipsePath(40, 25),
          parseSvgPath('M0 0C50 0 60 40 20 60S-30 20 0 0z'),
          parseSvgPath('M0 0H60L30 50z'),
        ),
        real(-300, 300),
        real(1, 60),
      ),
      ([path, from, length]) => {
        const contour = measuredContour(path)
        const [first] = polylineOf(contour.between(from, from + length), 0.001)
        const [next] = polylineOf(contour.between(from + length, from + length + 5), 0.001)
        near(lengthOf(first ?? []), length, 0.01 * length + 0.02)
        nearPoint(first?.at(-1) ?? { x: NaN, y: NaN }, next?.[0] ?? { x: NaN, y: NaN }, 1e-6)
      },
      80,
    ))
  it('names its corners and no smooth joints', () => {
    expect(measuredContour(parseSvgPath('M0 0H60V40H0z')).corners(25)).toEqual([0, 60, 100, 160])
    expect(measuredContour(ellipsePath(9, 9)).corners(25)).toEqual([])
    expect(measuredContour(parseSvgPath('M0 0H5V9')).corners(25)).toEqual([5])
  })
})

describe('dashes along an outline', () => {
  const polygons = fc.tuple(fc.integer({ min: 3, max: 7 }), real(40, 300), real(0, 360)).map(([sides, r, turn]) =>
    Array.from({ length: sides }, (_, i): Point => {
      const a = ((turn + (360 * i) / sides) * Math.PI) / 180
      return { x: r * Math.cos(a), y: r * Math.sin(a) }
    }),
  )
  it('go whole round every corner, half to either side, and are alike along a side', () =>
    holdsFor(fc.tuple(polygons, real(2, 30), real(1, 30)), ([corners, dash, gap]) => {
      const side = distance(corners[0] ?? { x: 0, y: 0 }, corners[1] ?? { x: 0, y: 0 })
      if (side < 2 * (dash + gap)) return
      const dashes = dashesOf(polygonPath(corners), dash, gap)
      const count = Math.max(1, Math.round(side / (dash + gap)))
      const fitted = (side / count / (dash + gap)) * dash
      expect(dashes).toHaveLength(count * corners.length)
      for (const one of dashes) near(lengthOf(one), fitted, 1e-6 * side)
      for (const corner of corners) {
        const around = dashes.filter((one) => one.some((p) => distance(p, corner) < 1e-6 * side))
        expect(around).toHaveLength(1)
        for (const end of [around[0]?.[0], around[0]?.at(-1)])
          near(distance(end ?? corner, corner), fitted / 2, 1e-6 * side)
      }
    }))
  it('of a smooth outline are a whole number, as near to what was asked as that goes', () =>
    holdsFor(fc.tuple(real(30, 200), real(2, 30), real(1, 30)), ([r, dash, gap]) => {
      const dashes = dashesOf(ellipsePath(r, r), dash, gap)
      const count = Math.round((2 * Math.PI * r) / (dash + gap))
      if (count < 2) return
      expect(dashes).toHaveLength(count)
      for (const one of dashes) near(lengthOf(one), (2 * Math.PI * r * dash) / (dash + gap) / count, 0.01 * dash + 0.01)
    }))
  it('leave a side that is too short for a gap whole', () => {
    const dashes = dashesOf(parseSvgPath('M0 0H100V6H0z'), 20, 20)
    // Three dashes and gaps to a long side, a sixth of the pair at its ends: the short side and two of these hang together.
    const around = dashes.filter((one) => lengthOf(one) > 20)
    expect(around).toHaveLength(2)
    for (const one of around) near(lengthOf(one), 6 + 2 * (100 / 3 / 4), 1e-6)
  })
  it('are left to the painter where they are too many or have no gap', () => {
    for (const [dash, gap] of [
      [0.01, 0.01],
      [5, 0],
    ] as const)
      expect(dashesAlong(outline(ellipsePath(50, 50)), dash, gap)[0]?.dashes).toBeNull()
  })
})
