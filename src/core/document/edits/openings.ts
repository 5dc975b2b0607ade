import { Failure, refuse } from '@/core/failure'
import type { Outline } from '@/core/path/path'
import type { Matrix } from '@/core/geometry/matrix'
import { transformPath } from '@/core/path/transform'
import { pictureMatrix, placedIn } from '@/core/document/content'
import { joinRecorded, type Recorded, unchanged } from '@/core/document/edit'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { groupItems, reorderItems } from '@/core/document/edits/groups'
import { markItems, removeItems } from '@/core/document/edits/items'
import { clipOnSheet, combinable, frameOfOutline, setOutlineOnSheet } from '@/core/document/edits/stencils'
import { BACKGROUND_ID, holderOf } from '@/core/document/background'
import { isOutlineSound, standingOutlineOf } from '@/core/document/outline'
import { sheetOf } from '@/core/document/read'
import { parentOf, topmostIds } from '@/core/document/tree'
import type { Frame, Project } from '@/core/document/types'

/** A frame that is to lie beneath an opening of art. */
export interface OpeningFrame {
  /** Of the new frame. */
  readonly id: string
  readonly name: string
  /** In pixels of the art's picture. */
  readonly outline: Outline
}

interface ArtAddress {
  readonly sheetId: string
  /** The frame that shows the art, or the background. */
  readonly artId: string
}

interface ArtOpenings extends ArtAddress {
  readonly openings: readonly OpeningFrame[]
  /** The frames lie over the art, which stays as it is. */
  readonly over?: boolean
}

/** One above the other, the first above a given one; all of them beneath everything without. */
const putFrames = (project: Project, sheetId: string, frames: readonly Frame[], above: string | null): Recorded => {
  const added = frames.reduce<Recorded>((sofar, frame, i) => {
    const below = frames[i - 1]?.id ?? above
    return joinRecorded(sofar, (now) =>
      addFrame.record(now, { sheetId, frame, ...(below === null ? {} : { above: below }) }),
    )
  }, unchanged(project))
  const ids = frames.map(({ id }) => id)
  return above === null
    ? joinRecorded(added, (now) => reorderItems.record(now, { sheetId, ids, parentId: null, below: null }))
    : added
}

/** The frames of openings on the sheet; those too small for one are left out. */
const openingFrames = (openings: readonly OpeningFrame[], toSheet: Matrix, turn: number): readonly Frame[] =>
  openings
    .map((opening) => ({
      ...opening,
      outline: { ...opening.outline, path: transformPath(toSheet, opening.outline.path) },
    }))
    .filter(({ outline }) => isOutlineSound(outline))
    .map(({ id, name, outline }) => frameOfOutline(id, name, outline, turn))

/** Art on the sheet: what shows it, and where its picture's pixels lie. Refuses one that shows no picture. */
const artOf = (project: Project, sheetId: string, artId: string) => {
  const sheet = sheetOf(project, sheetId)
  const art = holderOf(sheet, artId)
  const toSheet = pictureMatrix(project, sheet, art)
  return { sheet, art, toSheet: toSheet ?? refuse('what has openings', 'a frame with a picture', art.name) }
}

/**
 * Puts empty frames beneath art with openings, in their order from below, each just where its opening is as the art lies
 * now; the art is locked, so that presses and pictures reach what is beneath. Art that is the sheet's background, or is to
 * lie beneath them, has them over it. Openings too small for a frame are left out; refuses art that shows no picture.
 */
export const frameOpenings = (project: Project, { sheetId, artId, openings, over = false }: ArtOpenings): Recorded => {
  const { sheet, art, toSheet } = artOf(project, sheetId, artId)
  const frames = openingFrames(openings, toSheet, art.turn)
  const last = frames.at(-1)
  if (!last) return unchanged(project)
  if (artId === BACKGROUND_ID) return putFrames(project, sheetId, frames, null)
  const added = putFrames(project, sheetId, frames, artId)
  if (over) return added
  const onTop = joinRecorded(added, (now) =>
    reorderItems.record(now, { sheetId, ids: [artId], parentId: parentOf(sheet, artId), below: last.id }),
  )
  return joinRecorded(onTop, (now) => markItems.record(now, { sheetId, ids: [artId], locked: true }))
}

