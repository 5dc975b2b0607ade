import type { Colour } from '@/core/colour/colour'
import { fromLab, toLab, type Lab } from '@/core/colour/lab'
import { fromRgb, toRgb } from '@/core/colour/space'

/** Steps in which chroma is taken back to what sRGB has: finer than a step of a channel. */
const HALVINGS = 10
/** Channels so little beyond sRGB are rounded into it. */
const SLACK = 0.25

const isInGamut = (lab: Lab): boolean =>
  Object.values(fromLab(lab)).every((channel) => channel >= -SLACK && channel <= 255 + SLACK)

/** The colour of a lightness and hue, its chroma as far as sRGB has it there. */
export const nearestInGamut = ({ L, a, b }: Lab): Colour => {
  const scaled = (share: number): Lab => ({ L, a: a * share, b: b * share })
  let [low, high] = [0, 1]
  if (isInGamut(scaled(1))) low = 1
  else
    for (let i = 0; i < HALVINGS; i += 1) {
      const middle = (low + high) / 2
      if (isInGamut(scaled(middle))) low = middle
      else high = middle
    }
  return fromRgb(fromLab(scaled(low)))
}

/** A colour with its hue turned by degrees in CIELAB: its lightness stays, its chroma as far as sRGB has it there. */
export const turnedHue = (colour: Colour, degrees: number): Colour => {
  const { r, g, b } = toRgb(colour)
  const lab = toLab(r, g, b)
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
  return nearestInGamut({ L: lab.L, a: lab.a * cos - lab.b * sin, b: lab.a * sin + lab.b * cos })
}
