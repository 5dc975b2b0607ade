import { isPlain, pixelPart, shownAdjustments } from '@/core/adjust/adjustments'
import { pictureOf } from '@/core/document/read'
import { filePicture, hashOf, isSheetPicture } from '@/core/document/sheetPictures'
import { sheetView } from '@/core/document/sheetViews'
import type { PictureRef, Project } from '@/core/document/types'
import { compose, invert, type Matrix } from '@/core/geometry/matrix'
import { cornersOf, growRect, rectHolds } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import { polygonPath, type Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import type { PictureOp, PictureSource, Shape } from '@/core/render/ops'

/** Where a picture's pixels come from. A sheet that is gone is a file that nobody has. */
export const sourceOf = (project: Project, picture: PictureRef): PictureSource => {
  const view = isSheetPicture(picture) ? sheetView(project, picture.sheetId) : null
  if (view) return { kind: 'sheet', view }
  const file = filePicture(picture)
  const { clip, moment: at } = file ?? {}
  const moment = clip && at !== undefined ? { clip: clip.file, container: clip.container, at } : null
  return { kind: 'file', hash: hashOf(picture), ...(moment ? { moment } : {}) }
}

/** A picture placed on a holder, painted in a shape; `toShape` takes the holder's points to the shape's. */
export const pictureOp = (
  project: Project,
  placed: Placed,
  holder: PictureHolder,
  shape: Shape,
  toShape?: { readonly matrix: Matrix; readonly isCovered: (picture: Matrix) => boolean },
): PictureOp => {
  const picture = pictureOf(project, placed.pictureId)
  const seen = resolvePlacement(placed, holder)
  const matrix = toShape ? compose(toShape.matrix, seen.matrix) : seen.matrix
  const gap = (placed.tileGap ?? 0) * Math.min(picture.pixels.w, picture.pixels.h)
  const adjustments = pixelPart(shownAdjustments(placed.adjustments))
  return {
    op: 'picture',
    ...shape,
    source: sourceOf(project, picture),
    pixels: picture.pixels,
    picture: matrix,
    isCovered: toShape && placed.fit !== 'tile' ? toShape.isCovered(matrix) : seen.isCovered,
    ...(placed.fit === 'tile' ? { tileGap: gap } : {}),
    ...(isPlain(adjustments) ? {} : { adjustments }),
  }
}

/** Beyond the outline a masked item is painted a little further, so that only the mask makes its edge. */
const UNDER_MASK = 1

/** What reaches a little beyond an outline. */
export const aroundOutline = (outline: Outline): Outline => ({
  path: polygonPath(cornersOf(growRect(boundsOf(outline.path), UNDER_MASK))),
  fillRule: 'nonzero',
})

/** Does a rectangle of picture pixels, mapped by the picture's matrix, lie over the whole outline? */
export const covers = (
  picture: Matrix,
  { w, h }: { readonly w: number; readonly h: number },
  outline: Outline,
): boolean => {
  const seen = boundsOf(transformPath(invert(picture), outline.path))
  const slack = 1e-6 * Math.max(w, h)
  return rectHolds(growRect({ x0: 0, y0: 0, x1: w, y1: h }, slack), seen)
}
