import type { Listed } from '@/core/document/library'

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const MINUTE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/**
 * The captions under pictures: their names; those of the same name told apart by the day on which they were added, of one
 * day by the minute, of one minute by a number.
 */
export const captionsOf = (
  pictures: readonly Pick<Listed, 'hash' | 'name' | 'addedAt'>[],
): ReadonlyMap<string, string> => {
  const told = pictures.map(({ hash, name, addedAt }) => {
    const added = new Date(addedAt)
    return { hash, words: [name, `${name} · ${DAY.format(added)}`, `${name} · ${MINUTE.format(added)}`] as const }
  })
  const counts = new Map<string, number>()
  // A name can read like another's date: what is counted is kept apart by which of the three it is.
  const keyOf = (words: string, kind: number): string => `${kind} ${words}`
  for (const { words } of told)
    words.forEach((each, kind) => counts.set(keyOf(each, kind), (counts.get(keyOf(each, kind)) ?? 0) + 1))
  const numbers = new Map<string, number>()
  return new Map(
    told.map(({ hash, words }) => {
      const alone = words.find((each, kind) => counts.get(keyOf(each, kind)) === 1)
      if (alone !== undefined) return [hash, alone]
      const [, , minute] = words
      const number = (numbers.get(minute) ?? 0) + 1
      numbers.set(minute, number)
      return [hash, `${minute} · ${number}`]
    }),
  )
}
