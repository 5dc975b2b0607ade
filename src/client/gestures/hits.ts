import { hashOf } from '@/core/document/sheetPictures'
import { apply, invert } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { pictureMatrix, placedIn } from '@/core/document/content'
import { layOf, standsAt } from '@/core/document/laid'
import { dropFrameAt } from '@/core/document/hits'
import { letterFrames, wordAround } from '@/core/document/lettering'
import { wordLineAt } from '@/core/document/wordHits'
import { frameAt, framesAt } from '@/core/document/read'
import type { Frame, Project, Sheet } from '@/core/document/types'
import { opacityAt } from '@/client/stage/alpha'
import { type Bench } from '@/client/store/bench'

type Wanted = (frame: Frame) => boolean

/** Less opaque than this is not seen. */
const UNSEEN = 0.06

/** Is what lies beneath a frame seen through it at a point: is its picture transparent there, and nothing behind it? */
export const isSeeThrough = (bench: Bench, project: Project, sheet: Sheet, frame: Frame, p: Point): boolean => {
  const placed = placedIn(sheet, frame)
  const picture = placed && project.pictures[placed.pictureId]
  if (!picture || frame.backing !== undefined) return false
  const matrix = pictureMatrix(project, sheet, frame)
  if (!matrix) return false
  const standing = standsAt(layOf(sheet, frame), p)
  if (!standing) return false
  const at = apply(invert(matrix), standing)
  return opacityAt(bench, hashOf(picture), at.x / picture.pixels.w, at.y / picture.pixels.h) < UNSEEN
}

const seen =
  (bench: Bench, project: Project, sheet: Sheet, p: Point): Wanted =>
  (frame) =>
    !isSeeThrough(bench, project, sheet, frame, p)

/** Frames under a point, the topmost first: those that are seen there before those that are seen through. */
export const framesSeenAt = (bench: Bench, project: Project, sheet: Sheet, p: Point): readonly Frame[] => {
  const all = framesAt(sheet, p)
  const isSeen = seen(bench, project, sheet, p)
  return [...all.filter(isSeen), ...all.filter((frame) => !isSeen(frame))]
}

/** The frame that is pressed at a point: what is seen there, else the topmost that is seen through. */
export const frameSeenAt = (bench: Bench, project: Project, sheet: Sheet, p: Point): Frame | null =>
  frameAt(sheet, p, seen(bench, project, sheet, p)) ?? frameAt(sheet, p)

/**
 * The frame that is pressed at a point. Between the letters of a text, in its line, it is the text, by its first letter;
 * not while its letters are worked on.
 */
export const framePressedAt = (bench: Bench, project: Project, sheet: Sheet, p: Point): Frame | null => {
  const under = frameSeenAt(bench, project, sheet, p)
  const word = wordLineAt(sheet, p, under)
  const isInHand =
    word === null || word.id === bench.get().entered || (under && wordAround(sheet, under.id)?.id === word.id)
  return isInHand ? under : (letterFrames(sheet, word)[0] ?? under)
}

/** The frame that takes pictures dropped at a point, or within `reach` of its outline, in sheet points. */
export const frameDroppedOn = (bench: Bench, project: Project, sheet: Sheet, p: Point, reach: number): Frame | null => {
  const isSeen = seen(bench, project, sheet, p)
  return (
    dropFrameAt(sheet, p, reach, (frame) => frame.takesPictures && isSeen(frame)) ??
    frameAt(sheet, p, (frame) => frame.takesPictures)
  )
}
