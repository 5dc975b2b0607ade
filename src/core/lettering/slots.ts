import { graphemesOf, isLineEnd, isSpace } from '@/core/lettering/graphemes'

/**
 * A place in the text while it is typed. One whose grapheme was taken out stays where it was, so that what is typed
 * there next takes it over: a letter that is corrected keeps its picture, and passing through fewer letters, even
 * through none, loses nothing within one session of typing.
 */
export interface Slot {
  /** The letter that stands or stood here. Spaces and line ends have none. */
  readonly id: string | null
  /** Null where the grapheme was taken out. */
  readonly grapheme: string | null
}

/** Is the grapheme a letter, rather than a space or the end of a line? */
export const isLetter = (grapheme: string): boolean => !isLineEnd(grapheme) && !isSpace(grapheme)

/** The letters of a text in order: its graphemes without spaces and line ends. */
export const lettersOf = (text: string): readonly string[] => graphemesOf(text).filter(isLetter)

/** The slots of a text whose letters, in order, have these ids. */
export const slotsOf = (graphemes: readonly string[], ids: readonly string[]): readonly Slot[] => {
  let next = 0
  return graphemes.map((grapheme) => {
    if (!isLetter(grapheme)) return { id: null, grapheme }
    const id = ids[next] ?? null
    next += 1
    return { id, grapheme }
  })
}

/** The text that slots spell. */
export const textOfSlots = (slots: readonly Slot[]): string => slots.map(({ grapheme }) => grapheme ?? '').join('')

/** The letters that stand, in order. */
export const lettersOfSlots = (slots: readonly Slot[]): readonly { readonly id: string; readonly text: string }[] =>
  slots.flatMap(({ id, grapheme }) => (id !== null && grapheme !== null ? [{ id, text: grapheme }] : []))

const commonStart = (p: readonly string[], q: readonly string[], most: number): number => {
  let n = 0
  while (n < most && p[n] === q[n]) n += 1
  return n
}

/** What one stroke of typing changed: graphemes `from` to `until` gave way to `put`. */
interface Change {
  readonly from: number
  readonly until: number
  readonly put: readonly string[]
}

/**
 * The change between two texts, told by the caret that stands after what was typed: what follows it stayed, and so did
 * the common beginning. Without the caret repeated letters could not be told apart.
 */
const changeOf = (before: readonly string[], after: readonly string[], caret: number): Change => {
  const behind = Math.min(after.length - caret, before.length)
  let kept = 0
  while (kept < behind && before[before.length - 1 - kept] === after[after.length - 1 - kept]) kept += 1
  const start = commonStart(before, after, Math.min(before.length, after.length) - kept)
  return { from: start, until: before.length - kept, put: after.slice(start, after.length - kept) }
}

/** The place in the slots of the n-th grapheme that stands; of one past the last, their end. */
const placeOf = (slots: readonly Slot[], n: number): number => {
  let seen = 0
  for (const [i, slot] of slots.entries()) {
    if (slot.grapheme === null) continue
    if (seen === n) return i
    seen += 1
  }
  return slots.length
}

/** The stretch of slots that gives way: from the first grapheme taken out, with emptied slots on both sides of it. */
const stretchOf = (slots: readonly Slot[], { from, until }: Change): readonly [number, number] => {
  let start = placeOf(slots, from)
  while (start > 0 && slots[start - 1]?.grapheme === null) start -= 1
  let end = until > from ? placeOf(slots, until - 1) + 1 : placeOf(slots, from)
  while (end < slots.length && slots[end]?.grapheme === null) end += 1
  return [start, end]
}

/**
 * The slots after one stroke of typing. Letters typed take over the letters whose place they take, in order; the rest
 * are new and get ids from `newId`. `caret` counts graphemes of the new text.
 */
export const typed = (
  slots: readonly Slot[],
  after: readonly string[],
  caret: number,
  newId: () => string,
): readonly Slot[] => {
  const before = slots.flatMap(({ grapheme }) => (grapheme === null ? [] : [grapheme]))
  const change = changeOf(before, after, Math.max(0, Math.min(caret, after.length)))
  if (change.from === change.until && !change.put.length) return slots
  const [start, end] = stretchOf(slots, change)
  const room = slots.slice(start, end).filter(({ id }) => id !== null)
  // A letter that gives way now comes before those that went earlier.
  const free = [
    ...room.filter(({ grapheme }) => grapheme !== null),
    ...room.filter(({ grapheme }) => grapheme === null),
  ]
  const fresh = change.put.map((grapheme): Slot => {
    if (!isLetter(grapheme)) return { id: null, grapheme }
    const taken = free.shift()
    return { id: taken?.id ?? newId(), grapheme }
  })
  const emptied = room.filter((slot) => free.includes(slot)).map(({ id }): Slot => ({ id, grapheme: null }))
  return [...slots.slice(0, start), ...fresh, ...emptied, ...slots.slice(end)]
}

/** For each of `after`, the place of the letter in `before` that it matches: a longest common subsequence. */
const matches = (before: readonly string[], after: readonly string[]): readonly (number | null)[] => {
  const best = Array.from({ length: before.length + 1 }, () => new Array<number>(after.length + 1).fill(0))
  const at = (i: number, j: number): number => best[i]?.[j] ?? 0
  for (let i = before.length - 1; i >= 0; i -= 1)
    for (let j = after.length - 1; j >= 0; j -= 1) {
      const row = best[i]
      if (row) row[j] = before[i] === after[j] ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1))
    }
  const found: (number | null)[] = []
  let i = 0
  for (let j = 0; j < after.length; j += 1) {
    while (i < before.length && before[i] !== after[j] && at(i + 1, j) > at(i, j + 1)) i += 1
    const isMatch = i < before.length && before[i] === after[j] && at(i, j) === at(i + 1, j + 1) + 1
    found.push(isMatch ? i : null)
    if (isMatch) i += 1
  }
  return found
}

/**
 * Slots for a text that was set as a whole, without a caret: letters of a longest common subsequence keep their ids;
 * between two of them the others are paired in order.
 */
export const setWhole = (slots: readonly Slot[], after: readonly string[], newId: () => string): readonly Slot[] => {
  const standing = lettersOfSlots(slots)
  const letters = after.filter(isLetter)
  const kept = matches(
    standing.map(({ text }) => text),
    letters,
  )
  const ids: string[] = []
  let done = 0
  letters.forEach((_letter, j) => {
    const place = kept[j] ?? null
    const nextKept = kept.slice(j).find((each) => each !== null) ?? standing.length
    const own = place ?? (done < nextKept ? done : null)
    if (own !== null) done = own + 1
    ids.push(own === null ? newId() : (standing[own]?.id ?? newId()))
  })
  return slotsOf(after, ids)
}
