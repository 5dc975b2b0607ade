/**
 * Letters against HarfBuzz (package harfbuzzjs), an independent shaper, in every typeface that ships: glyph by glyph
 * advances, offsets and outlines; and the masks of whole words against resvg painting HarfBuzz's own outlines.
 */
import { describe, expect, it } from '@jest/globals'
import { FONT_TEXTS } from '@tests/helpers/fontTexts'
import { fontOf, shaped, theirMask } from '@tests/helpers/harfbuzz'
import { faceNamed, laidOut, settingOf } from '@tests/helpers/lettering'
import { coverage } from '@tests/helpers/coverage'
import { areaOf } from '@/core/path/area'
import { boxMatrix } from '@/core/geometry/box'
import { scaling, compose, translation } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import { transformPath } from '@/core/path/transform'
import { fittedPath } from '@/core/stencil/fitted'
import type { Path } from '@/core/path/path'
import { SHIPPED_FACES } from '@/faces/shipped'

const flipped = (d: string): Path => transformPath(scaling(1, -1), parseSvgPath(d))

/**
 * How far two outlines differ, in units of the face: in their bounds, and in their areas spread over the sides of these.
 * HarfBuzz writes its points rounded to whole units, so that up to one unit is its own.
 */
const outlineOff = (ours: Path, theirs: Path): number => {
  if (!ours.length || !theirs.length) return ours.length === theirs.length ? 0 : Infinity
  const [p, q] = [boundsOf(ours), boundsOf(theirs)]
  const edge = Math.max(...(['x0', 'y0', 'x1', 'y1'] as const).map((key) => Math.abs(p[key] - q[key])))
  const around = 2 * (q.x1 - q.x0 + q.y1 - q.y0)
  return Math.max(edge, Math.abs(areaOf(ours) - areaOf(theirs)) / around)
}

describe('every shipped typeface', () => {
  it('numbers 24 at least of six kinds, and eight for reading, each with its bold', () => {
    const reading = SHIPPED_FACES.filter(({ kind }) => kind === 'reading')
    const others = SHIPPED_FACES.filter(({ kind }) => kind !== 'reading')
    expect(others.length).toBeGreaterThanOrEqual(24)
    expect(new Set(others.map(({ kind }) => kind)).size).toBe(6)
    expect(reading.filter(({ bold }) => bold !== undefined).length).toBeGreaterThanOrEqual(8)
    for (const { id, bold } of reading) if (bold) expect(reading.find((one) => one.id === bold)?.regular).toBe(id)
  })
  it.each(SHIPPED_FACES.map(({ id }) => id))('%s shapes as HarfBuzz does', (id) => {
    const face = faceNamed(id)
    for (const text of FONT_TEXTS)
      for (const ligatures of [true, false]) {
        const ours = face.shape(text, { kerning: true, ligatures })
        const theirs = shaped(id, text, ligatures)
        expect([text, ours.map(({ advance }) => advance)]).toEqual([text, theirs.map(({ advance }) => advance)])
        expect(ours.map(({ offset }) => [offset.x, -offset.y || 0])).toEqual(theirs.map(({ x, y }) => [x, y || 0]))
        expect(ours.reduce((sum, { codePoints }) => sum + codePoints, 0)).toBe([...text].length)
        ours.forEach(({ path }, i) =>
          expect(outlineOff(path, flipped(fontOf(id).glyphToPath(theirs[i]!.glyph)))).toBeLessThanOrEqual(1 + 1e-9),
        )
      }
  })
})

// Taken once: every look at a global costs a microsecond under the test runner.
const { abs } = Math

const W = 480
const H = 120

/** The same word as its letters' stencils, each in the box where it rests. */
const ourMask = (id: string, text: string, size: number, x: number, y: number): Float32Array => {
  const { letters } = laidOut(settingOf(text, id, { size, align: 'left' }))
  const all = new Float32Array(W * H)
  for (const { rest, d } of letters) {
    if (!rest || !d) continue
    const m = compose(translation(x, y), boxMatrix(rest, rest.turn))
    const path = transformPath(m, fittedPath(parseSvgPath(d), rest))
    const covered = coverage({ path, fillRule: 'nonzero' }, W, H)
    for (let i = 0; i < all.length; i += 1) all[i] = 1 - (1 - (all[i] ?? 0)) * (1 - (covered[i] ?? 0))
  }
  return all
}

describe('the mask of a word', () => {
  it.each(SHIPPED_FACES.map(({ id }) => id))(
    'in %s is off by more than 32 of 255 in 0.5%% of its pixels at most',
    (id) => {
      for (const text of ['Kites & 8', 'AVATO gy']) {
        const [ours, theirs] = [
          ourMask(id, text, 72, 14, 84),
          theirMask(id, text, { size: 72, x: 14, y: 84, width: W, height: H }),
        ]
        let [off, drawn] = [0, 0]
        for (let i = 0; i < ours.length; i += 1) {
          if (abs((ours[i] ?? 0) * 255 - (theirs[i] ?? 0)) > 32) off += 1
          if ((theirs[i] ?? 0) > 127) drawn += 1
        }
        expect(drawn).toBeGreaterThan(800)
        expect(off / ours.length).toBeLessThanOrEqual(0.005)
      }
    },
  )
})
