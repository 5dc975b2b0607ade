/**
 * Path data against published cases: SVG 1.1 (Second Edition) chapter 8 and SVG 2 chapter 9, by section; the numbers of
 * the arcs are worked out from appendix F.6 by hand.
 */
import { describe, expect, it } from '@jest/globals'
import { isOutlineText, parseSvgPath } from '@/core/path/svgPath'
import { svgTextOf } from '@/core/path/svgText'
import { areaOf } from '@/core/path/area'
import { boundsOf } from '@/core/path/extent'
import { polylineOf } from '@/core/path/polyline'
import { arcPoint, type Path, type Segment } from '@/core/path/path'
import { outlineOf } from '@/core/stencil/stencil'
import { fc, holdsFor } from '@tests/helpers/property'
import { sizes, stencils } from '@tests/helpers/arbitrary'
import { near, nearPoint } from '@tests/helpers/near'

const kinds = (d: string): string =>
  parseSvgPath(d)
    .map(({ kind }) => kind)
    .join(' ')
const ends = (d: string): readonly (readonly [number, number])[] =>
  parseSvgPath(d).flatMap((s) => ('to' in s ? [[s.to.x, s.to.y] as const] : []))
const arcOf = (d: string): Extract<Segment, { kind: 'arc' }> => {
  const arc = parseSvgPath(d).find((s) => s.kind === 'arc')
  if (arc?.kind !== 'arc') throw new TypeError(`no arc in ${d}`)
  return arc
}

