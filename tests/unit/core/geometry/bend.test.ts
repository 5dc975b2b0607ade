/** Bent surfaces beside closed formulas: a cylinder by its projection in space, meshes by the maps that they must give back. */
import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { RANGE } from '@/core/tolerance'
import {
  BEND_FAULT_WORDS,
  bendFault,
  bendMap,
  flatMesh,
  mirroredBend,
  resampledMesh,
  type MeshBend,
} from '@/core/geometry/bend'
import { LEAST_DEPTH, type CylinderBend } from '@/core/geometry/cylinder'
import { cubicsThrough } from '@/core/geometry/cubicThrough'
import { project, unitToQuad } from '@/core/geometry/homography'
import { IDENTITY } from '@/core/geometry/matrix'
import { UNIT_QUAD } from '@/core/document/laid'
import { bentSurface, depthOn, reachesEye, seenOn, standingOn, touchingOn } from '@/core/geometry/surface'
import type { Quad } from '@/core/geometry/quad'
import type { Point } from '@/core/geometry/vector'

const cylinders: fc.Arbitrary<CylinderBend> = fc
  .record({ arc: real(1, 170), share: real(-1, 1), tilt: real(RANGE.bend.tilt.min, RANGE.bend.tilt.max) })
  .map(({ arc, share, tilt }) => ({ kind: 'cylinder', arc, around: share * (87 - arc / 2) * 0.99, tilt }))

const radians = (degrees: number): number => (degrees * Math.PI) / 180

/**
 * A place on the side of a cylinder of radius r about an upright axis, turned towards the eye by the tilt and seen from
 * infinitely far: written anew from solid geometry, its y downward.
 */
const inSpace = ({ arc, around, tilt }: CylinderBend, ratio: number, u: number, v: number): Point => {
  const theta = radians(around) + (u - 0.5) * radians(arc)
  const r = ratio / radians(arc)
  const [x, y, z] = [r * Math.sin(theta), v, r * Math.cos(theta)]
  return { x, y: y * Math.cos(radians(tilt)) + z * Math.sin(radians(tilt)) }
}

/** In units of the parallelogram of three of its corners. */
const inCorners = (of: (u: number, v: number) => Point, u: number, v: number): Point => {
  const [o, p, q, at] = [of(0, 0), of(1, 0), of(0, 1), of(u, v)]
  const [a, b] = [
    { x: p.x - o.x, y: p.y - o.y },
    { x: q.x - o.x, y: q.y - o.y },
  ]
  const d = { x: at.x - o.x, y: at.y - o.y }
  const det = a.x * b.y - a.y * b.x
  return { x: (d.x * b.y - d.y * b.x) / det, y: (a.x * d.y - a.y * d.x) / det }
}

describe('a cylinder', () => {
  it('is seen as solid geometry has it, to a billionth', () => {
    holdsFor(fc.tuple(cylinders, real(0.2, 5), real(0, 1), real(0, 1)), ([bend, ratio, u, v]) => {
      const { at } = bendMap(bend, ratio).place(u, v)
      const expected = inCorners((s, t) => inSpace(bend, ratio, s, t), u, v)
      expect(Math.hypot(at.x - expected.x, at.y - expected.y)).toBeLessThan(1e-9)
    })
  })

  it('keeps its four corners, and every place comes back to itself', () => {
    holdsFor(fc.tuple(cylinders, real(0.2, 5), real(0, 1), real(0, 1)), ([bend, ratio, u, v]) => {
      const map = bendMap(bend, ratio)
      for (const { x, y } of UNIT_QUAD) {
        const { at } = map.place(x, y)
        expect(Math.hypot(at.x - x, at.y - y)).toBeLessThan(1e-9)
      }
      const back = map.back(map.place(u, v).at)
      expect(Math.hypot(back.x - u, back.y - v)).toBeLessThan(1e-6)
    })
  })

  it('is refused where an edge lies out of sight, in words', () => {
    expect(bendFault({ kind: 'cylinder', arc: 170, around: 0, tilt: 20 })).toBeNull()
    expect(bendFault({ kind: 'cylinder', arc: 170, around: 4, tilt: 20 })).toBe('turned')
    expect(BEND_FAULT_WORDS.turned).toContain('out of sight')
  })
})

const QUAD: Quad = [
  { x: 120, y: 90 },
  { x: 980, y: 210 },
  { x: 900, y: 760 },
  { x: 60, y: 880 },
]

