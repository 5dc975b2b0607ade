import type { Path } from '@/core/path/path'
import type { Point } from '@/core/geometry/vector'

/** One glyph of a shaped line, in units of the face. */
export interface ShapedGlyph {
  /** Its number in the face. */
  readonly id: number
  /** How many code points of the line it stands for; 0 for one that goes on with the glyph before. */
  readonly codePoints: number
  readonly advance: number
  /** Where it is drawn from the pen; y runs down. */
  readonly offset: Point
  /** Its outline from its own origin on the baseline; y runs down. Filled by the non-zero rule. */
  readonly path: Path
  /** The face has no glyph for it. */
  readonly isMissing: boolean
}

export interface ShapeChoice {
  readonly kerning: boolean
  readonly ligatures: boolean
}

/** What the computation needs of a typeface. Lengths are in units of the face, of which an em has `unitsPerEm`. */
export interface Face {
  readonly unitsPerEm: number
  /** Height of capitals over the baseline. */
  readonly capHeight: number
  /** How far the face reaches over the baseline and under it; both positive. */
  readonly ascent: number
  readonly descent: number
  /** Shapes one line of text written left to right. */
  shape(line: string, choice: ShapeChoice): readonly ShapedGlyph[]
  has(codePoint: number): boolean
}

/** A typeface as a document names it. */
export interface FaceRef {
  /** Of one that ships with the program its word, of one's own the SHA-256 of its file. */
  readonly id: string
  readonly name: string
}

/** How a face looks, in the trade's words. */
export const FACE_KINDS = ['grotesque', 'slab', 'rounded', 'script', 'display', 'stencil', 'reading', 'own'] as const
export type FaceKind = (typeof FACE_KINDS)[number]
