import type { Range } from '@/core/range'
import type { ColourRef } from '@/core/colour/slots'
import type { FaceRef } from '@/core/lettering/face'

/** How lines lie in the box. In justified paragraphs all lines but the last are spread to its width. */
export const BLOCK_ALIGNS = ['left', 'centre', 'right', 'justify'] as const
export type BlockAlign = (typeof BLOCK_ALIGNS)[number]

/** Where the lines stand in a box that is taller than they are. */
export const STANDS = ['top', 'middle', 'bottom'] as const
export type Stand = (typeof STANDS)[number]

/** How letters look: what may differ within one text. */
export interface TextLook {
  readonly face: FaceRef
  /** Size of the em in points. */
  readonly size: number
  /** A colour of its own; without it the letters show what fills the frame. */
  readonly colour?: ColourRef
}

/** A stretch of text of one look, as the typeface set it: flowing it into a box needs the typeface no more. */
export interface TextRun extends LookRun {
  /** How far the face reaches over the baseline and under it, in thousandths of an em. */
  readonly up: number
  readonly down: number
  /** What ends a line that is broken at a soft hyphen: written as a cluster. */
  readonly hyphen: string
  /** Its clusters in order, written as `clusters.ts` says. */
  readonly clusters: string
}

/** How a text lies in its box. */
export interface TextLayout {
  readonly align: BlockAlign
  readonly stand: Stand
  /** From baseline to baseline, in ems of the largest letters of a line. */
  readonly leading: number
  /** Added between paragraphs, in ems likewise. */
  readonly paragraphGap: number
  /** Added after every letter, in thousandths of an em. */
  readonly tracking: number
  /** A word wider than the box may be broken anywhere. */
  readonly breaksWords: boolean
  /** What does not fit the box is made smaller until it does. */
  readonly shrinks: boolean
}

/**
 * A text that wraps in the box of its frame: its letters are the frame's outline. It holds them as they were drawn, so that
 * a sheet is painted without the typeface, and flows anew in any box.
 */
export interface TextStencil extends TextLayout {
  readonly kind: 'text'
  /** Paragraphs end with a line feed. */
  readonly text: string
  /** At least one; their lengths add up to that of the text. */
  readonly runs: readonly TextRun[]
  /** What clusters draw, each once: path data in thousandths of an em from the pen on the baseline, y down, non-zero. */
  readonly drawings: readonly string[]
}

/** What may be set, and in what bounds. */
export const TEXT_RANGE = {
  /** Graphemes of one text. */
  text: 5000,
  /** Stretches of different looks. */
  runs: 1000,
  /** Different drawings. */
  drawings: 5000,
  /** Pieces of outline of the whole text, a drawing counted as often as it is used. */
  segments: 600_000,
  size: { min: 2, max: 1440 },
  leading: { min: 0.5, max: 5 },
  paragraphGap: { min: 0, max: 10 },
  tracking: { min: -200, max: 2000 },
  /** Of a face, in thousandths of an em. */
  reach: { min: 0, max: 5000 },
  /** Of a cluster, in thousandths of an em: a ligature of many letters is wide. */
  advance: { min: -20_000, max: 200_000 },
} as const satisfies Record<string, Range | number>

/** A text as it is first set, apart from what it says. */
export const FIRST_LAYOUT: TextLayout = {
  align: 'left',
  stand: 'top',
  leading: 1.3,
  paragraphGap: 0.5,
  tracking: 0,
  breaksWords: false,
  shrinks: false,
}

/** A stretch of text of one look. */
export interface LookRun extends TextLook {
  /** In UTF-16 units. */
  readonly length: number
}

/** The look of letters at a place of a text: that of the letter before it, as what is typed there takes on. */
export const lookAt = (looks: readonly LookRun[], place: number): TextLook => {
  let end = 0
  for (const look of looks) {
    end += look.length
    if (place <= end && look.length > 0) return lookOf(look)
  }
  return lookOf(looks.at(-1) as LookRun) // a text has one at least
}

export const lookOf = ({ face, size, colour }: TextLook): TextLook => ({
  face,
  size,
  ...(colour === undefined ? {} : { colour }),
})
