/**
 * Blend modes as they are painted against the formulas of W3C Compositing and Blending Level 1 (sections "blending",
 * separable and non-separable modes, and "simple alpha compositing"), written out here, for 1,000 pairs of colours each.
 */
import { describe, expect, it } from '@jest/globals'
import { createCanvas } from '@napi-rs/canvas'
import { randomFrom } from '@/core/random'
import { BLENDS, type Blend } from '@/core/colour/blend'
import { IDENTITY } from '@/core/geometry/matrix'
import { polygonPath } from '@/core/path/path'
import type { DrawItem } from '@/core/render/ops'
import { paintItem } from '@/painters/canvas/paint'
import { createLayer } from '@/server/export/renderSheet'
import { sweep } from '@tests/helpers/sweep'
import type { PaintContext } from '@/painters/canvas/surface'

type Rgb = readonly [number, number, number]

const hardLight = (b: number, s: number): number => (s <= 0.5 ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1))

const separable: Partial<Record<Blend, (b: number, s: number) => number>> = {
  normal: (_b, s) => s,
  multiply: (b, s) => b * s,
  screen: (b, s) => b + s - b * s,
  overlay: (b, s) => hardLight(s, b),
  darken: (b, s) => Math.min(b, s),
  lighten: (b, s) => Math.max(b, s),
  'color-dodge': (b, s) => (b === 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))),
  'color-burn': (b, s) => (b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)),
  'hard-light': hardLight,
  'soft-light': (b, s) => {
    if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b)
    const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)
    return b + (2 * s - 1) * (d - b)
  },
  difference: (b, s) => Math.abs(b - s),
  exclusion: (b, s) => b + s - 2 * b * s,
}

const lum = ([r, g, b]: Rgb): number => 0.3 * r + 0.59 * g + 0.11 * b
const sat = (c: Rgb): number => Math.max(...c) - Math.min(...c)
const clip = (c: Rgb): Rgb => {
  const [l, n, x] = [lum(c), Math.min(...c), Math.max(...c)]
  const low = n < 0 ? c.map((v) => l + ((v - l) * l) / (l - n)) : c
  return (x > 1 ? low.map((v) => l + ((v - l) * (1 - l)) / (x - l)) : low) as unknown as Rgb
}
const setLum = (c: Rgb, l: number): Rgb => {
  const d = l - lum(c)
  return clip(c.map((v) => v + d) as unknown as Rgb)
}
const setSat = (c: Rgb, s: number): Rgb => {
  const [min, max] = [Math.min(...c), Math.max(...c)]
  return (max > min ? c.map((v) => ((v - min) * s) / (max - min)) : [0, 0, 0]) as unknown as Rgb
}
const whole: Partial<Record<Blend, (b: Rgb, s: Rgb) => Rgb>> = {
  hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
  saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
  color: (b, s) => setLum(s, lum(b)),
  luminosity: (b, s) => setLum(b, lum(s)),
}

const blended = (mode: Blend, b: Rgb, s: Rgb): Rgb => {
  const one = separable[mode]
  if (one) return b.map((v, i) => one(v, s[i] ?? 0)) as unknown as Rgb
  return whole[mode]!(b, s)
}

const PAIRS = sweep(1000)

/** Paints each source colour over its backdrop, a pixel each, through the painter. */
const paintedPairs = (
  mode: Blend,
  pairs: readonly (readonly [readonly number[], readonly number[]])[],
  opacity: number,
  backing: number,
) => {
  const canvas = createCanvas(pairs.length, 1)
  const context = canvas.getContext('2d') as unknown as PaintContext // the library's context has all that is used
  pairs.forEach(([back, source], x) => {
    const square = {
      path: polygonPath([
        { x, y: 0 },
        { x: x + 1, y: 0 },
        { x: x + 1, y: 1 },
        { x, y: 1 },
      ]),
      fillRule: 'nonzero',
    } as const
    const fill = ([r = 0, g = 0, b = 0]: readonly number[]) =>
      ({ op: 'fill', outline: square, toSheet: IDENTITY, style: { kind: 'colour', colour: { r, g, b } } }) as const
    const painting = {
      view: IDENTITY,
      device: { x0: 0, y0: 0, x1: pairs.length, y1: 1 },
      imageFor: () => null,
      createLayer,
    }
    const bounds = { x0: x, y0: 0, x1: x + 1, y1: 1 }
    paintItem(
      context,
      { id: 'back', bounds, ops: [fill(back)], ...(backing < 1 ? { opacity: backing } : {}) },
      painting,
    )
    const item: DrawItem = {
      id: 'front',
      bounds,
      ops: [fill(source)],
      ...(mode === 'normal' ? {} : { blend: mode }),
      ...(opacity < 1 ? { opacity } : {}),
    }
    paintItem(context, item, painting)
  })
  return canvas.getContext('2d').getImageData(0, 0, pairs.length, 1).data
}

const pairsOf = (seed: number) => {
  const random = randomFrom(seed)
  const colour = (): readonly number[] => [0, 1, 2].map(() => Math.floor(random() * 256))
  return Array.from({ length: PAIRS }, () => [colour(), colour()] as const)
}

describe.each(BLENDS)('%s', (mode) => {
  it.each([
    [1, 1],
    [0.6, 1],
    [0.6, 0.8],
  ])('is what the formula gives at opacity %d over a backdrop of %d', (opacity, backing) => {
    const pairs = pairsOf(21)
    const data = paintedPairs(mode, pairs, opacity, backing)
    // A backdrop with alpha is kept premultiplied in 8 bits by the canvas, which costs one more.
    const most = mode === 'hue' || mode === 'saturation' ? 8 : backing < 1 ? 4 : opacity < 1 ? 3 : 2
    const pole = backing < 1 ? 0.25 : 0.02
    const whole = opacity + backing - opacity * backing
    pairs.forEach(([back, source], i) => {
      const b = back.map((v) => v / 255) as unknown as Rgb
      const s = source.map((v) => v / 255) as unknown as Rgb
      const mixed = blended(mode, b, s)
      mixed.forEach((value, k) => {
        const [cb, cs] = [b[k] ?? 0, s[k] ?? 0]
        // Poles of dodge and burn: tiny denominators blow the rounding of 8 bits up.
        if (mode === 'color-dodge' && 1 - cs < pole) return
        if (mode === 'color-burn' && cs < pole) return
        // Section "simple alpha compositing" with the blended colour where both are.
        const sum = opacity * (1 - backing) * cs + opacity * backing * value + (1 - opacity) * backing * cb
        expect(Math.abs((data[i * 4 + k] ?? 0) - (255 * sum) / whole)).toBeLessThanOrEqual(most)
      })
      expect(Math.abs((data[i * 4 + 3] ?? 0) - 255 * whole)).toBeLessThanOrEqual(1)
    })
  })
})
