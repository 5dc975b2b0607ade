/**
 * Many outlines united, checked from outside: a point belongs to the whole where it belongs to one of them; areas by closed
 * formulas.
 */
import { describe, expect, it } from '@jest/globals'
import { stencils } from '@tests/helpers/arbitrary'
import { contains, flat, isNearEdge } from '@tests/helpers/belonging'
import { near } from '@tests/helpers/near'
import { fc, SEED } from '@tests/helpers/property'
import { sweep } from '@tests/helpers/sweep'
import { compose, rotation, translation } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { edgesOnly, filledArea } from '@/core/path/flat'
import { polygonPath, type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { unitedFlat } from '@/core/path/united'
import { randomFrom } from '@/core/random'
import { outlineOf } from '@/core/stencil/stencil'

const ellipseAt = (x: number, y: number, side = 10): Outline => {
  const outline = outlineOf({ kind: 'ellipse' }, { w: side, h: side })
  return { ...outline, path: transformPath(translation(x, y), outline.path) }
}

const squareAt = (x: number, y: number, side: number, isTurned = false): Outline => {
  const corners = [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side },
  ]
  return { path: polygonPath(isTurned ? corners.toReversed() : corners), fillRule: 'nonzero' }
}

/** Points nearer than this to an outline may fall to either side: curves are flattened to 1/20,000 of the size. */
const DOUBT = 0.05

const GROUPS = sweep(150)
const MEMBERS = 14
const SAMPLES = 150

const member = (random: () => number): Outline => {
  const seed = Math.floor(random() * 2 ** 31)
  const [stencil] = fc.sample(stencils, { numRuns: 1, seed })
  const size = { w: 10 + random() * 140, h: 10 + random() * 140 }
  const at = compose(translation(random() * 900, random() * 500), rotation(random() * 360 - 180))
  const made = outlineOf(stencil ?? { kind: 'ellipse' }, size)
  return { ...made, path: transformPath(at, made.path) }
}

describe('uniting many outlines', () => {
  it('has the areas worked out by hand', () => {
    near(filledArea(unitedFlat([squareAt(0, 0, 10), squareAt(5, 5, 10)])), 175, 0.01)
    // Either way round, one within another, one twice, and one that stands apart.
    near(filledArea(unitedFlat([squareAt(0, 0, 10), squareAt(5, 5, 10, true)])), 175, 0.01)
    near(filledArea(unitedFlat([squareAt(0, 0, 10), squareAt(2, 2, 4, true)])), 100, 0.01)
    near(filledArea(unitedFlat([squareAt(0, 0, 10), squareAt(0, 0, 10)])), 100, 0.01)
    near(filledArea(unitedFlat([squareAt(0, 0, 10), squareAt(100, 0, 3)])), 109, 0.01)
  })
  it('keeps holes, and what stands in them', () => {
    const ring: Outline = { path: [...squareAt(0, 0, 20).path, ...squareAt(4, 4, 12).path], fillRule: 'evenodd' }
    near(filledArea(unitedFlat([ring, squareAt(8, 8, 4)])), 400 - 144 + 16, 0.01)
    near(filledArea(unitedFlat([ring, squareAt(2, 8, 4)])), 400 - 144 + 2 * 4, 0.01)
  })
  it('of none is nothing, of one that one without hidden lines', () => {
    expect(unitedFlat([]).path).toEqual([])
    const one = ellipseAt(0, 0)
    expect(unitedFlat([one])).toBe(edgesOnly(one))
  })
  it('keeps the curves of what touches nothing', () => {
    const united = unitedFlat([ellipseAt(0, 0), ellipseAt(50, 0), squareAt(100, 0, 10), squareAt(105, 5, 10)])
    const curves = united.path.filter(({ kind }) => kind === 'arc' || kind === 'cubic')
    const alone = ellipseAt(0, 0).path.filter(({ kind }) => kind === 'arc' || kind === 'cubic')
    expect(curves.length).toBe(2 * alone.length)
    // The area is taken of lines that may be 1/20,000 of all outlines' size off the circles.
    near(filledArea(united), 2 * Math.PI * 25 + 175, 2 * Math.PI * 10 * (115 / 20_000))
  })
  it('of a row of circles that touch one another has the area of circles less their lenses', () => {
    const [count, r, step] = [200, 50, 80]
    const row = Array.from({ length: count }, (_, i) => ellipseAt(i * step, 0, 2 * r))
    // Two circles of radius r whose centres lie d apart share 2 r² acos(d / 2r) - d/2 √(4r² - d²).
    const lens = 2 * r * r * Math.acos(step / (2 * r)) - (step / 2) * Math.sqrt(4 * r * r - step * step)
    near(filledArea(unitedFlat(row)) / (count * Math.PI * r * r - (count - 1) * lens), 1, 1e-4)
  })
  it(`holds just the points that one of them holds, in ${GROUPS} random groups`, () => {
    const random = randomFrom(SEED)
    for (let i = 0; i < GROUPS; i += 1) {
      const outlines = Array.from({ length: 2 + Math.floor(random() * MEMBERS) }, () => member(random))
      const united = flat(unitedFlat(outlines))
      const parts = outlines.map(flat)
      const around = boundsOf(outlines.flatMap(({ path }) => path))
      for (let n = 0; n < SAMPLES; n += 1) {
        const p = {
          x: around.x0 + random() * (around.x1 - around.x0),
          y: around.y0 + random() * (around.y1 - around.y0),
        }
        if (isNearEdge([united, ...parts], p, DOUBT)) continue
        const wanted = parts.some((part) => contains(part, p))
        if (contains(united, p) !== wanted)
          expect(`seed ${SEED}, group ${i}, ${p.x} ${p.y}: ${!wanted}`).toBe(`${wanted}`)
      }
    }
  }, 120_000)
})
