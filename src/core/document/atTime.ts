import { entered, wayLeft, type Entrance } from '@/core/film/entrance'
import { momentAt } from '@/core/film/clip'
import { shownFinish } from '@/core/document/finish'
import { frameRect, sheetPictureIds } from '@/core/document/read'
import { filePicture, sheetsShownOn } from '@/core/document/sheetPictures'
import { framesUnder } from '@/core/document/tree'
import type { FilePicture, Item, PictureRef, Project, Sheet } from '@/core/document/types'
import { unionRects } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'

/** Clips as they were shown last: the same object while a clip shows the same moment, so that what was made of it stays. */
const moved = new WeakMap<FilePicture, FilePicture>()

const pictureAtTime = (ref: PictureRef, time: number): PictureRef => {
  if (!('hash' in ref) || !ref.clip) return ref
  const moment = momentAt(ref.clip, time)
  const known = moved.get(ref)
  if (known?.moment === moment) return known
  const now = { ...ref, moment }
  moved.set(ref, now)
  return now
}

/** The way from outside the sheet to where something stands, in points. */
const wayIn = (sheet: Sheet, id: string, { side = 'left' }: Entrance): Point => {
  const rect = unionRects(framesUnder(sheet, [id]).map((frame) => frameRect(sheet, frame)))
  if (side === 'left') return { x: -rect.x1, y: 0 }
  if (side === 'right') return { x: sheet.size.w - rect.x0, y: 0 }
  return side === 'top' ? { x: 0, y: -rect.y1 } : { x: 0, y: sheet.size.h - rect.y0 }
}

const HERE: Point = { x: 0, y: 0 }

/** Items of a sheet that are on their way in, as they look then. What has come, or never comes, stays the same object. */
const enteringItems = (project: Project, sheet: Sheet, time: number): Sheet['items'] => {
  const changed = new Map<string, Item>()
  const put = (item: Item): void => void changed.set(item.id, item)
  for (const item of Object.values(sheet.items)) {
    const share = item.entrance ? entered(item.entrance, time) : 1
    if (!item.entrance || share >= 1) continue
    // A group may have moved it already.
    const now = changed.get(item.id) ?? item
    if (share <= 0) put({ ...now, hidden: true })
    else if (item.entrance.kind === 'fade') put({ ...now, opacity: shownFinish(project, item).opacity * share })
    else {
      const [way, left] = [wayIn(sheet, item.id, item.entrance), wayLeft(share)]
      for (const { id } of framesUnder(sheet, [item.id])) {
        const frame = changed.get(id) ?? sheet.items[id]
        if (frame?.kind !== 'frame') continue
        // It slides with all that it shows: a window takes its part of the whole along.
        const { x, y } = frame.away ?? HERE
        put({ ...frame, away: { x: x + way.x * left, y: y + way.y * left } })
      }
    }
  }
  return changed.size ? { ...sheet.items, ...Object.fromEntries(changed) } : sheet.items
}

/** A sheet and all that it shows within it. */
const sheetsSeen = (
  project: Pick<Project, 'pictures' | 'sheets'>,
  sheetId: string,
  seen = new Set<string>(),
): ReadonlySet<string> => {
  const sheet = project.sheets[sheetId]
  if (!sheet || seen.has(sheetId)) return seen
  seen.add(sheetId)
  for (const below of sheetsShownOn(project.pictures, sheet)) sheetsSeen(project, below, seen)
  return seen
}

/** Does a sheet move when it plays: by a clip that it shows, or by what comes onto it; sheets within it included? */
export const plays = (project: Project, sheetId: string): boolean =>
  [...sheetsSeen(project, sheetId)].some((id) => {
    const sheet = project.sheets[id]
    if (!sheet) return false
    const isClip = (pictureId: string): boolean => filePicture(project.pictures[pictureId])?.clip !== undefined
    return sheetPictureIds(sheet).some(isClip) || Object.values(sheet.items).some(({ entrance }) => entrance)
  })

/**
 * A project as one of its sheets shows it `time` seconds after it began to play: clips at their moments, what comes in on
 * its way. Sheets within it play along. For painting only; the same object where nothing moves.
 */
export const atTime = (project: Project, sheetId: string, time: number): Project => {
  const seen = sheetsSeen(project, sheetId)
  let { pictures, sheets } = project
  for (const id of seen) {
    const sheet = project.sheets[id]
    if (!sheet) continue
    for (const pictureId of new Set(sheetPictureIds(sheet))) {
      const ref = project.pictures[pictureId]
      const now = ref && pictureAtTime(ref, time)
      if (now && now !== ref) pictures = { ...pictures, [pictureId]: now }
    }
    const items = enteringItems(project, sheet, time)
    if (items !== sheet.items) sheets = { ...sheets, [id]: { ...sheet, items } }
  }
  return pictures === project.pictures && sheets === project.sheets ? project : { ...project, pictures, sheets }
}
