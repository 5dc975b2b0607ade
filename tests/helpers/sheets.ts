import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet } from '@/core/document/edits/sheets'
import { pictureOfSheet, sheetPictureId } from '@/core/document/sheetPictures'
import { sheetOf } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { pictureRef } from '@tests/helpers/project'

export const sheetName = (n: number): string => `s-${n}`

const sized = (n: number): Sheet =>
  newSheet(sheetName(n), `Sheet ${n}`, { unit: 'px', size: { w: 400 + 20 * n, h: 300 }, ppi: 72, bleed: 0 })

const framed = (project: Project, sheetId: string): Project =>
  ['a', 'b'].reduce(
    (now, id, i) =>
      addFrame(now, {
        sheetId,
        frame: newFrame(`${id}-${sheetId}`, { kind: 'ellipse' }, { cx: 110 + 180 * i, cy: 150, w: 160, h: 200 }),
      }),
    project,
  )

/** So many sheets with two empty frames each, `a-s-0`, `b-s-0` and so on, and two pictures of files. */
export const projectOfSheets = (count: number): Project => {
  const sheets = Array.from({ length: count }, (_, n) => sized(n))
  const [first, ...others] = sheets
  const blank = newProject('p-sheets', 'Sheets', first ?? sized(0))
  const all = others.reduce((now, sheet) => addSheet(now, { sheet, after: now.order.at(-1) ?? null }), blank)
  const known = [1, 2].reduce((now, n) => addPicture(now, { pictureId: `pic-${n}`, picture: pictureRef(n) }), all)
  return sheets.reduce((now, { id }) => framed(now, id), known)
}

/** Shows one sheet in a frame of another. */
export const withSheetShown = (project: Project, sheetId: string, frameId: string, shown: string): Project => {
  const pictureId = sheetPictureId(project, shown)
  const known = addPicture(project, { pictureId, picture: pictureOfSheet(sheetOf(project, shown)) })
  return placePicture(known, { sheetId, frameId, pictureId })
}

/** A picture of a file in a frame. */
export const withFileShown = (project: Project, sheetId: string, frameId: string, n: number): Project =>
  placePicture(project, { sheetId, frameId, pictureId: `pic-${n}` })

/** Shows one sheet after another on a sheet, each in a frame of its own of the same place; written as a document holds them. */
export const withAllShown = (project: Project, on: string, shown: readonly string[]): Project => {
  const known = shown.reduce((now, id) => {
    const pictureId = sheetPictureId(now, id)
    const isThere = Object.hasOwn(now.pictures, pictureId)
    return isThere ? now : addPicture(now, { pictureId, picture: pictureOfSheet(sheetOf(now, id)) })
  }, project)
  const one = frameOf(sheetOf(withSheetShown(known, on, `a-${on}`, shown[0] ?? ''), on), `a-${on}`)
  const frames = shown.map((id, i): Frame => {
    const text = JSON.stringify(one).replaceAll(sheetPictureId(known, shown[0] ?? ''), sheetPictureId(known, id))
    return { ...(JSON.parse(text) as Frame), id: `f-${i}-${on}` }
  })
  const sheet = sheetOf(known, on)
  const items = Object.fromEntries(frames.map((frame) => [frame.id, frame]))
  return { ...known, sheets: { ...known.sheets, [on]: { ...sheet, order: Object.keys(items), items } } }
}
