import { holderOf } from '@/core/document/background'
import { placedIn } from '@/core/document/content'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { recordAlike } from '@/core/document/edits/alike'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import { pictureAcross } from '@/core/document/edits/lettering/across'
import { addPicture } from '@/core/document/edits/project'
import { acrossSpan, wordAround } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import { newClip } from '@/core/film/clip'
import { filePicture, hashOf, pictureOfSheet, sheetPictureId, sheetPixelsOf } from '@/core/document/sheetPictures'
import type { PictureRef, Project, Sheet } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'

/** A sheet of the project among what can be placed as a picture. */
export interface SheetSupply {
  readonly sheetId: string
  readonly name: string
  /** In pixels, as a picture. */
  readonly width: number
  readonly height: number
}

/** What can be placed as a picture: one of the library, or a sheet of the project. */
export type PictureSupply = PictureAnswer | SheetSupply

export const isSheetSupply = (supply: PictureSupply): supply is SheetSupply => 'sheetId' in supply

/** A sheet as it is offered to be placed. */
export const supplyOfSheet = (sheet: Sheet): SheetSupply => {
  const { w, h } = sheetPixelsOf(sheet)
  return { sheetId: sheet.id, name: sheet.name, width: w, height: h }
}

/** Is it the same file, or the same clip, whichever moment its still shows? */
const isOfSupply = (ref: PictureRef, { hash, clip }: PictureAnswer): boolean =>
  clip ? filePicture(ref)?.clip?.file === clip.file : hashOf(ref) === hash && !filePicture(ref)?.clip

/** The id that what can be placed has within a project. */
export const projectPictureId = (supply: PictureSupply, project: Project): string =>
  isSheetSupply(supply)
    ? sheetPictureId(project, supply.sheetId)
    : (Object.entries(project.pictures).find(([, ref]) => isOfSupply(ref, supply))?.[0] ??
      `pic-${supply.hash.slice(0, 20)}`)

/** What a project knows of it. */
export const refOf = (supply: PictureSupply, project: Project): PictureRef =>
  isSheetSupply(supply)
    ? pictureOfSheet(sheetOf(project, supply.sheetId))
    : {
        name: supply.name,
        pixels: { w: supply.width, h: supply.height },
        hash: supply.hash,
        tags: supply.tags,
        ...(supply.clip ? { clip: newClip(supply.clip) } : {}),
      }

/** A change that needs what can be placed as a picture, which is made known to the project first. */
export const withPicture = (
  project: Project,
  picture: PictureSupply,
  then: (project: Project, pictureId: string) => Recorded,
): Recorded => {
  const pictureId = projectPictureId(picture, project)
  return joinRecorded(addPicture.record(project, { pictureId, picture: refOf(picture, project) }), (known) =>
    then(known, pictureId),
  )
}

/** A change that needs several library pictures: each is made known first, and told by its id, once however often it is named. */
export const withPictures = (
  project: Project,
  pictures: readonly PictureAnswer[],
  then: (project: Project, byId: ReadonlyMap<string, PictureAnswer>) => Recorded,
): Recorded => {
  const byId = new Map<string, PictureAnswer>()
  const known = pictures.reduce<Recorded>(
    (sofar, picture) =>
      joinRecorded(sofar, (now) =>
        withPicture(now, picture, (made, id) => {
          byId.set(id, picture)
          return unchanged(made)
        }),
      ),
    unchanged(project),
  )
  return joinRecorded(known, (now) => then(now, byId))
}

/** A picture into a frame: covers afresh, or takes the place of the one there with all its settings. */
export const recordFill = (project: Project, sheetId: string, frameId: string, picture: PictureSupply): Recorded =>
  withPicture(project, picture, (known, pictureId) => {
    const sheet = sheetOf(known, sheetId)
    const word = wordAround(sheet, frameId)
    // A text that waits for one picture across takes it wherever it is put.
    if (word?.lettering.pictures === 'across' && acrossSpan(sheet, word) === null)
      return pictureAcross.record(known, { sheetId, groupId: word.id, pictureId })
    const filled = placedIn(sheet, holderOf(sheet, frameId)) !== null
    const recorded = (filled ? replacePicture : placePicture).record(known, { sheetId, frameId, pictureId })
    return recordAlike(recorded, sheetId, frameId)
  })
