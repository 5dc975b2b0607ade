/**
 * Openings of art whose edges are known exactly: 80 overlays of eight kinds, made by a printed seed. How near the edges
 * must come in the mean over all openings of a kind: 0.15 px where they are clean, soft or of a colour, 0.5 px where they
 * are noisy; those of one overlay, which may have a single small opening, twice as far.
 */
import { describe, expect, it } from '@jest/globals'
import { FIRST_CHOICE } from '@/core/region/choice'
import { colourField, openField } from '@/core/region/field'
import type { Field } from '@/core/region/contours'
import { findOpenings, MOST_OPENINGS, type Opening } from '@/core/region/openings'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { coverage } from '@tests/helpers/coverage'
import { edgeErrors } from '@tests/helpers/edgeErrors'
import { OVERLAY_KINDS, overlayOf, type Overlay, type OverlayKind } from '@tests/helpers/overlays'
import { SEED } from '@tests/helpers/property'

const MOST_ERROR: Readonly<Record<OverlayKind, number>> = {
  clean: 0.15,
  soft: 0.15,
  noisy: 0.5,
  colour: 0.15,
  vellum: 0.15,
  border: 0.15,
  islands: 0.15,
  'cut out': 0.15,
}

const fieldOf = (kind: OverlayKind, { pixels, truths }: Overlay): Field => {
  if (kind !== 'colour') return openField(pixels)
  const box = truths[0] && boundsOf(truths[0].path)
  if (!box) throw new TypeError('no opening')
  const middle = { x: (box.x0 + box.x1) / 2, y: (box.y0 + box.y1) / 2 }
  return colourField(pixels, middle, { ...FIRST_CHOICE, isConnected: false })
}

const middleOf = ({ path }: Outline) => {
  const { x0, y0, x1, y1 } = boundsOf(path) ?? { x0: 0, y0: 0, x1: 0, y1: 0 }
  return { x: (x0 + x1) / 2, y: (y0 + y1) / 2 }
}

/** The opening whose middle is that of the truth. */
const foundFor = (truth: Outline, openings: readonly Opening[]): Opening | undefined => {
  const at = middleOf(truth)
  return openings.find(({ outline }) => {
    const m = middleOf(outline)
    return Math.hypot(m.x - at.x, m.y - at.y) < 4
  })
}

/** The most of the background that shines where the art lets something through, of 255. */
const shine = ({ open, pixels }: Overlay, openings: readonly Opening[]): number => {
  const { width, height } = pixels
  const covers = openings.filter(({ kind }) => kind !== 'around').map(({ under }) => coverage(under, width, height))
  let most = 0
  for (let i = 0; i < open.length; i += 1) {
    if ((open[i] ?? 0) < 0.01) continue
    let bare = 1
    for (const cover of covers) if (1 - (cover[i] ?? 0) < bare) bare = 1 - (cover[i] ?? 0)
    const shown = (open[i] ?? 0) * bare * 255
    if (shown > most) most = shown
  }
  return most
}

/** The least that lies bare under a pixel of all that would cover it, by pixel. */
const bareUnder = (outlines: readonly Outline[], { pixels: { width, height } }: Overlay): Float32Array => {
  const bare = new Float32Array(width * height).fill(1)
  for (const outline of outlines)
    coverage(outline, width, height).forEach((share, i) => {
      if (1 - share < (bare[i] ?? 0)) bare[i] = 1 - share
    })
  return bare
}

