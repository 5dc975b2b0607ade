/** Texts that show what a typeface can: pangrams, pairs that are kerned, ligatures, accents, counters. */
export const FONT_TEXTS = [
  'Sphinx of black quartz, judge my vow',
  'The quick brown fox jumps over the lazy dog 0123456789',
  'AVATAR To Ty LT Wa Yo P. F, VA',
  'fi fl ffi ffl office',
  'ÀÉÎÕÜ çñøåß éèê',
  'ABO8@ !?&',
] as const
