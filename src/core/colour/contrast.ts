import type { Colour } from '@/core/colour/colour'
import { toRgb } from '@/core/colour/space'

/** One channel of sRGB in [0, 255] as light in [0, 1] (WCAG 2.2, relative luminance). */
const light = (channel: number): number => {
  const c = channel / 255
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
}

/** Relative luminance in [0, 1] (WCAG 2.2). */
export const luminance = (colour: Colour): number => {
  const { r, g, b } = toRgb(colour)
  return 0.2126 * light(r) + 0.7152 * light(g) + 0.0722 * light(b)
}

/** The contrast ratio of two colours, from 1 to 21 (WCAG 2.2). */
export const contrastRatio = (a: Colour, b: Colour): number => {
  const [p, q] = [luminance(a), luminance(b)]
  return (Math.max(p, q) + 0.05) / (Math.min(p, q) + 0.05)
}

/** Of some colours the one that stands out most from all that lies there, on the geometric mean; the first of equals. */
export const standingOut = (candidates: readonly [Colour, ...Colour[]], there: readonly Colour[]): Colour => {
  const mean = (colour: Colour): number => there.reduce((sum, one) => sum + Math.log(contrastRatio(colour, one)), 0)
  return candidates.reduce((best, one) => (mean(one) > mean(best) + 1e-9 ? one : best))
}