describe('openings of art', () => {
  it('of a colour are cut so that no fringe of it stays, and nothing shines through the cut', () => {
    for (let i = 0; i < 8; i += 1) {
      const seed = (SEED + i * 104_729) % 2147483647
      const overlay = overlayOf('colour', seed)
      const { openings } = findOpenings(fieldOf('colour', overlay), { by: 'colour', grow: 1, cuts: true })
      const art = bareUnder(
        openings.map(({ cut, outline }) => cut ?? outline),
        overlay,
      )
      const beneath = bareUnder(
        openings.map(({ under }) => under),
        overlay,
      )
      let [fringe, seam] = [0, 0]
      for (let k = 0; k < art.length; k += 1) {
        fringe = Math.max(fringe, (art[k] ?? 0) * (overlay.open[k] ?? 0))
        seam = Math.max(seam, (1 - (art[k] ?? 0)) * (beneath[k] ?? 0) * 255)
      }
      expect({ seed, fringe, isFringed: fringe > 0.09, seam, isTight: seam <= 4 }).toMatchObject({
        seed,
        isFringed: false,
        isTight: true,
      })
    }
  })
  for (const kind of OVERLAY_KINDS)
    it(`with ${kind} edges or parts: all are found, none invented, and nothing shines along them`, () => {
      const all: number[] = []
      for (let i = 0; i < 10; i += 1) {
        const seed = (SEED + i * 7919) % 2147483647
        const overlay = overlayOf(kind, seed)
        const { openings, left } = findOpenings(fieldOf(kind, overlay), {
          by: kind === 'colour' ? 'colour' : 'transparency',
          grow: 1,
        })
        const within = openings.filter((one) => one.kind !== 'around')
        expect({ kind, seed, count: within.length, left }).toEqual({
          kind,
          seed,
          count: overlay.truths.length,
          left: 0,
        })
        const errors = overlay.truths.map((truth) => {
          const found = foundFor(truth, within)
          return found ? edgeErrors(found.outline, truth).mean : Infinity
        })
        const mean = errors.reduce((sum, e) => sum + e, 0) / errors.length
        all.push(...errors)
        expect({ kind, seed, isNear: mean <= 2 * MOST_ERROR[kind], mean }).toMatchObject({ kind, seed, isNear: true })
        // What noise alone lets through of the art is no seam.
        const seam = kind === 'noisy' ? 14 : 4
        const shown = kind === 'colour' || kind === 'cut out' ? 0 : shine(overlay, openings)
        expect({ kind, seed, isTight: shown <= seam, shown }).toMatchObject({ kind, seed, isTight: true })
      }
      const mean = all.reduce((sum, e) => sum + e, 0) / all.length
      expect({ kind, seed: SEED, isNear: mean <= MOST_ERROR[kind], mean }).toMatchObject({ kind, isNear: true })
    })
})

/** A field from drawn rectangles: each sets its share, later ones over earlier ones. */
const drawn = (
  width: number,
  height: number,
  boxes: readonly (readonly [x: number, y: number, w: number, h: number, open: number])[],
): Field => {
  const values = new Float32Array(width * height)
  for (const [x, y, w, h, open] of boxes)
    for (let row = y; row < y + h; row += 1) values.fill(open, row * width + x, row * width + x + w)
  return { values, width, height }
}
const plain = { by: 'transparency', grow: 0 } as const
const boxOf = (outline: Outline) => boundsOf(outline.path) ?? { x0: 0, y0: 0, x1: 0, y1: 0 }

