/**
 * Areas of the shapes against closed formulas, worked out by hand here and not read off the program:
 * circle and polygon geometry from any textbook; the superellipse 4ab·Γ(1+1/n)²/Γ(1+2/n) (G. Lamé); cubic sides by
 * integrating x dy exactly over the Bernstein basis.
 */
import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { piecesOf } from '@/core/path/contours'
import { boundsOf } from '@/core/path/extent'
import { outlineOf, newStencil, stencilName, type ParametricKind, type Stencil } from '@/core/stencil/stencil'
import type { Size } from '@/core/geometry/vector'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { KINDS, sizes, stencilsOf } from '@tests/helpers/arbitrary'
import { near } from '@tests/helpers/near'

const bare = (stencil: Stencil): Stencil =>
  Object.fromEntries(Object.entries(stencil).filter(([key]) => key !== 'corners')) as unknown as Stencil

describe('stencils', () => {
  it.each(KINDS)('%s fills its box exactly', (kind) => {
    holdsFor(
      fc.tuple(stencilsOf(kind), sizes),
      ([stencil, { w, h }]) => {
        const bounds = boundsOf(outlineOf(bare(stencil), { w, h }).path)
        near(bounds.x0, -w / 2, 1e-6 * w)
        near(bounds.x1, w / 2, 1e-6 * w)
        near(bounds.y0, -h / 2, 1e-6 * h)
        near(bounds.y1, h / 2, 1e-6 * h)
      },
      60,
    )
  })
  it.each([2, 61, 3.5, NaN])('refuse a polygon of %p sides', (sides) => {
    expect(() => outlineOf({ kind: 'polygon', sides }, { w: 1, h: 1 })).toThrow(/sides must be/)
  })
  it('refuse a choice there is not', () => {
    expect(() => outlineOf({ kind: 'arch', rise: 0.5, head: 'flat' as 'round' }, { w: 1, h: 1 })).toThrow(
      /head must be/,
    )
  })
  it('have a name in plain words', () => {
    expect(stencilName({ kind: 'polygon', sides: 5 })).toBe('Polygon, 5 sides')
    expect(stencilName({ kind: 'rectangle' })).toBe('Rectangle')
  })
  it('of chance are the same for the same seed and others for another', () => {
    for (const kind of ['blob', 'torn', 'shards'] as const) {
      const at = (seed: number) => outlineOf({ ...newStencil(kind), seed }, { w: 100, h: 80 }).path
      expect(at(5)).toEqual(at(5))
      expect(at(5)).not.toEqual(at(6))
    }
  })
})

/** Γ by Lanczos' approximation, g = 7, n = 9 (coefficients of P. Godfrey, from memory; checked on Γ(½) = √π below). */
const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]
const gamma = (z: number): number => {
  const x = z - 1
  const sum = LANCZOS.reduce((s, c, i) => (i ? s + c / (x + i) : c), 0)
  const t = x + 7.5
  return Math.sqrt(2 * Math.PI) * Math.pow(t, x + 0.5) * Math.exp(-t) * sum
}

/** ∫ x dy over a cubic: exact, from the integrals of products of Bernstein polynomials. */
const cubicArea = (x: readonly number[], y: readonly number[]): number => {
  const [x0 = 0, x1 = 0, x2 = 0, x3 = 0] = x
  const [y0 = 0, y1 = 0, y2 = 0, y3 = 0] = y
  return (
    (x0 * (-10 * y0 + 6 * y1 + 3 * y2 + y3) +
      3 * x1 * (-2 * y0 - y1 * 0 + y2 + y3) * 1 +
      3 * x2 * (-y0 - y1 + 2 * y3) +
      x3 * (-y0 - 3 * y1 - 6 * y2 + 10 * y3)) /
    20
  )
}

const area = (stencil: Stencil, size: Size): number => {
  const outline = outlineOf(stencil, size)
  // Holes and pieces counted apart: each piece's area less its holes, by the fill rule.
  return piecesOf(outline).reduce((sum, piece) => {
    const rings = piece.path.reduce<number[]>((starts, s, i) => (s.kind === 'move' ? [...starts, i] : starts), [])
    const areas = rings.map((from, i) => Math.abs(areaOf(piece.path.slice(from, rings[i + 1]))))
    return sum + areas.reduce((total, one, i) => (i ? total - one : one), 0)
  }, 0)
}

const checkArea = (stencil: Stencil, size: Size, wanted: number): void => near(area(stencil, size) / wanted, 1, 1e-6)

/** Area between a chord and its arc of radius r over the angle a. */
const segment = (r: number, a: number): number => ((a - Math.sin(a)) * r * r) / 2

