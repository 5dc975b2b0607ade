import { translation } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import type { Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import type { Path } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import type { Face, ShapeChoice, ShapedGlyph } from '@/core/lettering/face'
import { inCapitals, type Capitals } from '@/core/lettering/graphemes'
import { isLetter } from '@/core/lettering/slots'

/** One or, in a ligature, several graphemes drawn as one, in units of the face. */
export interface Cluster {
  /** The first grapheme of the line, and how many. */
  readonly from: number
  readonly count: number
  /** From the pen, y down; filled by the non-zero rule. */
  readonly path: Path
  /** Bounds of the path; null where nothing is drawn. */
  readonly bounds: Rect | null
  readonly advance: number
  readonly isLetter: boolean
  readonly isMissing: boolean
}

export interface Shaping extends ShapeChoice {
  readonly capitals: Capitals
}

const codePointsOf = (text: string): number => [...text].length

/** The glyphs of each cluster: a cluster ends where a grapheme does and the next glyph begins a new character. */
const grouped = (
  glyphs: readonly ShapedGlyph[],
  lengths: readonly number[],
): readonly (readonly ShapedGlyph[])[] | null => {
  const ends = new Set<number>()
  let end = 0
  for (const length of lengths) ends.add((end += length))
  const groups: ShapedGlyph[][] = []
  let seen = 0
  for (const glyph of glyphs) {
    const open = groups.at(-1)
    if (open && (glyph.codePoints === 0 || !ends.has(seen))) open.push(glyph)
    else groups.push([glyph])
    seen += glyph.codePoints
  }
  return seen === end ? groups : null
}

/** The glyphs that draw one or, in a ligature, several graphemes of a line. */
export interface GlyphGroup {
  readonly glyphs: readonly ShapedGlyph[]
  /** The first grapheme of the line, and how many. */
  readonly from: number
  readonly count: number
}

const graphemesOfGroups = (
  groups: readonly (readonly ShapedGlyph[])[],
  lengths: readonly number[],
): readonly GlyphGroup[] => {
  let from = 0
  return groups.map((glyphs) => {
    let left = glyphs.reduce((sum, { codePoints }) => sum + codePoints, 0)
    let count = 0
    while (left > 0 && from + count < lengths.length) {
      left -= lengths[from + count] ?? 0
      count += 1
    }
    const group = { glyphs, from, count }
    from += count
    return group
  })
}

/** A line of graphemes as groups of glyphs, from left to right; each grapheme by itself where they can't be told apart. */
export const glyphGroups = (face: Face, graphemes: readonly string[], shaping: Shaping): readonly GlyphGroup[] => {
  // Letters with their marks are composed where Unicode knows them as one (UAX #15): a face holds them so.
  const words = graphemes.map((grapheme) => inCapitals(grapheme, shaping.capitals).normalize('NFC'))
  const lengths = words.map(codePointsOf)
  const groups = grouped(face.shape(words.join(''), shaping), lengths)
  if (!groups) return words.map((word, from) => ({ glyphs: face.shape(word, shaping), from, count: 1 }))
  return graphemesOfGroups(groups, lengths)
}

/** How far the pen goes, and where each glyph's own origin lies from its start. */
export const penOf = (
  glyphs: readonly ShapedGlyph[],
): { readonly advance: number; readonly origins: readonly Point[] } => {
  let pen = 0
  const origins = glyphs.map(({ advance, offset }) => {
    const at = { x: pen + offset.x, y: offset.y }
    pen += advance
    return at
  })
  return { advance: pen, origins }
}

/** What a group of glyphs draws, from the pen, y down. */
export const drawnPath = (glyphs: readonly ShapedGlyph[]): Path => {
  const { origins } = penOf(glyphs)
  return glyphs.flatMap(({ path }, i) => transformPath(translation(origins[i]?.x ?? 0, origins[i]?.y ?? 0), path))
}

const clusterOf = ({ glyphs, from, count }: GlyphGroup, graphemes: readonly string[]): Cluster => {
  const path = drawnPath(glyphs)
  return {
    from,
    count,
    path,
    bounds: path.length ? boundsOf(path) : null,
    advance: penOf(glyphs).advance,
    isLetter: graphemes.slice(from, from + count).some(isLetter),
    isMissing: glyphs.some(({ isMissing }) => isMissing),
  }
}

/** One line of graphemes as clusters, from left to right. */
export const shapeLine = (face: Face, graphemes: readonly string[], shaping: Shaping): readonly Cluster[] =>
  glyphGroups(face, graphemes, shaping).map((group) => clusterOf(group, graphemes))
