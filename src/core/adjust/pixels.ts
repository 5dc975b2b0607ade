import {
  isPlain,
  type Adjustments,
  type Cast,
  type Edges,
  type Grain,
  type Sharpen,
  type Vignette,
} from '@/core/adjust/adjustments'
import { blurPlane } from '@/core/adjust/blur'
import { colourMatrix, NO_MATRIX, toneCurve } from '@/core/adjust/colours'
import { grainAt, GRAIN_REACH } from '@/core/adjust/grain'
import { CHANNELS, plateLength, plateScale, type Plate } from '@/core/adjust/plate'
import { cornerShare, vignetteAt } from '@/core/adjust/vignette'

const MOST = 255

/** Tones by the curve, then colours by the matrix. Fully transparent pixels are let be. */
const changeColours = (data: Uint8ClampedArray, adjustments: Adjustments): void => {
  const curve = toneCurve(adjustments)
  const matrix = colourMatrix(adjustments)
  if (!curve && !matrix) return
  const [[rr, rg, rb, rc], [gr, gg, gb, gc], [br, bg, bb, bc]] = matrix ?? NO_MATRIX
  const [r0, g0, b0] = [rc * MOST, gc * MOST, bc * MOST]
  for (let i = 0; i < data.length; i += CHANNELS) {
    const red = data[i] ?? 0
    const green = data[i + 1] ?? 0
    const blue = data[i + 2] ?? 0
    const r = curve ? (curve[red] ?? 0) : red
    const g = curve ? (curve[green] ?? 0) : green
    const b = curve ? (curve[blue] ?? 0) : blue
    // The array brings what is beyond [0, 255] within, and rounds.
    data[i] = rr * r + rg * g + rb * b + r0
    data[i + 1] = gr * r + gg * g + gb * b + g0
    data[i + 2] = br * r + bg * g + bb * b + b0
  }
}

/** The channels, each weighed by alpha, and alpha itself: what is not there lends no colour. */
const planesOf = (data: Uint8ClampedArray): readonly [Float32Array, Float32Array, Float32Array, Float32Array] => {
  const count = data.length / CHANNELS
  const planes = [new Float32Array(count), new Float32Array(count), new Float32Array(count), new Float32Array(count)]
  const [r, g, b, a] = planes as [Float32Array, Float32Array, Float32Array, Float32Array] // just made, four of them
  for (let i = 0, at = 0; i < count; i += 1, at += CHANNELS) {
    const alpha = data[at + 3] ?? 0
    a[i] = alpha
    r[i] = (data[at] ?? 0) * alpha
    g[i] = (data[at + 1] ?? 0) * alpha
    b[i] = (data[at + 2] ?? 0) * alpha
  }
  return [r, g, b, a]
}

/** Gaussian blur of colours and alpha, in place; the rim is repeated outward. */
export const blurColours = (data: Uint8ClampedArray, width: number, height: number, deviation: number): void => {
  const [r, g, b, a] = planesOf(data)
  const weights = blurPlane(a, width, height, deviation)
  ;[r, g, b].forEach((plane, channel) => {
    const blurred = blurPlane(plane, width, height, deviation)
    for (let i = 0; i < weights.length; i += 1) {
      const weight = weights[i] ?? 0
      data[i * CHANNELS + channel] = weight > 0 ? (blurred[i] ?? 0) / weight : 0
    }
  })
  for (let i = 0; i < weights.length; i += 1) data[i * CHANNELS + 3] = weights[i] ?? 0
}

/** Unsharp masking: c + amount · (c − blurred c), colours weighed by alpha; alpha stays. */
const sharpen = (data: Uint8ClampedArray, plate: Plate, { amount, radius }: Sharpen): void => {
  const deviation = plateLength(radius, plate)
  const soft = data.slice()
  blurColours(soft, plate.width, plate.height, deviation)
  for (let i = 0; i < data.length; i += CHANNELS) {
    for (let channel = 0; channel < 3; channel += 1) {
      const c = data[i + channel] ?? 0
      data[i + channel] = c + amount * (c - (soft[i + channel] ?? 0))
    }
  }
}

const lightnessPlane = (data: Uint8ClampedArray): Float32Array =>
  Float32Array.from(
    { length: data.length / CHANNELS },
    (_, i) =>
      0.2126 * (data[i * CHANNELS] ?? 0) +
      0.7152 * (data[i * CHANNELS + 1] ?? 0) +
      0.0722 * (data[i * CHANNELS + 2] ?? 0),
  )

