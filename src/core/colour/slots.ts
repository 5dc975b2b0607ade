import { COLOUR_PATTERN, type Colour } from '@/core/colour/colour'
import { fromRgb, toRgb } from '@/core/colour/space'
import { refuse } from '@/core/failure'

/** A named colour of a project: what refers to it changes with it. */
export interface Slot {
  readonly id: string
  readonly name: string
  readonly colour: Colour
  /** A template offers it to be changed by whoever fills it. */
  readonly offered?: true
}

/** The slots of a project by their ids. */
export type Slots = Readonly<Record<string, Slot>>

/**
 * A slot, and how much lighter or darker its colour is taken: `@` and the slot's id, and after a colon the tint in
 * percent unless that is 0, as in `@sea`, `@sea:40` or `@sea:-15`. A text, so that equal references are equal values.
 */
export type SlotRef = `@${string}`

/** A colour by itself, or one of a slot. Documents hold these; painters are given colours. */
export type ColourRef = Colour | SlotRef

/** Tints in percent: −95 nearly black, 95 nearly white. */
export const TINT = { min: -95, max: 95 } as const

/** The slot's id, and the tint within `TINT` that follows it. */
export const SLOT_PATTERN = /^@([A-Za-z0-9][A-Za-z0-9_-]{0,63})(?::(-?(?:[1-9]|[1-8][0-9]|9[0-5])))?$/

/** What a reference says. `tint` in percent within `TINT`, 0 for the slot's very colour. */
export interface SlotUse {
  readonly slot: string
  readonly tint: number
}

/** Reads a reference; null for a colour by itself and for what is neither. */
export const readSlotRef = (text: string): SlotUse | null => {
  const [, slot, tint = '0'] = SLOT_PATTERN.exec(text) ?? []
  return slot === undefined ? null : { slot, tint: Number(tint) }
}

/** Is this a reference as documents hold it? Whether its slot is there is another question. */
export const isSlotRef = (text: string): text is SlotRef => readSlotRef(text) !== null

export const isColourRef = (text: string): text is ColourRef => COLOUR_PATTERN.test(text) || isSlotRef(text)

/** The reference to a slot. `tint` in percent is rounded and brought within `TINT`. */
export const slotRef = (slot: string, tint = 0): SlotRef => {
  const percent = Math.round(Math.min(TINT.max, Math.max(TINT.min, tint)))
  return percent === 0 ? `@${slot}` : `@${slot}:${percent}`
}

/** A colour lighter or darker by a share in percent: mixed with white above 0, with black below, in sRGB values. */
export const tinted = (colour: Colour, tint: number): Colour => {
  if (tint === 0) return colour
  const share = Math.abs(tint) / 100
  const towards = tint > 0 ? 255 : 0
  const mix = (channel: number): number => channel + (towards - channel) * share
  const { r, g, b } = toRgb(colour)
  return fromRgb({ r: mix(r), g: mix(g), b: mix(b) })
}

/** Is a colour by itself, or of a slot that is there? */
export const isKnownColour = (ref: ColourRef, slots: Slots): boolean => {
  const use = readSlotRef(ref)
  return !use || Object.hasOwn(slots, use.slot)
}

/** The colour that a reference stands for. Refuses one whose slot is not there. */
export const resolveColour = (ref: ColourRef, slots: Slots): Colour => {
  const use = readSlotRef(ref)
  if (!use) return plainColour(ref)
  const slot = isKnownColour(ref, slots) ? slots[use.slot] : undefined
  return slot ? tinted(slot.colour, use.tint) : refuse('a colour', 'a slot of the project', ref)
}

/** A colour that has been resolved. Refuses a reference: what paints is given documents without them. */
export const plainColour = (ref: ColourRef): Colour =>
  isPlainColour(ref) ? ref : refuse('a colour to paint with', 'three or six hexadecimal digits such as #f2ead8', ref)

/** Is this a colour by itself? */
export const isPlainColour = (ref: ColourRef): ref is Colour => ref.startsWith('#')

/** The slot of a name, however its letters are written. */
export const slotNamed = (slots: Slots, name: string): Slot | undefined =>
  Object.values(slots).find((slot) => slot.name.trim().toLowerCase() === name.trim().toLowerCase())

/** A name that no slot has yet: with a number after it where it is taken. */
export const freeSlotName = (slots: Slots, name: string): string => {
  let free = name
  for (let n = 2; slotNamed(slots, free); n += 1) free = `${name} ${n}`
  return free
}
