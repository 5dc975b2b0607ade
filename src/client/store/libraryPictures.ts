import { holderOf } from '@/core/document/background'
import { placedIn } from '@/core/document/content'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import { pictureAcross } from '@/core/document/edits/lettering/across'
import { addPicture } from '@/core/document/edits/project'
import { acrossSpan, wordAround } from '@/core/document/lettering'
import { sheetOf } from '@/core/document/read'
import type { PictureRef, Project } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'

/** The id a library picture has within a project. */
export const projectPictureId = (picture: PictureAnswer, project: Project): string =>
  Object.entries(project.pictures).find(([, ref]) => ref.hash === picture.hash)?.[0] ??
  `pic-${picture.hash.slice(0, 20)}`

const refOf = (picture: PictureAnswer): PictureRef => ({
  name: picture.name,
  pixels: { w: picture.width, h: picture.height },
  hash: picture.hash,
  tags: picture.tags,
})

/** A change that needs a library picture, with the picture made known to the project first. */
export const withPicture = (
  project: Project,
  picture: PictureAnswer,
  then: (project: Project, pictureId: string) => Recorded,
): Recorded => {
  const pictureId = projectPictureId(picture, project)
  return joinRecorded(addPicture.record(project, { pictureId, picture: refOf(picture) }), (known) =>
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
export const recordFill = (project: Project, sheetId: string, frameId: string, picture: PictureAnswer): Recorded =>
  withPicture(project, picture, (known, pictureId) => {
    const sheet = sheetOf(known, sheetId)
    const word = wordAround(sheet, frameId)
    // A text that waits for one picture across takes it wherever it is put.
    if (word?.lettering.pictures === 'across' && acrossSpan(sheet, word) === null)
      return pictureAcross.record(known, { sheetId, groupId: word.id, pictureId })
    const filled = placedIn(sheet, holderOf(sheet, frameId)) !== null
    return (filled ? replacePicture : placePicture).record(known, { sheetId, frameId, pictureId })
  })
