import type { Lab } from '@/core/colour/lab'

const DEGREE = Math.PI / 180

/** Hue angle in degrees, 0 for a grey. */
const hueOf = (a: number, b: number): number => {
  if (a === 0 && b === 0) return 0
  const hue = Math.atan2(b, a) / DEGREE
  return hue < 0 ? hue + 360 : hue
}

/**
 * The colour difference CIEDE2000 (ISO/CIE 11664-6:2014), by the formulas of G. Sharma, W. Wu and E. N. Dalal, "The
 * CIEDE2000 Color-Difference Formula", Color Research and Application 30, 2005; all weights 1.
 */
export const ciede2000 = (p: Lab, q: Lab): number => {
  const chroma = (Math.hypot(p.a, p.b) + Math.hypot(q.a, q.b)) / 2
  const c7 = chroma ** 7
  const stretch = 1 + 0.5 * (1 - Math.sqrt(c7 / (c7 + 25 ** 7)))
  const [a1, a2] = [p.a * stretch, q.a * stretch]
  const [c1, c2] = [Math.hypot(a1, p.b), Math.hypot(a2, q.b)]
  const [h1, h2] = [hueOf(a1, p.b), hueOf(a2, q.b)]
  const isGrey = c1 * c2 === 0
  const apart = h2 - h1
  const turn = isGrey ? 0 : apart > 180 ? apart - 360 : apart < -180 ? apart + 360 : apart
  const [dL, dC] = [q.L - p.L, c2 - c1]
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * DEGREE)
  const [meanL, meanC] = [(p.L + q.L) / 2, (c1 + c2) / 2]
  const sum = h1 + h2
  const meanH = isGrey ? sum : Math.abs(apart) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2
  const t =
    1 -
    0.17 * Math.cos((meanH - 30) * DEGREE) +
    0.24 * Math.cos(2 * meanH * DEGREE) +
    0.32 * Math.cos((3 * meanH + 6) * DEGREE) -
    0.2 * Math.cos((4 * meanH - 63) * DEGREE)
  const lightness = (meanL - 50) ** 2
  const sL = 1 + (0.015 * lightness) / Math.sqrt(20 + lightness)
  const sC = 1 + 0.045 * meanC
  const sH = 1 + 0.015 * meanC * t
  const m7 = meanC ** 7
  const rotation = -Math.sin(60 * Math.exp(-(((meanH - 275) / 25) ** 2)) * DEGREE) * 2 * Math.sqrt(m7 / (m7 + 25 ** 7))
  const [l, c, h] = [dL / sL, dC / sC, dH / sH]
  return Math.sqrt(Math.max(0, l * l + c * c + h * h + rotation * c * h))
}
