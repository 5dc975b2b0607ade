import { RANGE } from '@/core/tolerance'
import { boxMatrix, type Box } from '@/core/geometry/box'
import { compose, scaling, type Matrix } from '@/core/geometry/matrix'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { moveFramePose, type FramePose } from '@/core/placement/pose'
import { holderOf } from '@/core/document/background'
import { contentOf } from '@/core/document/content'
import { frameHolder, frameOutline } from '@/core/document/read'
import { framesUnder } from '@/core/document/tree'
import { type Frame, type Project, type Sheet } from '@/core/document/types'
import { PICTURES, type Fill } from '@/core/document/fill'

/** Two matrices are the same if they differ by less than this share of their larger entries. */
const SAME = 1e-9

const isSameMatrix = (p: Matrix, q: Matrix): boolean => {
  const keys = ['a', 'b', 'c', 'd', 'e', 'f'] as const
  const size = Math.max(...keys.map((key) => Math.max(Math.abs(p[key]), Math.abs(q[key]))))
  return keys.every((key) => Math.abs(p[key] - q[key]) <= SAME * size)
}

/** What was set, before keep-covered corrects it. */
const asSet = (placed: Placed): Placed => ({ ...placed, keepCovered: false })

const within = (value: number, { min, max }: { readonly min: number; readonly max: number }): boolean =>
  value >= min && value <= max

const isStorable = ({ zoom, aspect, focus }: Placed): boolean =>
  within(zoom, RANGE.zoom) &&
  within(aspect, RANGE.aspect) &&
  within(focus.u, RANGE.focus) &&
  within(focus.v, RANGE.focus)

interface Rebasing {
  readonly from: FramePose
  readonly to: FramePose
  readonly holder: PictureHolder
  readonly outline: Outline
}

/**
 * A placement under another outline, its picture where it was set: what keep-covered corrects is left for when it is drawn.
 * One that cannot be stored so stays as it is stored.
 */
const rebased = (placed: Placed, { from, to, holder, outline }: Rebasing): Placed => {
  const after: PictureHolder = { ...holder, outline, box: { w: to.box.w, h: to.box.h } }
  const was = compose(boxMatrix(from.box, from.turn), resolvePlacement(asSet(placed), holder).matrix)
  const would = compose(boxMatrix(to.box, to.turn), resolvePlacement(asSet(placed), after).matrix)
  if (isSameMatrix(was, would)) return placed
  const moved = moveFramePose(asSet(placed), holder, from, to, outline).placed
  return isStorable(moved) ? { ...moved, keepCovered: placed.keepCovered } : placed
}

/**
 * What fills a frame whose outline becomes that of `after`, with every take's picture where and as large on the sheet as
 * it was set. `scale` enlarges what the picture was seen in first, where the whole grew with it; 1 without it.
 * Windows, echoes and followers are placed elsewhere: they are given back as they are.
 */
export const rebasedFill = (project: Project, sheet: Sheet, frame: Frame, after: Frame, scale = 1): Fill => {
  const { fill } = frame
  if (fill.kind !== PICTURES || frame.follows) return fill
  const outline = frameOutline(after)
  const takes = fill.takes.map((take) => {
    const holder = frameHolder(project, sheet, frame, take.placed.pictureId)
    const grown = scale === 1 ? holder : scaledHolder(holder, scale)
    const box: Box = { ...frame.box, w: grown.box.w, h: grown.box.h }
    const placed = rebased(take.placed, { from: { box, turn: frame.turn }, to: after, holder: grown, outline })
    return placed === take.placed ? take : { ...take, placed }
  })
  return takes.every((take, i) => take === fill.takes[i]) ? fill : { ...fill, takes }
}

const scaledHolder = (holder: PictureHolder, scale: number): PictureHolder => ({
  ...holder,
  outline: { ...holder.outline, path: transformPath(scaling(scale), holder.outline.path) },
  box: { w: holder.box.w * scale, h: holder.box.h * scale },
})

/** Frames, those within groups too, whose picture shows larger or moved so that it covers: what was set would not. */
export const correctedFrames = (project: Project, sheet: Sheet, ids: readonly string[]): readonly string[] =>
  framesUnder(sheet, ids)
    .filter((frame) => {
      const content = contentOf(project, sheet, holderOf(sheet, frame.id))
      return content?.placed.keepCovered && !resolvePlacement(asSet(content.placed), content.holder).isCovered
    })
    .map(({ id }) => id)
