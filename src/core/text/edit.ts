import type { ColourRef } from '@/core/colour/slots'
import type { FaceRef } from '@/core/lettering/face'
import { lookAt, lookOf, type LookRun, type TextLook, type TextRun, type TextStencil } from '@/core/text/block'
import { cellsOf } from '@/core/text/cells'
import { clustersText, type SetCluster } from '@/core/text/clusters'

type Text = Pick<TextStencil, 'text' | 'runs'>

/** A text with the looks of its stretches, not yet set. */
export interface LookedText {
  readonly text: string
  readonly looks: readonly LookRun[]
}

/** What can't be seen and does nothing here: control signs and marks that turn the direction (UAX #9), lone halves of pairs. */
const UNSEEN =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g

/** A text as it is kept: ends of lines are line feeds, tabs are spaces, what can't be seen is left out. */
export const cleanText = (text: string): string =>
  text
    .replace(/\r\n?|\u2028|\u2029|\u0085/g, '\n')
    .replaceAll('\t', '  ')
    .replace(UNSEEN, '')

const sameLook = (a: TextLook, b: TextLook): boolean =>
  a.face.id === b.face.id && a.size === b.size && a.colour === b.colour

/** Stretches joined where they look alike; empty ones go, but one stays. */
const joinLooks = (looks: readonly LookRun[]): readonly LookRun[] => {
  const joined: LookRun[] = []
  for (const look of looks) {
    const before = joined.at(-1)
    if (look.length === 0) continue
    if (before && sameLook(before, look)) joined[joined.length - 1] = { ...before, length: before.length + look.length }
    else joined.push(look)
  }
  const [first] = looks
  return joined.length || !first ? joined : [first]
}

/** The stretches between two places of the text. */
const cutLooks = (looks: readonly LookRun[], from: number, to: number): readonly LookRun[] => {
  let at = 0
  return looks.flatMap((look): LookRun[] => {
    const [start, end] = [Math.max(from, at), Math.min(to, at + look.length)]
    at += look.length
    return end > start ? [{ ...look, length: end - start }] : []
  })
}

/** What a text says and how its stretches look, without how they were set. */
export const lookedText = ({ text, runs }: Text): LookedText => ({
  text,
  looks: runs.map((run) => ({ ...lookOf(run), length: run.length })),
})

/** The text with a stretch replaced; what comes in has the look given, else that of the letter before it. */
export const replaced = (
  { text, looks }: LookedText,
  from: number,
  to: number,
  by: string,
  look?: TextLook,
): LookedText => {
  // What replaces a stretch looks as that began; what is put between letters, as the one before.
  const own = look ?? lookAt(looks, to > from ? from + 1 : from)
  return {
    text: text.slice(0, from) + by + text.slice(to),
    looks: joinLooks([...cutLooks(looks, 0, from), { ...own, length: by.length }, ...cutLooks(looks, to, text.length)]),
  }
}

/**
 * What of a text was changed when it became another and the caret now stands at a place of the new one: everything after the
 * caret was there before, and so was the longest beginning that both share.
 */
export const changeOf = (
  before: string,
  after: string,
  caret: number,
): { readonly from: number; readonly to: number; readonly by: string } => {
  const most = Math.min(before.length, after.length)
  let tail = 0
  while (tail < most && tail < after.length - caret && before.at(-1 - tail) === after.at(-1 - tail)) tail += 1
  let head = 0
  while (head < most - tail && before[head] === after[head]) head += 1
  return { from: head, to: before.length - tail, by: after.slice(head, after.length - tail) }
}

