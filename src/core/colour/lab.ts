/** CIELAB (ISO/CIE 11664-4) under D65. */
export interface Lab {
  readonly L: number
  readonly a: number
  readonly b: number
}

/** Light of an sRGB channel in [0, 255]: IEC 61966-2-1. */
const linear = (channel: number): number => {
  const c = channel / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
}

/** The white point D65 as the sum of each row of the matrix below. */
const WHITE = { x: 0.95047, y: 1, z: 1.08883 } as const

const EPSILON = 216 / 24389
const KAPPA = 24389 / 27

const curve = (t: number): number => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116)

/** sRGB (channels in [0, 255]) to CIELAB, by the matrix of IEC 61966-2-1. */
export const toLab = (red: number, green: number, blue: number): Lab => {
  const [r, g, b] = [linear(red), linear(green), linear(blue)]
  const x = curve((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / WHITE.x)
  const y = curve((0.2126729 * r + 0.7151522 * g + 0.072175 * b) / WHITE.y)
  const z = curve((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / WHITE.z)
  return { L: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) }
}

/** An sRGB channel in [0, 255] of its light, not rounded; beyond that range for colours outside sRGB. IEC 61966-2-1. */
const encoded = (light: number): number =>
  255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055)

const uncurve = (f: number): number => (f ** 3 > EPSILON ? f ** 3 : (116 * f - 16) / KAPPA)

/** CIELAB to sRGB, the way back of `toLab`: channels in [0, 255], beyond it for colours that sRGB does not have. */
export const fromLab = ({ L, a, b }: Lab): { readonly r: number; readonly g: number; readonly b: number } => {
  const y = (L + 16) / 116
  const [X, Y, Z] = [WHITE.x * uncurve(y + a / 500), uncurve(y), WHITE.z * uncurve(y - b / 200)]
  return {
    r: encoded(3.2404542 * X - 1.5371385 * Y - 0.4985314 * Z),
    g: encoded(-0.969266 * X + 1.8760108 * Y + 0.041556 * Z),
    b: encoded(0.0556434 * X - 0.2040259 * Y + 1.0572252 * Z),
  }
}
