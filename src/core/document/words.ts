import type { ColourRef } from '@/core/colour/slots'
import type { PictureFill } from '@/core/document/fill'
import type { Box } from '@/core/geometry/box'
import type { FaceRef } from '@/core/lettering/face'
import type { Rest } from '@/core/lettering/layout'
import type { Heights, Setting } from '@/core/lettering/settings'
import type { Placed } from '@/core/placement/placed'

/** A letter of a text: the frame of this id, if it has a rest. */
export interface Letter {
  readonly id: string
  /** Where its frame rests in the text's own points; none for what is joined to the letter before, or missing in the face. */
  readonly rest?: Rest
}

/** A picture whose letter has none to show it now: the letter went, was joined to another, or all show one picture. */
export interface Aside {
  readonly letterId: string
  /** The letter that it stood in. */
  readonly text: string
  readonly fill: PictureFill
}

export const LETTER_PICTURES = ['each', 'across'] as const

/**
 * A text as the frames of a group: one for each letter, wherever its letter rests, or nudged from there. The frames hold
 * the outlines, so that a sheet is drawn without the typeface; it is needed only to set the text anew.
 */
export interface Lettering extends Setting {
  /** One picture a letter, or one across all. */
  readonly pictures: (typeof LETTER_PICTURES)[number]
  /** Where the text's own points lie on the sheet: turned, and mirrored before that. */
  readonly pose: LetterPose
  /** One for each grapheme that is no space, in the order of the text. */
  readonly letters: readonly Letter[]
  readonly aside: readonly Aside[]
  /** How the picture across all was placed, while each letter has its own. */
  readonly across?: Placed
  /** What letters that nothing fills are painted in; they stay unseen without it. */
  readonly ink?: ColourRef
}

export interface LetterPose {
  readonly cx: number
  readonly cy: number
  readonly turn: number
  readonly flip?: boolean
}

/** Single letters on sheets of their own or on one, made and changed together. */
export interface Alphabet {
  readonly id: string
  readonly name: string
  readonly face: FaceRef
  /** One size for all letters, or each as large as its place allows. */
  readonly heights: Heights
  /** Free on each side of a letter, as a share of its place's short side. */
  readonly margin: number
  readonly members: readonly AlphabetMember[]
}

/** One letter of a set: the lettering on a sheet, and the place it has there. What is gone is passed over. */
export interface AlphabetMember {
  readonly text: string
  readonly sheetId: string
  readonly groupId: string
  readonly place: Box
}
