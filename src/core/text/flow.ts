import type { Size } from '@/core/geometry/vector'
import type { TextRun, TextStencil } from '@/core/text/block'
import { cellsOf, type Cell } from '@/core/text/cells'
import { readClusters } from '@/core/text/clusters'

/** A line of a text in its box: lengths in points about the middle of the box, y down. */
export interface FlowLine {
  /** Its cells, from the first up to the one after the last. */
  readonly first: number
  readonly end: number
  /** Where its text begins and ends, in UTF-16 units; a paragraph's end belongs to its last line. */
  readonly from: number
  readonly to: number
  readonly x: number
  readonly baseline: number
  /** Without spaces that hang beyond its end. */
  readonly width: number
  /** How far its letters reach over the baseline and under it. */
  readonly up: number
  readonly down: number
  /** Added to each of its spaces. */
  readonly spread: number
  /** It holds no letter. */
  readonly isBlank: boolean
  /** Broken at a soft hyphen: the run whose hyphen it shows. */
  readonly hyphen?: TextRun
}

/** A text flowed into a box. */
export interface Flow {
  readonly lines: readonly FlowLine[]
  /** What every size was multiplied by so that it fits; 1 where nothing was shrunk. */
  readonly scale: number
  /** Where each cell's pen stands, in points from the middle of the box. */
  readonly pens: readonly number[]
  /** From the top of the first line to the foot of the last. */
  readonly height: number
  /** Lines that lie beneath the box in part or whole. */
  readonly linesBelow: number
  /** Lines wider than the box. */
  readonly linesWide: number
}

/** Lengths that are no further beyond the box than this, in points, are within it. */
const SLACK = 0.01
/** Nothing is shrunk below this share of its size. */
export const LEAST_SHRINK = 0.1
const EM = 1000

interface Ctx {
  readonly stencil: TextStencil
  readonly cells: readonly Cell[]
  readonly scale: number
  readonly width: number
}

/** What a cell moves the pen, with the tracking after it. */
const advanceOf = ({ stencil, scale }: Ctx, { advance, run, isEnd, isSoftHyphen }: Cell): number =>
  isEnd || isSoftHyphen ? 0 : ((advance + stencil.tracking) / EM) * run.size * scale

const hyphenWidth = ({ scale }: Ctx, run: TextRun): number => {
  const [hyphen] = readClusters(run.hyphen) ?? []
  return ((hyphen?.advance ?? 0) / EM) * run.size * scale
}

/** Where the line that begins at a cell ends: the cell after its last. */
const lineEnd = (ctx: Ctx, first: number): number => {
  const { cells, width, stencil } = ctx
  let pen = 0
  let fits: number | null = null
  for (let i = first; i < cells.length; i += 1) {
    const cell = cells[i]
    if (!cell) break
    if (cell.isEnd) return i + 1
    const advance = advanceOf(ctx, cell)
    const trail = cell.isRoom ? 0 : (stencil.tracking / EM) * cell.run.size * ctx.scale
    if (!cell.isRoom && pen + advance - trail > width + SLACK) {
      if (fits !== null) return fits
      if (stencil.breaksWords && i > first) return i
    }
    pen += advance
    const needs = cell.isSoftHyphen ? pen + hyphenWidth(ctx, cell.run) : pen
    if (cell.mayBreak && (fits === null || cell.isRoom || needs <= width + SLACK)) fits = i + 1
  }
  return cells.length
}

/** The stretches of cells that make a line each; a text that ends with a line's end has an empty line after it. */
const stretches = (ctx: Ctx): readonly (readonly [number, number])[] => {
  const found: (readonly [number, number])[] = []
  for (let first = 0; first < ctx.cells.length;) {
    const end = lineEnd(ctx, first)
    found.push([first, end])
    first = end
  }
  if (!found.length || ctx.cells.at(-1)?.isEnd) found.push([ctx.cells.length, ctx.cells.length])
  return found
}

interface Measured {
  readonly first: number
  readonly end: number
  readonly width: number
  readonly up: number
  readonly down: number
  readonly size: number
  /** Spaces between its words. */
  readonly spaces: number
  readonly isBlank: boolean
  readonly beginsParagraph: boolean
  readonly endsParagraph: boolean
  readonly hyphen?: TextRun
}

/** The run that an empty line takes its height from. */
const runFor = ({ stencil, cells }: Ctx, first: number): TextRun | undefined =>
  cells[first]?.run ?? cells[first - 1]?.run ?? stencil.runs.at(-1)

