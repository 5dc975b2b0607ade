import { isKnownColour, resolveColour, type Slots } from '@/core/colour/slots'
import { mapColours, slotRefsIn, slotsUsedIn } from '@/core/document/colours'
import { schemaFaults, slotSchema } from '@/core/document/schema'
import { byId, type Node } from '@/core/document/schema/parts'
import { RANGE } from '@/core/tolerance'

/** Beside what was kept, the slots that its colours are of. */
const slotsName = (name: string): string => `${name}-slots`

/**
 * Keeps a part of a document in the browser, for pasting in other projects too, with those of the project's slots that
 * its colours are of. False where the browser keeps no more.
 */
export const keepCopy = (name: string, value: object, slots: Slots): boolean => {
  try {
    localStorage.setItem(name, JSON.stringify(value))
    localStorage.setItem(slotsName(name), JSON.stringify(slotsUsedIn(slots, [value])))
    return true
  } catch {
    return false
  }
}

const readKept = <T>(name: string, schema: Node): T | null => {
  try {
    const held: unknown = JSON.parse(localStorage.getItem(name) ?? 'null')
    return held !== null && !schemaFaults(schema, held).length ? (held as T) : null // just checked
  } catch {
    return null
  }
}

/**
 * A part of a document kept in the browser that follows the schema; what does not is passed over. Colours of slots that
 * are not among these of the project become colours by themselves.
 */
export const keptCopy = <T extends object>(name: string, schema: Node, slots: Slots): T | null => {
  const kept = readKept<T>(name, schema)
  const known = { ...readKept<Slots>(slotsName(name), byId(slotSchema, RANGE.slots)), ...slots }
  if (!kept || slotRefsIn(kept).some((ref) => !isKnownColour(ref, known))) return null
  return mapColours(kept, (ref) => (isKnownColour(ref, slots) ? ref : resolveColour(ref, known)))
}
