/** Where a picture lies on its sheet, and its scale against actual size: by closed formulas. */
import { describe, expect, it } from '@jest/globals'
import { compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import { actualShare, picturePoint } from '@/core/placement/position'
import { fc, holdsFor, real, SEED } from '@tests/helpers/property'

describe('the place of a picture', () => {
  it('is its middle, or the top left of the upright box around it, however it is turned', () => {
    console.log(`seed ${SEED}`)
    const cases = fc.record({
      size: fc.record({ w: real(10, 4000), h: real(10, 4000) }),
      x: real(-300, 600),
      y: real(-300, 600),
      turn: real(0, 360),
      k: real(0.01, 2),
    })
    holdsFor(cases, ({ size, x, y, turn, k }) => {
      const matrix = compose(translation(x, y), rotation(turn), scaling(k), translation(-size.w / 2, -size.h / 2))
      const centre = picturePoint(matrix, size, 'centre')
      expect(centre.x).toBeCloseTo(x, 6)
      expect(centre.y).toBeCloseTo(y, 6)
      // The box around a turned rectangle: w·|cos| + h·|sin| wide, w·|sin| + h·|cos| high.
      const [c, s] = [Math.abs(Math.cos((turn * Math.PI) / 180)), Math.abs(Math.sin((turn * Math.PI) / 180))]
      const corner = picturePoint(matrix, size, 'corner')
      expect(corner.x).toBeCloseTo(x - (k * (size.w * c + size.h * s)) / 2, 6)
      expect(corner.y).toBeCloseTo(y - (k * (size.w * s + size.h * c)) / 2, 6)
    })
  })
  it('is at actual size where a picture pixel is an output pixel', () => {
    expect(actualShare(72 / 300, 300)).toBeCloseTo(1, 12)
    expect(actualShare(1, 72)).toBe(1)
    expect(actualShare(0.5, 144)).toBe(1)
  })
})