const measured = (ctx: Ctx, [first, end]: readonly [number, number]): Measured => {
  const { cells, scale, stencil } = ctx
  const held = cells.slice(first, end)
  const last = held.at(-1)
  const shown = held.findLastIndex(({ isRoom, isSoftHyphen }) => !isRoom && !isSoftHyphen) + 1
  const words = held.slice(0, shown)
  const hyphen = last?.isSoftHyphen && end < cells.length ? last.run : undefined
  const tail = words.at(-1)
  const width =
    words.reduce((sum, cell) => sum + advanceOf(ctx, cell), 0) -
    (tail ? (stencil.tracking / EM) * tail.run.size * scale : 0) +
    (hyphen ? hyphenWidth(ctx, hyphen) : 0)
  const own = runFor(ctx, first)
  const runs = new Set(words.length ? words.map(({ run }) => run) : own ? [own] : [])
  const most = (of: (run: TextRun) => number): number => Math.max(0, ...[...runs].map(of)) * scale
  return {
    first,
    end,
    width,
    up: most(({ up, size }) => (up / EM) * size),
    down: most(({ down, size }) => (down / EM) * size),
    size: most(({ size }) => size),
    spaces: words.filter(({ isRoom }) => isRoom).length,
    isBlank: words.length === 0,
    beginsParagraph: first === 0 || cells[first - 1]?.isEnd === true,
    endsParagraph: end >= cells.length || last?.isEnd === true,
    ...(hyphen ? { hyphen } : {}),
  }
}

const SHARES = { left: 0, centre: 0.5, right: 1, justify: 0 } as const
const STAND_SHARES = { top: 0, middle: 0.5, bottom: 1 } as const

/** Baselines beneath the top of the first line, and how high all is. */
const baselinesOf = (
  lines: readonly Measured[],
  { leading, paragraphGap }: TextStencil,
): { readonly at: readonly number[]; readonly height: number } => {
  let y = 0
  const at = lines.map(({ up, size, beginsParagraph }, i) => {
    if (i === 0) y = up
    else y += leading * size + (beginsParagraph ? paragraphGap * size : 0)
    return y
  })
  return { at, height: y + (lines.at(-1)?.down ?? 0) }
}

const placeOf = ({ cells, stencil }: Ctx, index: number): number => cells[index]?.place ?? stencil.text.length

const flowedAt = (stencil: TextStencil, size: Size, scale: number): Flow => {
  const ctx: Ctx = { stencil, cells: cellsOf(stencil), scale, width: size.w }
  const lines = stretches(ctx).map((stretch) => measured(ctx, stretch))
  const { at, height } = baselinesOf(lines, stencil)
  // What is too high begins at the top, however it stands otherwise.
  const top = -size.h / 2 + Math.max(0, size.h - height) * STAND_SHARES[stencil.stand]
  const pens: number[] = []
  const flowed = lines.map((line, i): FlowLine => {
    const room = size.w - line.width
    const isSpread = stencil.align === 'justify' && !line.endsParagraph && room > 0 && line.spaces > 0
    const spread = isSpread ? room / line.spaces : 0
    const x = -size.w / 2 + room * SHARES[stencil.align]
    let pen = x
    for (const cell of ctx.cells.slice(line.first, line.end)) {
      pens.push(pen)
      pen += advanceOf(ctx, cell) + (cell.isRoom ? spread : 0)
    }
    const { first, end, width, up, down, isBlank, hyphen } = line
    return {
      first,
      end,
      from: placeOf(ctx, first),
      to: placeOf(ctx, end),
      x,
      baseline: top + (at[i] ?? 0),
      width: isSpread ? size.w : width,
      up,
      down,
      spread,
      isBlank,
      ...(hyphen ? { hyphen } : {}),
    }
  })
  return {
    lines: flowed,
    scale,
    pens,
    height,
    linesBelow: flowed.filter(({ baseline, down, isBlank }) => !isBlank && baseline + down > size.h / 2 + SLACK).length,
    linesWide: flowed.filter(({ width }) => width > size.w + SLACK).length,
  }
}

/** Does everything lie within the box? */
export const flowFits = ({ linesBelow, linesWide }: Flow): boolean => linesBelow + linesWide === 0

/** Halvings by which the largest scale that fits is found: to less than a thousandth. */
const HALVINGS = 11

const shrunk = (stencil: TextStencil, size: Size): Flow => {
  const whole = flowedAt(stencil, size, 1)
  if (flowFits(whole)) return whole
  let [low, high] = [LEAST_SHRINK, 1]
  let best = flowedAt(stencil, size, low)
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2
    const tried = flowedAt(stencil, size, middle)
    if (flowFits(tried)) [low, best] = [middle, tried]
    else high = middle
  }
  return best
}

/** Flows of each text in the boxes they were last asked for. */
const kept = new WeakMap<TextStencil, Map<string, Flow>>()
const MOST_KEPT = 12

/** The text flowed into a box of `size` points. */
export const flowOf = (stencil: TextStencil, size: Size): Flow => {
  const known = kept.get(stencil) ?? new Map<string, Flow>()
  const key = `${size.w} ${size.h}`
  const held = known.get(key)
  if (held) return held
  const flow = stencil.shrinks ? shrunk(stencil, size) : flowedAt(stencil, size, 1)
  if (known.size >= MOST_KEPT) known.clear()
  known.set(key, flow)
  kept.set(stencil, known)
  return flow
}
