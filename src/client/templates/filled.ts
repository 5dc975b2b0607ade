import { withoutAlike } from '@/core/document/alike'
import { joinRecorded, unchanged, type Recorded } from '@/core/document/edit'
import { openingsOf, planFilling } from '@/core/document/filling'
import { sheetOf } from '@/core/document/read'
import type { Project } from '@/core/document/types'
import type { PictureAnswer } from '@/contract/api'
import { recordFill, withPictures } from '@/client/store/libraryPictures'

/** Library pictures into the empty openings of sheets, as they fit best; sheets take what those before left. */
export const recordFilling = (
  project: Project,
  sheetIds: readonly string[],
  pictures: readonly PictureAnswer[],
): Recorded =>
  withPictures(project, pictures, (known, byId) => {
    let left: readonly string[] = [...byId.keys()]
    return sheetIds.reduce<Recorded>((sofar, sheetId) => {
      const sheet = sheetOf(sofar.project, sheetId)
      const empty = withoutAlike(openingsOf(sheet)).filter((frame) => frame.fill.kind === 'none')
      const plan = planFilling(sofar.project, sheet, empty, left)
      left = plan.left
      return plan.pairs.reduce<Recorded>((filled, { frameId, pictureId }) => {
        const picture = byId.get(pictureId)
        return picture ? joinRecorded(filled, (now) => recordFill(now, sheetId, frameId, picture)) : filled
      }, sofar)
    }, unchanged(known))
  })
