import { cornersOf } from '@/core/geometry/rect'
import { combineOutlines } from '@/core/path/combine'
import { outlineContains } from '@/core/path/contains'
import { contoursOf } from '@/core/path/contours'
import { boundsOf } from '@/core/path/extent'
import type { Outline, Path } from '@/core/path/path'

/** What lets a drawing through; of a viewport it is known that it is convex. */
export interface Clip {
  readonly outline: Outline
  readonly isViewport: boolean
}

/** The contours that end where they begin: only those go around something. */
export const closedContours = (path: Path): Path =>
  contoursOf(path)
    .filter((contour) => contour.at(-1)?.kind === 'close')
    .flat()

const NOTHING_LEFT: Path = []

const isWithin = (outline: Outline, clip: Outline): boolean =>
  outline.path.length > 0 && cornersOf(boundsOf(outline.path)).every((corner) => outlineContains(clip, corner))

/** What all clips let through of an outline. */
export const clipped = (outline: Outline, clips: readonly Clip[]): Outline =>
  clips.reduce<Outline>((sofar, { outline: clip, isViewport }) => {
    if (!clip.path.length) return { ...sofar, path: NOTHING_LEFT }
    if (isViewport && isWithin(sofar, clip)) return sofar
    return combineOutlines(sofar, clip, 'intersect').outline
  }, outline)
