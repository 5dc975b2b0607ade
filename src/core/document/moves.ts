import type { Point } from '@/core/geometry/vector'
import { spanShown } from '@/core/document/content'
import { layOf } from '@/core/document/laid'
import { framesUnder } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'

/** Moves that differ by no more than rounding, in points. */
const SAME_MOVE = 1e-7

const PLACE: readonly (keyof Frame)[] = ['box', 'away']

const sameButPlace = (a: Frame, b: Frame): boolean => {
  const [keys, others] = [a, b].map((frame) =>
    (Object.keys(frame) as (keyof Frame)[]).filter((key) => !PLACE.includes(key)),
  ) as [(keyof Frame)[], (keyof Frame)[]]
  return keys.length === others.length && keys.every((key) => a[key] === b[key])
}

const HERE: Point = { x: 0, y: 0 }

/** How far a frame was moved, in points, where nothing else of it changed; null else. */
export const movedBy = (before: Frame, now: Frame): Point | null => {
  const [was, is] = [before.box, now.box]
  if (was.w !== is.w || was.h !== is.h || !sameButPlace(before, now)) return null
  const [from, to] = [before.away ?? HERE, now.away ?? HERE]
  return { x: is.cx + to.x - was.cx - from.x, y: is.cy + to.y - was.cy - from.y }
}

/** Does a frame stand where it stood, wherever it is seen on its way there? */
export const standsStill = (before: Frame, now: Frame): boolean =>
  before.box.cx === now.box.cx && before.box.cy === now.box.cy

/** Does a frame look otherwise elsewhere on the sheet: a window, in perspective, or one shaded by what it stands on? */
export const looksByPlace = (sheet: Sheet, frame: Frame): boolean =>
  frame.shade !== undefined || spanShown(sheet, frame) !== null || layOf(sheet, frame) !== null

/** Are two moves the same but for rounding? */
export const isSameMove = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) < SAME_MOVE

/** How far all frames of a selection were moved, where all were by as much and nothing else of them changed; null else. */
export const commonMove = (before: Sheet, now: Sheet, ids: readonly string[]): Point | null => {
  const frames = framesUnder(now, ids)
  let common: Point | null = null
  for (const frame of frames) {
    const was = before.items[frame.id]
    const by = was?.kind === 'frame' ? movedBy(was, frame) : null
    if (!by || (common && !isSameMove(common, by))) return null
    common ??= by
  }
  return common
}
