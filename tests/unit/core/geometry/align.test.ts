import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { ALIGNMENTS, alignRects, distributeRects, type Axis } from '@/core/geometry/align'
import { moveRect, unionRects, type Rect } from '@/core/geometry/rect'

const rects: fc.Arbitrary<Rect> = fc
  .tuple(real(-900, 900), real(-900, 900), real(1, 400), real(1, 400))
  .map(([x, y, w, h]) => ({ x0: x, y0: y, x1: x + w, y1: y + h }))
const several = fc.array(rects, { minLength: 2, maxLength: 9 })

const moved = (all: readonly Rect[], by: readonly { x: number; y: number }[]): readonly Rect[] =>
  all.map((r, i) => moveRect(r, by[i] ?? { x: 0, y: 0 }))

/** Where the part that an alignment speaks of lies. */
const partOf: Readonly<Record<(typeof ALIGNMENTS)[number], (r: Rect) => number>> = {
  left: (r) => r.x0,
  centre: (r) => (r.x0 + r.x1) / 2,
  right: (r) => r.x1,
  top: (r) => r.y0,
  middle: (r) => (r.y0 + r.y1) / 2,
  bottom: (r) => r.y1,
}

describe('align', () => {
  it.each(ALIGNMENTS)('%s brings every part to that of the field within 1e-6 pt, and moves along one axis', (which) => {
    holdsFor(fc.tuple(several, rects), ([all, field]) => {
      const by = alignRects(all, which, field)
      for (const r of moved(all, by)) near(partOf[which](r), partOf[which](field), 1e-6)
      const across = which === 'left' || which === 'centre' || which === 'right'
      for (const { x, y } of by) expect(across ? y : x).toBe(0)
    })
  })

  it('twice is the same as once', () => {
    holdsFor(fc.tuple(several, fc.constantFrom(...ALIGNMENTS)), ([all, which]) => {
      const once = moved(all, alignRects(all, which, unionRects(all)))
      for (const { x, y } of alignRects(once, which, unionRects(all))) near(Math.hypot(x, y), 0, 1e-6)
    })
  })
})

const spanOf = (r: Rect, axis: Axis): { min: number; max: number } =>
  axis === 'x' ? { min: r.x0, max: r.x1 } : { min: r.y0, max: r.y1 }
const ordered = (all: readonly Rect[], axis: Axis) =>
  all.map((r) => spanOf(r, axis)).sort((p, q) => p.min + p.max - q.min - q.max)

describe('distribute', () => {
  const axes = fc.constantFrom<Axis>('x', 'y')

  it('makes equal gaps, between first and last that stay', () => {
    holdsFor(fc.tuple(several, axes), ([all, axis]) => {
      const before = ordered(all, axis)
      // Items that take more room than there is overlap afterwards too; then their order by centres may change.
      const taken = before.reduce((sum, { min, max }) => sum + max - min, 0)
      if (taken > (before.at(-1)?.max ?? 0) - (before[0]?.min ?? 0)) return
      const after = ordered(moved(all, distributeRects(all, axis, { by: 'gaps' })), axis)
      near(after[0]?.min ?? 0, before[0]?.min ?? 1, 1e-6)
      const gaps = after.slice(1).map((s, i) => s.min - (after[i]?.max ?? 0))
      for (const gap of gaps) near(gap, gaps[0] ?? 0, 1e-6)
    })
  })

  it('makes equal steps from centre to centre', () => {
    holdsFor(fc.tuple(several, axes), ([all, axis]) => {
      const after = ordered(moved(all, distributeRects(all, axis, { by: 'centres' })), axis)
      const centres = after.map(({ min, max }) => (min + max) / 2)
      const steps = centres.slice(1).map((c, i) => c - (centres[i] ?? 0))
      for (const step of steps) near(step, steps[0] ?? 0, 1e-6)
    })
  })

  it('leaves a typed gap between neighbours, the first where it was', () => {
    holdsFor(fc.tuple(several, axes, real(0, 80)), ([all, axis, gap]) => {
      const first = ordered(all, axis)[0]
      const after = ordered(moved(all, distributeRects(all, axis, { by: 'gap', gap })), axis)
      near(after[0]?.min ?? 0, first?.min ?? 1, 1e-6)
      for (const [i, s] of after.slice(1).entries()) near(s.min - (after[i]?.max ?? 0), gap, 1e-6)
    })
  })

  it('three boxes worked out by hand', () => {
    const at = (x: number, w: number): Rect => ({ x0: x, x1: x + w, y0: 0, y1: 10 })
    // 0–10, 12–32, 90–100: 100 wide, 40 taken, two gaps of 30.
    const by = distributeRects([at(0, 10), at(12, 20), at(90, 10)], 'x', { by: 'gaps' })
    expect(by.map(({ x }) => x)).toEqual([0, 28, 0])
  })
})