describe('areas', () => {
  it('the gamma function used here is right', () => {
    near(gamma(0.5), Math.sqrt(Math.PI), 1e-12)
    near(gamma(5), 24, 1e-10)
    // x from 0 to 1 and back over y from 0 to 1: ∫ x dy of the cubic with x = 3t(1−t), y = t is ½.
    near(cubicArea([0, 1, 1, 0], [0, 1 / 3, 2 / 3, 1]), 0.5, 1e-12)
    near(cubicArea([1, 1, 1, 1], [0, 0, 1, 1]), 1, 1e-12)
  })
  it('of plain shapes', () =>
    holdsFor(fc.tuple(sizes, real(0.05, 0.95)), ([size, k]) => {
      const box = size.w * size.h
      checkArea({ kind: 'rectangle' }, size, box)
      checkArea({ kind: 'ellipse' }, size, (Math.PI * box) / 4)
      checkArea({ kind: 'triangle', apex: k }, size, box / 2)
      checkArea({ kind: 'kite', cross: k }, size, box / 2)
      checkArea({ kind: 'egg', waist: 0.2 + 0.6 * k }, size, (Math.PI * box) / 4)
      checkArea({ kind: 'ring', hole: k }, size, (Math.PI * box * (1 - k * k)) / 4)
      checkArea({ kind: 'cross', arm: k }, size, box * (2 * k - k * k))
      checkArea({ kind: 'hexagon', cut: k / 2 }, size, box * (1 - k / 2))
      checkArea({ kind: 'parallelogram', lean: k * 0.9 }, size, box * (1 - k * 0.9))
      checkArea({ kind: 'parallelogram', lean: -k * 0.9 }, size, box * (1 - k * 0.9))
      checkArea({ kind: 'trapezoid', top: k }, size, (box * (1 + k)) / 2)
      checkArea({ kind: 'chevron', depth: 0.05 + k * 0.8 }, size, box * (0.95 - k * 0.8))
      checkArea({ kind: 'ribbon', cut: 0.02 + k * 0.4 }, size, box * (1 - (0.02 + k * 0.4)))
      checkArea({ kind: 'arrow', head: 0.3, shaft: k }, size, box * (0.7 * k + 0.15))
    }))
  it('of regular polygons, stars and bursts', () => {
    // Height 2·r with a corner up and one down; width 2·r where a quarter of the corners is whole.
    for (const n of [4, 8, 20]) {
      checkArea({ kind: 'polygon', sides: n }, { w: 2, h: 2 }, (n / 2) * Math.sin((2 * Math.PI) / n))
      checkArea({ kind: 'star', points: n, inner: 0.4 }, { w: 2, h: 2 }, n * 0.4 * Math.sin(Math.PI / n))
      checkArea(
        { kind: 'burst', points: n * 2, depth: 0.3, uneven: 0, seed: 1 },
        { w: 2, h: 2 },
        2 * n * 0.7 * Math.sin(Math.PI / (2 * n)),
      )
    }
    checkArea({ kind: 'polygon', sides: 6 }, { w: Math.sqrt(3), h: 2 }, 3 * Math.sin(Math.PI / 3))
    checkArea({ kind: 'polygon', sides: 3 }, { w: Math.sqrt(3), h: 1.5 }, (3 * Math.sqrt(3)) / 4)
  })
  it('of arcs and sectors', () => {
    // A half and a quarter of a ring, in boxes that keep them round.
    checkArea({ kind: 'arc', from: 180, sweep: 180, hole: 0 }, { w: 2, h: 1 }, Math.PI / 2)
    checkArea({ kind: 'arc', from: -180, sweep: 90, hole: 0.5 }, { w: 1, h: 1 }, (Math.PI * 0.75) / 4)
    checkArea({ kind: 'arc', from: -90, sweep: 270, hole: 0.3 }, { w: 2, h: 2 }, Math.PI * 0.75 * 0.91)
    checkArea({ kind: 'arc', from: 20, sweep: 360, hole: 0.3 }, { w: 2, h: 2 }, Math.PI * 0.91)
    checkArea({ kind: 'arc', from: 20, sweep: 360, hole: 0 }, { w: 2, h: 2 }, Math.PI)
  })
  it('of superellipses, by the gamma function', () => {
    const check = (n: number): void =>
      checkArea({ kind: 'superellipse', power: n }, { w: 30, h: 20 }, (600 * gamma(1 + 1 / n) ** 2) / gamma(1 + 2 / n))
    for (const n of [0.4, 0.5, 2 / 3, 1, 1.5, 2, 2.5, 3, 4, 7.3, 12, 20]) check(n)
    holdsFor(real(0.4, 20), check)
  })
  it('of drops, crescents and leaves', () => {
    for (const d of [1.1, 1.9, 3.7])
      checkArea({ kind: 'drop', length: d }, { w: 2, h: d + 1 }, Math.sqrt(d * d - 1) + Math.PI - Math.acos(1 / d))
    for (const d of [0.2, 0.6, 1.5]) {
      const lens = 2 * Math.acos(d / 2) - (d / 2) * Math.sqrt(4 - d * d)
      checkArea({ kind: 'crescent', phase: d }, { w: 1 + d / 2, h: 2 }, Math.PI - lens)
    }
    for (const s of [0.2, 0.6, 1])
      checkArea({ kind: 'leaf', bulge: s }, { w: 2 * s, h: 2 }, 2 * segment((1 + s * s) / (2 * s), 4 * Math.atan(s)))
  })
  it('of flowers and scallops', () => {
    for (const [n, d, f] of [
      [4, 0.3, 0.65],
      [8, 0.2, 0.3],
      [12, 0.5, 0.9],
    ] as const) {
      // One side from a tip at the right (1, 0) to the valley after it, and the triangle to the middle.
      const a = Math.PI / n
      const reach = f * Math.tan(a)
      const [cos, sin, r] = [Math.cos(a), Math.sin(a), 1 - d]
      const x = [1, 1, r * (cos + (sin * reach) / 2), r * cos]
      const y = [0, reach, r * (sin - (cos * reach) / 2), r * sin]
      const side = cubicArea(x, y) - (r * cos * r * sin) / 2
      checkArea({ kind: 'flower', petals: n, depth: d, full: f }, { w: 2, h: 2 }, 2 * n * side)
    }
    for (const [n, b] of [
      [8, 1],
      [12, 0.5],
      [24, 0.2],
    ] as const) {
      const [half, flat] = [Math.sin(Math.PI / n), Math.cos(Math.PI / n)]
      const rise = b * half
      const r = (half * half + rise * rise) / (2 * rise)
      const side = 2 * (flat + rise)
      const wanted = n * (half * flat + segment(r, 4 * Math.atan(b)))
      checkArea({ kind: 'scallop', lobes: n, bulge: b }, { w: side, h: side }, wanted)
    }
  })
  it('of hearts, arches, speech shapes and tickets', () => {
    const [w, h] = [50, 40]
    for (const [lobe, full] of [
      [0.28, 0.42],
      [0.4, 0.7],
    ] as const) {
      const y = -h / 2 + lobe * h
      const down = h * (1 - lobe)
      const side = cubicArea([w / 2, w / 2, 0.16 * w, 0], [y, y + down * full, h / 2 - 0.24 * down, h / 2])
      checkArea({ kind: 'heart', lobe, full }, { w, h }, (Math.PI * w * lobe * h) / 4 + 2 * side)
    }
    checkArea({ kind: 'arch', rise: 0.4, head: 'round' }, { w, h }, w * h * 0.6 + (Math.PI * w * h * 0.4) / 4)
    // An equilateral arch of width w has the area w²(π/3 − √3/4) and the height w√3/2.
    const head = (w * w * (Math.PI / 3 - Math.sqrt(3) / 4) * (0.4 * h)) / ((w * Math.sqrt(3)) / 2)
    checkArea({ kind: 'arch', rise: 0.4, head: 'pointed' }, { w, h }, w * h * 0.6 + head)
    checkArea(
      { kind: 'speech', round: { points: 5 }, tail: 0.2, at: 0.3, wide: 0.16, tip: 0.18 },
      { w, h },
      w * 32 - (4 - Math.PI) * 25 + (0.16 * w * 8) / 2,
    )
    checkArea({ kind: 'ticket', bite: { share: 0.2 }, at: 0.5 }, { w, h }, w * h - Math.PI * 64)
    checkArea(
      { kind: 'tag', point: 0.3, hole: 0.1 },
      { w, h },
      w * h - 2 * ((15 * (h / 2 - 0.16 * h)) / 2) - Math.PI * 16,
    )
  })
  it('of paper edges', () => {
    const [w, h] = [120, 80]
    // 120/(6·1.6) = 12.5 and 80/9.6 = 8.33 holes: 12 and 8 a side, of radius 3.
    checkArea({ kind: 'stamp', tooth: { points: 6 } }, { w, h }, w * h - (2 * (12 + 8) * Math.PI * 9) / 2)
    // Two parallel sines, 8 apart from crest to crest of one.
    checkArea({ kind: 'wave', waves: 3, depth: 0.1 }, { w, h }, w * (h - 8))
    // Teeth of depth 4 on the two long sides take half of that depth.
    checkArea({ kind: 'pinking', teeth: 12, depth: 0.05, edges: 'top and bottom' }, { w, h }, w * (h - 4))
    checkArea({ kind: 'pinking', teeth: 12, depth: 0.05, edges: 'bottom' }, { w, h }, w * (h - 2))
  })
  it('of cut-up sets', () => {
    const size = { w: 120, h: 80 }
    checkArea({ kind: 'strips', count: 5, gap: { points: 6 }, run: 'upright' }, size, (120 - 24) * 80)
    checkArea({ kind: 'strips', count: 5, gap: { share: 0.05 }, run: 'level' }, size, (80 - 16) * 120)
    checkArea({ kind: 'tiles', columns: 4, rows: 3, gap: { points: 2 } }, size, 114 * 76)
    // Slats that stand upright are strips.
    checkArea({ kind: 'slats', count: 5, gap: { points: 6 }, lean: 0, taper: 0 }, size, 96 * 80)
    // Without a gap the shards are the whole.
    checkArea({ kind: 'shards', count: 17, gap: { points: 0 }, seed: 3 }, size, 120 * 80)
    expect(piecesOf(outlineOf(newStencil('shards'), size))).toHaveLength(12)
    expect(piecesOf(outlineOf(newStencil('tiles'), size))).toHaveLength(9)
  })
})

