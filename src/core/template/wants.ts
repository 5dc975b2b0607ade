import type { Point, Size } from '@/core/geometry/vector'

/** How a picture stands: upright, wide, or nearly as wide as high. */
export const POSTURES = ['upright', 'wide', 'square'] as const
export type Posture = (typeof POSTURES)[number]

/** Sides that differ by less than this share count as equal. */
const SQUARE_WITHIN = 0.1

/** The posture of a size, from its two sides. */
export const postureOf = ({ w, h }: Size): Posture =>
  h > w * (1 + SQUARE_WITHIN) ? 'upright' : w > h * (1 + SQUARE_WITHIN) ? 'wide' : 'square'

/** What a picture should be like that comes into an opening. Words are for people; these are for the assignment. */
export interface Wants {
  readonly posture?: Posture
  /** Where the middle of the picture's subject should be seen, as shares of the opening's box from its top left. */
  readonly subject?: Point
  /** Where its eye line should be seen, as a share of the box's height from the top; before the subject's own height. */
  readonly line?: number
  /** One of the picture's tags, whatever its letters' case. */
  readonly tag?: string
  /** Least pixels along the longer side of what is seen of it. */
  readonly pixels?: number
}

/** What a template's maker marks a frame with: it is to be filled. */
export interface Opening {
  readonly wants?: Wants
  /** It does not count among what is still to be filled. */
  readonly mayStayEmpty?: true
  /** It shows the same picture as all others of its name that are marked so. */
  readonly alike?: true
}

/** What a template's maker marks a text with: it is to be written. Its frame's name is the field's. */
export interface TextField {
  /** Most letters; as many as fit without it. */
  readonly longest?: number
}

/** Bounds of wants and fields. */
export const WANTS_RANGE = {
  pixels: { min: 1, max: 60_000 },
  longest: { min: 1, max: 5000 },
} as const
