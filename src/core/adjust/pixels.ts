import {
  isPlain,
  type Adjustments,
  type Cast,
  type Edges,
  type Grain,
  type Sharpen,
  type Vignette,
} from '@/core/adjust/adjustments'
import { blurPlane, LEAST_BLUR } from '@/core/adjust/blur'
import { blurColours, eachBlurred } from '@/core/adjust/blurColours'
import { colourMatrix, NO_MATRIX, toneCurve } from '@/core/adjust/colours'
import { GRAIN_REACH, grainRow } from '@/core/adjust/grain'
import { CHANNELS, plateLength, plateScale, type Plate } from '@/core/adjust/plate'
import { lineRows, recolourRows, sharpenRows } from '@/core/adjust/rows'
import { cornerShare, vignetteAt } from '@/core/adjust/vignette'

const MOST = 255
/** The curve of tones that are let be. */
const STRAIGHT = Float32Array.from({ length: MOST + 1 }, (_, i) => i)

/** Tones by the curve, then colours by the matrix. Fully transparent pixels are let be. */
const changeColours = (data: Uint8ClampedArray, adjustments: Adjustments): void => {
  const curve = toneCurve(adjustments)
  const matrix = colourMatrix(adjustments)
  if (!curve && !matrix) return
  const [[rr, rg, rb, rc], [gr, gg, gb, gc], [br, bg, bb, bc]] = matrix ?? NO_MATRIX
  const [r0, g0, b0] = [rc * MOST, gc * MOST, bc * MOST]
  const columns = [rr, gr, br, 0, rg, gg, bg, 0, rb, gb, bb, 0, r0, g0, b0, 0]
  if (recolourRows(data, curve ?? STRAIGHT, columns)) return
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

/** Unsharp masking: c + amount · (c − blurred c), colours weighed by alpha; alpha stays. */
const sharpen = (data: Uint8ClampedArray, plate: Plate, { amount, radius }: Sharpen): void => {
  const { width, height } = plate
  const deviation = plateLength(radius, plate)
  if (deviation < LEAST_BLUR || sharpenRows({ data, width, height }, deviation, amount)) return
  eachBlurred(data, width, height, deviation, (channel, blurred) => {
    for (let i = 0, at = channel; i < blurred.length; i += 1, at += CHANNELS) {
      const c = data[at] as number
      data[at] = c + amount * (c - (blurred[i] as number))
    }
  })
}

const lightnessPlane = (data: Uint8ClampedArray): Float32Array => {
  const light = new Float32Array(data.length / CHANNELS)
  for (let i = 0, at = 0; i < light.length; i += 1, at += CHANNELS)
    light[i] = 0.2126 * (data[at] as number) + 0.7152 * (data[at + 1] as number) + 0.0722 * (data[at + 2] as number)
  return light
}

/** The wider blur of a pair whose difference marks edges (Marr and Hildreth 1980: a ratio of 1.6 is near the best). */
const WIDER = 1.6
/** A difference this large, of 255, makes a full line. */
const FULL_LINE = 10

/** Dark lines along edges, where the narrower of two blurs of the lightness is the darker; white elsewhere. */
const drawEdges = (data: Uint8ClampedArray, plate: Plate, { amount, width }: Edges): void => {
  const deviation = plateLength(width, plate)
  const lines = { data, width: plate.width, height: plate.height, deviations: [deviation, deviation * WIDER] as const }
  if (lineRows(lines, amount, FULL_LINE)) return
  const light = lightnessPlane(data)
  const near = blurPlane(light, plate.width, plate.height, deviation)
  const far = blurPlane(light, plate.width, plate.height, deviation * WIDER)
  for (let i = 0, at = 0; i < light.length; i += 1, at += CHANNELS) {
    const line = Math.min(1, Math.max(0, ((far[i] as number) - (near[i] as number)) / FULL_LINE))
    const paper = MOST * (1 - line) * amount
    data[at] = (data[at] as number) * (1 - amount) + paper
    data[at + 1] = (data[at + 1] as number) * (1 - amount) + paper
    data[at + 2] = (data[at + 2] as number) * (1 - amount) + paper
  }
}

/** Half sides from the middle of the picture, of each column or row of a plate. */
const halvesOf = (count: number, from: number, step: number, side: number): Float64Array =>
  Float64Array.from({ length: count }, (_, i) => (from + (i + 0.5) * step) / (side / 2) - 1)

const vignetteWhole = (data: Uint8ClampedArray, plate: Plate, vignette: Vignette): void => {
  const { width, height, part, picture } = plate
  const step = 1 / plateScale(plate)
  const towards = vignette.amount > 0 ? 0 : MOST
  const [across, down] = [halvesOf(width, part.x0, step, picture.w), halvesOf(height, part.y0, step, picture.h)]
  for (let y = 0, at = 0; y < height; y += 1) {
    const v = down[y] as number
    for (let x = 0; x < width; x += 1, at += CHANNELS) {
      const share = cornerShare(across[x] as number, v)
      if (share <= vignette.start) continue
      const k = vignetteAt(share, vignette)
      data[at] = (data[at] as number) * (1 - k) + towards * k
      data[at + 1] = (data[at + 1] as number) * (1 - k) + towards * k
      data[at + 2] = (data[at + 2] as number) * (1 - k) + towards * k
    }
  }
}

const addGrain = (data: Uint8ClampedArray, plate: Plate, grain: Grain): void => {
  const { width, height, part } = plate
  const cell = grain.size * Math.min(plate.picture.w, plate.picture.h)
  const step = 1 / plateScale(plate)
  const row = new Float64Array(width)
  const along = { from: (part.x0 + 0.5 * step) / cell, side: step / cell, seed: grain.seed }
  for (let y = 0, at = 0; y < height; y += 1) {
    grainRow(row, (part.y0 + (y + 0.5) * step) / cell, along)
    for (let x = 0; x < width; x += 1, at += CHANNELS) {
      const by = grain.amount * GRAIN_REACH * (row[x] as number)
      data[at] = (data[at] as number) + by
      data[at + 1] = (data[at + 1] as number) + by
      data[at + 2] = (data[at + 2] as number) + by
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
