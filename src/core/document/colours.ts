import {
  isPlainColour,
  isSlotRef,
  readSlotRef,
  resolveColour,
  slotRef,
  type ColourRef,
  type SlotRef,
  type Slots,
} from '@/core/colour/slots'
import { switchedSheet } from '@/core/document/switches'
import type { Project, Sheet } from '@/core/document/types'

/**
 * The keys under which documents hold colours that may be of a slot, wherever they stand. A test compares them with the
 * schema.
 */
export const COLOUR_KEYS: ReadonlySet<string> = new Set(['colour', 'backing', 'ink', 'dark', 'light', 'shade'])

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null

const isColour = (key: string, value: unknown): value is ColourRef => typeof value === 'string' && COLOUR_KEYS.has(key)

/** Every reference to a slot in a part of a document, as often as it stands there. */
const gather = (value: Readonly<Record<string, unknown>>, found: SlotRef[]): void => {
  for (const key of Object.keys(value)) {
    const held = value[key]
    if (isColour(key, held)) {
      if (isSlotRef(held)) found.push(held)
    } else if (isObject(held)) gather(held, found)
  }
}

const known = new WeakMap<object, readonly SlotRef[]>()

/** Every reference to a slot in a part of a document, as often as it stands there. Parts are never changed in place. */
export const slotRefsIn = (part: object): readonly SlotRef[] => {
  const held = known.get(part)
  if (held) return held
  const found: SlotRef[] = []
  gather(part as Readonly<Record<string, unknown>>, found)
  known.set(part, found)
  return found
}

/** A part of a document with each of its colours changed; whatever holds none of them is the same object as before. */
export const mapColours = <T>(part: T, change: (ref: ColourRef) => ColourRef): T => {
  if (!isObject(part)) return part
  let next: Record<string, unknown> | unknown[] | null = null
  for (const key of Object.keys(part)) {
    const held = part[key]
    const made = isColour(key, held) ? change(held) : mapColours(held, change)
    if (made === held) continue
    next ??= Array.isArray(part) ? [...(part as readonly unknown[])] : { ...part }
    ;(next as Record<string, unknown>)[key] = made
  }
  return (next ?? part) as T // the same shape, colours for colours
}

/** A part whose references to slots are to others, by the ids of both; those that are not named stay. */
export const withSlotIds = <T>(part: T, ids: ReadonlyMap<string, string>): T =>
  mapColours(part, (ref) => {
    const use = readSlotRef(ref)
    const id = use ? ids.get(use.slot) : undefined
    return use && id !== undefined ? slotRef(id, use.tint) : ref
  })

/** The parts of a sheet that change by themselves: each item, span, the background, the veil. */
const sheetParts = ({ items, spans, background, veil, switches }: Sheet): readonly object[] => [
  background,
  ...Object.values(switches),
  ...(veil ? [veil] : []),
  ...Object.values(items),
  ...Object.values(spans),
]

/** The parts of a project that hold colours which may be of a slot, and where they stand. */
const partsOf = (project: Project): readonly object[] => [
  ...Object.values(project.sheets).flatMap(sheetParts),
  ...Object.values(project.finishes),
  ...Object.values(project.looks),
]

/** How often each slot of the project is used, by its id; unused ones are left out. */
export const slotUses = (project: Project): ReadonlyMap<string, number> => {
  const uses = new Map<string, number>()
  for (const part of partsOf(project))
    for (const ref of slotRefsIn(part)) {
      const { slot } = readSlotRef(ref) ?? { slot: '' }
      uses.set(slot, (uses.get(slot) ?? 0) + 1)
    }
  return uses
}

/** The slots that parts of a project use. */
export const slotsUsedIn = (slots: Slots, parts: readonly object[]): Slots => {
  const ids = new Set(parts.flatMap(slotRefsIn).map((ref) => readSlotRef(ref)?.slot ?? ''))
  return Object.fromEntries(Object.entries(slots).filter(([id]) => ids.has(id)))
}

/** What something was made into for the two keys asked for last: a change in hand is painted over what still stands. */
class LastTwo<Key> {
  private readonly held = new WeakMap<object, readonly { readonly key: Key; readonly made: object }[]>()

