import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { boundsOf } from '@/core/path/extent'
import { outlineOf, stencilName } from '@/core/stencil/stencil'
import { fc, holdsFor } from '@tests/helpers/property'
import { sizes, stencils } from '@tests/helpers/arbitrary'
import { near } from '@tests/helpers/near'

describe('stencils', () => {
  it('fill their box exactly', () => {
    holdsFor(fc.tuple(stencils, sizes), ([stencil, { w, h }]) => {
      const bounds = boundsOf(outlineOf(stencil, { w, h }).path)
      near(bounds.x0, -w / 2, 1e-9 * w)
      near(bounds.x1, w / 2, 1e-9 * w)
      near(bounds.y0, -h / 2, 1e-9 * h)
      near(bounds.y1, h / 2, 1e-9 * h)
    })
  })
  // Closed formulas: w·h, π·w·h/4, w·h/2; a regular n-gon of radius r has area ½·n·r²·sin(2π/n).
  it('have the areas of their formulas', () => {
    holdsFor(sizes, ({ w, h }) => {
      const area = (kind: 'rectangle' | 'ellipse' | 'triangle'): number => areaOf(outlineOf({ kind }, { w, h }).path)
      near(area('rectangle'), w * h, 1e-6 * w * h)
      near(area('ellipse'), (Math.PI * w * h) / 4, 1e-6 * w * h)
      near(area('triangle'), (w * h) / 2, 1e-6 * w * h)
    })
    // A hexagon with a corner up is √3·r wide and 2·r high.
    near(
      areaOf(outlineOf({ kind: 'polygon', sides: 6 }, { w: Math.sqrt(3), h: 2 }).path),
      3 * Math.sin(Math.PI / 3),
      1e-9,
    )
  })
  it.each([2, 61, 3.5, NaN])('refuse a polygon of %p sides', (sides) => {
    expect(() => outlineOf({ kind: 'polygon', sides }, { w: 1, h: 1 })).toThrow(/sides must be/)
  })
  it('have a name in plain words', () => expect(stencilName({ kind: 'polygon', sides: 5 })).toBe('Polygon, 5 sides'))
})