describe('a mesh', () => {
  it('gives back every affine map exactly, with any number of points', () => {
    const counts = fc.integer({ min: RANGE.bend.points.min, max: RANGE.bend.points.max })
    holdsFor(fc.tuple(counts, counts, real(-0.4, 1.4), real(-0.4, 1.4)), ([columns, rows, u, v]) => {
      const { at } = bendMap(flatMesh(columns, rows), 1).place(u, v)
      expect(Math.hypot(at.x - u, at.y - v)).toBeLessThan(1e-12)
    })
  })

  it('comes within half a pixel of a projective map, of 6 by 6 points, all over a thousand pixels', () => {
    const homography = unitToQuad(QUAD)
    const flat = flatMesh(6, 6)
    const points = flat.points.map((p) => project(homography, p))
    const map = bendMap({ ...flat, points }, 1)
    let worst = 0
    for (let i = 0; i <= 100; i += 1)
      for (let j = 0; j <= 100; j += 1) {
        const [u, v] = [i / 100, j / 100]
        const [{ at }, expected] = [map.place(u, v), project(homography, { x: u, y: v })]
        worst = Math.max(worst, Math.hypot(at.x - expected.x, at.y - expected.y))
      }
    expect(worst).toBeLessThan(0.5)
  })

  it('takes a cylinder over to half a hundredth of its size', () => {
    const bend: CylinderBend = { kind: 'cylinder', arc: 120, around: 0, tilt: 25 }
    const [mesh, cylinder] = [bendMap(resampledMesh(bendMap(bend, 1.5), 6, 2), 1.5), bendMap(bend, 1.5)]
    for (let u = 0; u <= 1; u += 0.05) {
      const [p, q] = [mesh.place(u, 0.3).at, cylinder.place(u, 0.3).at]
      expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(5e-3)
    }
  })

  const moved = fc
    .array(fc.record({ x: real(-0.12, 0.12), y: real(-0.12, 0.12) }), { minLength: 16, maxLength: 16 })
    .map((by): MeshBend => {
      const flat = flatMesh(4, 4)
      const isCorner = (i: number): boolean => [0, 3, 12, 15].includes(i)
      const points = flat.points.map((p, i) =>
        isCorner(i) ? p : { x: p.x + (by[i]?.x ?? 0), y: p.y + (by[i]?.y ?? 0) },
      )
      return { ...flat, points }
    })

  it('goes through its points, and every place of a sound one comes back to itself', () => {
    holdsFor(fc.tuple(moved, real(0, 1), real(0, 1)), ([bend, u, v]) => {
      const map = bendMap(bend, 1)
      bend.points.forEach((p, i) => {
        const { at } = map.place((i % 4) / 3, Math.floor(i / 4) / 3)
        expect(Math.hypot(at.x - p.x, at.y - p.y)).toBeLessThan(1e-9)
      })
      if (bendFault(bend)) return
      const back = map.back(map.place(u, v).at)
      expect(Math.hypot(back.x - u, back.y - v)).toBeLessThan(1e-6)
    })
  })

  it('is refused folded, with points missing, and with its corners away from their places', () => {
    const flat = flatMesh(4, 4)
    const put = (i: number, p: Point): MeshBend => ({ ...flat, points: flat.points.map((q, k) => (k === i ? p : q)) })
    expect(bendFault(flat)).toBeNull()
    expect(bendFault(put(5, { x: 0.9, y: 0.33 }))).toBe('folded')
    expect(bendFault(put(0, { x: 0.1, y: 0 }))).toBe('loose')
    expect(bendFault({ ...flat, points: flat.points.slice(1) })).toBe('loose')
  })

  it('is its own mirror image twice', () => {
    holdsFor(moved, (bend) => {
      const twice = mirroredBend(mirroredBend(bend))
      if (twice.kind !== 'mesh') throw new TypeError('a mesh')
      twice.points.forEach((p, i) => {
        expect(p.x).toBeCloseTo(bend.points[i]?.x ?? 0, 12)
        expect(p.y).toBe(bend.points[i]?.y)
      })
      const [one, other] = [bendMap(bend, 1).place(0.3, 0.6).at, bendMap(mirroredBend(bend), 1).place(0.7, 0.6).at]
      expect(Math.hypot(1 - one.x - other.x, one.y - other.y)).toBeLessThan(1e-9)
    })
  })
})

describe('a curve through values', () => {
  it('is every parabola that the values lie on, and its slope', () => {
    holdsFor(
      fc.tuple(real(-2, 2), real(-2, 2), real(-2, 2), real(0, 1), fc.integer({ min: 3, max: 6 })),
      ([a, b, c, t, n]) => {
        const of = (s: number): number => a + s * (b + s * c)
        const pieces = cubicsThrough(Array.from({ length: n }, (_, i) => of(i / (n - 1))))
        const i = Math.min(n - 2, Math.floor(t * (n - 1)))
        const [p, q, r, w] = pieces[i] ?? [NaN, NaN, NaN, NaN]
        const s = t * (n - 1) - i
        expect(p + s * (q + s * (r + s * w))).toBeCloseTo(of(t), 9)
        expect((n - 1) * (q + s * (2 * r + 3 * s * w))).toBeCloseTo(b + t * 2 * c, 8)
      },
    )
  })
})

