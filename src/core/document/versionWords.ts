import { sameValue } from '@/core/document/edit'
import { holdsPicture } from '@/core/document/content'
import { isWord, letterFrames, type Word } from '@/core/document/lettering'
import type { Versions } from '@/core/document/versionLists'
import type { Frame, Item, Sheet } from '@/core/document/types'

/** A text of live letters with their frames, as one side has it. */
interface Whole {
  readonly word: Word
  readonly letters: readonly Frame[]
}

const wholeIn = (sheet: Sheet, id: string): Whole | null => {
  const word = sheet.items[id]
  return isWord(word) ? { word, letters: letterFrames(sheet, word) } : null
}

const itemsOf = (whole: Whole | null): readonly Item[] => (whole ? [whole.word, ...whole.letters] : [])

/** Their letters with what fills mine; letters that went take nothing along but what is told. */
const refilled = (theirs: Whole, mine: Whole, told: (words: string) => void): readonly Item[] => {
  const held = new Map(mine.letters.map((letter) => [letter.id, letter]))
  const letters = theirs.letters.map((letter) => {
    const own = held.get(letter.id)
    held.delete(letter.id)
    return own && holdsPicture(own.fill) ? { ...letter, fill: own.fill } : letter
  })
  const left = [...held.values()].filter(({ fill }) => holdsPicture(fill)).length
  if (left)
    told(
      `${mine.word.name}: ${left === 1 ? 'a picture' : `${left} pictures`} of letters that went stay among the project’s.`,
    )
  return [theirs.word, ...letters]
}

const chosen = (
  base: Whole | null,
  mine: Whole | null,
  theirs: Whole | null,
  told: (words: string) => void,
): readonly Item[] => {
  if (!base || !mine) return base ? [] : itemsOf(mine ?? theirs)
  const isMine = !sameValue(itemsOf(mine), itemsOf(base))
  if (!theirs) {
    if (isMine) told(`${mine.word.name} was changed here and taken away in the template: it stays.`)
    return isMine ? itemsOf(mine) : []
  }
  if (sameValue(mine.word.lettering, base.word.lettering)) return refilled(theirs, mine, told)
  if (!sameValue(theirs.word.lettering, base.word.lettering))
    told(`${mine.word.name}: its letters were changed here and in the template; they stay as they are here.`)
  return itemsOf(mine)
}

/** What becomes of every text of live letters and of each of its letters, by their ids: an item, or null where it goes. */
export const wordItems = (
  { base, mine, theirs }: Versions,
  told: (words: string) => void,
): ReadonlyMap<string, Item | null> => {
  const found = new Map<string, Item | null>()
  const ids = new Set(
    [base, mine, theirs].flatMap(({ items }) =>
      Object.values(items)
        .filter(isWord)
        .map(({ id }) => id),
    ),
  )
  for (const id of ids) {
    const sides = [wholeIn(base, id), wholeIn(mine, id), wholeIn(theirs, id)] as const
    for (const item of sides.flatMap(itemsOf)) if (!found.has(item.id)) found.set(item.id, null)
    for (const item of chosen(...sides, told)) found.set(item.id, item)
  }
  return found
}
