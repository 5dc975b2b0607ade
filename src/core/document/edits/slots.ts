import type { Colour } from '@/core/colour/colour'
import { turnedHue } from '@/core/colour/gamut'
import type { Slot } from '@/core/colour/slots'
import { defineEdit, put } from '@/core/document/edit'
import { freedOf } from '@/core/document/colours'
import type { Sheet } from '@/core/document/types'

/** Adds a slot; the kept colour that it was made of is kept by it from then on. */
export const addSlot = defineEdit<{ readonly slot: Slot }>((draft, { slot }) => {
  Object.assign(draft.slots, { [slot.id]: { ...slot } })
  if (draft.colours.includes(slot.colour)) draft.colours = draft.colours.filter((one) => one !== slot.colour)
})

/** Gives a slot another name or colour: all that refers to it follows. */
export const changeSlot = defineEdit<{
  readonly slotId: string
  readonly change: Partial<Pick<Slot, 'name' | 'colour'>>
}>((draft, { slotId, change }) => {
  const slot = draft.slots[slotId]
  if (!slot) return
  if (change.name !== undefined) put(slot, 'name', change.name)
  if (change.colour !== undefined) put(slot, 'colour', change.colour)
})

/** Gives several slots their colours in one step, by their ids. */
export const fillSlots = defineEdit<{ readonly colours: Readonly<Record<string, Colour>> }>((draft, { colours }) => {
  for (const [id, colour] of Object.entries(colours)) {
    const slot = draft.slots[id]
    if (slot) put(slot, 'colour', colour)
  }
})

/** Turns the hues of slots by degrees; their lightness stays, so that what stands out from what stays so. */
export const turnSlots = defineEdit<{ readonly ids: readonly string[]; readonly degrees: number }>(
  (draft, { ids, degrees }) => {
    for (const id of ids) {
      const slot = draft.slots[id]
      if (slot) put(slot, 'colour', turnedHue(slot.colour, degrees))
    }
  },
)

/** Takes a slot away: what referred to it keeps the colour that it had. */
export const removeSlot = defineEdit<{ readonly slotId: string }>((draft, { slotId }, project) => {
  if (!project.slots[slotId]) return
  const free = <T>(part: T): T => freedOf(part, slotId, project.slots)
  const freeEach = <T extends object>(to: Record<string, T>, held: Readonly<Record<string, T>>): void => {
    for (const [id, value] of Object.entries(held)) {
      const made = free(value)
      if (made !== value) to[id] = made
    }
  }
  for (const sheet of Object.values(project.sheets)) {
    const to = draft.sheets[sheet.id]
    if (!to) continue
    freeEach(to.items as Record<string, Sheet['items'][string]>, sheet.items)
    freeEach(to.switches as Record<string, Sheet['switches'][string]>, sheet.switches)
    freeEach(to.spans as Record<string, Sheet['spans'][string]>, sheet.spans)
    const background = free(sheet.background)
    if (background !== sheet.background) Object.assign(to, { background })
    const veil = free(sheet.veil)
    if (veil !== sheet.veil) Object.assign(to, { veil })
  }
  freeEach(draft.finishes as Record<string, (typeof project.finishes)[string]>, project.finishes)
  freeEach(draft.looks as Record<string, (typeof project.looks)[string]>, project.looks)
  delete draft.slots[slotId]
})
