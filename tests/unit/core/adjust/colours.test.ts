/**
 * Colour adjustments against resvg, an independent renderer of SVG filters (W3C Filter Effects Module Level 1:
 * feColorMatrix, feComponentTransfer), and against closed formulas for our own ones.
 */
import { describe, expect, it } from '@jest/globals'
import { Resvg } from '@resvg/resvg-js'
import { fc, holdsFor, real } from '@tests/helpers/property'
import { near } from '@tests/helpers/near'
import { randomFrom } from '@/core/random'
import { fromRgb } from '@/core/colour/space'
import { followedBy, grayscaleMatrix, NO_MATRIX, tonesMatrix, toneOf, warmthMatrix } from '@/core/adjust/colours'
import { adjustedPixels } from '@/core/adjust/pixels'
import type { Adjustments } from '@/core/adjust/adjustments'

const SIDE = 8
const CELL = 4

const colours = (seed: number): readonly (readonly [number, number, number])[] => {
  const random = randomFrom(seed)
  const channel = (): number => Math.floor(random() * 256)
  return Array.from({ length: SIDE * SIDE }, () => [channel(), channel(), channel()] as const)
}

/** The colours as squares through a filter primitive, read from the middle of each square. */
const filtered = (list: ReturnType<typeof colours>, primitive: string): readonly (readonly number[])[] => {
  const size = SIDE * CELL
  const squares = list.map(([r, g, b], i) => {
    const [x, y] = [(i % SIDE) * CELL, Math.floor(i / SIDE) * CELL]
    return `<rect x="${x}" y="${y}" width="${CELL}" height="${CELL}" fill="${fromRgb({ r, g, b })}"/>`
  })
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}">
    <filter id="f" color-interpolation-filters="sRGB" filterUnits="userSpaceOnUse" x="0" y="0" width="${size}" height="${size}">${primitive}</filter>
    <g filter="url(#f)" shape-rendering="crispEdges">${squares.join('')}</g></svg>`
  const { pixels } = new Resvg(svg).render()
  return list.map((_, i) => {
    const [x, y] = [(i % SIDE) * CELL + 2, Math.floor(i / SIDE) * CELL + 2]
    const at = (y * size + x) * 4
    return [pixels[at] ?? 0, pixels[at + 1] ?? 0, pixels[at + 2] ?? 0]
  })
}

const adjusted = (list: ReturnType<typeof colours>, adjustments: Adjustments): readonly (readonly number[])[] => {
  const data = Uint8ClampedArray.from(list.flatMap((rgb) => [...rgb, 255]))
  const size = { w: list.length, h: 1 }
  const part = { x0: 0, y0: 0, x1: size.w, y1: 1 }
  const out = adjustedPixels({ data, width: size.w, height: 1, part, picture: size }, adjustments)
  return list.map((_, i) => [out[i * 4] ?? 0, out[i * 4 + 1] ?? 0, out[i * 4 + 2] ?? 0])
}

const transfer = (slope: number): string =>
  `<feComponentTransfer>${['R', 'G', 'B']
    .map((c) => `<feFunc${c} type="linear" slope="${slope}" intercept="${0.5 - 0.5 * slope}"/>`)
    .join('')}</feComponentTransfer>`

describe('colour adjustments that W3C Filter Effects names', () => {
  it.each<[string, Adjustments, string]>([
    ['less saturation', { saturation: -0.6 }, '<feColorMatrix type="saturate" values="0.4"/>'],
    [
      'more saturation',
      { saturation: 0.7 },
      // The other renderer takes saturate up to 1 only, so its matrix is written out from the specification, s = 1.7.
      `<feColorMatrix type="matrix" values="${0.213 + 0.787 * 1.7} ${0.715 - 0.715 * 1.7} ${0.072 - 0.072 * 1.7} 0 0
        ${0.213 - 0.213 * 1.7} ${0.715 + 0.285 * 1.7} ${0.072 - 0.072 * 1.7} 0 0
        ${0.213 - 0.213 * 1.7} ${0.715 - 0.715 * 1.7} ${0.072 + 0.928 * 1.7} 0 0 0 0 0 1 0"/>`,
    ],
    ['less contrast', { contrast: -0.4 }, transfer(0.6)],
    ['more contrast', { contrast: 0.5 }, transfer(1.5)],
    [
      'grayscale',
      { monochrome: 1 },
      // grayscale(1): the matrix of section "grayscale" of the specification.
      '<feColorMatrix type="matrix" values="0.2126 0.7152 0.0722 0 0 0.2126 0.7152 0.0722 0 0 0.2126 0.7152 0.0722 0 0 0 0 0 1 0"/>',
    ],
  ])('%s is what another renderer of it gives, within 1 of 255', (_name, adjustments, primitive) => {
    const list = colours(11)
    const [ours, theirs] = [adjusted(list, adjustments), filtered(list, primitive)]
    ours.forEach((rgb, i) => rgb.forEach((c, k) => near(c, theirs[i]?.[k] ?? -1, 1)))
  })
})

