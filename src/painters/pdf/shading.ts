import type { DrawStop, Style } from '@/core/render/ops'
import { SPACE, type PdfBook } from '@/painters/pdf/book'

type GradientStyle = Extract<Style, { kind: 'gradient' }>
type Channels = (stop: DrawStop) => readonly number[]

const MOST = 255
const colourOf: Channels = ({ colour: { r, g, b } }) => [r / MOST, g / MOST, b / MOST]
const alphaOf: Channels = ({ alpha = 1 }) => [alpha]

/** The stops as a function of [0, 1] (ISO 32000-1, 7.10.3 and 7.10.4): straight from each to the next. */
const functionOf = (stops: readonly DrawStop[], channels: Channels): unknown => {
  const sorted = [...stops].sort((p, q) => p.at - q.at)
  const [first, last] = [sorted[0], sorted.at(-1)]
  if (!first || !last) throw new TypeError('a gradient has stops')
  const full = [{ ...first, at: 0 }, ...sorted, { ...last, at: 1 }]
  const runs = full.flatMap((stop, i) => {
    const next = full[i + 1]
    return next && next.at > stop.at ? [{ from: stop, to: next }] : []
  })
  const run = ({ from, to }: { readonly from: DrawStop; readonly to: DrawStop }): unknown => ({
    FunctionType: 2,
    Domain: [0, 1],
    C0: channels(from),
    C1: channels(to),
    N: 1,
  })
  const [only] = runs
  if (only && runs.length === 1) return run(only)
  return {
    FunctionType: 3,
    Domain: [0, 1],
    Functions: runs.map(run),
    Bounds: runs.slice(0, -1).map(({ to }) => to.at),
    Encode: runs.flatMap(() => [0, 1]),
  }
}

const shadingOf = ({ run, stops }: GradientStyle, channels: Channels, space: unknown): Record<string, unknown> => ({
  ...(run.shape === 'linear'
    ? { ShadingType: 2, Coords: [run.from.x, run.from.y, run.to.x, run.to.y] }
    : { ShadingType: 3, Coords: [run.centre.x, run.centre.y, 0, run.centre.x, run.centre.y, run.radius] }),
  ColorSpace: space,
  Function: functionOf(stops, channels),
  Extend: [true, true],
})

/** Names the colours of a gradient as a shading. */
export const colourShading = (book: PdfBook, style: GradientStyle): string =>
  book.name('Shading', book.object(shadingOf(style, colourOf, SPACE)))

/** Names how strong a gradient is as a shading in grey. */
export const alphaShading = (book: PdfBook, style: GradientStyle): string =>
  book.name('Shading', book.object(shadingOf(style, alphaOf, 'DeviceGray')))