describe('a bent surface in perspective', () => {
  it('leads back where it came from, and is touched by its tangent', () => {
    holdsFor(fc.tuple(cylinders, real(0.02, 0.98), real(0.02, 0.98)), ([bend, u, v]) => {
      const corners = QUAD.map(({ x, y }) => ({ x: x / 1000, y: y / 1000 })) as unknown as Quad
      const surface = bentSurface({ ...IDENTITY, a: 300, d: 200, e: 40, f: -20 }, corners, bend, 1.5)
      const p = { x: 40 + 300 * u, y: -20 + 200 * v }
      expect(depthOn(surface, p)).toBeGreaterThan(0)
      const seen = seenOn(surface, p)
      const back = standingOn(surface, seen) ?? { x: NaN, y: NaN }
      expect(Math.hypot(back.x - p.x, back.y - p.y)).toBeLessThan(1e-3)
      const h = 1e-4
      const { a, b, c, d } = touchingOn(surface, p)
      const [right, down] = [seenOn(surface, { x: p.x + h, y: p.y }), seenOn(surface, { x: p.x, y: p.y + h })]
      expect(Math.abs((right.x - seen.x) / h - a) + Math.abs((right.y - seen.y) / h - b)).toBeLessThan(1e-3)
      expect(Math.abs((down.x - seen.x) / h - c) + Math.abs((down.y - seen.y) / h - d)).toBeLessThan(1e-3)
    })
  })

  it('is the plane itself where it is a mesh that bends nothing', () => {
    const surface = bentSurface(IDENTITY, QUAD, flatMesh(3, 4), 1)
    const plane = unitToQuad(QUAD)
    holdsFor(fc.tuple(real(0, 1), real(0, 1)), ([x, y]) => {
      const [p, q] = [seenOn(surface, { x, y }), project(plane, { x, y })]
      expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeLessThan(1e-9)
    })
  })
})

describe('a bent surface before the eye', () => {
  /** A quad whose far side is so many times farther away than its near one. */
  const farther = (times: number): Quad => {
    const half = 1 / times / 2
    return [{ x: 0.5 - half, y: 0 }, { x: 0.5 + half, y: 0 }, UNIT_QUAD[2], UNIT_QUAD[3]]
  }
  it('is a cylinder of any arc, tilt and ratio between any corners, all of it', () =>
    holdsFor(
      fc.tuple(cylinders, real(1, 39), real(0.05, 40)),
      ([bend, times, ratio]) => {
        const quad = farther(times)
        const surface = bentSurface(IDENTITY, quad, bend, ratio)
        const deepest = Math.max(...UNIT_QUAD.map((p) => depthOn(surface, p)))
        for (let i = 0; i <= 40; i += 1)
          for (const v of [0, 0.5, 1]) {
            // Corners themselves lie within a fortieth; between the looks the rim may come a little nearer.
            expect(depthOn(surface, { x: i / 40, y: v }) / deepest).toBeGreaterThan(LEAST_DEPTH / 2)
          }
      },
      60,
    ))
  it('is as its formula says wherever that lies before the eye', () => {
    const bend: CylinderBend = { kind: 'cylinder', arc: 110, around: 0, tilt: 12 }
    const surface = bentSurface(IDENTITY, farther(2), bend, 1.5)
    const place = bendMap(bend, 1.5).place(0.3, 0.9).at
    const [seen, wanted] = [seenOn(surface, { x: 0.3, y: 0.9 }), project(unitToQuad(farther(2)), place)]
    expect(Math.hypot(seen.x - wanted.x, seen.y - wanted.y)).toBeLessThan(1e-12)
  })
  it('is no mesh with a point beyond it', () => {
    const flat = flatMesh(3, 3)
    const lowered = (by: number): MeshBend => ({
      ...flat,
      points: flat.points.map((p, i) => (i === 7 ? { ...p, y: 1 + by } : p)),
    })
    // Twice as far away at its far side: the eye stands one height below its near one.
    expect(reachesEye(lowered(0.8), farther(2))).toBe(false)
    expect(reachesEye(lowered(1.1), farther(2))).toBe(true)
    expect(reachesEye(lowered(1.1), UNIT_QUAD)).toBe(false)
  })
})
