import { normalTurn } from '@/core/geometry/angle'
import { apply, compose, rotation, translation } from '@/core/geometry/matrix'
import { unionRects, mapRect, type Rect } from '@/core/geometry/rect'
import { svgTextOf } from '@/core/path/svgText'
import { baselineOf, straight, type Baseline, type Spot } from '@/core/lettering/curve'
import type { Face } from '@/core/lettering/face'
import { graphemesOf, isLineEnd } from '@/core/lettering/graphemes'
import { type Setting } from '@/core/lettering/settings'
import { isLetter } from '@/core/lettering/slots'
import { type Line, type LineCluster, type PlacedLine, clampSize, setLine, placedLines } from '@/core/lettering/lines'

/** Where a letter's outline rests before it is nudged, in the lettering's own points: the bounds of its glyph, turned about their middle. */
export interface Rest {
  readonly cx: number
  readonly cy: number
  readonly w: number
  readonly h: number
  readonly turn: number
}

/** One letter of a text as it is set. Without a rest it has no outline of its own: joined to the one before, or missing. */
export interface LaidLetter {
  readonly text: string
  readonly rest?: Rest
  /** Path data of its outline, y down, in any units: its bounds come to be the rest. */
  readonly d?: string
}

/** Where the caret stands before a grapheme, on the baseline, and how far it reaches up and down. */
export interface Caret extends Spot {
  readonly up: number
  readonly down: number
}

export interface Layout {
  /** The size of the em in points, as it was fitted. */
  readonly size: number
  readonly letters: readonly LaidLetter[]
  /** One for each grapheme of the text, line ends too, and one at its end. */
  readonly carets: readonly Caret[]
  /** Around all letters at rest; a point where there are none. */
  readonly bounds: Rect
  /** Graphemes that the face has no glyph for, each once. */
  readonly missing: readonly string[]
}

/** Decimals of a letter's path, in units of the face. */
const DECIMALS = 2

/** Where a cluster's bounds rest: turned with the baseline at the middle of its advance. */
const restOf = (line: PlacedLine, set: LineCluster, bounds: Rect, baseline: Baseline): Rest => {
  const k = line.size
  const middle = line.x + (set.x + set.advance / 2) * k
  const spot = baseline(middle, line.y)
  const from = {
    x: line.x + (set.x + ((bounds.x0 + bounds.x1) / 2) * set.kx) * k - middle,
    y: (set.drop + ((bounds.y0 + bounds.y1) / 2) * set.ky) * k,
  }
  const centre = apply(compose(translation(spot.x, spot.y), rotation(spot.turn)), from)
  return {
    cx: centre.x,
    cy: centre.y,
    w: (bounds.x1 - bounds.x0) * set.kx * k,
    h: (bounds.y1 - bounds.y0) * set.ky * k,
    turn: normalTurn(spot.turn),
  }
}

const lettersOf = (line: PlacedLine, baseline: Baseline): readonly LaidLetter[] =>
  line.sets.flatMap((set) => {
    const { cluster } = set
    const texts = line.graphemes.slice(cluster.from, cluster.from + cluster.count).filter(isLetter)
    const [first, ...joined] = texts
    if (first === undefined) return []
    const { bounds } = cluster
    if (cluster.isMissing || !bounds || !(bounds.x1 > bounds.x0) || !(bounds.y1 > bounds.y0))
      return texts.map((text) => ({ text }))
    const whole = { text: first, rest: restOf(line, set, bounds, baseline), d: svgTextOf(cluster.path, DECIMALS) }
    return [whole, ...joined.map((text) => ({ text }))]
  })

/** How far a caret reaches above and beneath the baseline, in heights of capitals. */
const CARET = { up: 1.18, down: 0.24 } as const

