import type { Colour } from '@/core/colour/colour'
import { fromRgb, type Rgb } from '@/core/colour/space'

/** RGBA bytes, not multiplied by alpha. */
export type Pixels = Uint8ClampedArray | Uint8Array

/** A cell of colour space with the pixels that fall into it, summed. */
interface Cell {
  r: number
  g: number
  b: number
  count: number
}

/** Bits kept of each channel when like colours are counted together. */
const BITS = 5
const SHIFT = 8 - BITS
/** Pixels more transparent than this say nothing about the colours. */
const LEAST_ALPHA = 128

const cellsOf = (pixels: Pixels): readonly Cell[] => {
  const cells = new Map<number, Cell>()
  for (let i = 0; i + 3 < pixels.length; i += 4) {
    const [r, g, b, alpha] = [pixels[i] ?? 0, pixels[i + 1] ?? 0, pixels[i + 2] ?? 0, pixels[i + 3] ?? 0]
    if (alpha < LEAST_ALPHA) continue
    const key = ((r >> SHIFT) << (2 * BITS)) | ((g >> SHIFT) << BITS) | (b >> SHIFT)
    const cell = cells.get(key)
    if (cell) {
      cell.r += r
      cell.g += g
      cell.b += b
      cell.count += 1
    } else cells.set(key, { r, g, b, count: 1 })
  }
  return [...cells.values()]
}

type Channel = keyof Rgb
const CHANNELS: readonly Channel[] = ['r', 'g', 'b']

const meanOf = (cells: readonly Cell[]): Rgb => {
  const count = cells.reduce((sum, cell) => sum + cell.count, 0) || 1
  const mean = (channel: Channel): number => cells.reduce((sum, cell) => sum + cell[channel], 0) / count
  return { r: mean('r'), g: mean('g'), b: mean('b') }
}

/** Sum of squared distances from the mean along a channel. */
const spreadOf = (cells: readonly Cell[], channel: Channel): number => {
  const mean = meanOf(cells)[channel]
  return cells.reduce((sum, cell) => sum + cell.count * (cell[channel] / cell.count - mean) ** 2, 0)
}

interface Bin {
  readonly cells: readonly Cell[]
  readonly channel: Channel
  readonly spread: number
}

const binOf = (cells: readonly Cell[]): Bin => {
  const spreads = CHANNELS.map((channel) => ({ channel, spread: spreadOf(cells, channel) }))
  const widest = spreads.reduce((most, next) => (next.spread > most.spread ? next : most))
  return { cells, ...widest }
}

/** Cuts a bin at its mean along the channel in which it spreads most. */
const cut = ({ cells, channel }: Bin): readonly Bin[] => {
  const mean = meanOf(cells)[channel]
  const low = cells.filter((cell) => cell[channel] / cell.count <= mean)
  const high = cells.filter((cell) => cell[channel] / cell.count > mean)
  return [low, high].filter((part) => part.length > 0).map(binOf)
}

/**
 * The colours that stand for the pixels, the most frequent first: at most `most`. Bins of colour space are cut where
 * they spread most (variance-based cutting after Wan, Wong and Prusinkiewicz, 1988) until there are enough.
 */
export const paletteOf = (pixels: Pixels, most: number): readonly Colour[] => {
  const cells = cellsOf(pixels)
  if (!cells.length) return []
  let bins: readonly Bin[] = [binOf(cells)]
  while (bins.length < most) {
    const widest = bins.reduce((best, bin) => (bin.spread > best.spread ? bin : best))
    if (widest.spread <= 0) break
    bins = bins.flatMap((bin) => (bin === widest ? cut(bin) : [bin]))
  }
  const weight = (bin: Bin): number => bin.cells.reduce((sum, cell) => sum + cell.count, 0)
  const sorted = [...bins].sort((p, q) => weight(q) - weight(p))
  return [...new Set(sorted.map((bin) => fromRgb(meanOf(bin.cells))))]
}
