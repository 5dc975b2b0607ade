import { sameValue } from '@/core/document/edit'
import { holdsPicture } from '@/core/document/content'
import { mergedLists, type Versions } from '@/core/document/versionLists'
import { wordItems } from '@/core/document/versionWords'
import type { Item, Sheet } from '@/core/document/types'

export interface Merged {
  readonly sheet: Sheet
  /** What both changed, or one changed and the other took away, in sentences: what was done by hand stays. */
  readonly conflicts: readonly string[]
}

type Loose = Readonly<Record<string, unknown>>

const loose = (value: object): Loose => value as Loose

/** Keys of items that belong to whoever fills a template: what they hold stays, whatever the template's maker changes. */
const FILLED: ReadonlySet<string> = new Set(['fill'])

/** Keys that follow others and are never asked about. */
const LISTED: ReadonlySet<string> = new Set(['order', 'items'])

const WORDS: Readonly<Record<string, string>> = {
  box: 'its place',
  turn: 'its turn',
  stencil: 'its outline',
  finish: 'its finish',
  name: 'its name',
  fill: 'what fills it',
  background: 'the background',
  size: 'the size',
  notes: 'the notes',
  lettering: 'its letters',
}

const wordOf = (key: string): string => WORDS[key] ?? key

/**
 * Three states of one thing, key by key: what one side changed is taken, and where both did, mine stays and is told. Keys
 * that are missing count as a value of their own.
 */
const mergedKeys = (
  base: Loose,
  mine: Loose,
  theirs: Loose,
  told: (key: string) => void,
  skipped: ReadonlySet<string> = LISTED,
): Loose => {
  const next: Record<string, unknown> = {}
  for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const isMine = !sameValue(mine[key], base[key])
    const isTheirs = !sameValue(theirs[key], base[key])
    const isBoth = isMine && isTheirs && !sameValue(mine[key], theirs[key])
    if (isBoth && !FILLED.has(key) && !skipped.has(key)) told(key)
    const value = isMine ? mine[key] : theirs[key]
    if (value !== undefined) next[key] = value
  }
  return next
}

/** Is there something in this that a person put there? */
const isFilled = (item: Item): boolean => item.kind === 'frame' && holdsPicture(item.fill)

/** One item of the merged sheet; null where it goes. */
const mergedItem = (
  base: Item | undefined,
  mine: Item | undefined,
  theirs: Item | undefined,
  told: (words: string) => void,
): Item | null => {
  if (!base) return mine ?? theirs ?? null
  if (!mine) {
    if (theirs && !sameValue(theirs, base))
      told(`${base.name} was taken away here and changed in the template: it stays away.`)
    return null
  }
  if (!theirs) {
    const isKept = !sameValue(mine, base)
    if (isKept)
      told(`${mine.name} was ${isFilled(mine) ? 'filled' : 'changed'} here and taken away in the template: it stays.`)
    return isKept ? mine : null
  }
  // Of another kind it is another thing, under the same id.
  if (mine.kind !== theirs.kind || mine.kind !== base.kind) return sameValue(mine, base) ? theirs : mine
  const next = mergedKeys(loose(base), loose(mine), loose(theirs), (key) =>
    told(`${mine.name}: ${wordOf(key)} was changed here and in the template; it stays as it is here.`),
  )
  return next as unknown as Item // of the same kind on all sides, key by key
}

const recordsOf = <T extends object>(
  { base, mine, theirs }: { readonly [K in keyof Versions]: Readonly<Record<string, T>> },
  merge: (base: T | undefined, mine: T | undefined, theirs: T | undefined) => T | null,
): Readonly<Record<string, T>> => {
  const next: Record<string, T> = {}
  for (const id of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const made = merge(base[id], mine[id], theirs[id])
    if (made) next[id] = made
  }
  return next
}

/** Whatever is held by id beside items: what one side changed is taken; what both did stays as it is here. */
const plainly = <T extends object>(base: T | undefined, mine: T | undefined, theirs: T | undefined): T | null => {
  if (!base) return mine ?? theirs ?? null
  if (!mine) return null
  if (!theirs) return sameValue(mine, base) ? null : mine
  return mergedKeys(loose(base), loose(mine), loose(theirs), () => undefined, new Set()) as T // key by key
}

/** The planes that frames lie on, wherever they are still known. */
const neededPlanes = (items: Sheet['items'], mine: Sheet, theirs: Sheet): Sheet['planes'] =>
  Object.fromEntries(
    Object.values(items).flatMap((item) => {
      const id = item.kind === 'frame' ? item.planeId : undefined
      const plane = id === undefined ? undefined : (mine.planes[id] ?? theirs.planes[id])
      return plane ? [[plane.id, plane]] : []
    }),
  )

/**
 * A new version of a template taken over into a sheet that was made of an older one. What only the template changed is
 * taken, what was filled, written or changed by hand stays, and where both changed the same, it stays as it is here and is
 * told. The sheet keeps its id and what it was made of.
 */
export const mergeVersions = ({ base, mine, theirs }: Versions): Merged => {
  const conflicts: string[] = []
  const told = (words: string): void => void conflicts.push(words)
  const words = wordItems({ base, mine, theirs }, told)
  const single = recordsOf({ base: base.items, mine: mine.items, theirs: theirs.items }, (b, m, t) => {
    const id = (m ?? t ?? b)?.id ?? ''
    // A text and its letters are taken as a whole.
    return words.has(id) ? (words.get(id) ?? null) : mergedItem(b, m, t, told)
  })
  const held = { ...single, ...Object.fromEntries([...words].flatMap(([id, item]) => (item ? [[id, item]] : []))) }
  const { order, items } = mergedLists({ base, mine, theirs }, held)
  const spans = recordsOf({ base: base.spans, mine: mine.spans, theirs: theirs.spans }, plainly)
  const switches = recordsOf({ base: base.switches, mine: mine.switches, theirs: theirs.switches }, plainly)
  const planes = recordsOf({ base: base.planes, mine: mine.planes, theirs: theirs.planes }, plainly)
  const skipped = new Set(['order', 'items', 'spans', 'planes', 'switches', 'id', 'madeFrom'])
  const rest = mergedKeys(
    loose(base),
    loose(mine),
    loose(theirs),
    (key) => told(`The sheet: ${wordOf(key)} was changed here and in the template; it stays as it is here.`),
    skipped,
  )
  const used = new Set(
    Object.values(items).flatMap((item) =>
      item.kind === 'frame' && item.fill.kind === 'span' ? [item.fill.spanId] : [],
    ),
  )
  const sheet = {
    ...rest,
    id: mine.id,
    ...(mine.madeFrom ? { madeFrom: mine.madeFrom } : {}),
    order,
    items,
    spans: Object.fromEntries(Object.entries(spans).filter(([id]) => used.has(id))),
    planes: { ...planes, ...neededPlanes(items, mine, theirs) },
    switches,
  } as unknown as Sheet // every root was merged from sheets
  return { sheet, conflicts }
}
