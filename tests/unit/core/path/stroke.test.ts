/**
 * Outlines of drawn lines: areas by closed formulas, distance from the line as the definition of a stroke (SVG 2, 13.5),
 * on random paths. Their pixels are compared with an independent renderer in tests/reference/artwork.test.ts.
 */
import { describe, expect, it } from '@jest/globals'
import { areaOf } from '@/core/path/area'
import { outlineContains } from '@/core/path/contains'
import { boundsOf } from '@/core/path/extent'
import { ellipsePath, type Path } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'
import { isTooFine, runsLengthOf, strokeOutline, type Pen } from '@/core/path/stroke'
import { parseSvgPath } from '@/core/path/svgPath'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'

const PEN: Pen = { width: 2, cap: 'butt', join: 'miter', miterLimit: 4, dashes: [], dashOffset: 0 }
const area = (path: Path, pen: Partial<Pen> = {}): number =>
  Math.abs(areaOf(strokeOutline(path, { ...PEN, ...pen }).path))
const right = (path: Path, pen: Partial<Pen>): number => boundsOf(strokeOutline(path, { ...PEN, ...pen }).path).x1

describe('what a pen covers', () => {
  const line = parseSvgPath('M0 0H10')
  const corner = parseSvgPath('M0 0H10V10')
  it.each([
    ['a line', area(line), 20],
    ['square caps', area(line, { cap: 'square' }), 24],
    ['round caps', area(line, { cap: 'round' }), 20 + Math.PI],
    ['a mitred corner', area(corner), 39 + 1],
    ['a bevelled corner', area(corner, { join: 'bevel' }), 39 + 0.5],
    ['a round corner', area(corner, { join: 'round' }), 39 + Math.PI / 4],
    ['a mitre beyond its limit', area(corner, { miterLimit: 1.2 }), 39 + 0.5],
    ['a circle', area(ellipsePath(10, 10)), Math.PI * (11 ** 2 - 9 ** 2)],
    ['a circle within the pen', area(ellipsePath(1, 1), { width: 6 }), Math.PI * 16],
    ['a closed square', area(parseSvgPath('M0 0H10V10H0z')), 12 ** 2 - 8 ** 2],
    ['dashes', area(line, { dashes: [1, 1] }), 10],
    ['round dots', area(parseSvgPath('M0 0H9'), { dashes: [0, 3], cap: 'round' }), 3 * Math.PI],
    ['a dot', area(parseSvgPath('M3 3h0'), { cap: 'round' }), Math.PI],
    ['a dot without a cap', area(parseSvgPath('M3 3h0')), 0],
    ['no width', area(line, { width: 0 }), 0],
  ])('has the area of %s', (_what, got, wanted) => near(got, wanted, 0.012 * Math.max(1, wanted)))
  it('cuts a mitre at half the limit times the width from the corner (SVG 2, 13.5.5)', () => {
    const point = parseSvgPath('M0 0L70 10 0 20')
    near(right(point, { join: 'miter-clip', miterLimit: 4 }), 70 + 4, 0.01)
    near(right(point, { join: 'miter-clip', miterLimit: 2.5, width: 4 }), 70 + 5, 0.01)
    // Where the whole mitre is allowed it is whole: 1 / sin of half the angle.
    near(right(point, { join: 'miter-clip', miterLimit: 40 }), 70 + Math.hypot(70, 10) / 10, 0.02)
    expect(right(point, { join: 'miter' })).toBeLessThan(71.1)
  })
  it('keeps long straight sides straight and few', () => {
    const square = strokeOutline(parseSvgPath('M0 0H100V100H0z'), PEN).path
    expect(square.filter(({ kind }) => kind === 'cubic')).toEqual([])
    expect(square.length).toBeLessThanOrEqual(12)
    expect(strokeOutline(ellipsePath(50, 50), PEN).path.length).toBeLessThan(80)
  })
  it('works on whatever scale the path has', () => {
    for (const k of [1e-6, 1e-3, 1e3, 1e6]) {
      const path = parseSvgPath(`M0 0H${10 * k}V${10 * k}`)
      near(area(path, { width: 2 * k }) / k ** 2, 40, 0.05)
    }
  })
  it('is the line alone where the dashes are too many to be drawn singly', () => {
    const pen = { ...PEN, dashes: [1e-4, 1e-4] }
    expect(isTooFine(line, pen)).toBe(true)
    near(area(line, pen), 20, 1e-3)
    expect(isTooFine(line, { ...PEN, dashes: [1, 1] })).toBe(false)
  })
  it('measures a path by its pieces', () => {
    near(runsLengthOf(ellipsePath(10, 10)), 20 * Math.PI, 0.01)
    near(runsLengthOf(parseSvgPath('M0 0H3V4H0z')), 14, 1e-9)
  })
  const piece = fc.tuple(fc.constantFrom('L', 'C'), fc.array(real(0, 100), { minLength: 6, maxLength: 6 }))
  const paths = fc
    .tuple(real(0, 100), real(0, 100), fc.array(piece, { minLength: 1, maxLength: 5 }), fc.boolean())
    .map(([x, y, pieces, closes]) =>
      parseSvgPath(
        `M${x} ${y}${pieces.map(([kind, n]) => kind + n.slice(0, kind === 'L' ? 2 : 6).join(' ')).join('')}${closes ? 'z' : ''}`,
      ),
    )
  it('with round caps and joins is all that lies within half its width of the line, and nothing else', () =>
    holdsFor(
      fc.tuple(
        paths,
        real(0.5, 30),
        fc.array(fc.tuple(real(-20, 120), real(-20, 120)), { minLength: 40, maxLength: 40 }),
      ),
      ([path, width, places]) => {
        const outline = strokeOutline(path, { ...PEN, width, cap: 'round', join: 'round' })
        const lines = polylineOf(path, 0.01)
        for (const [x, y] of places) {
          const away = Math.min(
            ...lines.flatMap((points) => points.map((p, i) => toSide({ x, y }, p, points[i + 1] ?? p))),
          )
          if (Math.abs(away - width / 2) < 0.1) continue
          expect(outlineContains(outline, { x, y })).toBe(away < width / 2)
        }
      },
      60,
    ))
})

interface At {
  readonly x: number
  readonly y: number
}

/** The distance of a point from a straight side. */
const toSide = (at: At, p: At, q: At): number => {
  const [dx, dy] = [q.x - p.x, q.y - p.y]
  const length = dx * dx + dy * dy
  const t = length > 0 ? Math.min(1, Math.max(0, ((at.x - p.x) * dx + (at.y - p.y) * dy) / length)) : 0
  return Math.hypot(p.x + t * dx - at.x, p.y + t * dy - at.y)
}
