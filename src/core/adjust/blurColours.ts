import { blurPlane, LEAST_BLUR } from '@/core/adjust/blur'
import { CHANNELS } from '@/core/adjust/plate'
import { blurRows } from '@/core/adjust/rows'

const MOST = 255
const COLOURS = CHANNELS - 1

const isOpaque = (data: Uint8ClampedArray): boolean => {
  for (let i = CHANNELS - 1; i < data.length; i += CHANNELS) if (data[i] !== MOST) return false
  return true
}

/** One channel as a plane, weighed by alpha unless all is opaque: what is not there lends no colour. */
const planeOf = (data: Uint8ClampedArray, channel: number, isWeighed: boolean): Float32Array => {
  const plane = new Float32Array(data.length / CHANNELS)
  for (let i = 0, at = 0; i < plane.length; i += 1, at += CHANNELS)
    plane[i] = isWeighed
      ? (data[at + channel] as number) * (data[at + COLOURS] as number)
      : (data[at + channel] as number)
  return plane
}

/** Hands each channel of the colours, blurred, to `take`, in [0, 255]; alpha, blurred too, is given back, null of what is opaque. */
export const eachBlurred = (
  data: Uint8ClampedArray,
  width: number,
  height: number,
  deviation: number,
  take: (channel: number, blurred: Float32Array) => void,
): Float32Array | null => {
  const weights = isOpaque(data) ? null : blurPlane(planeOf(data, COLOURS, false), width, height, deviation)
  // A channel is written only when it was read; alpha last.
  for (let channel = 0; channel < COLOURS; channel += 1) {
    const blurred = blurPlane(planeOf(data, channel, weights !== null), width, height, deviation)
    if (weights)
      for (let i = 0; i < weights.length; i += 1) {
        const weight = weights[i] as number
        blurred[i] = weight > 0 ? (blurred[i] as number) / weight : 0
      }
    take(channel, blurred)
  }
  return weights
}

/** Gaussian blur of colours and alpha, in place; the rim is repeated outward. */
export const blurColours = (data: Uint8ClampedArray, width: number, height: number, deviation: number): void => {
  if (deviation < LEAST_BLUR || blurRows(data, width, height, deviation)) return
  const weights = eachBlurred(data, width, height, deviation, (channel, blurred) => {
    for (let i = 0, at = channel; i < blurred.length; i += 1, at += CHANNELS) data[at] = blurred[i] as number
  })
  if (weights) for (let i = 0, at = COLOURS; i < weights.length; i += 1, at += CHANNELS) data[at] = weights[i] as number
}
