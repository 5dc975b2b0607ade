import { describe, expect, it } from '@jest/globals'
import {
  apply,
  compose,
  decompose,
  determinant,
  IDENTITY,
  invert,
  largestStretch,
  recompose,
  rotation,
  scaling,
  translation,
  type Matrix,
} from '@/core/geometry/matrix'
import { normalTurn, unitVector } from '@/core/geometry/angle'
import { boxCorners, boxMatrix, drawnBox, HANDLES, handlePoint, resizeBox } from '@/core/geometry/box'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { boxes, points, turns } from '@tests/helpers/arbitrary'
import { near, nearMatrix, nearPoint } from '@tests/helpers/near'

const matrices: fc.Arbitrary<Matrix> = fc
  .record({
    x: real(-900, 900),
    y: real(-900, 900),
    turn: turns,
    sx: real(0.05, 20),
    sy: real(0.05, 20),
    mirror: fc.boolean(),
    shear: real(-2, 2),
  })
  .map(({ x, y, turn, sx, sy, mirror, shear }) =>
    compose(translation(x, y), rotation(turn), { ...IDENTITY, c: shear }, scaling(sx, mirror ? -sy : sy)),
  )

describe('matrices', () => {
  it('undo themselves by their inverse', () => {
    holdsFor(fc.tuple(matrices, points), ([m, p]) => nearPoint(apply(invert(m), apply(m, p)), p, 1e-6))
  })
  it('compose from the right, and associatively', () => {
    holdsFor(fc.tuple(matrices, matrices, matrices, points), ([l, m, n, p]) => {
      const stepwise = apply(l, apply(m, apply(n, p)))
      const size = Math.hypot(stepwise.x, stepwise.y) + 1
      nearPoint(apply(compose(l, m, n), p), stepwise, 1e-9 * size)
      nearMatrix(compose(compose(l, m), n), compose(l, compose(m, n)), 1e-6 * size)
    })
  })
  it('come apart into parts that make them again', () => {
    holdsFor(matrices, (m) => nearMatrix(recompose(decompose(m)), m, 1e-7, 1))
  })
  it('multiply areas by their determinant', () => {
    holdsFor(fc.tuple(matrices, matrices), ([m, n]) => {
      const product = determinant(m) * determinant(n)
      near(determinant(compose(m, n)), product, 1e-9 * Math.abs(product) + 1e-9)
    })
  })
  it('stretch no direction more than the largest stretch, and one by it', () => {
    holdsFor(
      matrices,
      (m) => {
        const stretch = largestStretch(m)
        const lengths = Array.from({ length: 720 }, (_, i) => {
          const d = unitVector(i / 2)
          return Math.hypot(m.a * d.x + m.c * d.y, m.b * d.x + m.d * d.y)
        })
        expect(Math.max(...lengths)).toBeLessThanOrEqual(stretch * (1 + 1e-9))
        expect(Math.max(...lengths)).toBeGreaterThan(stretch * 0.9999)
      },
      60,
    )
  })
  it('refuse to invert a flattened plane', () => expect(() => invert(scaling(0, 1))).toThrow(/inverted/))
  it('turn clockwise with y down', () => nearPoint(apply(rotation(90), { x: 1, y: 0 }), { x: 0, y: 1 }, 0))
})

describe('turns', () => {
  it('are kept in (−180, 180]', () => {
    holdsFor(real(-5000, 5000), (degrees) => {
      const turn = normalTurn(degrees)
      expect(turn).toBeGreaterThan(-180)
      expect(turn).toBeLessThanOrEqual(180)
      nearPoint(
        unitVector(turn),
        { x: Math.cos((degrees * Math.PI) / 180), y: Math.sin((degrees * Math.PI) / 180) },
        1e-9,
      )
    })
  })
  it('treat −180 and 180 as one', () => expect(normalTurn(-180)).toBe(180))
})

describe('boxes', () => {
  const handles = fc.constantFrom(...HANDLES)
  const spot = (box: Parameters<typeof boxMatrix>[0], turn: number, hx: number, hy: number) =>
    apply(boxMatrix(box, turn), { x: (hx * box.w) / 2, y: (hy * box.h) / 2 })

  it('keep the opposite corner or side when a handle is carried', () => {
    holdsFor(fc.tuple(boxes, turns, handles, points, fc.boolean()), ([box, turn, handle, delta, free]) => {
      const after = resizeBox(box, turn, handle, delta, { free })
      nearPoint(spot(after, turn, -handle.hx, -handle.hy), spot(box, turn, -handle.hx, -handle.hy), 1e-6)
    })
  })
  it('keep their proportions at a corner', () => {
    holdsFor(fc.tuple(boxes, turns, points), ([box, turn, delta]) => {
      const after = resizeBox(box, turn, { hx: 1, hy: 1 }, delta)
      near(after.w / after.h, box.w / box.h, 1e-6 * (box.w / box.h))
    })
  })
  it('follow the hand when sized freely', () => {
    holdsFor(fc.tuple(boxes, turns, points), ([box, turn, delta]) => {
      const after = resizeBox(box, turn, { hx: 1, hy: 1 }, delta, { free: true })
      if (after.w <= 0.5 || after.h <= 0.5) return
      const corner = spot(box, turn, 1, 1)
      nearPoint(spot(after, turn, 1, 1), { x: corner.x + delta.x, y: corner.y + delta.y }, 1e-6)
    })
  })
  it('never shrink to nothing or turn over', () => {
    holdsFor(fc.tuple(boxes, turns, handles, points), ([box, turn, handle, delta]) => {
      const after = resizeBox(box, turn, handle, { x: delta.x * 50, y: delta.y * 50 })
      expect(after.w).toBeGreaterThan(0)
      expect(after.h).toBeGreaterThan(0)
    })
  })
  it('are drawn out between two points, equal-sided or from the centre', () => {
    expect(drawnBox({ x: 10, y: 10 }, { x: 30, y: 50 })).toEqual({ cx: 20, cy: 30, w: 20, h: 40 })
    expect(drawnBox({ x: 10, y: 10 }, { x: 30, y: -30 }, { equalSides: true })).toEqual({
      cx: 30,
      cy: -10,
      w: 40,
      h: 40,
    })
    expect(drawnBox({ x: 10, y: 10 }, { x: 30, y: 50 }, { fromCentre: true })).toEqual({ cx: 10, cy: 10, w: 40, h: 80 })
  })
  it('have corners that turn with them', () => {
    const [first] = boxCorners({ cx: 0, cy: 0, w: 20, h: 10 }, 90)
    nearPoint(first ?? { x: 0, y: 0 }, { x: 5, y: -10 }, 1e-12)
    expect(handlePoint({ w: 20, h: 10 }, { hx: 1, hy: -1 })).toEqual({ x: 10, y: -5 })
  })
})
