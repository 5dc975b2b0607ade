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
  /** Only those used here, only those not, or all. */
  readonly use: 'all' | 'used' | 'unused'
}

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

/** The pictures that are searched for, in order. `usedHere` holds the hashes that the project uses. */
export const listPictures = <T extends Listed>(
  pictures: readonly T[],
  { search, sort, use }: LibraryQuery,
  usedHere: ReadonlySet<string>,
): readonly T[] =>
  pictures
    .filter((picture) => isFound(picture, search) && (use === 'all' || usedHere.has(picture.hash) === (use === 'used')))
    .sort((p, q) => ORDERS[sort](p, q) || (p.hash < q.hash ? -1 : 1))

/** Every tag there is, the most used first. */
export const tagsOf = (pictures: readonly Pick<Listed, 'tags'>[]): readonly string[] => {
  const counts = new Map<string, number>()
  for (const { tags } of pictures) for (const tag of tags) counts.set(tag, (counts.get(tag) ?? 0) + 1)
  return [...counts].sort(([a, n], [b, m]) => m - n || a.localeCompare(b, 'en')).map(([tag]) => tag)
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
