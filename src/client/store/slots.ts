import { parseColour, type Colour } from '@/core/colour/colour'
import {
  freeSlotName,
  isKnownColour,
  readSlotRef,
  resolveColour,
  slotNamed,
  slotRef,
  TINT,
  type ColourRef,
  type Slot,
  type Slots,
} from '@/core/colour/slots'
import { within } from '@/core/range'
import { joinRecorded } from '@/core/document/edit'
import { mapColours } from '@/core/document/colours'
import { addSlot, changeSlot, fillSlots, removeSlot } from '@/core/document/edits/slots'
import type { Project } from '@/core/document/types'
import { GONE_COLOUR } from '@/client/store/colours'
import { newId } from '@/client/store/actions'
import type { Bench } from '@/client/store/bench'
import type { Recording } from '@/client/store/recording'

/** What a new slot is called until it is named. */
const firstName = (slots: Slots): string => {
  let count = Object.keys(slots).length + 1
  while (slotNamed(slots, `Colour ${count}`)) count += 1
  return `Colour ${count}`
}

/** The slots as they are listed: by name, since what is taken back comes last among keys. */
export const listedSlots = (slots: Slots): readonly Slot[] =>
  Object.values(slots).sort((p, q) => p.name.localeCompare(q.name, 'en', { numeric: true, sensitivity: 'base' }))

/**
 * A new slot of a colour, under a name that is free; `use` puts it to use in the same step. Gives its id, or null where
 * there are too many already.
 */
export const makeSlot = (bench: Bench, colour: Colour, use?: Recording<ColourRef>): string | null => {
  bench.endBurst()
  const { slots } = bench.get().project
  const slot: Slot = { id: newId('slot'), name: firstName(slots), colour }
  bench.commit('New colour slot', (project) => {
    const added = addSlot.record(project, { slot })
    return use ? joinRecorded(added, (now) => use(now, slotRef(slot.id))) : added
  })
  return Object.hasOwn(bench.get().project.slots, slot.id) ? slot.id : null
}

/** Gives a slot another name; a number is added where another has it. */
export const renameSlot = (bench: Bench, slotId: string, name: string): void => {
  bench.endBurst()
  const others = Object.fromEntries(Object.entries(bench.get().project.slots).filter(([id]) => id !== slotId))
  const free = freeSlotName(others, name)
  bench.commit('Name a colour slot', (project) => changeSlot.record(project, { slotId, change: { name: free } }))
}

/** The colour of a slot, as fields write it: all that refers to it follows. */
export const slotColour =
  (slotId: string): Recording<Colour> =>
  (project, colour) =>
    changeSlot.record(project, { slotId, change: { colour } })

/** Takes a slot away; what referred to it keeps its colour. */
export const dropSlot = (bench: Bench, slotId: string): void => {
  bench.endBurst()
  bench.commit('Remove a colour slot', (project) => removeSlot.record(project, { slotId }))
}

/** Gives the slots their colours, all as one step. */
export const putSlotColours = (bench: Bench, colours: Readonly<Record<string, Colour>>): void => {
  bench.endBurst()
  bench.commit('Fill the colour slots', (project) => fillSlots.record(project, { colours }))
}

/** How the project would be with these colours in its slots. */
export const withSlotColours = (project: Project, colours: Readonly<Record<string, Colour>>): Project =>
  fillSlots(project, { colours })

/** A slot's tint in words, for assistive technology. */
export const tintWords = (name: string, tint: number): string =>
  tint === 0 ? `${name} itself` : `${name}, ${tint > 0 ? 'lighter' : 'darker'} by ${Math.abs(tint)}%`

/** The colour that a reference is seen as in cards and lists. */
export const seenColour = (ref: ColourRef, slots: Slots): Colour =>
  isKnownColour(ref, slots) ? resolveColour(ref, slots) : GONE_COLOUR

/** A part of a document with its colours as they are seen in cards and lists. */
export const seenPart = <T>(part: T, slots: Slots): T => mapColours(part, (ref) => seenColour(ref, slots))

/** How a colour is written in its field: its number, or its slot's name and tint, as in “Sea +20%”. */
export const colourText = (ref: ColourRef, slots: Slots): string => {
  const use = readSlotRef(ref)
  const slot = use && slots[use.slot]
  if (!slot) return ref
  return use.tint === 0 ? slot.name : `${slot.name} ${use.tint > 0 ? '+' : '−'}${Math.abs(use.tint)}%`
}

const TINTED = /^(.*)([+−-]) ?(\d{1,3}) ?%?$/

/** Reads what was typed for a colour: a number, or a slot's name with a tint after it. Throws a failure in words. */
export const readColourText = (text: string, slots: Slots): ColourRef => {
  const whole = slotNamed(slots, text)
  if (whole) return slotRef(whole.id)
  const [, name = '', sign = '+', percent = '0'] = TINTED.exec(text) ?? []
  const slot = slotNamed(slots, name)
  if (!slot) return parseColour(text)
  return slotRef(slot.id, within('the tint', Number(percent) * (sign === '+' ? 1 : -1), TINT))
}