/** The wider blur of a pair whose difference marks edges (Marr and Hildreth 1980: a ratio of 1.6 is near the best). */
const WIDER = 1.6
/** A difference this large, of 255, makes a full line. */
const FULL_LINE = 10

/** Dark lines along edges, where the narrower of two blurs of the lightness is the darker; white elsewhere. */
const drawEdges = (data: Uint8ClampedArray, plate: Plate, { amount, width }: Edges): void => {
  const deviation = plateLength(width, plate)
  const light = lightnessPlane(data)
  const near = blurPlane(light, plate.width, plate.height, deviation)
  const far = blurPlane(light, plate.width, plate.height, deviation * WIDER)
  for (let i = 0; i < light.length; i += 1) {
    const line = Math.min(1, Math.max(0, ((far[i] ?? 0) - (near[i] ?? 0)) / FULL_LINE))
    const paper = MOST * (1 - line)
    for (let channel = 0; channel < 3; channel += 1) {
      const at = i * CHANNELS + channel
      data[at] = (data[at] ?? 0) * (1 - amount) + paper * amount
    }
  }
}

const vignetteWhole = (data: Uint8ClampedArray, plate: Plate, vignette: Vignette): void => {
  const { width, height, part, picture } = plate
  const step = 1 / plateScale(plate)
  const towards = vignette.amount > 0 ? 0 : MOST
  for (let y = 0; y < height; y += 1) {
    const v = (part.y0 + (y + 0.5) * step) / (picture.h / 2) - 1
    for (let x = 0; x < width; x += 1) {
      const u = (part.x0 + (x + 0.5) * step) / (picture.w / 2) - 1
      const k = vignetteAt(cornerShare(u, v), vignette)
      const at = (y * width + x) * CHANNELS
      for (let c = at; c < at + 3; c += 1) data[c] = (data[c] ?? 0) * (1 - k) + towards * k
    }
  }
}

const addGrain = (data: Uint8ClampedArray, plate: Plate, grain: Grain): void => {
  const { width, height, part } = plate
  const cell = grain.size * Math.min(plate.picture.w, plate.picture.h)
  const step = 1 / plateScale(plate)
  const side = step / cell
  for (let y = 0; y < height; y += 1) {
    const v = (part.y0 + (y + 0.5) * step) / cell
    for (let x = 0; x < width; x += 1) {
      const by = grain.amount * GRAIN_REACH * grainAt((part.x0 + (x + 0.5) * step) / cell, v, side, grain)
      const at = (y * width + x) * CHANNELS
      for (let c = at; c < at + 3; c += 1) data[c] = (data[c] ?? 0) + by
    }
  }
}

/**
 * Black over which what lies beneath is multiplied by the lightness of a pixel for that of white: 1 − (1 − l / white) · strength.
 * What is lighter than white leaves it as it is.
 */
const castShade = (data: Uint8ClampedArray, { white, strength }: Cast): void => {
  const least = Math.max(1, white * MOST)
  for (let i = 0; i < data.length; i += CHANNELS) {
    const light = 0.2126 * (data[i] ?? 0) + 0.7152 * (data[i + 1] ?? 0) + 0.0722 * (data[i + 2] ?? 0)
    const dark = Math.max(0, 1 - light / least) * strength
    data[i] = data[i + 1] = data[i + 2] = 0
    data[i + 3] = (data[i + 3] ?? 0) * dark
  }
}

/** The pixels of a plate after adjustments, as a new array; the plate stays as it is. */
export const adjustedPixels = (plate: Plate, adjustments: Adjustments): Uint8ClampedArray => {
  const data = plate.data.slice()
  if (isPlain(adjustments)) return data
  changeColours(data, adjustments)
  if (adjustments.blur) blurColours(data, plate.width, plate.height, plateLength(adjustments.blur, plate))
  if (adjustments.sharpen?.amount) sharpen(data, plate, adjustments.sharpen)
  if (adjustments.edges?.amount) drawEdges(data, plate, adjustments.edges)
  if (adjustments.vignette?.amount && adjustments.vignette.of === 'picture')
    vignetteWhole(data, plate, adjustments.vignette)
  if (adjustments.grain?.amount) addGrain(data, plate, adjustments.grain)
  if (adjustments.cast) castShade(data, adjustments.cast)
  return data
}

/** How far around a part of the picture its adjusted pixels depend on what lies there, as a share of the short side. */
export const adjustmentReach = ({ blur = 0, sharpen: sharpening, edges }: Adjustments): number =>
  3 * (blur + (sharpening?.amount ? sharpening.radius : 0) + (edges?.amount ? edges.width * WIDER : 0))
