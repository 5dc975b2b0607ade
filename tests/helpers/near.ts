import { expect } from '@jest/globals'
import { apply, type Matrix } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'

/** Absolute closeness, with both values in the message. */
export const near = (got: number, wanted: number, within: number): void => {
  if (!(Math.abs(got - wanted) <= within)) expect(`${got}`).toBe(`${wanted} ± ${within}`)
}

export const nearPoint = (got: Point, wanted: Point, within: number): void => {
  near(got.x, wanted.x, within)
  near(got.y, wanted.y, within)
}

/** Two maps send the corners of a large square to the same places. */
export const nearMatrix = (got: Matrix, wanted: Matrix, within: number, reach = 1): void => {
  for (const p of [
    { x: 0, y: 0 },
    { x: reach, y: 0 },
    { x: 0, y: reach },
  ])
    nearPoint(apply(got, p), apply(wanted, p), within)
}