  made<T extends object>(of: T, key: Key, make: () => T): T {
    const all = this.held.get(of) ?? []
    const known = all.find((one) => one.key === key)
    if (known) return known.made as T // made of this very object
    const made = make()
    this.held.set(of, [{ key, made }, ...all.slice(0, 1)])
    return made
  }
}

const resolvedParts = new LastTwo<string>()

/** A part with its colours resolved: the same object as long as the part and the colours that it uses are the same. */
export const resolvedPart = <T extends object>(part: T, slots: Slots): T => {
  const refs = slotRefsIn(part)
  if (!refs.length) return part
  const colours = refs.map((ref) => resolveColour(ref, slots)).join()
  return resolvedParts.made(part, colours, () => mapColours(part, (ref) => resolveColour(ref, slots)))
}

/** A record with each value changed; the same object if none was. */
const mapped = <T extends object>(
  held: Readonly<Record<string, T>>,
  change: (value: T) => T,
): Readonly<Record<string, T>> => {
  let next: Record<string, T> | null = null
  for (const [id, value] of Object.entries(held)) {
    const made = change(value)
    if (made !== value) next = Object.assign(next ?? { ...held }, { [id]: made })
  }
  return next ?? held
}

const withResolvedParts = (sheet: Sheet, slots: Slots): Sheet => {
  const part = <T extends object>(one: T): T => resolvedPart(one, slots)
  const [items, spans] = [mapped(sheet.items, part), mapped(sheet.spans, part)]
  const background = part(sheet.background)
  const veil = sheet.veil && part(sheet.veil)
  const isSame =
    items === sheet.items && spans === sheet.spans && background === sheet.background && veil === sheet.veil
  return isSame ? sheet : { ...sheet, items, spans, background, ...(veil ? { veil } : {}) }
}

/** What sheets and projects were resolved to. */
const resolvedWholes = new LastTwo<Slots>()

const colouredSheet = (sheet: Sheet, slots: Slots): Sheet =>
  Object.keys(slots).length ? resolvedWholes.made(sheet, slots, () => withResolvedParts(sheet, slots)) : sheet

/** A sheet as it is painted: under its look switches, its colours resolved (see `resolved`). */
export const resolvedSheet = (sheet: Sheet, slots: Slots): Sheet => colouredSheet(switchedSheet(sheet), slots)

/** What is held by id with its colours resolved; the same record as long as nothing of it changes. */
const resolvedRecord = <T extends object>(
  held: Readonly<Record<string, T>>,
  slots: Slots,
): Readonly<Record<string, T>> =>
  resolvedWholes.made(held, slots, () => mapped(held, (value) => resolvedPart(value, slots)))

/**
 * A project for painting: its colours resolved, nothing refers to a slot, and its pictures are as look switches that are
 * on change them. Whatever neither concerns is the same object as before, and what they do is the same as at the last
 * call unless it, one of its colours or a switch changed since, so that what painters remember of it holds.
 */
export const resolved = (project: Project): Project => {
  const { slots } = project
  const isPlain =
    Object.keys(slots).length === 0 && Object.values(project.sheets).every((sheet) => switchedSheet(sheet) === sheet)
  if (isPlain) return project
  return resolvedWholes.made(project, slots, () => {
    const sheets = mapped(project.sheets, (sheet) => resolvedSheet(sheet, slots))
    const finishes = resolvedRecord(project.finishes, slots)
    const looks = resolvedRecord(project.looks, slots)
    const isSame = sheets === project.sheets && finishes === project.finishes && looks === project.looks
    return isSame ? project : { ...project, sheets, finishes, looks }
  })
}

/** A part with what refers to one slot given its colour for good. */
export const freedOf = <T>(part: T, slotId: string, slots: Slots): T =>
  mapColours(part, (ref) => (readSlotRef(ref)?.slot === slotId ? resolveColour(ref, slots) : ref))

/** A part whose references to slots are all given their colours for good: for what leaves the project. */
export const freed = <T>(part: T, slots: Slots): T =>
  mapColours(part, (ref) => (isPlainColour(ref) ? ref : resolveColour(ref, slots)))
