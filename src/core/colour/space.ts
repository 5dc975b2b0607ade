import type { Colour } from '@/core/colour/colour'

/** Red, green and blue of sRGB, each in [0, 255]. */
export interface Rgb {
  readonly r: number
  readonly g: number
  readonly b: number
}

/** Hue in degrees [0, 360), saturation and lightness in percent [0, 100]. */
export interface Hsl {
  readonly h: number
  readonly s: number
  readonly l: number
}

const MOST = 255

/** The channels of a colour, in [0, 255]. */
export const toRgb = (colour: Colour): Rgb => {
  const value = parseInt(colour.slice(1), 16)
  return { r: (value >> 16) & MOST, g: (value >> 8) & MOST, b: value & MOST }
}

const digits = (channel: number): string =>
  Math.round(Math.min(MOST, Math.max(0, channel)))
    .toString(16)
    .padStart(2, '0')

/** Channels beyond [0, 255] are brought within. */
export const fromRgb = ({ r, g, b }: Rgb): Colour => `#${digits(r)}${digits(g)}${digits(b)}`

/** CSS Color Module Level 4, section 7.2: sRGB to HSL. Greys have hue 0. */
export const toHsl = (colour: Colour): Hsl => {
  const { r, g, b } = toRgb(colour)
  const [red, green, blue] = [r / MOST, g / MOST, b / MOST]
  const max = Math.max(red, green, blue)
  const min = Math.min(red, green, blue)
  const l = (min + max) / 2
  const d = max - min
  if (d === 0) return { h: 0, s: 0, l: l * 100 }
  const s = (max - l) / Math.min(l, 1 - l)
  const h =
    max === red
      ? (green - blue) / d + (green < blue ? 6 : 0)
      : max === green
        ? (blue - red) / d + 2
        : (red - green) / d + 4
  return { h: h * 60, s: s * 100, l: l * 100 }
}

/** CSS Color Module Level 4, section 7.1: HSL to sRGB. Hues beyond [0, 360) go round. */
export const fromHsl = ({ h, s, l }: Hsl): Colour => {
  const [sat, light] = [Math.min(100, Math.max(0, s)) / 100, Math.min(100, Math.max(0, l)) / 100]
  const channel = (n: number): number => {
    const k = (((n + h / 30) % 12) + 12) % 12
    const a = sat * Math.min(light, 1 - light)
    return (light - a * Math.max(-1, Math.min(k - 3, 9 - k, 1))) * MOST
  }
  return fromRgb({ r: channel(0), g: channel(8), b: channel(4) })
}