/** Letters of a stretch in other typefaces: `faceFor` gives each one's new face, or null where it stays. */
export const refaced = (
  { text, looks }: LookedText,
  from: number,
  to: number,
  faceFor: (face: FaceRef) => FaceRef | null,
): LookedText => {
  const changed = (look: LookRun): LookRun => ({ ...look, face: faceFor(look.face) ?? look.face })
  // An empty text keeps a look for what will be typed.
  if (!text.length) return { text, looks: looks.map(changed) }
  return {
    text,
    looks: joinLooks([
      ...cutLooks(looks, 0, from),
      ...cutLooks(looks, from, to).map(changed),
      ...cutLooks(looks, to, text.length),
    ]),
  }
}

/** A range of a text moved outward to where its clusters end: a ligature is never parted. */
const wholeClusters = (held: Text, from: number, to: number): readonly [number, number] => {
  let [start, end] = [from, to]
  for (const { place, units } of cellsOf(held)) {
    if (place < start && start < place + units) start = place
    if (place < end && end < place + units) end = place + units
  }
  return [start, end]
}

const sameRun = (a: TextRun, b: TextRun): boolean =>
  sameLook(a, b) && a.up === b.up && a.down === b.down && a.hyphen === b.hyphen

/**
 * The runs of a text with a stretch in another size or colour: its letters stay as they were set, so that no typeface is
 * needed. `colour: null` takes its own colour away.
 */
export const restyled = (
  held: Text,
  from: number,
  to: number,
  { size, colour }: { readonly size?: number; readonly colour?: ColourRef | null },
): readonly TextRun[] => {
  const [start, end] = wholeClusters(held, from, to)
  const changed = (run: TextRun): TextRun => {
    const { colour: own, ...rest } = { ...run, ...(size === undefined ? {} : { size }) }
    const next = colour === undefined ? own : colour
    return next === null || next === undefined ? rest : { ...rest, colour: next }
  }
  if (!held.text.length) return held.runs.map(changed)
  const pieces = new Map<TextRun, { readonly run: TextRun; clusters: SetCluster[]; length: number }[]>()
  for (const { place, run, units, advance, drawing, mayBreak } of cellsOf(held)) {
    const parts = pieces.get(run) ?? []
    pieces.set(run, parts)
    const isIn = place >= start && place < end
    const last = parts.at(-1)
    const wanted = isIn ? changed(run) : run
    const part = last && sameLook(last.run, wanted) ? last : { run: wanted, clusters: [], length: 0 }
    if (part !== last) parts.push(part)
    part.clusters.push({ units, advance, drawing, mayBreak })
    part.length += units
  }
  const cut = [...pieces.values()]
    .flat()
    .map(({ run, clusters, length }): TextRun => ({ ...run, length, clusters: clustersText(clusters) }))
  return cut.reduce<readonly TextRun[]>((joined, run) => {
    const before = joined.at(-1)
    if (!before || !sameRun(before, run)) return [...joined, run]
    const one = { ...before, length: before.length + run.length, clusters: `${before.clusters} ${run.clusters}`.trim() }
    return [...joined.slice(0, -1), one]
  }, [])
}

/** What the letters of a stretch have in common; what differs among them is left out. Of nothing, what would be typed. */
export const commonLook = (
  held: Text,
  from: number,
  to: number,
): {
  readonly faceId?: string
  readonly faceName?: string
  readonly size?: number
  readonly colour?: ColourRef | null
} => {
  if (to <= from) {
    const { face, size, colour } = lookAt(held.runs, from)
    return { faceId: face.id, faceName: face.name, size, colour: colour ?? null }
  }
  let at = 0
  const looks = held.runs.filter(({ length }) => {
    const start = at
    at += length
    return start < to && at > from
  })
  const [first, ...others] = looks
  if (!first) return {}
  const all = (same: (look: TextLook) => boolean): boolean => others.every(same)
  return {
    ...(all(({ face }) => face.id === first.face.id) ? { faceId: first.face.id, faceName: first.face.name } : {}),
    ...(all(({ size }) => size === first.size) ? { size: first.size } : {}),
    ...(all(({ colour }) => colour === first.colour) ? { colour: first.colour ?? null } : {}),
  }
}
