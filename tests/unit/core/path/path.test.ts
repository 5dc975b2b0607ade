import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { outlineContains } from '@/core/path/contains'
import { boundsOf, extentAlong } from '@/core/path/extent'
import { arcPoint, ellipsePath, polygonPath, type Arc, type Path } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'
import { svgTextOf } from '@/core/path/svgText'
import { unitVector } from '@/core/geometry/angle'
import { dot } from '@/core/geometry/vector'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { points } from '@tests/helpers/arbitrary'
import { near, nearPoint } from '@tests/helpers/near'

const arcs: fc.Arbitrary<Arc> = fc.record({
  centre: points,
  rx: real(1, 400),
  ry: real(1, 400),
  turn: real(-180, 180),
  start: real(-360, 360),
  sweep: fc.oneof(real(1, 360), real(-360, -1)),
})
const cubics: fc.Arbitrary<Path> = fc.tuple(points, points, points, points).map(([a, c1, c2, to]) => [
  { kind: 'move', to: a },
  { kind: 'cubic', c1, c2, to },
])
const arcPath = (arc: Arc): Path => [
  { kind: 'move', to: arcPoint(arc, arc.start) },
  { kind: 'arc', ...arc },
]

/** Points along a path, computed here from the definitions of the curves. */
const samples = (path: Path): { x: number; y: number }[] => polylineOf(path, 0.0005).flat()

describe('extents', () => {
  it.each([
    ['arcs', arcs.map(arcPath)],
    ['cubics', cubics],
  ] as const)('of %s touch the curve and are never passed', (_name, paths) => {
    holdsFor(fc.tuple(paths, real(-180, 180)), ([path, degrees]) => {
      const along = unitVector(degrees)
      const reach = samples(path).map((p) => dot(p, along))
      const { min, max } = extentAlong(path, degrees)
      near(Math.min(...reach), min, 0.02)
      near(Math.max(...reach), max, 0.02)
      expect(Math.min(...reach)).toBeGreaterThanOrEqual(min - 1e-6)
      expect(Math.max(...reach)).toBeLessThanOrEqual(max + 1e-6)
    })
  })
  // Closed formula: an ellipse reaches √(rx²cos² + ry²sin²) along a direction.
  it('of an ellipse follow its support function', () => {
    holdsFor(fc.tuple(real(1, 500), real(1, 500), real(-180, 180)), ([rx, ry, degrees]) => {
      const { x, y } = unitVector(degrees)
      const support = Math.hypot(rx * x, ry * y)
      const { min, max } = extentAlong(ellipsePath(rx, ry), degrees)
      near(max, support, 1e-9 * support)
      near(min, -support, 1e-9 * support)
    })
  })
  it('give upright bounds', () => expect(boundsOf(ellipsePath(3, 2))).toEqual({ x0: -3, y0: -2, x1: 3, y1: 2 }))
})

describe('areas', () => {
  it('of an ellipse are π·rx·ry', () => near(areaOf(ellipsePath(30, 20)), Math.PI * 600, 1e-9))
  it('of a polygon follow the shoelace formula, and change sign when reversed', () => {
    holdsFor(fc.array(points, { minLength: 3, maxLength: 9 }), (corners) => {
      const shoelace = corners.reduce((sum, p, i) => {
        const q = corners[(i + 1) % corners.length] ?? p
        return sum + (p.x * q.y - q.x * p.y) / 2
      }, 0)
      near(areaOf(polygonPath(corners)), shoelace, 1e-6)
      near(areaOf(polygonPath(corners.toReversed())), -shoelace, 1e-6)
    })
  })
  it('of cubics agree with their polyline', () => {
    holdsFor(
      cubics,
      (path) => {
        const closed: Path = [...path, { kind: 'close' }]
        near(areaOf(closed), areaOf(polygonPath(samples(closed))), 4)
      },
      60,
    )
  })
})

describe('containment', () => {
  it('of an ellipse follows its equation', () => {
    holdsFor(fc.tuple(real(5, 400), real(5, 400), points), ([rx, ry, p]) => {
      const level = (p.x / rx) ** 2 + (p.y / ry) ** 2
      if (Math.abs(level - 1) < 0.01) return
      expect(outlineContains({ path: ellipsePath(rx, ry), fillRule: 'nonzero' }, p)).toBe(level < 1)
    })
  })
  it('knows a hole by the fill rule', () => {
    const square = (r: number): Path =>
      polygonPath([
        { x: -r, y: -r },
        { x: r, y: -r },
        { x: r, y: r },
        { x: -r, y: r },
      ])
    const path = [...square(10), ...square(5)]
    expect(outlineContains({ path, fillRule: 'evenodd' }, { x: 0, y: 0 })).toBe(false)
    expect(outlineContains({ path, fillRule: 'nonzero' }, { x: 0, y: 0 })).toBe(true)
    expect(outlineContains({ path, fillRule: 'evenodd' }, { x: 7, y: 0 })).toBe(true)
  })
})

describe('polylines', () => {
  it('stay within the flatness asked of an arc', () => {
    holdsFor(
      fc.tuple(arcs, real(0.01, 1)),
      ([arc, flatness]) => {
        const [line = []] = polylineOf(arcPath(arc), flatness)
        line.slice(1).forEach((to, i) => {
          const from = line[i] ?? to
          const t = arc.start + (arc.sweep * (i + 0.5)) / (line.length - 1)
          const middle = arcPoint(arc, t)
          near(Math.hypot(middle.x - (from.x + to.x) / 2, middle.y - (from.y + to.y) / 2), 0, flatness * 1.05)
        })
      },
      60,
    )
  })
})

describe('SVG text', () => {
  it('follows the path grammar of SVG 1.1, section 8.3', () => {
    expect(
      svgTextOf(
        polygonPath([
          { x: 0, y: 0 },
          { x: 10, y: 0 },
          { x: 10, y: 5.25 },
        ]),
      ),
    ).toBe('M0 0L10 0L10 5.25Z')
    // A whole ellipse in thirds: cos 120° = −½, sin 120° = √3/2.
    expect(svgTextOf(ellipsePath(2, 1))).toBe('M2 0A2 1 0 0 1 -1 0.866A2 1 0 0 1 -1 -0.866A2 1 0 0 1 2 0Z')
  })
})

describe('arc points', () => {
  it('start on the long axis and turn clockwise', () => {
    const arc: Arc = { centre: { x: 1, y: 1 }, rx: 4, ry: 2, turn: 90, start: 0, sweep: 90 }
    nearPoint(arcPoint(arc, 0), { x: 1, y: 5 }, 1e-12)
    nearPoint(arcPoint(arc, 90), { x: -1, y: 1 }, 1e-12)
  })
})