describe('worked corners', () => {
  const SIZE = { w: 100, h: 60 }
  const rect = (style: 'round' | 'bevel' | 'scoop' | 'notch', points: number, n = 1): Stencil => ({
    kind: 'rectangle',
    corners: Array.from({ length: n }, (_, i) => ({ style, size: { points: i ? 0 : points } })),
  })
  // What a corner of radius r takes off: (1 − π/4)r², ½r², ¼πr², r².
  it.each([
    ['round', (1 - Math.PI / 4) * 100],
    ['bevel', 50],
    ['scoop', (Math.PI / 4) * 100],
    ['notch', 100],
  ] as const)('%s take off what they must, all or one', (style, each) => {
    near(area(rect(style, 10), SIZE), 6000 - 4 * each, 1e-6)
    near(area(rect(style, 10, 4), SIZE), 6000 - each, 1e-6)
  })
  it('become smaller together where they would overlap (CSS Backgrounds 3, 5.5)', () => {
    // Radius 40 on a side of 60: factor 60/80, so 30.
    near(area(rect('round', 40), SIZE), 6000 - 4 * (1 - Math.PI / 4) * 900, 1e-6)
    // 50 and 20 on the left side of 60: factor 6/7.
    const k = 6 / 7
    const uneven: Stencil = {
      kind: 'rectangle',
      corners: [50, 0, 0, 20].map((points) => ({ style: 'bevel', size: { points } })),
    }
    near(area(uneven, SIZE), 6000 - ((50 * k) ** 2 + (20 * k) ** 2) / 2, 1e-6)
  })
  it('of other angles touch both sides', () => {
    // An equilateral triangle of side 6 with corners of radius 1: the rounding leaves A − 3(√3 − π/3)r².
    const h = 3 * Math.sqrt(3)
    const made: Stencil = { kind: 'triangle', apex: 0.5, corners: [{ style: 'round', size: { points: 1 } }] }
    near(area(made, { w: 6, h }), 9 * Math.sqrt(3) - 3 * (Math.sqrt(3) - Math.PI / 3), 1e-9)
  })
  it('measured as a share follow the short side', () => {
    const made: Stencil = { kind: 'rectangle', corners: [{ style: 'notch', size: { share: 0.25 } }] }
    near(area(made, SIZE), 6000 - 4 * 225, 1e-6)
  })
  it('leave every straight shape within its bounds', () =>
    holdsFor(
      fc.tuple(fc.constantFrom<ParametricKind>('star', 'cross', 'arrow', 'ribbon', 'burst'), sizes),
      ([kind, size]) => {
        for (const style of ['round', 'bevel', 'scoop', 'notch'] as const) {
          const made = { ...newStencil(kind), corners: [{ style, size: { share: 0.2 } }] } as Stencil
          const r = boundsOf(outlineOf(made, size).path)
          expect(r.x0).toBeGreaterThanOrEqual(-size.w / 2 - 1e-6 * size.w)
          expect(r.y1).toBeLessThanOrEqual(size.h / 2 + 1e-6 * size.h)
        }
      },
    ))
})
