import { translation } from '@/core/geometry/matrix'
import { boundsOf } from '@/core/path/extent'
import type { Rect } from '@/core/geometry/rect'
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

const clusterOf = (
  glyphs: readonly ShapedGlyph[],
  from: number,
  count: number,
  graphemes: readonly string[],
): Cluster => {
  let pen = 0
  const path: Path = glyphs.flatMap((glyph) => {
    const moved = transformPath(translation(pen + glyph.offset.x, glyph.offset.y), glyph.path)
    pen += glyph.advance
    return moved
  })
  return {
    from,
    count,
    path,
    bounds: path.length ? boundsOf(path) : null,
    advance: pen,
    isLetter: graphemes.slice(from, from + count).some(isLetter),
    isMissing: glyphs.some(({ isMissing }) => isMissing),
  }
}

/** Each grapheme shaped by itself, where a shaped line cannot be told apart again. */
const shapedAlone = (face: Face, words: readonly string[], choice: ShapeChoice, graphemes: readonly string[]) =>
  words.map((word, i) => clusterOf(face.shape(word, choice), i, 1, graphemes))

/** One line of graphemes as clusters, from left to right. */
export const shapeLine = (face: Face, graphemes: readonly string[], shaping: Shaping): readonly Cluster[] => {
  // Letters with their marks are composed where Unicode knows them as one (UAX #15): a face holds them so.
  const words = graphemes.map((grapheme) => inCapitals(grapheme, shaping.capitals).normalize('NFC'))
  const lengths = words.map(codePointsOf)
  const groups = grouped(face.shape(words.join(''), shaping), lengths)
  if (!groups) return shapedAlone(face, words, shaping, graphemes)
  let from = 0
  return groups.map((glyphs) => {
    let left = glyphs.reduce((sum, { codePoints }) => sum + codePoints, 0)
    let count = 0
    while (left > 0 && from + count < lengths.length) {
      left -= lengths[from + count] ?? 0
      count += 1
    }
    const cluster = clusterOf(glyphs, from, count, graphemes)
    from += count
    return cluster
  })
}
