import { alikeOf } from '@/core/document/alike'
import { joinRecorded, type Recorded } from '@/core/document/edit'
import { placePicture, replacePicture } from '@/core/document/edits/fills'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { framesOf } from '@/core/document/tree'

/**
 * Lets all openings that show what a frame shows do so: each at its own shape, placed by its own wants; those that held a
 * picture keep their settings.
 */
export const recordAlike = (filled: Recorded, sheetId: string, frameId: string): Recorded => {
  const sheet = sheetOf(filled.project, sheetId)
  const frame = framesOf(sheet).find(({ id }) => id === frameId)
  const pictureId = frame && shownPlaced(frame)?.pictureId
  if (!frame || pictureId === undefined) return filled
  return alikeOf(sheet, frame).reduce<Recorded>((sofar, other) => {
    const edit = shownPlaced(other) ? replacePicture : placePicture
    return joinRecorded(sofar, (now) => edit.record(now, { sheetId, frameId: other.id, pictureId }))
  }, filled)
}
