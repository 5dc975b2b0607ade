/** Projective maps: their laws, OpenCV's, and what four corners may be. */
import { describe, expect, it } from '@jest/globals'
import { inFolder } from '@tests/helpers/files'
import { opencvMaps } from '@tests/helpers/opencv'
import { fc, holdsFor, real, SEED } from '@tests/helpers/property'
import {
  composeHomographies,
  depthAt,
  homographyOf,
  invertHomography,
  project,
  quadToQuad,
  quadToUnit,
  tangentAt,
  unitToQuad,
} from '@/core/geometry/homography'
import { apply, compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import { quadFault, type Quad } from '@/core/geometry/quad'
import { distance, type Point } from '@/core/geometry/vector'

const { abs, cos, sin } = Math

const UNIT: Quad = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
]

const asQuad = (points: readonly Point[]): Quad => points as unknown as Quad // of four, as they are made

/** Evenly spread: doubles at random crowd about 0, where hardly four corners make a quad. */
const evenly = (far: number): fc.Arbitrary<number> =>
  fc.integer({ min: -100_000, max: 100_000 }).map((whole) => (whole * far) / 100_000)
const points = (far: number) => fc.record({ x: evenly(far), y: evenly(far) })

/** Four corners that a plane may be seen with, of any size and anywhere. */
const quads: fc.Arbitrary<Quad> = fc
  .tuple(fc.array(points(1), { minLength: 4, maxLength: 4 }), points(2e4), evenly(2000))
  .map(([corners, at, size]) =>
    asQuad(corners.map(({ x, y }) => ({ x: at.x + (20 + abs(size)) * x, y: at.y + (20 + abs(size)) * y }))),
  )
  .filter((quad) => quadFault(quad) === null)

const sizeOf = (quad: Quad): number => Math.max(...quad.map((corner) => distance(corner, quad[0])))
/** A thousand-millionth of a quad's size. */
const grainOf = (quad: Quad): number => sizeOf(quad) * 1e-9

const inUnit = fc.record({ x: real(0, 1), y: real(0, 1) })

describe('the map of the unit square onto a quad', () => {
  it('puts its corners there, and all between them before the eye', () => {
    holdsFor(fc.tuple(quads, inUnit), ([quad, p]) => {
      const map = unitToQuad(quad)
      UNIT.forEach((corner, i) => expect(distance(project(map, corner), quad[i]!)).toBeLessThan(grainOf(quad)))
      expect(depthAt(map, p)).toBeGreaterThan(0)
    })
  })
  it('keeps straight lines straight: three points of one stay on one', () => {
    holdsFor(fc.tuple(quads, inUnit, inUnit, real(0, 1)), ([quad, p, q, t]) => {
      const map = unitToQuad(quad)
      const [a, b] = [project(map, p), project(map, q)]
      const m = project(map, { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) })
      const off = abs((b.x - a.x) * (m.y - a.y) - (b.y - a.y) * (m.x - a.x))
      expect(off).toBeLessThan(grainOf(quad) * sizeOf(quad) * 10)
    })
  })
  it('is the affine one for a parallelogram', () => {
    const matrix = compose(translation(30, -7), rotation(33), scaling(200, 90))
    const map = unitToQuad(asQuad(UNIT.map((corner) => apply(matrix, corner))))
    holdsFor(inUnit, (p) => expect(distance(project(map, p), apply(matrix, p))).toBeLessThan(1e-9))
  })
})

