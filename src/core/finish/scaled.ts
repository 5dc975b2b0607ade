import { assertNever } from '@/core/failure'
import type { Range } from '@/core/range'
import type { LayerChange } from '@/core/finish/changes'
import { LAYER_RANGE, type FinishLayer, type StrokeLine } from '@/core/finish/layers'

/** The lengths that layers have, and the range that each keeps to. */
const LENGTHS: readonly (readonly [string, Range])[] = [
  ['width', LAYER_RANGE.width],
  ['dx', LAYER_RANGE.offset],
  ['dy', LAYER_RANGE.offset],
  ['blur', LAYER_RANGE.blur],
  ['spread', LAYER_RANGE.spread],
  ['grow', LAYER_RANGE.grow],
  ['depth', LAYER_RANGE.depth],
  ['softness', LAYER_RANGE.softness],
]

const times = (length: number, k: number, { min, max }: Range): number => Math.min(max, Math.max(min, length * k))

const scaledLine = (line: StrokeLine, k: number): StrokeLine => {
  const gap = (length: number): number => times(length, k, LAYER_RANGE.gap)
  switch (line.kind) {
    case 'dashes':
      return { ...line, dash: times(line.dash, k, LAYER_RANGE.dash), gap: gap(line.gap) }
    case 'dots':
      return { ...line, gap: gap(line.gap) }
    case 'solid':
    case 'double':
    case 'brushed':
      return line
    default:
      return assertNever(line)
  }
}

/** Those of a layer's values that are lengths, multiplied. */
const scaledValues = (held: FinishLayer | LayerChange, k: number): object => {
  const values = held as unknown as Readonly<Record<string, unknown>> // read by name
  const lengths = LENGTHS.filter(([key]) => typeof values[key] === 'number')
  return {
    ...Object.fromEntries(lengths.map(([key, range]) => [key, times(Number(values[key]), k, range)])),
    ...('line' in held && held.line ? { line: scaledLine(held.line, k) } : {}),
  }
}

/** A layer with all its lengths multiplied, within their ranges, as when a sheet is copied at another size. */
export const scaledLayer = <L extends FinishLayer>(layer: L, k: number): L => ({ ...layer, ...scaledValues(layer, k) })

/** The same of what differs from a layer. */
export const scaledChange = (change: LayerChange, k: number): LayerChange => ({ ...change, ...scaledValues(change, k) })
