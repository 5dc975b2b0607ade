import {
  SINGLES,
  withoutAdjustment,
  withStrength,
  type AdjustmentKey,
  type Adjustments,
  type SingleKey,
} from '@/core/adjust/adjustments'
import { adjustedPixels } from '@/core/adjust/pixels'
import { CHANNELS, type Plate } from '@/core/adjust/plate'

/** What the tones of a picture come to: means over its pixels, in units of 255. */
export interface Tone {
  /** Mean lightness. */
  readonly light: number
  /** Standard deviation of the lightness. */
  readonly contrast: number
  /** Mean of red less blue. */
  readonly warmth: number
  /** Mean distance between the strongest and the weakest channel. */
  readonly colour: number
}

/** A small sample of a picture as a row of pixels: RGBA. */
export type Sample = Uint8ClampedArray

/** A sample as a plate; what depends on places in the picture is left out of matching. */
const samplePlate = (sample: Sample): Plate => {
  const width = sample.length / CHANNELS
  const picture = { w: width, h: 1 }
  return { data: sample, width, height: 1, part: { x0: 0, y0: 0, x1: width, y1: 1 }, picture }
}

const PLACED: readonly AdjustmentKey[] = ['blur', 'sharpen', 'edges', 'vignette', 'grain']

/** Only what changes tones and colours of single pixels. */
const pointwise = (adjustments: Adjustments): Adjustments => PLACED.reduce(withoutAdjustment, adjustments)

/** The tones of a sample as seen with its adjustments. An empty or transparent sample has none. */
export const toneOfSample = (sample: Sample, adjustments: Adjustments = {}): Tone | null => {
  const data = adjustedPixels(samplePlate(sample), pointwise(adjustments))
  let [count, light, squares, warmth, colour] = [0, 0, 0, 0, 0]
  for (let i = 0; i < data.length; i += CHANNELS) {
    if ((data[i + 3] ?? 0) < 128) continue
    const [r, g, b] = [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0]
    const l = 0.2126 * r + 0.7152 * g + 0.0722 * b
    count += 1
    light += l
    squares += l * l
    warmth += r - b
    colour += Math.max(r, g, b) - Math.min(r, g, b)
  }
  if (count === 0) return null
  const mean = light / count
  return {
    light: mean,
    contrast: Math.sqrt(Math.max(0, squares / count - mean * mean)),
    warmth: warmth / count,
    colour: colour / count,
  }
}

/** Which adjustment brings which figure nearer, each rising with it. */
const HANDLES: readonly (readonly [SingleKey, keyof Tone])[] = [
  ['exposure', 'light'],
  ['contrast', 'contrast'],
  ['warmth', 'warmth'],
  ['saturation', 'colour'],
]

const ROUNDS = 5
const HALVINGS = 14
/** Adjustments found are rounded to this, so that they read well. */
const STEP = 0.01

/** The strength within its range at which the figure comes nearest to what is wanted, others held. */
const solved = (
  sample: Sample,
  adjustments: Adjustments,
  key: SingleKey,
  figure: keyof Tone,
  wanted: number,
): number => {
  let { min: low, max: high } = SINGLES[key]
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    const tone = toneOfSample(sample, withStrength(adjustments, key, middle))
    if ((tone?.[figure] ?? 0) < wanted) low = middle
    else high = middle
  }
  return Math.round((low + high) / 2 / STEP) * STEP
}

/**
 * Adjustments with exposure, contrast, warmth and saturation set so that the sample's tones come to those of `target`
 * as near as their ranges let them; all other adjustments stay. Each is found by halving, in turn, five times over.
 */
export const matchedTones = (sample: Sample, adjustments: Adjustments, target: Tone): Adjustments => {
  if (!toneOfSample(sample, adjustments)) return adjustments
  let next = adjustments
  for (let round = 0; round < ROUNDS; round += 1)
    for (const [key, figure] of HANDLES)
      next = withStrength(next, key, solved(sample, next, key, figure, target[figure]))
  return next
}

/** How much of what the place differs from a grey of middle lightness is taken on: a picture stays one of its own light. */
const OF_PLACE = 0.4
const MIDDLE = 128
/** Only what a light changes. */
const LIGHT: readonly (readonly [SingleKey, 'light' | 'warmth'])[] = [
  ['exposure', 'light'],
  ['warmth', 'warmth'],
]

/**
 * Adjustments with exposure and warmth set so that a sample takes on some of the light of its place: as much lighter, and as
 * much warmer, as what surrounds it is than a middle grey would be.
 */
export const matchedLight = (sample: Sample, adjustments: Adjustments, place: Tone): Adjustments => {
  const own = toneOfSample(sample, adjustments)
  if (!own) return adjustments
  const wanted = {
    light: own.light * (Math.max(1, place.light) / MIDDLE) ** OF_PLACE,
    warmth: own.warmth + place.warmth * OF_PLACE,
  }
  let next = adjustments
  for (let round = 0; round < ROUNDS; round += 1)
    for (const [key, figure] of LIGHT) next = withStrength(next, key, solved(sample, next, key, figure, wanted[figure]))
  return next
}

/** How light the lightest of a sample is, in [0, 1], but for a few specks: what a surface is in full light. */
export const whiteOfSample = (sample: Sample): number => {
  const lights = Array.from({ length: sample.length / CHANNELS }, (_, i) => {
    const [r = 0, g = 0, b = 0] = sample.subarray(i * CHANNELS, i * CHANNELS + 3)
    return (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255
  }).sort((p, q) => p - q)
  return lights[Math.floor(lights.length * LIGHTEST)] ?? 1
}

const LIGHTEST = 0.97
