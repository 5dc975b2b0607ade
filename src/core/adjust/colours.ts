import { plainColour } from '@/core/colour/slots'
import { toRgb } from '@/core/colour/space'
import type { Adjustments, Tones } from '@/core/adjust/adjustments'

/**
 * Rows of a 4×5 colour matrix as in W3C Filter Effects Module Level 1, feColorMatrix, without the row of alpha, which
 * no adjustment changes: red, green, blue and a constant, channels in [0, 1].
 */
export type ColourMatrix = readonly [Row, Row, Row]
type Row = readonly [number, number, number, number]

export const NO_MATRIX: ColourMatrix = [
  [1, 0, 0, 0],
  [0, 1, 0, 0],
  [0, 0, 1, 0],
]

/** Shares of red, green and blue in lightness, of W3C Filter Effects. */
const LUMA: readonly [number, number, number] = [0.2126, 0.7152, 0.0722]

/** W3C Filter Effects Module Level 1, `saturate()`. */
export const saturationMatrix = (s: number): ColourMatrix => [
  [0.213 + 0.787 * s, 0.715 - 0.715 * s, 0.072 - 0.072 * s, 0],
  [0.213 - 0.213 * s, 0.715 + 0.285 * s, 0.072 - 0.072 * s, 0],
  [0.213 - 0.213 * s, 0.715 - 0.715 * s, 0.072 + 0.928 * s, 0],
]

/** W3C Filter Effects Module Level 1, `grayscale()`. */
export const grayscaleMatrix = (amount: number): ColourMatrix => {
  const k = 1 - amount
  return [
    [0.2126 + 0.7874 * k, 0.7152 - 0.7152 * k, 0.0722 - 0.0722 * k, 0],
    [0.2126 - 0.2126 * k, 0.7152 + 0.2848 * k, 0.0722 - 0.0722 * k, 0],
    [0.2126 - 0.2126 * k, 0.7152 - 0.7152 * k, 0.0722 + 0.9278 * k, 0],
  ]
}

/** How far red and blue move apart at full warmth. */
const WARMTH = 0.25

/** Ours: red and blue are multiplied apart, green so that greys keep their lightness. */
export const warmthMatrix = (warmth: number): ColourMatrix => {
  const r = 1 + WARMTH * warmth
  const b = 1 - WARMTH * warmth
  const g = (1 - LUMA[0] * r - LUMA[2] * b) / LUMA[1]
  return [
    [r, 0, 0, 0],
    [0, g, 0, 0],
    [0, 0, b, 0],
  ]
}

/** Ours: the colour on the way from dark to light by the picture's lightness, mixed with the picture. */
export const tonesMatrix = ({ dark, light, amount }: Tones): ColourMatrix => {
  const [p, q] = [toRgb(plainColour(dark)), toRgb(plainColour(light))]
  const row = (from: number, to: number, own: number): Row => {
    const span = ((to - from) / 255) * amount
    const at = (channel: 0 | 1 | 2): number => LUMA[channel] * span + (channel === own ? 1 - amount : 0)
    return [at(0), at(1), at(2), (from / 255) * amount]
  }
  return [row(p.r, q.r, 0), row(p.g, q.g, 1), row(p.b, q.b, 2)]
}

/** The matrix that does first `first`, then `then`. */
export const followedBy = (first: ColourMatrix, then: ColourMatrix): ColourMatrix => {
  const row = ([r, g, b, c]: Row): Row => {
    const at = (i: 0 | 1 | 2 | 3): number => r * first[0][i] + g * first[1][i] + b * first[2][i]
    return [at(0), at(1), at(2), at(3) + c]
  }
  return [row(then[0]), row(then[1]), row(then[2])]
}

/** Warmth, saturation, monochrome and two tones as one matrix; null where they change nothing. */
export const colourMatrix = ({ warmth, saturation, monochrome, tones }: Adjustments): ColourMatrix | null => {
  const each = [
    ...(warmth ? [warmthMatrix(warmth)] : []),
    ...(saturation ? [saturationMatrix(1 + saturation)] : []),
    ...(monochrome ? [grayscaleMatrix(monochrome)] : []),
    ...(tones?.amount ? [tonesMatrix(tones)] : []),
  ]
  return each.length > 0 ? each.reduce(followedBy) : null
}

/** IEC 61966-2-1: an sRGB value in [0, 1] as light, and back. */
const toLight = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)
const fromLight = (l: number): number => (l <= 0.0031308 ? l * 12.92 : 1.055 * l ** (1 / 2.4) - 0.055)

/** How far black is lifted at full fade. */
const FADE = 0.4
const clamp = (value: number): number => Math.min(1, Math.max(0, value))

/** One channel in [0, 1] after exposure (of its light), contrast (`contrast()` of W3C Filter Effects) and fade. */
export const toneOf = (c: number, { exposure = 0, contrast = 0, fade = 0 }: Adjustments): number => {
  const exposed = exposure === 0 ? c : clamp(fromLight(toLight(c) * 2 ** exposure))
  const slope = 1 + contrast
  const contrasted = clamp(exposed * slope + 0.5 - 0.5 * slope)
  const lift = FADE * fade
  return lift + (1 - lift) * contrasted
}

const LEVELS = 256

/** The tone curve as a value in [0, 255] for each of the 256 channel values; null where it changes nothing. */
export const toneCurve = (adjustments: Adjustments): Float32Array | null => {
  const { exposure, contrast, fade } = adjustments
  if (!exposure && !contrast && !fade) return null
  return Float32Array.from({ length: LEVELS }, (_, i) => toneOf(i / 255, adjustments) * 255)
}
