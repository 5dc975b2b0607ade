/** What the lists of pictures need to know of one. */
export interface Listed {
  readonly hash: string
  readonly name: string
  readonly tags: readonly string[]
  readonly width: number
  readonly height: number
  /** ISO 8601; texts of one time zone compare as they follow one another. */
  readonly addedAt: string
  readonly usedAt: string | null
}

export const LIBRARY_SORTS = ['recent', 'newest', 'name', 'shape'] as const
export type LibrarySort = (typeof LIBRARY_SORTS)[number]

export interface LibraryQuery {
  readonly search: string
  readonly sort: LibrarySort
  /** Only those with this tag; null for all. */
  readonly tag?: string | null
  /** Only those used here, only those not, those that no project uses, or all. */
  readonly use: 'all' | 'used' | 'unused' | 'nowhere'
}

/** Tags that differ by capitals alone are one. */
const sameTag = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()

/** Tags as they are kept: trimmed, each once, none empty, spelled as those that are known already. */
export const spelledAlike = (tags: readonly string[], known: readonly string[]): readonly string[] => {
  const kept: string[] = []
  for (const tag of tags.map((one) => one.trim()).filter(Boolean)) {
    const spelled = known.find((one) => sameTag(one, tag)) ?? tag
    if (!kept.some((one) => sameTag(one, spelled))) kept.push(spelled)
  }
  return kept
}

export const hasTag = ({ tags }: Pick<Listed, 'tags'>, tag: string): boolean => tags.some((one) => sameTag(one, tag))

const backward = (p: string, q: string): number => (p < q ? 1 : p > q ? -1 : 0)

const ORDERS: Readonly<Record<LibrarySort, (p: Listed, q: Listed) => number>> = {
  recent: (p, q) => backward(p.usedAt ?? p.addedAt, q.usedAt ?? q.addedAt),
  newest: (p, q) => backward(p.addedAt, q.addedAt),
  name: (p, q) => p.name.localeCompare(q.name, 'en', { numeric: true, sensitivity: 'base' }),
  // From the tallest to the widest.
  shape: (p, q) => p.width / p.height - q.width / q.height,
}

/** Does a picture's name or one of its tags hold every word that is searched for? */
export const isFound = ({ name, tags }: Pick<Listed, 'name' | 'tags'>, search: string): boolean => {
  const text = [name, ...tags].join('\n').toLowerCase()
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/**
 * The pictures that are searched for, in order. `usedHere` holds the hashes that the project uses, `usedAnywhere` those
 * that some project does; while that is not known, none is told to be used nowhere.
 */
export const listPictures = <T extends Listed>(
  pictures: readonly T[],
  { search, sort, use, tag = null }: LibraryQuery,
  usedHere: ReadonlySet<string>,
  usedAnywhere: ReadonlySet<string> | null = null,
): readonly T[] => {
  const isOfUse = ({ hash }: T): boolean => {
    if (use === 'all') return true
    if (use === 'nowhere') return usedAnywhere !== null && !usedAnywhere.has(hash) && !usedHere.has(hash)
    return usedHere.has(hash) === (use === 'used')
  }
  return pictures
    .filter((picture) => isFound(picture, search) && isOfUse(picture) && (tag === null || hasTag(picture, tag)))
    .sort((p, q) => ORDERS[sort](p, q) || (p.hash < q.hash ? -1 : 1))
}

/** Every tag there is, the most used first. */
export const tagsOf = (pictures: readonly Pick<Listed, 'tags'>[]): readonly string[] => {
  const counts = new Map<string, { readonly tag: string; count: number }>()
  for (const { tags } of pictures)
    for (const tag of tags) {
      const held = counts.get(tag.toLowerCase())
      if (held) held.count += 1
      else counts.set(tag.toLowerCase(), { tag, count: 1 })
    }
  return [...counts.values()]
    .sort((a, b) => b.count - a.count || a.tag.localeCompare(b.tag, 'en'))
    .map(({ tag }) => tag)
}

/** Where tiles of one size stand in a room: how many side by side, in how many rows. */
export const tileGrid = (
  count: number,
  room: number,
  tile: number,
): { readonly columns: number; readonly rows: number } => {
  const columns = Math.max(1, Math.floor(room / tile))
  return { columns, rows: Math.ceil(count / columns) }
}

/** The row that the tile with a number, counted from 0, stands in. */
export const tileRow = (index: number, columns: number): number => Math.floor(index / columns)

/** Items of given widths set in rows of at most `room`, `gap` apart; an item wider than that has a row of its own. */
export const rowsOf = (widths: readonly number[], room: number, gap: number): readonly (readonly number[])[] => {
  const rows: number[][] = []
  let used = 0
  widths.forEach((width, i) => {
    const row = rows.at(-1)
    if (row && used + gap + width <= room) {
      row.push(i)
      used += gap + width
    } else {
      rows.push([i])
      used = width
    }
  })
  return rows
}

/** The pictures that a project uses first, in the order given by the rest; then all others. */
export const usedFirst = <T extends Pick<Listed, 'hash'>>(
  pictures: readonly T[],
  usedHere: ReadonlySet<string>,
): readonly T[] => [
  ...pictures.filter(({ hash }) => usedHere.has(hash)),
  ...pictures.filter(({ hash }) => !usedHere.has(hash)),
]
