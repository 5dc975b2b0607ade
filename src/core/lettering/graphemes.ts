/** How capitals are made of what was typed. */
export const CAPITALS = ['typed', 'upper', 'lower'] as const
export type Capitals = (typeof CAPITALS)[number]

/** Characters as a reader counts them (Unicode UAX #29, extended grapheme clusters); a line's end is one. */
export const graphemesOf = (text: string): readonly string[] =>
  [...new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text.replace(/\r\n?/g, '\n'))].map(
    ({ segment }) => segment,
  )

/** Does the grapheme end a line? */
export const isLineEnd = (grapheme: string): boolean => grapheme === '\n'

/** Leaves room, but is no letter: spaces of every kind, and what has no form of its own. */
export const isSpace = (grapheme: string): boolean => /^[\s\p{Zs}\p{Cc}\p{Cf}]+$/u.test(grapheme)

/** How many graphemes stand before a place in the text, given in UTF-16 units. */
export const graphemesBefore = (text: string, at: number): number => graphemesOf(text.slice(0, at)).length

/** The place in the text, in UTF-16 units, before its n-th grapheme. */
export const placeOfGrapheme = (text: string, n: number): number =>
  graphemesOf(text)
    .slice(0, n)
    .reduce((sum, grapheme) => sum + grapheme.length, 0)

/** One grapheme in capitals or small letters; it may become longer ("ß" becomes "SS") but stays one letter. */
export const inCapitals = (grapheme: string, capitals: Capitals): string => {
  if (capitals === 'upper') return grapheme.toUpperCase()
  return capitals === 'lower' ? grapheme.toLowerCase() : grapheme
}

/** Strong right-to-left characters: the scripts whose Bidi_Class is R or AL (Unicode UAX #9), and the marks that turn a run. */
const RIGHT_TO_LEFT =
  /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Samaritan}\p{Script=Mandaic}\p{Script=Adlam}\u200f\u202b\u202e\u2067]/u

/** Does the text hold letters of a script that runs from right to left? */
export const isRightToLeft = (text: string): boolean => RIGHT_TO_LEFT.test(text)
