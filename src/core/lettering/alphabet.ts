import type { Box } from '@/core/geometry/box'
import type { Rect } from '@/core/geometry/rect'
import type { Size } from '@/core/geometry/vector'
import type { FaceRef } from '@/core/lettering/face'
import { graphemesOf } from '@/core/lettering/graphemes'
import { newSetting, type Setting } from '@/core/lettering/settings'
import { isLetter } from '@/core/lettering/slots'

/** Lists of characters to begin with. */
export const CHARACTER_LISTS = {
  capitals: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
  small: 'abcdefghijklmnopqrstuvwxyz',
  digits: '0123456789',
} as const

/** Are the commas of a list between its letters, rather than letters themselves? */
const isParted = (list: string): boolean => {
  const parts = list.split(',').map((part) => graphemesOf(part).filter(isLetter).length)
  return parts.length > 2 && parts.every((count) => count <= 1)
}

/**
 * The letters of a list, each once, in order; what is no letter is passed over. Commas between single letters part them,
 * as in “A, B, C”; two together stand for one.
 */
export const lettersOfList = (list: string): readonly string[] => {
  const hasComma = /,\s*,/.test(list)
  const parted = isParted(list) ? [...list.replaceAll(',', ' ')].join('') + (hasComma ? ',' : '') : list
  return [...new Set(graphemesOf(parted).filter(isLetter))]
}

/** Words for signs that no file name can hold. */
const SIGN_NAMES: Readonly<Record<string, string>> = {
  '&': 'ampersand',
  '!': 'exclamation mark',
  '?': 'question mark',
  '@': 'at sign',
  '#': 'number sign',
  '.': 'full stop',
  ',': 'comma',
  ':': 'colon',
  ';': 'semicolon',
  '-': 'hyphen',
  _: 'underscore',
  '+': 'plus',
  '=': 'equals',
  '/': 'slash',
  '\\': 'backslash',
  '*': 'asterisk',
  '%': 'percent',
  '(': 'left bracket',
  ')': 'right bracket',
  "'": 'apostrophe',
  '"': 'quotation mark',
  '<': 'less than',
  '>': 'greater than',
  '|': 'bar',
  $: 'dollar',
  '€': 'euro',
  '£': 'pound',
}

const codeOf = (letter: string): string =>
  [...letter].map((c) => `U+${(c.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`).join(' ')

/**
 * The name of a letter's sheet. Names differ even where capitals and small letters count as one, and where only the
 * letters and digits of ASCII are kept, so that the files named by them stay apart on every system.
 */
export const letterSheetName = (letter: string): string => {
  if (/^[A-Z0-9]$/.test(letter)) return letter
  if (/^[a-z]$/.test(letter)) return `${letter} small`
  const sign = SIGN_NAMES[letter]
  return sign ?? `${letter} ${codeOf(letter)}`
}

/** The places of letters on one sheet: cells of a grid, row by row, as near to squares as the sheet allows. */
export const gridPlaces = (count: number, { w, h }: Size, edge: number): readonly Box[] => {
  const [wide, high] = [w - 2 * edge, h - 2 * edge]
  let best = { columns: 1, side: 0 }
  for (let columns = 1; columns <= count; columns += 1) {
    const side = Math.min(wide / columns, high / Math.ceil(count / columns))
    if (side > best.side) best = { columns, side }
  }
  const rows = Math.ceil(count / best.columns)
  const cell = { w: wide / best.columns, h: high / rows }
  return Array.from({ length: count }, (_, i) => ({
    cx: edge + cell.w * ((i % best.columns) + 0.5),
    cy: edge + cell.h * (Math.floor(i / best.columns) + 0.5),
    ...cell,
  }))
}

/** What is left of a place for its letter. */
export const letterRoom = ({ w, h }: Size, margin: number): Size => {
  const free = margin * Math.min(w, h)
  return { w: w - 2 * free, h: h - 2 * free }
}

/** One letter set by itself: at a typed size, or as large as its room. */
export const letterSetting = (
  text: string,
  face: FaceRef,
  how: { readonly heights: 'common'; readonly size: number } | { readonly heights: 'each'; readonly room: Size },
): Setting =>
  how.heights === 'common'
    ? { ...newSetting(text, face, how.size) }
    : { ...newSetting(text, face, how.room.h), fit: 'box', box: how.room, heights: 'each' }

/** A letter's outline when set at a size of one em, and the room that it has. */
export interface MeasuredLetter {
  readonly bounds: Rect
  readonly room: Size
}

/**
 * One size for letters that stand on one baseline, so that the widest and the tallest of them fit their rooms; and where
 * that baseline lies beneath the middle of each room, in ems.
 */
export const commonSize = (letters: readonly MeasuredLetter[]): { readonly size: number; readonly drop: number } => {
  const drawn = letters.filter(({ bounds }) => bounds.x1 > bounds.x0 && bounds.y1 > bounds.y0)
  if (!drawn.length) return { size: 0, drop: 0 }
  const up = Math.max(...drawn.map(({ bounds }) => -bounds.y0))
  const down = Math.max(0, ...drawn.map(({ bounds }) => bounds.y1))
  const sizes = drawn.map(({ bounds, room }) => Math.min(room.w / (bounds.x1 - bounds.x0), room.h / (up + down)))
  return { size: Math.min(...sizes), drop: (up - down) / 2 }
}
