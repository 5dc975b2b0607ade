import { describe, expect, it } from '@jest/globals'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { circleLayout, gridLayout, mosaicLayout, rowLayout } from '@/core/geometry/layout'
import { intersectRects, rectSize, type Rect } from '@/core/geometry/rect'

/** Usual shapes, and now and then slivers. */
const ratios = fc.array(fc.oneof({ weight: 9, arbitrary: real(0.3, 3.3) }, real(0.004, 400)), {
  minLength: 1,
  maxLength: 40,
})
const bounds: fc.Arbitrary<Rect> = fc
  .tuple(real(-300, 300), real(-300, 300), real(200, 1500), real(200, 1500))
  .map(([x, y, w, h]) => ({ x0: x, y0: y, x1: x + w, y1: y + h }))
const sizes = fc.array(fc.record({ w: real(5, 200), h: real(5, 200) }), { minLength: 1, maxLength: 20 })
const areaOf = (r: Rect): number => (r.x1 - r.x0) * (r.y1 - r.y0)

/** Cells of a mosaic by row: those with one top. */
const rowsOf = (cells: readonly Rect[]): readonly (readonly Rect[])[] => {
  const tops = [...new Set(cells.map(({ y0 }) => y0))].sort((p, q) => p - q)
  return tops.map((top) => cells.filter(({ y0 }) => y0 === top).sort((p, q) => p.x0 - q.x0))
}

describe('a mosaic', () => {
  it('fills its bounds from edge to edge with exact gaps and no overlap', () => {
    holdsFor(fc.tuple(ratios, bounds, real(0, 4)), ([shapes, within, gap]) => {
      const cells = mosaicLayout(shapes, within, gap)
      expect(cells).toHaveLength(shapes.length)
      const rows = rowsOf(cells)
      near(rows[0]?.[0]?.y0 ?? NaN, within.y0, 1e-9)
      near(rows.at(-1)?.[0]?.y1 ?? NaN, within.y1, 1e-9)
      rows.forEach((row, r) => {
        near(row[0]?.x0 ?? NaN, within.x0, 1e-9)
        near(row.at(-1)?.x1 ?? NaN, within.x1, 1e-9)
        row.slice(1).forEach((cell, i) => near(cell.x0 - (row[i]?.x1 ?? NaN), gap, 1e-6))
        const above = rows[r - 1]?.[0]
        if (above) near((row[0]?.y0 ?? NaN) - above.y1, gap, 1e-6)
      })
      // What the cells and the gaps between them do not take, nothing takes.
      const gapsAcross = rows.reduce((sum, row) => sum + (row.length - 1) * gap * rectSize(row[0] ?? within).h, 0)
      const gapsDown = (rows.length - 1) * gap * rectSize(within).w
      near((cells.reduce((sum, cell) => sum + areaOf(cell), 0) + gapsAcross + gapsDown) / areaOf(within), 1, 1e-9)
    })
  })

  it('overlaps nowhere', () => {
    holdsFor(fc.tuple(ratios, bounds), ([shapes, within]) => {
      const cells = mosaicLayout(shapes, within, 1)
      cells.forEach((cell, i) =>
        cells.slice(i + 1).forEach((other) => {
          const both = intersectRects(cell, other)
          expect(both === null || areaOf(both) < 1e-9).toBe(true)
        }),
      )
    })
  })

  it('keeps shapes exactly where they can be kept', () => {
    // Three squares in 300 × 100: one row of squares.
    expect(mosaicLayout([1, 1, 1], { x0: 0, y0: 0, x1: 300, y1: 100 }, 0).map(rectSize)).toEqual([
      { w: 100, h: 100 },
      { w: 100, h: 100 },
      { w: 100, h: 100 },
    ])
  })

  it('with a gap that leaves no room is refused in words', () => {
    expect(() => mosaicLayout([1, 1], { x0: 0, y0: 0, x1: 10, y1: 10 }, 30)).toThrow(/the gap/)
  })
})

describe('rows, grids and circles keep every size', () => {
  it('and a row its gap', () => {
    holdsFor(fc.tuple(sizes, real(0, 50)), ([all, gap]) => {
      const placed = rowLayout(all, { x: 7, y: 9 }, gap)
      placed.forEach((r, i) => {
        near(rectSize(r).w, all[i]?.w ?? 0, 1e-9)
        if (i > 0) near(r.x0 - (placed[i - 1]?.x1 ?? NaN), gap, 1e-9)
      })
    })
  })

  it('and a grid its equal cells, nothing over another', () => {
    holdsFor(fc.tuple(sizes, real(0, 50), fc.integer({ min: 1, max: 6 })), ([all, gap, columns]) => {
      const placed = gridLayout(all, { x: 0, y: 0 }, gap, columns)
      const centreX = placed.map((r) => (r.x0 + r.x1) / 2)
      centreX.forEach((x, i) => near(x, centreX[i % columns] ?? NaN, 1e-6))
      placed.forEach((r, i) => {
        for (const other of placed.slice(i + 1)) {
          const both = intersectRects(r, other)
          expect(both === null || areaOf(both) < 1e-6).toBe(true)
        }
      })
    })
  })

  it('and a circle its one distance from the middle, the first at the top', () => {
    holdsFor(
      fc.tuple(fc.array(fc.constant({ w: 30, h: 20 }), { minLength: 2, maxLength: 12 }), real(0, 40)),
      ([all, gap]) => {
        const placed = circleLayout(all, { x: 100, y: 50 }, gap)
        const away = placed.map((r) => Math.hypot((r.x0 + r.x1) / 2 - 100, (r.y0 + r.y1) / 2 - 50))
        for (const distance of away) near(distance, away[0] ?? NaN, 1e-6)
        near(((placed[0]?.x0 ?? 0) + (placed[0]?.x1 ?? 0)) / 2, 100, 1e-6)
        expect(placed[0]?.y0 ?? 99).toBeLessThan(50)
        // Chord of n points on a circle: 2·r·sin(180°/n).
        near(2 * (away[0] ?? 0) * Math.sin(Math.PI / all.length), 30 + gap, 1e-6)
      },
    )
  })
})
