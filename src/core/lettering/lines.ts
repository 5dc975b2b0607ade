import { unionRects, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import type { Face } from '@/core/lettering/face'
import { LETTERING_RANGE, type Setting } from '@/core/lettering/settings'
import { shapeLine, type Cluster } from '@/core/lettering/shaping'

/** A cluster on its line: all lengths in ems of a line of its own size. */
export interface LineCluster {
  readonly cluster: Cluster
  /** Pen before it. */
  readonly x: number
  readonly advance: number
  /** Units of the face → ems, from the pen on the baseline. */
  readonly kx: number
  readonly ky: number
  /** How far it is moved down so that it stands on the baseline. */
  readonly drop: number
}

export interface Line {
  readonly graphemes: readonly string[]
  readonly sets: readonly LineCluster[]
  /** Without what follows the last letter. */
  readonly width: number
}

/** Letters and digits, which can be brought to one height; signs keep theirs. */
const isTall = (text: string): boolean => /[\p{L}\p{N}]/u.test(text)

/** A cluster in ems: at its own height, or enlarged to stand from the baseline to the height of capitals. */
const scaleOf = (
  cluster: Cluster,
  text: string,
  face: Face,
  setting: Setting,
): Pick<LineCluster, 'kx' | 'ky' | 'drop'> => {
  const em = 1 / face.unitsPerEm
  const { bounds } = cluster
  if (setting.heights === 'common' || !bounds || !isTall(text)) return { kx: em * setting.stretch, ky: em, drop: 0 }
  const k = face.capHeight / (bounds.y1 - bounds.y0)
  return { kx: em * k * setting.stretch, ky: em * k, drop: -bounds.y1 * em * k }
}

/** A line of a text as its clusters follow one another, in ems. */
export const setLine = (face: Face, graphemes: readonly string[], setting: Setting): Line => {
  const tracking = setting.tracking / 1000
  let x = 0
  const sets = shapeLine(face, graphemes, setting).map((cluster): LineCluster => {
    const text = graphemes.slice(cluster.from, cluster.from + cluster.count).join('')
    const scale = scaleOf(cluster, text, face, setting)
    const space = cluster.isLetter ? 0 : setting.wordSpacing / 1000
    const advance = cluster.advance * scale.kx + tracking + space
    const set = { cluster, x, advance, ...scale }
    x += advance
    return set
  })
  return { graphemes, sets, width: sets.length ? x - tracking : 0 }
}

/** Bounds of what a line draws, in its ems; null for a line of spaces. */
export const inkOf = ({ sets }: Line): Rect | null => {
  const rects = sets.flatMap(({ cluster, x, kx, ky, drop }): Rect[] =>
    cluster.bounds && cluster.isLetter
      ? [
          {
            x0: x + cluster.bounds.x0 * kx,
            x1: x + cluster.bounds.x1 * kx,
            y0: drop + cluster.bounds.y0 * ky,
            y1: drop + cluster.bounds.y1 * ky,
          },
        ]
      : [],
  )
  return rects.length ? unionRects(rects) : null
}

/** A line with its size and where it begins. */
export interface PlacedLine extends Line {
  readonly size: number
  readonly x: number
  readonly y: number
}

const SHARES = { left: 0, centre: 0.5, right: 1 } as const

/** Lines of one size, the first on the baseline 0, aligned at x = 0. */
const linesOfSize = (lines: readonly Line[], size: number, { align, leading }: Setting): readonly PlacedLine[] =>
  lines.map((line, i) => ({ ...line, size, x: -SHARES[align] * line.width * size, y: i * leading * size }))

const moved = (lines: readonly PlacedLine[], by: Point): readonly PlacedLine[] =>
  lines.map((line) => ({ ...line, x: line.x + by.x, y: line.y + by.y }))

/** The rectangle that is fitted: what is drawn, and for letters of common height the height of capitals too. */
const fittedRect = (lines: readonly PlacedLine[], face: Face, setting: Setting): Rect | null => {
  const rects = lines.flatMap((line): Rect[] => {
    const ink = inkOf(line)
    if (!ink) return []
    const cap = face.capHeight / face.unitsPerEm
    const y0 = setting.heights === 'common' ? Math.min(ink.y0, -cap) : ink.y0
    const y1 = setting.heights === 'common' ? Math.max(ink.y1, 0) : ink.y1
    const k = line.size
    return [{ x0: line.x + ink.x0 * k, x1: line.x + ink.x1 * k, y0: line.y + y0 * k, y1: line.y + y1 * k }]
  })
  return rects.length ? unionRects(rects) : null
}

/** An em that a text may have, nearest to the one given, in points. */
export const clampSize = (size: number): number =>
  Math.min(LETTERING_RANGE.size.max, Math.max(LETTERING_RANGE.size.min, size))

const centred = (lines: readonly PlacedLine[], face: Face, setting: Setting): readonly PlacedLine[] => {
  const r = fittedRect(lines, face, setting)
  return r ? moved(lines, { x: -(r.x0 + r.x1) / 2, y: -(r.y0 + r.y1) / 2 }) : lines
}

const fittedToBox = (lines: readonly Line[], face: Face, setting: Setting): readonly PlacedLine[] => {
  const box = setting.box ?? { w: setting.size, h: setting.size }
  const unit = fittedRect(linesOfSize(lines, 1, setting), face, setting)
  const size = unit ? Math.min(box.w / (unit.x1 - unit.x0), box.h / (unit.y1 - unit.y0)) : setting.size
  return centred(linesOfSize(lines, clampSize(size), setting), face, setting)
}

/** Every line as wide as the box, one beneath the other. */
const fittedByLine = (lines: readonly Line[], face: Face, setting: Setting): readonly PlacedLine[] => {
  const width = setting.box?.w ?? setting.size
  let y = 0
  const placed = lines.map((line, i): PlacedLine => {
    const ink = inkOf(line)
    const size = ink ? clampSize(width / (ink.x1 - ink.x0)) : setting.size
    if (i > 0) y += setting.leading * size
    return { ...line, size, x: -width / 2 - (ink?.x0 ?? 0) * size, y }
  })
  return centred(placed, face, setting)
}

/** The lines at their sizes and places, fitted as the setting asks and centred about the origin. */
export const placedLines = (lines: readonly Line[], face: Face, setting: Setting): readonly PlacedLine[] => {
  switch (setting.fit) {
    case 'size':
      return linesOfSize(lines, setting.size, setting)
    case 'box':
      return fittedToBox(lines, face, setting)
    case 'lines':
      return fittedByLine(lines, face, setting)
  }
}
