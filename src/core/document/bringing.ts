import { freeId } from '@/core/document/ids'
import { sameValue } from '@/core/document/edit'
import { isSheetPicture, samePicture } from '@/core/document/sheetPictures'
import type { PictureRef, Project } from '@/core/document/types'

/** Keys of documents whose values are ids of what the whole project holds. */
type SharedKey = 'pictureId' | 'finishId' | 'look'
export type Renaming = Readonly<Record<SharedKey, ReadonlyMap<string, string>>>

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null

/** A part with the ids of what the project shares under other names; the same object where none is. */
export const renamed = <T>(part: T, ids: Renaming): T => {
  if (!isObject(part)) return part
  let next: Record<string, unknown> | unknown[] | null = null
  for (const key of Object.keys(part)) {
    const held = part[key]
    const isShared = typeof held === 'string' && Object.hasOwn(ids, key)
    const made = isShared ? (ids[key as SharedKey].get(held) ?? held) : renamed(held, ids) // just found to be one
    if (made === held) continue
    next ??= Array.isArray(part) ? [...(part as readonly unknown[])] : { ...part }
    ;(next as Record<string, unknown>)[key] = made
  }
  return (next ?? part) as T // the same shape, ids for ids
}

/** What comes in by id: what is there already in the same state is that; what only has the same id gets another. */
export const broughtIn = <T extends { readonly id: string }>(
  held: Readonly<Record<string, T>>,
  come: Readonly<Record<string, T>>,
): { readonly ids: ReadonlyMap<string, string>; readonly fresh: readonly T[] } => {
  const there: Record<string, T> = { ...held }
  const ids = new Map<string, string>()
  const fresh: T[] = []
  for (const one of Object.values(come)) {
    if (sameValue(held[one.id], one)) continue
    const id = freeId(one.id, there)
    const made = { ...one, id }
    there[id] = made
    fresh.push(made)
    if (id !== one.id) ids.set(one.id, id)
  }
  return { ids, fresh }
}

/**
 * Pictures that come in: those of a file or a sheet that is known are that, under its id. `sheetIds` tells what sheets that
 * come along are called where they come to.
 */
export const picturesIn = (
  held: Project['pictures'],
  come: Project['pictures'],
  sheetIds: (id: string) => string = (id) => id,
) => {
  const ids = new Map<string, string>()
  const fresh: Record<string, PictureRef> = {}
  for (const [id, own] of Object.entries(come)) {
    const ref = isSheetPicture(own) ? { ...own, sheetId: sheetIds(own.sheetId) } : own
    const known = Object.entries(held).find(([, one]) => samePicture(one, ref))?.[0]
    const there = known ?? freeId(id, { ...held, ...fresh })
    if (known === undefined) fresh[there] = ref
    if (there !== id) ids.set(id, there)
  }
  return { ids, fresh }
}