describe('our own', () => {
  it('exposure multiplies light: IEC 61966-2-1 there and back', () => {
    const light = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)
    for (const exposure of [-2, -0.5, 0.5, 1])
      for (const c of [0, 0.1, 0.3, 0.5])
        near(light(toneOf(c, { exposure })), Math.min(1, light(c) * 2 ** exposure), 1e-6)
  })
  it('fade lifts black and leaves white', () => {
    near(toneOf(0, { fade: 1 }), 0.4, 1e-12)
    near(toneOf(1, { fade: 1 }), 1, 1e-12)
  })
  it('warmth keeps the lightness of greys and turns them amber or blue', () =>
    holdsFor(real(-1, 1), (warmth) => {
      const [r, g, b] = warmthMatrix(warmth).map((row) => row[0] + row[1] + row[2]) as [number, number, number]
      near(0.2126 * r + 0.7152 * g + 0.0722 * b, 1, 1e-12)
      if (Math.abs(warmth) > 1e-6) expect(Math.sign(r - b)).toBe(Math.sign(warmth))
    }))
  it('two tones send black to the dark colour and white to the light one', () => {
    const rows = tonesMatrix({ dark: '#102030', light: '#f0e0d0', amount: 1 })
    rows.forEach((row, i) => {
      near(row[3] * 255, [0x10, 0x20, 0x30][i] ?? 0, 1e-9)
      near((row[0] + row[1] + row[2] + row[3]) * 255, [0xf0, 0xe0, 0xd0][i] ?? 0, 1e-9)
    })
  })
  it('matrices follow one another as their products do', () => {
    const both = followedBy(warmthMatrix(0.4), grayscaleMatrix(0.7))
    const p = [0.2, 0.5, 0.9]
    const through = (m: typeof both, v: readonly number[]): number[] =>
      m.map(([r, g, b, c]) => r * (v[0] ?? 0) + g * (v[1] ?? 0) + b * (v[2] ?? 0) + c)
    const wanted = through(grayscaleMatrix(0.7), through(warmthMatrix(0.4), p))
    through(both, p).forEach((value, i) => near(value, wanted[i] ?? 0, 1e-12))
    expect(followedBy(NO_MATRIX, both)).toEqual(both)
  })
  it('leaves alpha and fully plain adjustments alone', () =>
    holdsFor(fc.uint8ClampedArray({ minLength: 16, maxLength: 64 }), (bytes) => {
      const data = bytes.slice(0, bytes.length - (bytes.length % 4))
      const width = data.length / 4
      const plate = { data, width, height: 1, part: { x0: 0, y0: 0, x1: width, y1: 1 }, picture: { w: width, h: 1 } }
      expect(adjustedPixels(plate, { exposure: 0, tones: { dark: '#000000', light: '#ffffff', amount: 0 } })).toEqual(
        data,
      )
      const changed = adjustedPixels(plate, { exposure: 1, saturation: -0.5 })
      for (let i = 3; i < data.length; i += 4) expect(changed[i]).toBe(data[i])
    }))
})
