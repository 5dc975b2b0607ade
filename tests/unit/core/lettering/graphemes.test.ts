/** What counts as one letter (Unicode UAX #29), as a space, and as written from right to left (Bidi_Class R and AL, UAX #9). */
import { describe, expect, it } from '@jest/globals'
import {
  graphemesBefore,
  graphemesOf,
  inCapitals,
  isRightToLeft,
  isSpace,
  placeOfGrapheme,
} from '@/core/lettering/graphemes'
import { fc, holdsFor } from '@tests/helpers/property'

describe('a text', () => {
  it('is counted as a reader counts it', () => {
    expect(graphemesOf('e\u0301a')).toHaveLength(2)
    expect(graphemesOf('👨‍👩‍👧')).toHaveLength(1)
    expect(graphemesOf('a\r\nb\rc')).toEqual(['a', '\n', 'b', '\n', 'c'])
  })
  it('leads from places to letters and back', () =>
    holdsFor(fc.tuple(fc.string({ maxLength: 12, unit: 'grapheme' }), fc.nat({ max: 12 })), ([text, n]) => {
      const plain = text.replace(/\r\n?/g, '\n')
      const count = Math.min(n, graphemesOf(plain).length)
      expect(placeOfGrapheme(plain, count)).toBe(graphemesOf(plain).slice(0, count).join('').length)
      expect(graphemesBefore(plain, plain.length)).toBe(graphemesOf(plain).length)
    }))
  it('has spaces of every kind, and letters that are none', () => {
    for (const space of [' ', '\t', '\u00a0', '\u2003', '\u200b']) expect(isSpace(space)).toBe(true)
    for (const letter of ['a', '.', '-', '☃', 'e\u0301']) expect(isSpace(letter)).toBe(false)
  })
  it('in capitals may grow without growing letters', () => {
    expect(inCapitals('ß', 'upper')).toBe('SS')
    expect(inCapitals('É', 'lower')).toBe('é')
    expect(inCapitals('aB', 'typed')).toBe('aB')
  })
  it('is told from right to left by its letters and marks', () => {
    for (const text of ['שלום', 'سلام', 'abc ב', '\u202eabc']) expect(isRightToLeft(text)).toBe(true)
    for (const text of ['Kites', 'Ωμέγα', 'Ж', '123', 'é', '日本']) expect(isRightToLeft(text)).toBe(false)
  })
})