describe('openings', () => {
  it('come row by row from the top, each row from the left, whatever their sizes', () => {
    const field = drawn(300, 220, [
      [210, 20, 60, 60, 1],
      [20, 30, 40, 40, 1],
      [110, 26, 50, 56, 1],
      [150, 140, 100, 50, 1],
      [30, 150, 60, 40, 1],
    ])
    expect(findOpenings(field, plain).openings.map(({ bounds }) => bounds.x0)).toEqual([20, 110, 210, 30, 150])
  })
  it('lie within islands of others as openings of their own', () => {
    const field = drawn(200, 200, [
      [20, 20, 160, 160, 1],
      [60, 60, 80, 80, 0],
      [80, 80, 40, 40, 1],
    ])
    const { openings } = findOpenings(field, plain)
    expect(openings.map(({ area }) => area).toSorted((p, q) => p - q)).toEqual([1600, 160 * 160 - 6400])
  })
  it('that are open to the border count where the art fills the picture; around art that was cut out they do not', () => {
    const notch = drawn(120, 100, [[40, 0, 40, 50, 1]])
    expect(findOpenings(notch, plain).openings.map(({ kind }) => kind)).toEqual(['border'])
    const cutOut = drawn(120, 100, [
      [0, 0, 120, 100, 1],
      [20, 20, 80, 60, 0],
      [40, 40, 30, 20, 1],
    ])
    expect(findOpenings(cutOut, plain).openings.map(({ kind }) => kind)).toEqual(['inside', 'around'])
  })
  it('of art that is itself thin are where it is clear', () => {
    const field = drawn(200, 120, [
      [0, 0, 200, 120, 0.2],
      [30, 30, 50, 50, 1],
      [120, 30, 50, 50, 1],
    ])
    expect(findOpenings(field, plain).openings.map(({ bounds }) => bounds.x0)).toEqual([30, 120])
  })
  it('specks are none, nor is solid or empty art', () => {
    expect(findOpenings(drawn(100, 100, [[20, 20, 5, 5, 1]]), plain).openings).toEqual([])
    expect(findOpenings(drawn(100, 100, []), plain).openings).toEqual([])
    expect(findOpenings(drawn(100, 100, [[0, 0, 100, 100, 1]]), plain).openings.map(({ kind }) => kind)).toEqual([
      'around',
    ])
    expect(findOpenings(drawn(1, 1, [[0, 0, 1, 1, 1]]), plain).openings).toEqual([])
  })
  it('of ten thousand holes are as many as can be looked at, and the rest is counted', () => {
    const boxes = Array.from(
      { length: 10_000 },
      (_, i) => [2 + (i % 100) * 10, 2 + Math.floor(i / 100) * 10, 7, 7, 1] as const,
    )
    const { openings, left } = findOpenings(drawn(1004, 1004, boxes), plain)
    expect([openings.length, left]).toEqual([MOST_OPENINGS, 10_000 - MOST_OPENINGS])
  })
})

describe('what is put beneath', () => {
  it('reaches as far under the art as asked, on every side', () => {
    const field = drawn(120, 100, [[40, 30, 40, 40, 1]])
    for (const grow of [1, 2, 4]) {
      const [opening] = findOpenings(field, { ...plain, grow }).openings
      const { x0, y0, x1, y1 } = boxOf(opening?.under ?? { path: [], fillRule: 'nonzero' })
      for (const [got, edge] of [
        [40 - x0, 0],
        [30 - y0, 0],
        [x1 - 80, 0],
        [y1 - 70, 0],
      ] as const)
        expect(got - edge).toBeGreaterThanOrEqual(grow - 0.3)
      expect(40 - x0).toBeLessThanOrEqual(grow + 0.8)
    }
  })
  it('of two openings with a thin bar between them reaches into neither', () => {
    const field = drawn(120, 100, [
      [20, 20, 39, 60, 1],
      [61, 20, 39, 60, 1],
    ])
    const { openings } = findOpenings(field, { ...plain, grow: 6 })
    const covers = openings.map(({ under }) => coverage(under, 120, 100))
    for (let y = 20; y < 80; y += 1) {
      // An eighth of a pixel is what the line between pixels cuts off a corner.
      for (let x = 61; x < 100; x += 1) expect(covers[0]?.[y * 120 + x]).toBeLessThan(0.13)
      for (let x = 20; x < 59; x += 1) expect(covers[1]?.[y * 120 + x]).toBeLessThan(0.13)
      for (let x = 59; x < 61; x += 1) for (const cover of covers) expect(cover[y * 120 + x]).toBeGreaterThan(0.87)
    }
  })
  it('follows an edge that fades over many pixels to where nothing is seen of it', () => {
    const field = drawn(200, 120, [[60, 30, 80, 60, 1]])
    const faded = field.values.slice()
    // A ramp of 16 pixels to the left, as a shadow of the art has it.
    for (let y = 30; y < 90; y += 1) for (let k = 1; k <= 16; k += 1) faded[y * 200 + 60 - k] = 0.49 * (1 - k / 17)
    const [opening] = findOpenings({ ...field, values: faded }, { ...plain, grow: 1 }).openings
    const { x0, x1 } = boxOf(opening?.under ?? { path: [], fillRule: 'nonzero' })
    expect(60 - x0).toBeGreaterThanOrEqual(16)
    expect(x1 - 140).toBeLessThan(2.5)
  })
})
