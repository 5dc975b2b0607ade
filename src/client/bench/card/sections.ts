import type { Way } from '@/client/store/state'

/** What a card is about. */
export const CARD_KINDS = ['frame', 'letter', 'several', 'group', 'text', 'block', 'background', 'sheet'] as const
export type CardKind = (typeof CARD_KINDS)[number]

const FRAME = ['Stencil', 'Picture', 'Tones', 'Finish', 'Place', 'Perspective', 'Align', 'Entrance', 'Clip'] as const
const SEVERAL = [
  'Align',
  'Space and arrange',
  'The set',
  'Stencils',
  'Tones',
  'Finish',
  'Place',
  'Entrance',
  'Text',
] as const

/** The sections of each card in the order in which they stand; their numbers come from here alone. */
export const SECTIONS = {
  frame: FRAME,
  letter: FRAME,
  several: SEVERAL,
  group: SEVERAL,
  text: ['Text', 'Pictures in letters', 'Tones', 'Finish', 'Place', 'Align', 'Entrance'],
  block: ['Text', 'Lines', 'Fill', 'Tones', 'Finish', 'Place', 'Perspective', 'Align', 'Entrance'],
  background: ['Picture', 'Tones', 'Look of the background'],
  sheet: ['Size', 'Background', 'Planes', 'The set', 'Film', 'Colour slots', 'Colours of its pictures'],
} as const satisfies Readonly<Record<CardKind, readonly string[]>>

/** The number of a section on a card of that kind, from 1; 0 where it has none. */
export const stepOf = (kind: CardKind, name: string): number => (SECTIONS[kind] as readonly string[]).indexOf(name) + 1

/** The section of a frame's card that belongs to what a drag moves. */
export const OF_WAY: Readonly<Record<Way, string>> = { whole: 'Place', picture: 'Picture', outline: 'Stencil' }