describe('path data', () => {
  it('ends quietly at an error and keeps what came before (SVG 2, 9.5.4)', () => {
    expect(kinds('M0 0L10 10 20')).toBe('move line')
    expect(kinds('M0 0L10 10X 5 5')).toBe('move line')
    expect(kinds('L10 10')).toBe('')
    expect(kinds('M0,0 L10,NaN 5,5')).toBe('move')
    expect(kinds('')).toBe('')
    expect(isOutlineText('')).toBe(false)
    expect(isOutlineText('M0 0')).toBe(false)
    expect(isOutlineText('M0 0L1e300 5')).toBe(false)
    expect(isOutlineText('M0 0L5 5<script>')).toBe(false)
    expect(isOutlineText('M0 0L5 5')).toBe(true)
  })
  it('reads what the specification says is the same (8.3.1, 8.3.2)', () => {
    const long = ends('M 100 100 L 200 200')
    for (const same of [
      'M100 100L200 200',
      'M100,100,L200,200',
      'M 100 100 l 100 100',
      'M100-0L200 200'.replace('-0', ' 100'),
    ])
      expect(ends(same)).toEqual(long)
    // "M 100 200 L 200 100 -100 -200" and "M 100 200 L 200 100 L -100 -200" are the same (8.3.1).
    expect(ends('M 100 200 L 200 100 -100 -200')).toEqual(ends('M 100 200 L 200 100 L -100 -200'))
  })
  it('reads further pairs after a move as lines, relative ones after a relative move (8.3.2)', () => {
    expect(ends('M1 2 3 4 5 6')).toEqual([
      [1, 2],
      [3, 4],
      [5, 6],
    ])
    expect(ends('m1 2 3 4 5 6')).toEqual([
      [1, 2],
      [4, 6],
      [9, 12],
    ])
    // A relative move that begins a path is absolute.
    expect(ends('m 5 5 l 1 1')).toEqual([
      [5, 5],
      [6, 6],
    ])
  })
  it('reads numbers as compactly as they may be written (9.3.9)', () => {
    expect(ends('M.5.5L-1-2+3+4 1e2 5E-1')).toEqual([
      [0.5, 0.5],
      [-1, -2],
      [3, 4],
      [100, 0.5],
    ])
    expect(ends('M0 0l.1.2.3.4')).toHaveLength(3)
  })
  it('goes on from the beginning after a close (8.3.3)', () => {
    expect(ends('M10 10L20 10L20 20Zl5 5')).toEqual([
      [10, 10],
      [20, 10],
      [20, 20],
      [15, 15],
    ])
    expect(ends('M10 10h5zm1 1h5')).toEqual([
      [10, 10],
      [15, 10],
      [11, 11],
      [16, 11],
    ])
  })
  it('mirrors the control of a smooth curve only after one of its kind (8.3.6, 8.3.7)', () => {
    const smooth = (d: string) => parseSvgPath(d).at(-1) as Extract<Segment, { kind: 'cubic' }>
    nearPoint(smooth('M0 0C0 10 10 10 10 0S20 -10 20 0').c1, { x: 10, y: -10 }, 1e-12)
    nearPoint(smooth('M0 0L10 0S20 -10 20 0').c1, { x: 10, y: 0 }, 1e-12)
    // A quadratic is the cubic with controls two thirds of the way.
    nearPoint(smooth('M0 0Q6 9 12 0').c1, { x: 4, y: 6 }, 1e-12)
    nearPoint(smooth('M0 0Q6 9 12 0T24 0').c1, { x: 16, y: -6 }, 1e-12)
    nearPoint(smooth('M0 0C6 9 6 9 12 0T24 0').c1, { x: 12, y: 0 }, 1e-12)
  })
  it('reads arcs with every flag, the flags run together (8.3.8, 9.3.9)', () => {
    const spaced = arcOf('M 0 0 A 25 25 0 0 1 50 25')
    for (const packed of ['M0 0A25 25 0 0150 25', 'M0 0a25,25,0,01,50,25', 'M0 0A25 25 0 01 50 25']) {
      nearPoint(arcOf(packed).centre, spaced.centre, 1e-12)
      near(arcOf(packed).sweep, spaced.sweep, 1e-12)
    }
    // A unit circle through (1, 0) and (0, 1): centre at the origin, or at (1, 1).
    const quarter = arcOf('M1 0A1 1 0 0 1 0 1')
    nearPoint(quarter.centre, { x: 0, y: 0 }, 1e-12)
    near(quarter.sweep, 90, 1e-9)
    const large = arcOf('M1 0A1 1 0 1 1 0 1')
    nearPoint(large.centre, { x: 1, y: 1 }, 1e-12)
    near(large.sweep, 270, 1e-9)
    near(arcOf('M1 0A1 1 0 0 0 0 1').sweep, -90, 1e-9)
    near(arcOf('M1 0A1 1 0 1 0 0 1').sweep, -270, 1e-9)
  })
  it('makes radii larger that are too small, and a line of an arc without one (F.6.6)', () => {
    const grown = arcOf('M0 0A1 2 0 0 1 10 0')
    near(grown.rx, 5, 1e-12)
    near(grown.ry, 10, 1e-12)
    expect(kinds('M0 0A0 5 0 0 1 10 0')).toBe('move line')
    expect(kinds('M3 3A5 5 0 0 1 3 3L9 9')).toBe('move line')
    near(arcOf('M0 0A-5 -5 0 0 1 10 0').rx, 5, 1e-12)
  })
  it('joins arcs to what comes before and after', () => {
    for (const d of ['M1 2A3 7 40 1 0 5 9', 'M-4 2a3 1 170 0 1 2 -3']) {
      const [first, arc] = parseSvgPath(d)
      if (first?.kind !== 'move' || arc?.kind !== 'arc') throw new TypeError(d)
      nearPoint(arcPoint(arc, arc.start), first.to, 1e-9)
    }
  })
  it('refuses more pieces than the limit, in words', () => {
    expect(() => parseSvgPath(`M0 0${'l1 1'.repeat(30_000)}`)).toThrow(/at most 20000 pieces of line/)
  })
  it('written and read again is the same path', () =>
    holdsFor(
      fc.tuple(stencils, sizes),
      ([stencil, size]) => {
        const { path } = outlineOf(stencil, size)
        const again = parseSvgPath(svgTextOf(path, 9))
        const reach = Math.max(size.w, size.h)
        near(areaOf(again), areaOf(path), 1e-6 * reach * reach)
        const [a, b] = [boundsOf(path), boundsOf(again)]
        for (const key of ['x0', 'y0', 'x1', 'y1'] as const) near(b[key], a[key], 1e-6 * reach)
        const count = (p: Path): number => polylineOf(p, 1).length
        expect(count(again)).toBe(count(path))
      },
      120,
    ))
})
