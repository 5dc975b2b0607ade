import type { ColourRef } from '@/core/colour/slots'
import { unionRects, type Rect } from '@/core/geometry/rect'
import type { Point, Size } from '@/core/geometry/vector'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Path, type Segment } from '@/core/path/path'
import { parseSvgPath } from '@/core/path/svgPath'
import type { TextRun, TextStencil } from '@/core/text/block'
import { cellsOf, type Cell } from '@/core/text/cells'
import { readClusters } from '@/core/text/clusters'
import { flowOf, type Flow, type FlowLine } from '@/core/text/flow'

/** What of a text is painted alike: in a colour of its own, or with what fills the frame. */
export interface TextPart {
  readonly colour?: ColourRef
  /** In points about the middle of the box; filled by the non-zero rule. */
  readonly path: Path
}

const EM = 1000

interface Drawing {
  readonly path: Path
  readonly bounds: Rect
}

/** What is kept of a text's drawings: each once read, and lines once put together. */
interface Held {
  readonly drawings: Map<number, Drawing>
  readonly lines: Map<string, LineInk>
}

/** The letters of one line by how they are painted, and around them all. */
interface LineInk {
  readonly parts: readonly TextPart[]
  readonly bounds: Rect | null
}

const MOST_LINES = 2000
const read = new WeakMap<TextStencil['drawings'], Held>()

const heldOf = ({ drawings }: TextStencil): Held => {
  const known = read.get(drawings) ?? { drawings: new Map<number, Drawing>(), lines: new Map<string, LineInk>() }
  read.set(drawings, known)
  return known
}

/** A drawing of the text in thousandths of an em, read when it is first asked for. */
const drawingOf = (stencil: TextStencil, number: number): Drawing => {
  const { drawings } = heldOf(stencil)
  const held = drawings.get(number)
  if (held) return held
  const path = parseSvgPath(stencil.drawings[number] ?? '')
  const drawing = { path, bounds: path.length ? boundsOf(path) : { x0: 0, y0: 0, x1: 0, y1: 0 } }
  drawings.set(number, drawing)
  return drawing
}

/** Puts a drawing on a path at a pen, `k` points to the thousandth of an em. */
const drawOnto = (path: Segment[], drawing: Path, k: number, x: number, y: number): void => {
  const at = (p: Point): Point => ({ x: x + k * p.x, y: y + k * p.y })
  for (const segment of drawing) {
    if (segment.kind === 'cubic')
      path.push({ kind: 'cubic', c1: at(segment.c1), c2: at(segment.c2), to: at(segment.to) })
    else if (segment.kind === 'close') path.push(segment)
    else if (segment.kind === 'arc')
      path.push({ ...segment, centre: at(segment.centre), rx: segment.rx * k, ry: segment.ry * k })
    else path.push({ kind: segment.kind, to: at(segment.to) })
  }
}

/** One drawing of a line, where it stands. */
interface Set {
  readonly colour: ColourRef | undefined
  readonly drawing: number
  readonly k: number
  readonly x: number
}

/** What a line draws, from left to right; its hyphen last, if it was broken at a soft one. */
const setsOf = (cells: readonly Cell[], flow: Flow, line: FlowLine): readonly Set[] => {
  const sets: Set[] = []
  const add = ({ colour, size }: TextRun, drawing: number | null, x: number): void => {
    if (drawing !== null) sets.push({ colour, drawing, k: (size * flow.scale) / EM, x })
  }
  for (let i = line.first; i < line.end; i += 1) {
    const cell = cells[i]
    if (cell) add(cell.run, cell.drawing, flow.pens[i] ?? 0)
  }
  const [hyphen] = line.hyphen ? (readClusters(line.hyphen.hyphen) ?? []) : []
  if (line.hyphen && hyphen) add(line.hyphen, hyphen.drawing, flow.pens[line.end - 1] ?? line.x)
  return sets
}

