import type { Draft } from 'immer'
import { PICTURES, type Fill } from '@/core/document/fill'
import { isSheetPicture, sheetPixelsOf, showsSheets } from '@/core/document/sheetPictures'
import type { Frame, PictureRef, Project, Sheet } from '@/core/document/types'

/** A fill without the takes that show a picture; nothing where none is left. */
const fillWithout = (fill: Draft<Fill>, pictureId: string): Draft<Fill> => {
  if (fill.kind !== PICTURES) return fill
  const takes = fill.takes.filter(({ placed }) => placed.pictureId !== pictureId)
  if (takes.length === fill.takes.length) return fill
  const [first] = takes
  if (!first) return { kind: 'none' }
  return { ...fill, takes, shown: takes.some(({ id }) => id === fill.shown) ? fill.shown : first.id }
}

const clearSpans = (sheet: Draft<Sheet>, frames: readonly Draft<Frame>[], pictureId: string): void => {
  for (const [id, { source }] of Object.entries(sheet.spans)) {
    if (source.kind !== 'placed' || source.placed.pictureId !== pictureId) continue
    delete sheet.spans[id]
    for (const frame of frames)
      if (frame.fill.kind === 'span' && frame.fill.spanId === id) frame.fill = { kind: 'none' }
  }
}

const clearSheet = (sheet: Draft<Sheet>, pictureId: string): void => {
  const { background } = sheet
  if (background.kind === 'picture' && background.placed.pictureId === pictureId) sheet.background = { kind: 'none' }
  const items = Object.values(sheet.items)
  const frames = items.filter((item): item is Draft<Frame> => item.kind === 'frame')
  clearSpans(sheet, frames, pictureId)
  for (const frame of frames) {
    const fill = fillWithout(frame.fill, pictureId)
    if (fill !== frame.fill) frame.fill = fill
  }
  for (const item of items) {
    if (item.kind !== 'group' || !item.lettering) continue
    const { lettering } = item
    if (lettering.across?.pictureId === pictureId) delete lettering.across
    if (!lettering.aside.some(({ fill }) => fillWithout(fill, pictureId) !== fill)) continue
    lettering.aside = lettering.aside.flatMap((kept) => {
      const fill = fillWithout(kept.fill, pictureId)
      return fill.kind === PICTURES ? [{ ...kept, fill }] : []
    })
  }
}

/** A picture that is of no sheet any more goes, from every place that shows it. */
export const forgetPicture = (draft: Draft<Project>, pictureId: string): void => {
  for (const sheet of Object.values(draft.sheets)) clearSheet(sheet, pictureId)
  delete draft.pictures[pictureId]
}

const followSheet = (ref: Draft<PictureRef>, sheet: Sheet): void => {
  const pixels = sheetPixelsOf(sheet)
  if (ref.name !== sheet.name) ref.name = sheet.name
  if (ref.pixels.w !== pixels.w || ref.pixels.h !== pixels.h) ref.pixels = pixels
}

/**
 * Lets pictures of sheets follow them at the end of every edit: a sheet that is renamed or sized anew is so as a picture
 * too, and one that is gone is shown nowhere.
 */
export const followSheets = (draft: Draft<Project>, before: Project): void => {
  if (!showsSheets(before)) return
  for (const [id, ref] of Object.entries(before.pictures)) {
    if (!isSheetPicture(ref)) continue
    const now = draft.pictures[id]
    const sheet = draft.sheets[ref.sheetId]
    if (!now) continue
    if (sheet)
      followSheet(now, sheet as Sheet) // read only
    else forgetPicture(draft, id)
  }
}