describe('projective maps', () => {
  it('are undone by their inverse, and composed one after the other', () => {
    holdsFor(fc.tuple(quads, quads, inUnit), ([one, other, p]) => {
      const [a, b] = [unitToQuad(one), unitToQuad(other)]
      expect(distance(project(quadToUnit(one), project(a, p)), p)).toBeLessThan(1e-7)
      expect(distance(project(composeHomographies(b, quadToUnit(one)), project(a, p)), project(b, p))).toBeLessThan(
        1e3 * grainOf(other),
      )
      const inverse = invertHomography(b)
      expect(distance(project(inverse, project(b, p)), p)).toBeLessThan(1e-5)
    })
  })
  it('take a quad to a quad, corner by corner', () => {
    holdsFor(fc.tuple(quads, quads), ([from, to]) => {
      const map = quadToQuad(from, to)
      from.forEach((corner, i) => expect(distance(project(map, corner), to[i]!)).toBeLessThan(100 * grainOf(to)))
    })
  })
  it('are touched by their tangent: the error of a step is that of its square', () => {
    holdsFor(fc.tuple(quads, fc.record({ x: real(0.1, 0.9), y: real(0.1, 0.9) }), real(0, 360)), ([quad, p, turn]) => {
      const map = unitToQuad(quad)
      const tangent = tangentAt(map, p)
      expect(distance(apply(tangent, p), project(map, p))).toBeLessThan(grainOf(quad) * 1e2)
      const errorAt = (step: number): number => {
        const q = { x: p.x + step * cos(turn), y: p.y + step * sin(turn) }
        return distance(apply(tangent, q), project(map, q))
      }
      expect(errorAt(1e-3)).toBeLessThan(errorAt(1e-2) / 30 + grainOf(quad) * 1e2)
    })
  })
  it('that flatten the plane, and quads that are none, are refused', () => {
    expect(() => invertHomography([1, 2, 0, 2, 4, 0, 0, 0, 1])).toThrow(/can be inverted/)
    expect(() => unitToQuad(asQuad([UNIT[0], UNIT[0], UNIT[0], UNIT[0]]))).toThrow(/apart from one another/)
    expect(() => invertHomography(homographyOf(scaling(NaN)))).toThrow(/can be inverted/)
  })
  it('are those of OpenCV', () =>
    inFolder((folder) => {
      // It takes corners in single precision: whole numbers are the same in both.
      const whole = fc
        .array(fc.record({ x: fc.integer({ min: 0, max: 4000 }), y: fc.integer({ min: 0, max: 4000 }) }), {
          minLength: 4,
          maxLength: 4,
        })
        .map(asQuad)
        .filter((quad) => quadFault(quad) === null)
      const pairs = fc.sample(fc.tuple(whole, whole), { seed: SEED, numRuns: 60 })
      opencvMaps(folder, pairs).forEach((theirs, n) => {
        const [from, to] = pairs[n]!
        const ours = quadToQuad(from, to)
        // Compared where they put points: the nine numbers are the same up to a factor.
        const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 0] = theirs
        for (const corner of from) {
          const p = project(ours, corner)
          const q = project([a, b, c, d, e, f, g, h, i], corner)
          expect(distance(p, q)).toBeLessThan(1e-9 * 4000 * 10)
        }
      })
      return Promise.resolve()
    }))
})

describe('four corners', () => {
  const at = (...xy: readonly number[]): Quad => asQuad([0, 2, 4, 6].map((i) => ({ x: xy[i] ?? 0, y: xy[i + 1] ?? 0 })))
  it.each([
    ['a rectangle', at(0, 0, 10, 0, 10, 5, 0, 5), null],
    ['one that recedes', at(0, 0, 10, 3, 10, 6, 0, 9), null],
    ['one seen from behind', at(10, 0, 0, 0, 0, 5, 10, 5), null],
    ['two corners on one another', at(0, 0, 0, 0, 10, 10, 0, 10), 'apart'],
    ['all corners on one another', at(5, 5, 5, 5, 5, 5, 5, 5), 'apart'],
    ['crossed sides', at(0, 0, 10, 10, 10, 0, 0, 10), 'crossed'],
    ['a corner that points inward', at(0, 0, 10, 0, 2, 2, 0, 10), 'concave'],
    ['three corners on a line', at(0, 0, 5, 0, 10, 0, 5, 5), 'flat'],
    ['all corners on a line', at(0, 0, 5, 0, 10, 0, 15, 0), 'flat'],
    ['one that vanishes', at(0, 0, 1000, 490, 1000, 510, 0, 1000), 'vanishing'],
    ['no number', at(NaN, 0, 10, 0, 10, 5, 0, 5), 'apart'],
    ['beyond all numbers', at(Infinity, 0, 10, 0, 10, 5, 0, 5), 'apart'],
  ] as const)('that are %s', (_what, quad, fault) => {
    expect(quadFault(quad)).toBe(fault)
  })
  it('are judged alike at any size, place and turn', () => {
    holdsFor(
      fc.tuple(fc.array(points(1), { minLength: 4, maxLength: 4 }), real(1, 1e3), real(0, 360)),
      ([p, k, turn]) => {
        const matrix = compose(translation(k, -k), rotation(turn), scaling(k))
        const moved = asQuad(p.map((corner) => apply(matrix, corner)))
        const [one, other] = [quadFault(asQuad(p)), quadFault(moved)]
        // What lies on a threshold by chance may fall to either side.
        if (one !== other)
          expect([one, other]).toEqual(expect.arrayContaining([expect.stringMatching(/flat|vanishing|apart|concave/)]))
      },
    )
  })
})