const inkOfLine = (stencil: TextStencil, sets: readonly Set[], y: number): LineInk => {
  const paths = new Map<ColourRef | undefined, Segment[]>()
  const rects: Rect[] = []
  for (const { colour, drawing, k, x } of sets) {
    const path = paths.get(colour) ?? []
    paths.set(colour, path)
    const { path: drawn, bounds } = drawingOf(stencil, drawing)
    drawOnto(path, drawn, k, x, y)
    rects.push({ x0: x + k * bounds.x0, x1: x + k * bounds.x1, y0: y + k * bounds.y0, y1: y + k * bounds.y1 })
  }
  return {
    parts: [...paths].map(([colour, path]) => (colour === undefined ? { path } : { colour, path })),
    bounds: rects.length ? unionRects(rects) : null,
  }
}

/** The letters of a line; a line that stands as it stood before is not put together again. */
const lineInk = (stencil: TextStencil, sets: readonly Set[], y: number): LineInk => {
  const { lines } = heldOf(stencil)
  const key = `${y} ${sets.map(({ colour, drawing, k, x }) => `${drawing} ${x} ${k} ${colour ?? ''}`).join()}`
  const known = lines.get(key)
  if (known) return known
  const ink = inkOfLine(stencil, sets, y)
  if (lines.size >= MOST_LINES) lines.clear()
  lines.set(key, ink)
  return ink
}

interface Ink {
  readonly parts: readonly TextPart[]
  readonly lines: readonly TextPart[]
  /** Null where nothing is drawn. */
  readonly bounds: Rect | null
}

const inkOf = (stencil: TextStencil, flow: Flow): Ink => {
  const cells = cellsOf(stencil)
  const lines = flow.lines.map((line) => lineInk(stencil, setsOf(cells, flow, line), line.baseline))
  const paths = new Map<ColourRef | undefined, Segment[]>()
  for (const { parts } of lines)
    for (const { colour, path } of parts) {
      const whole = paths.get(colour) ?? []
      paths.set(colour, whole)
      for (const segment of path) whole.push(segment)
    }
  const rects = lines.flatMap(({ bounds }) => bounds ?? [])
  return {
    parts: [...paths].map(([colour, path]) => (colour === undefined ? { path } : { colour, path })),
    lines: lines.flatMap((line) => line.parts),
    bounds: rects.length ? unionRects(rects) : null,
  }
}

const kept = new WeakMap<Flow, Ink>()

const inkIn = (stencil: TextStencil, size: Size): Ink => {
  const flow = flowOf(stencil, size)
  const known = kept.get(flow)
  if (known) return known
  const ink = inkOf(stencil, flow)
  kept.set(flow, ink)
  return ink
}

/** The parts of a text in a box, by how they are painted. */
export const textParts = (stencil: TextStencil, size: Size): readonly TextPart[] => inkIn(stencil, size).parts

/** The same line by line: a line that stands as it stood before is the same object. */
export const textLines = (stencil: TextStencil, size: Size): readonly TextPart[] => inkIn(stencil, size).lines

/** What the letters of a text take in a box: exactly the bounds of its outline. */
export const textBounds = (stencil: TextStencil, size: Size): Rect =>
  inkIn(stencil, size).bounds ?? { x0: 0, y0: 0, x1: SPECK, y1: SPECK }

/** A speck too small to be seen stands for a text that draws nothing, so that it has a place and an extent. */
const SPECK = 1e-3
const NOTHING = polygonPath([
  { x: 0, y: 0 },
  { x: SPECK, y: 0 },
  { x: SPECK, y: SPECK },
])

/** The outline of a text in a box: all its letters. */
export const textPath = (stencil: TextStencil, size: Size): Path => {
  const parts = textParts(stencil, size)
  const [only] = parts
  const path = parts.length === 1 && only ? only.path : parts.flatMap((part) => part.path)
  return path.length ? path : NOTHING
}
