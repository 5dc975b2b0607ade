/**
 * Combining checked from outside: the areas of set algebra, and sample points that must belong as logic says.
 * |A∪B| + |A∩B| = |A| + |B|, |A\B| + |A∩B| = |A|, |A△B| + |A∩B| = |A∪B|.
 */
import { describe, expect, it } from '@jest/globals'
import { COMBINATIONS, type Combination } from '@/core/path/combinations'
import { combineOutlines } from '@/core/path/combine'
import { filledArea } from '@/core/path/flat'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import { growRect, unionRects } from '@/core/geometry/rect'
import { randomFrom } from '@/core/random'
import { outlineOf } from '@/core/stencil/stencil'
import { sweep } from '@tests/helpers/sweep'
import { fc, SEED } from '@tests/helpers/property'
import { stencils } from '@tests/helpers/arbitrary'
import { contains, flat, isNearEdge } from '@tests/helpers/belonging'
import { near } from '@tests/helpers/near'

const rect = (x0: number, y0: number, x1: number, y1: number): Outline => ({
  path: polygonPath([
    { x: x0, y: y0 },
    { x: x1, y: y0 },
    { x: x1, y: y1 },
    { x: x0, y: y1 },
  ]),
  fillRule: 'nonzero',
})

const PAIRS = sweep(500)
const SAMPLES = 200
/** Points nearer than this to either outline may fall to either side. */
const DOUBT = 0.02

const placed = (random: () => number): Outline => {
  const seed = Math.floor(random() * 2 ** 31)
  const [stencil] = fc.sample(stencils, { numRuns: 1, seed })
  const size = { w: 20 + random() * 180, h: 20 + random() * 180 }
  const at = compose(translation(random() * 160, random() * 160), rotation(random() * 360 - 180))
  const made = outlineOf(stencil ?? { kind: 'ellipse' }, size)
  return { ...made, path: transformPath(at, made.path) }
}

/** Every fourth pair is nearly one outline twice: moved, turned or sized by next to nothing. */
const partner = (first: Outline, random: () => number, i: number): Outline => {
  if (i % 4 !== 0) return placed(random)
  const little = [0, 1e-9, 1e-6, 1e-3, 0.05][Math.floor(random() * 5)] ?? 0
  const nudge = compose(translation(little, -little), rotation(little), scaling(1 + little))
  return { ...first, path: transformPath(nudge, first.path) }
}

const belongs: Record<Combination, (a: boolean, b: boolean) => boolean> = {
  unite: (a, b) => a || b,
  subtract: (a, b) => a && !b,
  intersect: (a, b) => a && b,
  exclude: (a, b) => a !== b,
}

describe('combining', () => {
  it('has the areas worked out by hand for two squares', () => {
    const [a, b] = [rect(0, 0, 10, 10), rect(5, 5, 15, 15)]
    const area = (how: Combination): number => filledArea(combineOutlines(a, b, how).outline)
    near(area('unite'), 175, 0.01)
    near(area('subtract'), 75, 0.01)
    near(area('intersect'), 25, 0.01)
    near(area('exclude'), 150, 0.01)
  })
  it('keeps curves curves', () => {
    const [a, b] = [outlineOf({ kind: 'ellipse' }, { w: 10, h: 10 }), rect(0, -6, 6, 6)]
    const { outline, isFlattened } = combineOutlines(a, b, 'subtract')
    expect(isFlattened).toBe(false)
    expect(outline.path.some(({ kind }) => kind === 'cubic')).toBe(true)
    expect(outline.path.length).toBeLessThan(14)
    near(filledArea(outline), (Math.PI * 25) / 2, 0.01)
  })
  it('of what lies apart or within leaves what it must', () => {
    const [a, b, far] = [rect(0, 0, 10, 10), rect(2, 2, 4, 4), rect(20, 20, 24, 24)]
    near(filledArea(combineOutlines(a, b, 'subtract').outline), 96, 0.01)
    near(filledArea(combineOutlines(a, far, 'intersect').outline), 0, 0.01)
    near(filledArea(combineOutlines(a, far, 'unite').outline), 116, 0.01)
    expect(combineOutlines(a, a, 'subtract').outline.path.length).toBe(0)
  })
  it(`obeys the algebra of areas and points for ${PAIRS} random pairs`, () => {
    const random = randomFrom(SEED)
    const flattened: number[] = []
    for (let i = 0; i < PAIRS; i += 1) {
      const a = placed(random)
      const b = partner(a, random, i)
      const made = Object.fromEntries(COMBINATIONS.map((how) => [how, combineOutlines(a, b, how)]))
      const outline = (how: Combination): Outline => made[how]?.outline ?? a
      const area = (how: Combination): number => filledArea(outline(how))
      const [areaA, areaB] = [filledArea(a), filledArea(b)]
      const slack = 1e-3 * (areaA + areaB)
      for (const [law, got, wanted] of [
        ['|A∪B| + |A∩B|', area('unite') + area('intersect'), areaA + areaB],
        ['|A∖B| + |A∩B|', area('subtract') + area('intersect'), areaA],
        ['|A△B| + |A∩B|', area('exclude') + area('intersect'), area('unite')],
      ] as const)
        if (!(Math.abs(got - wanted) <= slack)) expect(`${law} of pair ${i}, seed ${SEED}: ${got}`).toBe(String(wanted))
      if (COMBINATIONS.some((how) => made[how]?.isFlattened)) flattened.push(i)
      const [flatA, flatB] = [flat(a), flat(b)]
      const results = COMBINATIONS.map((how) => ({ how, result: flat(outline(how)) }))
      const field = growRect(unionRects([boundsOf(a.path), boundsOf(b.path)]), 5)
      for (let k = 0; k < SAMPLES; k += 1) {
        const p = {
          x: field.x0 + random() * (field.x1 - field.x0),
          y: field.y0 + random() * (field.y1 - field.y0),
        }
        const [inA, inB] = [contains(flatA, p), contains(flatB, p)]
        for (const { how, result } of results)
          if (contains(result, p) !== belongs[how](inA, inB) && !isNearEdge([flatA, flatB], p, DOUBT))
            expect(`${how} of pair ${i} (seed ${SEED}) at ${p.x}, ${p.y}`).toBe('right')
      }
    }
    // The second engine is for the few that the first one loses.
    expect(flattened.length).toBeLessThan(PAIRS * 0.1)
  })
})
