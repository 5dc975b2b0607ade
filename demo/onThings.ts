import { withoutAlike } from '@/core/document/alike'
import { recordAlike } from '@/core/document/edits/alike'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import { changeSheet } from '@/core/document/edits/sheets'
import { addTemplateSheets } from '@/core/document/edits/templates'
import { openingsOf } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import { pictureOfSheet, sheetPictureId } from '@/core/document/sheetPictures'
import type { PictureRef, Project } from '@/core/document/types'
import type { Template } from '../templates/kit'
import { openingDay } from './project'

/** The design: the festival page, from the first demo project. */
const DESIGN = 'sheet-1'

/** What shows it, in the order of the sheets; the first stands before the design, so that the project is known by it. */
const THINGS = [
  'mockup-three-devices',
  'mockup-mug',
  'mockup-shirt',
  'mockup-shop-window',
  'mockup-street-poster',
] as const

/** A sheet into every opening of another. */
const showing = (project: Project, sheetId: string, shown: string): Project => {
  const pictureId = sheetPictureId(project, shown)
  const known = addPicture(project, { pictureId, picture: pictureOfSheet(sheetOf(project, shown)) })
  return withoutAlike(openingsOf(sheetOf(known, sheetId))).reduce((now, { id }) => {
    const placed = placePicture.record(now, { sheetId, frameId: id, pictureId })
    return recordAlike(placed, sheetId, id).project
  }, known)
}

const withThing = (project: Project, templates: readonly Template[], id: string, isFirst: boolean): Project => {
  const template = templates.find((each) => each.template.id === id)
  const [from] = template?.order ?? []
  if (!template || from === undefined) throw new TypeError(`There is no template ${id}.`)
  const added = addTemplateSheets(project, {
    template,
    newIds: { [from]: id },
    after: isFirst ? null : (project.order.at(-1) ?? null),
  })
  return showing(added, id, DESIGN)
}

/** Project 6, its second part: the festival page on devices, a mug, a shirt, in a shop and in the street, each following it. */
export const onThings = (pictures: Readonly<Record<string, PictureRef>>, templates: readonly Template[]): Project => {
  const design = { ...openingDay(pictures), id: 'demo-on-things', name: 'Festival page on things' }
  const named = changeSheet(design, { sheetId: DESIGN, name: 'Festival page' })
  return THINGS.reduce((held, id, i) => withThing(held, templates, id, i === 0), named)
}
