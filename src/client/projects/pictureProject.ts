import { newFrame, newProject, newSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { addPicture } from '@/core/document/edits/project'
import type { Project } from '@/core/document/types'
import { RANGE } from '@/core/tolerance'
import { POINTS_PER_INCH } from '@/core/units'
import type { PictureAnswer } from '@/contract/api'

const SHEET = 'sheet-1'
const FRAME = 'f-1'
const PICTURE = 'pic-1'

/** A project of one sheet of a picture's pixels, with the picture in a frame over all of it. */
export const pictureProject = ({ name, width, height, hash }: PictureAnswer): Project => {
  // Larger pictures lie on the sheet at a finer resolution, so that the sheet is not larger than sheets may be.
  const ppi = Math.max(POINTS_PER_INCH, Math.ceil((Math.max(width, height) * POINTS_PER_INCH) / RANGE.sheetSide.max))
  const size = { w: (width * POINTS_PER_INCH) / ppi, h: (height * POINTS_PER_INCH) / ppi }
  const blank = newProject('p-new', name, newSheet(SHEET, 'Sheet 1', { unit: 'px', size, ppi, bleed: 0 }))
  const picture = { name, pixels: { w: width, h: height }, hash, tags: [] }
  const known = addPicture(blank, { pictureId: PICTURE, picture })
  const frame = newFrame(FRAME, { kind: 'rectangle' }, { cx: size.w / 2, cy: size.h / 2, ...size }, name)
  const framed = addFrame(known, { sheetId: SHEET, frame })
  return placePicture(framed, { sheetId: SHEET, frameId: FRAME, pictureId: PICTURE })
}
