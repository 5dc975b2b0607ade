import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { holdsPicture, pictureMatrix, placedIn } from '@/core/document/content'
import { layOf } from '@/core/document/laid'
import { framesAt, pictureOf } from '@/core/document/read'
import { filePicture } from '@/core/document/sheetPictures'
import type { FilePicture, Frame, Project, Sheet } from '@/core/document/types'
import { apply, invert, type Matrix } from '@/core/geometry/matrix'
import { rectContains } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import type { Bench } from '@/client/store/bench'
import { heldSheet } from '@/client/store/benchStore'

/** The picture under a point of the sheet, where it lies flat. */
export interface Source {
  /** The frame that shows it, or the background. */
  readonly id: string
  readonly ref: FilePicture
  /** Picture pixels → sheet points. */
  readonly toSheet: Matrix
  readonly point: Point
}

const sourceOf = (project: Project, sheet: Sheet, frame: Frame, at: Point): Source | null => {
  const placed = placedIn(sheet, frame)
  const toSheet = pictureMatrix(project, sheet, frame)
  if (!placed || !toSheet) return null
  const ref = filePicture(pictureOf(project, placed.pictureId))
  if (!ref) return null
  const point = apply(invert(toSheet), at)
  return rectContains({ x0: 0, y0: 0, x1: ref.pixels.w, y1: ref.pixels.h }, point)
    ? { id: frame.id, ref, toSheet, point }
    : null
}

/** The topmost flat picture under a point but that of the frame which is to be laid; the background at last. */
export const sourceAt = (bench: Bench, at: Point, except: string | null): Source | null => {
  const { project } = bench.get()
  const sheet = heldSheet(bench.get())
  const holders = framesAt(sheet, at).filter(
    (frame) => frame.id !== except && !layOf(sheet, frame) && holdsPicture(frame.fill),
  )
  const all = sheet.background.kind === 'picture' ? [...holders, holderOf(sheet, BACKGROUND_ID)] : holders
  for (const frame of all) {
    const source = sourceOf(project, sheet, frame, at)
    if (source) return source
  }
  return null
}
