/**
 * Tracing against shapes whose edges are known exactly: each pixel is painted by the exact area of it that the shape
 * covers (tests/helpers/coverage.ts), and the traced curves are measured against the shape. Canvas libraries would not
 * do for truth: their own polygons stray by up to 0.4 px at 4,000 px.
 */
import { describe, expect, it } from '@jest/globals'
import { componentsOf } from '@/core/region/components'
import { alphaField, colourField, type Pixels } from '@/core/region/field'
import { FIRST_CHOICE } from '@/core/region/choice'
import { joinOutlines, TRACE, traceField } from '@/core/region/trace'
import type { Field } from '@/core/region/contours'
import { contoursOf, piecesOf } from '@/core/path/contours'
import { outlineContains } from '@/core/path/contains'
import type { Outline } from '@/core/path/path'
import { edgeErrors } from '@tests/helpers/edgeErrors'
import { parseSvgPath } from '@/core/path/svgPath'
import { boundsOf } from '@/core/path/extent'
import { outlineOf } from '@/core/stencil/stencil'
import { transformPath } from '@/core/path/transform'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { near } from '@tests/helpers/near'
import { coverage } from '@tests/helpers/coverage'

/** An outline painted by the exact area it covers of each pixel. */
const painted = (outline: Outline, width: number, height: number): Pixels => {
  const covered = coverage(outline, width, height)
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < covered.length; i += 1) data[i * 4 + 3] = (covered[i] ?? 0) * 255
  return { data, width, height }
}

const at = (outline: Outline, x: number, y: number): Outline => ({
  ...outline,
  path: transformPath(translation(x, y), outline.path),
})

/** A letter B with two counters, as path text of 100 units. */
const LETTER = parseSvgPath(
  'M20 10H55C72 10 80 19 80 30 80 39 75 45 68 48 78 50 84 58 84 68 84 82 74 90 57 90H20Z' +
    'M36 22V43H53C60 43 64 39 64 32 64 25 60 22 53 22ZM36 55V78H55C63 78 68 74 68 66 68 59 63 55 55 55Z',
)

const shapes = (size: number): Readonly<Record<string, Outline>> => {
  const middle = size / 2 + 0.3
  const box = { w: size * 0.8, h: size * 0.8 }
  return {
    circle: at(outlineOf({ kind: 'ellipse' }, box), middle, middle),
    star: at(outlineOf({ kind: 'star', points: 5, inner: 0.45 }, box), middle, middle),
    'ring with a hole': at(outlineOf({ kind: 'ring', hole: 0.5 }, box), middle, middle),
    letter: {
      path: transformPath(compose(translation(size * 0.03, size * 0.04), scaling(size / 106)), LETTER),
      fillRule: 'evenodd',
    },
  }
}

/** Points that the tracing may use: the true outline needs 4 to 22. */
const MOST_POINTS: Readonly<Record<string, number>> = { circle: 26, star: 13, 'ring with a hole': 40, letter: 75 }

describe('tracing', () => {
  for (const size of [500, 1200, 4000])
    it.each(Object.keys(shapes(size)))(`finds the edge of a %s at ${size} px within a tenth of a pixel`, (name) => {
      const truth = shapes(size)[name]
      if (!truth) return
      const [traced, ...others] = traceField(alphaField(painted(truth, size, size)))
      expect(others).toHaveLength(0)
      if (!traced) return expect(traced).toBeDefined()
      expect(contoursOf(traced.path)).toHaveLength(contoursOf(truth.path).length)
      const { mean, worst } = edgeErrors(traced, truth)
      if (process.env['SHOW'])
        process.stdout.write(
          `${name} ${size}: mean ${mean.toFixed(3)} worst ${worst.toFixed(2)} px, ${traced.path.length} points\n`,
        )
      expect(mean).toBeLessThan(0.1)
      expect(worst).toBeLessThan(1.5)
      expect(traced.path.length).toBeLessThan(MOST_POINTS[name] ?? 0)
    })
  it('parts what does not hang together, the largest first, and drops specks', () => {
    const field: Field = { values: new Float32Array(60 * 40), width: 60, height: 40 }
    const fill = (x0: number, y0: number, x1: number, y1: number): void => {
      for (let y = y0; y < y1; y += 1) for (let x = x0; x < x1; x += 1) field.values[y * 60 + x] = 1
    }
    fill(0, 0, 10, 10)
    fill(20, 5, 50, 35)
    fill(55, 0, 57, 2)
    // A corner touches: that hangs together.
    fill(10, 10, 14, 14)
    expect(componentsOf(field, 0.5).components.map(({ area }) => area)).toEqual([900, 116, 4])
    const found = traceField(field)
    expect(found).toHaveLength(2)
    const r = boundsOf(found[0]?.path ?? [])
    near(r.x0, 20, 0.3)
    near(r.y1, 35, 0.3)
  })
  it('keeps holes and an island within a hole', () => {
    const ring = at(outlineOf({ kind: 'ring', hole: 0.6 }, { w: 160, h: 160 }), 100, 100)
    const dot = at(outlineOf({ kind: 'ellipse' }, { w: 40, h: 40 }), 100, 100)
    const found = traceField(alphaField(painted({ path: [...ring.path, ...dot.path], fillRule: 'evenodd' }, 200, 200)))
    expect(found).toHaveLength(2)
    const all = joinOutlines(found)
    expect(piecesOf(all)).toHaveLength(2)
    expect([10, 30, 60, 100].map((x) => outlineContains(all, { x: x + 0.5, y: 100 }))).toEqual([
      false,
      true,
      false,
      true,
    ])
  })
  it('finds a part by its colour to a tenth of a pixel, without a fringe, connected or everywhere', () => {
    const size = 300
    const disc = at(outlineOf({ kind: 'ellipse' }, { w: 120, h: 120 }), 90.4, 100)
    const other = at(outlineOf({ kind: 'ellipse' }, { w: 60, h: 60 }), 220, 210.3)
    const [paper, ink] = [
      [242, 234, 216],
      [176, 42, 55],
    ]
    const covered = coverage({ path: [...disc.path, ...other.path], fillRule: 'evenodd' }, size, size)
    const data = new Uint8ClampedArray(size * size * 4)
    covered.forEach((share, i) => {
      for (const c of [0, 1, 2]) data[i * 4 + c] = (ink?.[c] ?? 0) * share + (paper?.[c] ?? 0) * (1 - share)
      data[i * 4 + 3] = 255
    })
    const pixels: Pixels = { data, width: size, height: size }
    const choose = (choice: Partial<typeof FIRST_CHOICE>) =>
      traceField(colourField(pixels, { x: 90, y: 100 }, { ...FIRST_CHOICE, ...choice }), TRACE)
    for (const metric of ['seen', 'rgb'] as const) {
      const [only, ...none] = choose({ metric, tolerance: metric === 'seen' ? 12 : 30 })
      expect(none).toHaveLength(0)
      if (only) expect(edgeErrors(only, disc).mean).toBeLessThan(0.1)
      expect(choose({ metric, isConnected: false })).toHaveLength(2)
    }
    const outside = joinOutlines(choose({ isConnected: false, isInside: false }))
    expect(outlineContains(outside, { x: 5, y: 5 })).toBe(true)
    expect(outlineContains(outside, { x: 90, y: 100 })).toBe(false)
  })
})
