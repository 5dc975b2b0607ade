import { readingRows } from '@/core/geometry/reading'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { setFit } from '@/core/placement/move'
import { assign } from '@/core/template/assignment'
import { aimedPlaced } from '@/core/template/aim'
import { costOf, shortageOf, type Shortage } from '@/core/template/cost'
import { withoutAlike } from '@/core/document/alike'
import { originalOf } from '@/core/document/content'
import { inkOf, letterFrames, wordAround } from '@/core/document/lettering'
import { frameHolder, pictureOf, shownPlaced } from '@/core/document/read'
import { framesOf, isHidden, isLocked } from '@/core/document/tree'
import type { Frame, Project, Sheet } from '@/core/document/types'

/** Is this letter there to be filled? Not one that is painted in ink, and of a text with one picture across only the first. */
const isLetterOpening = (sheet: Sheet, frame: Frame): boolean => {
  const word = wordAround(sheet, frame.id)
  if (!word) return true
  if (inkOf(sheet, frame) !== null) return false
  return word.lettering.pictures === 'each' || letterFrames(sheet, word)[0]?.id === frame.id
}

/** Frames that are locked are art, unless they are marked to be filled. */
const isOpening = (sheet: Sheet, frame: Frame): boolean =>
  frame.takesPictures &&
  !isHidden(sheet, frame.id) &&
  (frame.opening !== undefined || !isLocked(sheet, frame.id)) &&
  isLetterOpening(sheet, frame)

/** Every frame of a sheet that is there to be filled, letters among them, in reading order; hidden and locked ones are not. */
export const openingsOf = (sheet: Sheet): readonly Frame[] =>
  readingRows(framesOf(sheet).filter((frame) => isOpening(sheet, frame))).flat()

/** Does nothing fill this opening? */
export const isEmptyOpening = (sheet: Sheet, frame: Frame): boolean => originalOf(sheet, frame).fill.kind === 'none'

/** How far a sheet is filled. What may stay empty counts only when it is filled. */
export interface Filling {
  readonly of: number
  readonly filled: number
  /** What is still to be filled, in reading order. */
  readonly empty: readonly Frame[]
}

const fillings = new WeakMap<Sheet, Filling>()

/** How far a sheet is filled. */
export const fillingOf = (sheet: Sheet): Filling => {
  const known = fillings.get(sheet)
  if (known) return known
  const all = withoutAlike(openingsOf(sheet))
  const isOpen = (frame: Frame): boolean => isEmptyOpening(sheet, frame)
  const empty = all.filter((frame) => isOpen(frame) && !frame.opening?.mayStayEmpty)
  const filled = all.filter((frame) => !isOpen(frame)).length
  const made: Filling = { of: filled + empty.length, filled, empty }
  fillings.set(sheet, made)
  return made
}

/** A fresh covering placement of a picture in a frame, its subject where the opening wants it, or else in view. */
export const freshPlaced = (project: Project, sheet: Sheet, frame: Frame, pictureId: string): Placed => {
  const holder = frameHolder(project, sheet, frame, pictureId)
  const { subject } = pictureOf(project, pictureId)
  const placed = setFit(coverPlaced(pictureId), holder, 'cover', subject)
  const wants = frame.opening?.wants
  return subject && wants ? aimedPlaced(placed, holder, subject, wants) : placed
}

/** What a picture would cost in a frame. */
const fittingCost = (project: Project, sheet: Sheet, frame: Frame, pictureId: string): number => {
  const { subject, tags } = pictureOf(project, pictureId)
  return costOf({
    placed: freshPlaced(project, sheet, frame, pictureId),
    holder: frameHolder(project, sheet, frame, pictureId),
    wants: frame.opening?.wants ?? {},
    tags,
    ...(subject ? { subject } : {}),
  })
}

export interface FillPlan {
  readonly pairs: readonly { readonly frameId: string; readonly pictureId: string }[]
  /** Pictures for which there is no frame. */
  readonly left: readonly string[]
}

/** What decides among equal costs: the order in which pictures and frames were given. Too little to outweigh any. */
const TIE = 1e-7

/** For each picture the place of the frame that it is given, or null: what `planFilling` says of pictures by their ids. */
export const givenFrames = (
  project: Project,
  sheet: Sheet,
  frames: readonly Frame[],
  pictureIds: readonly string[],
): readonly (number | null)[] => {
  const longest = Math.max(frames.length, pictureIds.length, 1)
  return assign(
    pictureIds.map((pictureId, i) =>
      frames.map((frame, j) => fittingCost(project, sheet, frame, pictureId) + TIE * ((i - j) / longest) ** 2),
    ),
  )
}

/**
 * Which picture goes into which frame, so that what all of them lack is least (see `template/cost`). Among equals the
 * first pictures go into the first frames.
 */
export const planFilling = (
  project: Project,
  sheet: Sheet,
  frames: readonly Frame[],
  pictureIds: readonly string[],
): FillPlan => {
  const given = givenFrames(project, sheet, frames, pictureIds)
  const frameOfPicture = pictureIds.map((_, i) => frames[given[i] ?? -1])
  const pairs = frames.flatMap((frame) => {
    const pictureId = pictureIds[frameOfPicture.indexOf(frame)]
    return pictureId === undefined ? [] : [{ frameId: frame.id, pictureId }]
  })
  return { pairs, left: pictureIds.filter((_, i) => !frameOfPicture[i]) }
}

/** What the picture of a frame is short of; null where it has enough or there is none of its own. */
export const shortageIn = (project: Project, sheet: Sheet, frame: Frame): Shortage | null => {
  const placed = shownPlaced(frame)
  return (
    placed &&
    shortageOf({
      placed,
      holder: frameHolder(project, sheet, frame, placed.pictureId),
      wants: frame.opening?.wants ?? {},
    })
  )
}
