/** Art with openings whose edges are known exactly: made by a seed, of every kind that art comes in. */
import { compose, rotation, scaling, translation } from '@/core/geometry/matrix'
import { randomFrom } from '@/core/random'
import { joinOutlines } from '@/core/region/trace'
import type { Pixels } from '@/core/region/field'
import { outlineOf, type Stencil } from '@/core/stencil/stencil'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { coverage } from '@tests/helpers/coverage'

// Taken once: every look at a global costs a microsecond under the test runner.
const { floor, max, min } = Math

export const OVERLAY_KINDS = ['clean', 'soft', 'noisy', 'colour', 'vellum', 'border', 'islands', 'cut out'] as const
export type OverlayKind = (typeof OVERLAY_KINDS)[number]

export interface Overlay {
  readonly pixels: Pixels
  /** Every opening's true edge, half way between open and solid. */
  readonly truths: readonly Outline[]
  /** How much of each pixel lets through. */
  readonly open: Float32Array
}

const CELL = 72
const ART = [40, 90, 60] as const
const HOLE = [235, 40, 200] as const

const SHARP: readonly Stencil[] = [
  { kind: 'rectangle' },
  { kind: 'ellipse' },
  { kind: 'star', points: 6, inner: 0.55 },
  { kind: 'polygon', sides: 5 },
]
/** Blurred, the middle of an edge that bends sharply moves: these bend little. */
const ROUND: readonly Stencil[] = [{ kind: 'ellipse' }]

const stencilAt = (stencil: Stencil, x: number, y: number, w: number, h: number, turn: number): Outline => {
  const outline = outlineOf(stencil, { w: 1, h: 1 })
  return { ...outline, path: transformPath(compose(translation(x, y), rotation(turn), scaling(w, h)), outline.path) }
}

/** A box blur twice over, near enough to a Gaussian. */
const blurred = (values: Float32Array, width: number, height: number, radius: number): Float32Array => {
  let from = values
  for (let pass = 0; pass < 4; pass += 1) {
    const to = new Float32Array(from.length)
    const step = pass % 2 ? width : 1
    const along = pass % 2 ? height : width
    for (let i = 0; i < from.length; i += 1) {
      const at = pass % 2 ? floor(i / width) : i % width
      let sum = 0
      for (let k = -radius; k <= radius; k += 1) sum += from[i + (min(along - 1, max(0, at + k)) - at) * step] ?? 0
      to[i] = sum / (2 * radius + 1)
    }
    from = to
  }
  return from
}

/** Art of a kind, with 1 to 20 openings. */
export const overlayOf = (kind: OverlayKind, seed: number): Overlay => {
  const random = randomFrom(seed)
  const between = (low: number, high: number): number => low + random() * (high - low)
  const [columns, rows] = [1 + floor(random() * 5), 1 + floor(random() * 4)]
  const margin = 20
  const [width, height] = [columns * CELL + 2 * margin, rows * CELL + 2 * margin]
  const shapes = kind === 'soft' ? ROUND : SHARP
  const truths: Outline[] = []
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      const [x, y] = [margin + (column + 0.5) * CELL + between(-5, 5), margin + (row + 0.5) * CELL + between(-5, 5)]
      const [w, h] = [between(28, 44), between(28, 44)]
      const stencil = shapes[floor(random() * shapes.length)] ?? { kind: 'ellipse' }
      const whole = stencilAt(stencil, x, y, w, h, between(0, 360))
      const island = stencilAt({ kind: 'ellipse' }, x, y, w * 0.35, h * 0.35, 0)
      truths.push(kind === 'islands' ? joinOutlines([whole, island]) : whole)
    }
  if (kind === 'border') {
    const y = between(30, height - 30)
    truths[truths.length] = stencilAt({ kind: 'rectangle' }, 8, y, 16, 26, 0)
  }
  const open = new Float32Array(width * height)
  for (const truth of truths) {
    const full = kind === 'vellum' ? between(0.3, 0.75) : 1
    coverage(truth, width, height).forEach((share, i) => {
      open[i] = max(open[i] ?? 0, share * full)
    })
  }
  const faded = kind === 'soft' ? blurred(open, width, height, 1) : open
  if (kind === 'cut out') {
    // With air around it, or trimmed to its bounds.
    const air = random() < 0.5 ? 4 : 0
    const size = { w: width - 2 * air, h: height - 2 * air }
    const art = outlineOf({ kind: 'rectangle', corners: [{ style: 'round', size: { points: 22 } }] }, size)
    const solid = coverage({ ...art, path: transformPath(translation(width / 2, height / 2), art.path) }, width, height)
    for (let i = 0; i < faded.length; i += 1) faded[i] = max(faded[i] ?? 0, 1 - (solid[i] ?? 0))
  }
  const noise = kind === 'noisy' ? 14 : 0
  const data = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < faded.length; i += 1) {
    const share = faded[i] ?? 0
    // Lossy pictures spoil colours by blocks of two, and most along edges; alpha is spoilt by noise alone.
    const spoilt = kind === 'colour' ? 9 : 0
    for (let channel = 0; channel < 3; channel += 1) {
      const [art, hole] = [ART[channel] ?? 0, HOLE[channel] ?? 0]
      const plain = kind === 'colour' ? art + (hole - art) * share : art
      data[i * 4 + channel] = plain + (random() + random() - 1) * spoilt
    }
    data[i * 4 + 3] = kind === 'colour' ? 255 : (1 - share) * 255 + (random() + random() - 1) * noise
  }
  return { pixels: { data, width, height }, truths, open: faded }
}
