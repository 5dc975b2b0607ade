import { timed, trimmed, type Clip } from '@/core/film/clip'
import { oneAfterAnother, type Entrance } from '@/core/film/entrance'
import { PLAIN_FILM, type SheetFilm, type Transition } from '@/core/film/sequence'
import { defineEdit, put } from '@/core/document/edit'
import { frameRect, sheetOf } from '@/core/document/read'
import { framesUnder, topmostIds } from '@/core/document/tree'
import { readingRows } from '@/core/geometry/reading'
import { rectCentre, rectSize, unionRects } from '@/core/geometry/rect'
import type { Box } from '@/core/geometry/box'
import type { Sheet } from '@/core/document/types'

/** What of a clip a hand changes. */
export type ClipChange = Partial<Pick<Clip, 'from' | 'to' | 'speed' | 'delay' | 'loops' | 'still'>>

/** A clip after a change, every number brought to where it may be. */
export const changedClip = (clip: Clip, { from, to, ...rest }: ClipChange): Clip =>
  timed(
    from === undefined && to === undefined
      ? clip
      : trimmed(clip, { ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) }),
    rest,
  )

/** Lets a clip play otherwise; with `hash` its still is another file. */
export const setClip = defineEdit<{
  readonly pictureId: string
  readonly change: ClipChange
  readonly hash?: string
}>((draft, { pictureId, change, hash }) => {
  const picture = draft.pictures[pictureId]
  if (!picture || !('hash' in picture) || !picture.clip) return
  put(picture, 'clip', changedClip(picture.clip, change))
  if (hash !== undefined) put(picture, 'hash', hash)
})

/** Says how a sheet is shown in a film. */
export const setSheetFilm = defineEdit<{
  readonly sheetId: string
  readonly duration?: number
  readonly transition?: Transition
}>((draft, { sheetId, duration, transition }) => {
  const sheet = draft.sheets[sheetId]
  if (!sheet) return
  const before: SheetFilm = sheet.film ?? PLAIN_FILM
  const next = { duration: duration ?? before.duration, transition: transition ?? before.transition }
  put(sheet, 'film', { ...next, transition: { ...next.transition } })
})

/** How frames and groups come onto their sheet; null lets them be there at once. */
export const setEntrance = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly entrance: Entrance | null
}>((draft, { sheetId, ids, entrance }) => {
  for (const id of ids) {
    const item = draft.sheets[sheetId]?.items[id]
    if (!item) continue
    if (entrance) put(item, 'entrance', { ...entrance })
    else delete item.entrance
  }
})

const boxOf = (sheet: Sheet, id: string): Pick<Box, 'cx' | 'cy' | 'h'> => {
  const rect = unionRects(framesUnder(sheet, [id]).map((frame) => frameRect(sheet, frame)))
  const { x: cx, y: cy } = rectCentre(rect)
  return { cx, cy, h: rectSize(rect).h }
}

/** Frames and groups as they are read: row by row from the left, with what lies in groups counted as one. */
export const inReadingOrder = (sheet: Sheet, ids: readonly string[]): readonly string[] =>
  readingRows(topmostIds(sheet, ids).map((id) => ({ id, box: boxOf(sheet, id) })))
    .flat()
    .map(({ id }) => id)

/** Lets frames and groups come onto their sheet in the order they are read, each `gap` seconds after the one before. */
export const setEntrancesInTurn = defineEdit<{
  readonly sheetId: string
  readonly ids: readonly string[]
  readonly like: Entrance
  readonly gap: number
}>((draft, { sheetId, ids, like, gap }, project) => {
  const order = inReadingOrder(sheetOf(project, sheetId), ids)
  const entrances = oneAfterAnother(order.length, like, gap)
  order.forEach((id, i) => {
    const [item, entrance] = [draft.sheets[sheetId]?.items[id], entrances[i]]
    if (item && entrance) put(item, 'entrance', { ...entrance })
  })
})