/**
 * Cuts holes into art through which nothing is seen, such as those of a plain colour; its picture stays where it is. What
 * would be too detailed to be kept is refused with what to do.
 */
export const cutArt = (
  project: Project,
  { sheetId, artId, cuts }: ArtAddress & { readonly cuts: readonly Outline[] },
): Recorded => {
  if (!cuts.length) return unchanged(project)
  const { art, toSheet } = artOf(project, sheetId, artId)
  const whole = standingOutlineOf(art)
  const path = cuts.flatMap((cut) => transformPath(toSheet, cut.path))
  const outline: Outline = { path: [...whole.path, ...path], fillRule: 'evenodd' }
  if (!isOutlineSound(outline))
    throw new Failure('refused', 'These holes are too detailed together. Keep fewer of them, or raise the tolerance.')
  return setOutlineOnSheet.record(project, { sheetId, frameId: artId, outline, turn: art.turn })
}

/** A piece of art that hangs together: its outline in pixels of the art's picture, and the openings within it. */
export interface ArtPiece {
  /** Of the new frame that shows the piece. */
  readonly id: string
  /** Of the group of the piece and its openings. */
  readonly groupId: string
  readonly name: string
  readonly outline: Outline
  readonly openings: readonly OpeningFrame[]
}

/** One piece over its openings, as a group where it has any. */
const putPiece = (project: Project, { sheetId, artId }: ArtAddress, piece: ArtPiece): Recorded => {
  const { art, toSheet } = artOf(project, sheetId, artId)
  const outline = { ...piece.outline, path: transformPath(toSheet, piece.outline.path) }
  if (!isOutlineSound(outline)) return unchanged(project)
  const frames = openingFrames(piece.openings, toSheet, art.turn)
  const own: Frame = {
    ...frameOfOutline(piece.id, piece.name, outline, art.turn),
    ...(art.opacity === undefined ? {} : { opacity: art.opacity }),
    ...(art.blend === undefined ? {} : { blend: art.blend }),
    takesPictures: false,
  }
  const added = frames.reduce<Recorded>(
    (sofar, frame) => joinRecorded(sofar, (now) => addFrame.record(now, { sheetId, frame })),
    unchanged(project),
  )
  const whole = joinRecorded(added, (now) => clipOnSheet(now, { sheetId, from: artId, frame: own }))
  if (!frames.length) return whole
  const ids = [...frames.map(({ id }) => id), own.id]
  return joinRecorded(whole, (now) =>
    groupItems.record(now, { sheetId, ids, groupId: piece.groupId, name: piece.name }),
  )
}

/**
 * Takes art apart into its pieces, each free to be moved with its openings beneath it; what showed the art as a whole goes.
 * Pieces too small for a frame go with it. Refuses art that shows no picture.
 */
export const looseArt = (
  project: Project,
  { sheetId, artId, pieces }: ArtAddress & { readonly pieces: readonly ArtPiece[] },
): Recorded => {
  const put = pieces.reduce<Recorded>(
    (sofar, piece) => joinRecorded(sofar, (now) => putPiece(now, { sheetId, artId }, piece)),
    unchanged(project),
  )
  const freed = joinRecorded(put, (now) => markItems.record(now, { sheetId, ids: [artId], locked: false }))
  return joinRecorded(freed, (now) => removeItems.record(now, { sheetId, ids: [artId] }))
}

/**
 * Makes one frame of everything that stands in several items, on top of where they stood: texts, shapes, outlines. It shows
 * the picture of the lowest of them that has one, covering all of it; with none it is empty. Locked ones stay.
 */
export const openAsOne = (
  project: Project,
  { sheetId, ids, frame }: { readonly sheetId: string; readonly ids: readonly string[]; readonly frame: Frame },
): Recorded => {
  const sheet = sheetOf(project, sheetId)
  const top = topmostIds(sheet, ids).at(-1)
  if (top === undefined) return unchanged(project)
  const shown = combinable(sheet, ids).flatMap((one) => placedIn(sheet, one) ?? [])[0]
  const added = addFrame.record(project, { sheetId, frame, above: top })
  const filled = shown
    ? joinRecorded(added, (now) => placePicture.record(now, { sheetId, frameId: frame.id, pictureId: shown.pictureId }))
    : added
  return joinRecorded(filled, (now) => removeItems.record(now, { sheetId, ids }))
}