/** A caret before each grapheme of a line and one at its end; within a ligature they are spread evenly. */
const caretsOf = (line: PlacedLine, face: Face, baseline: Baseline): readonly Caret[] => {
  const k = line.size
  const cap = (face.capHeight / face.unitsPerEm) * k
  const [up, down] = [cap * CARET.up, cap * CARET.down]
  const at = (x: number): Caret => ({ ...baseline(line.x + x * k, line.y), up, down })
  const starts = line.sets.flatMap(({ cluster, x, advance }) =>
    Array.from({ length: cluster.count }, (_, i) => at(x + (advance * i) / cluster.count)),
  )
  return [...starts, at(line.sets.reduce((sum, { advance }) => sum + advance, 0))]
}

/** The lines of a text, without their ends. */
const splitLines = (graphemes: readonly string[]): readonly (readonly string[])[] =>
  graphemes.reduce<string[][]>(
    (lines, grapheme) => {
      if (isLineEnd(grapheme)) lines.push([])
      else lines.at(-1)?.push(grapheme)
      return lines
    },
    [[]],
  )

const missingOf = (lines: readonly Line[]): readonly string[] => [
  ...new Set(
    lines.flatMap(({ sets, graphemes }) =>
      sets
        .filter(({ cluster }) => cluster.isMissing)
        .flatMap(({ cluster }) => graphemes.slice(cluster.from, cluster.from + cluster.count).filter(isLetter)),
    ),
  ),
]

/** What was bent is brought to its box as a whole: in the same proportions, about the middle. */
const bentToBox = (letters: readonly LaidLetter[], carets: readonly Caret[], { box }: Setting) => {
  const rests = letters.flatMap(({ rest }) => rest ?? [])
  if (!box || !rests.length) return { k: 1, letters, carets }
  const r = unionRects(rests.map(rectOfRest))
  const k = Math.min(box.w / (r.x1 - r.x0), box.h / (r.y1 - r.y0))
  const [x, y] = [(r.x0 + r.x1) / 2, (r.y0 + r.y1) / 2]
  return {
    k,
    letters: letters.map(({ rest, ...letter }): LaidLetter =>
      rest
        ? { ...letter, rest: { ...rest, cx: (rest.cx - x) * k, cy: (rest.cy - y) * k, w: rest.w * k, h: rest.h * k } }
        : letter,
    ),
    carets: carets.map((c): Caret => ({ ...c, x: (c.x - x) * k, y: (c.y - y) * k, up: c.up * k, down: c.down * k })),
  }
}

/** The upright rectangle around a letter at rest. */
export const rectOfRest = ({ cx, cy, w, h, turn }: Rest): Rect =>
  mapRect(compose(translation(cx, cy), rotation(turn)), { x0: -w / 2, y0: -h / 2, x1: w / 2, y1: h / 2 })

/**
 * Sets a text in a face. The origin of its points is where it is anchored: for a typed size on the first baseline, at
 * its left end, middle or right end by the alignment; for a fitted one in the middle.
 */
export const layoutOf = (face: Face, setting: Setting): Layout => {
  const lines = splitLines(graphemesOf(setting.text)).map((graphemes) => setLine(face, graphemes, setting))
  const placed = placedLines(lines, face, setting)
  const left = Math.min(...placed.map(({ x }) => x))
  const right = Math.max(...placed.map(({ x, width, size }) => x + width * size))
  const size = placed[0]?.size ?? setting.size
  const baseline = baselineOf(setting.curve, (left + right) / 2, right - left, size)
  const letters = placed.flatMap((line) => lettersOf(line, baseline))
  const carets = placed.flatMap((line) => caretsOf(line, face, baseline))
  const isBent = baseline !== straight && setting.fit === 'box'
  const fitted = isBent ? bentToBox(letters, carets, setting) : { k: 1, letters, carets }
  const rests = fitted.letters.flatMap(({ rest }) => rest ?? [])
  return {
    size: setting.fit === 'size' ? setting.size : clampSize(size * fitted.k),
    letters: fitted.letters,
    carets: fitted.carets,
    bounds: rests.length ? unionRects(rests.map(rectOfRest)) : { x0: 0, y0: 0, x1: 0, y1: 0 },
    missing: missingOf(lines),
  }
}
