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
  const captions = new Map<string, string>()
  const byName = new Map<string, (typeof pictures)[number][]>()
  for (const picture of pictures) byName.set(picture.name, [...(byName.get(picture.name) ?? []), picture])
  for (const [name, same] of byName) {
    const dated = same.map(({ addedAt }) => `${name} · ${DAY.format(new Date(addedAt))}`)
    const timed = same.map(({ addedAt }) => `${name} · ${MINUTE.format(new Date(addedAt))}`)
    const isAlone = (list: readonly string[], caption: string): boolean =>
      list.filter((one) => one === caption).length === 1
    same.forEach(({ hash }, i) => {
      const [day = name, minute = name] = [dated[i], timed[i]]
      if (same.length === 1) captions.set(hash, name)
      else if (isAlone(dated, day)) captions.set(hash, day)
      else captions.set(hash, isAlone(timed, minute) ? minute : `${minute} · ${i + 1}`)
    })
  }
  return captions
}
