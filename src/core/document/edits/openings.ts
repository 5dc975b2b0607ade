import { refuse } from '@/core/failure'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import { pictureMatrix } from '@/core/document/content'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { addFrame } from '@/core/document/edits/frames'
import { reorderItems } from '@/core/document/edits/groups'
import { markItems } from '@/core/document/edits/items'
import { frameOfOutline } from '@/core/document/edits/stencils'
import { isOutlineSound } from '@/core/document/outline'
import { sheetOf } from '@/core/document/read'
import { frameOf, parentOf } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'

/** A frame that is to lie beneath an opening of art. */
export interface OpeningFrame {
  /** Of the new frame. */
  readonly id: string
  readonly name: string
  /** In pixels of the art's picture. */
  readonly outline: Outline
}

/**
 * Puts empty frames beneath a frame that shows art with openings, in their order from below, each just where its opening is
 * as the art lies now; the art is locked, so that presses and pictures reach what is beneath. Openings too small for a
 * frame are left out; refuses art that shows no picture.
 */
export const frameOpenings = (
  project: Project,
  {
    sheetId,
    artId,
    openings,
  }: { readonly sheetId: string; readonly artId: string; readonly openings: readonly OpeningFrame[] },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const art = frameOf(sheet, artId)
  const toSheet = pictureMatrix(project, sheet, art)
  if (!toSheet) return refuse('what has openings', 'a frame with a picture', art.name)
  const frames = openings
    .map((opening) => ({
      ...opening,
      outline: { ...opening.outline, path: transformPath(toSheet, opening.outline.path) },
    }))
    .filter(({ outline }) => isOutlineSound(outline))
    .map(({ id, name, outline }): Frame => frameOfOutline(id, name, outline, art.turn))
  const last = frames.at(-1)
  if (!last) return unchanged(project)
  const added = frames.reduce<Recorded>(
    (sofar, frame, i) =>
      joinRecorded(sofar, (now) => addFrame.record(now, { sheetId, frame, above: frames[i - 1]?.id ?? artId })),
    unchanged(project),
  )
  const onTop = joinRecorded(added, (now) =>
    reorderItems.record(now, { sheetId, ids: [artId], parentId: parentOf(sheet, artId), below: last.id }),
  )
  return joinRecorded(onTop, (now) => markItems.record(now, { sheetId, ids: [artId], locked: true }))
}
