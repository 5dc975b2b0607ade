import { RANGE } from '@/core/tolerance'
import { boxMatrix, type Box } from '@/core/geometry/box'
import { compose, scaling, type Matrix } from '@/core/geometry/matrix'
import type { Outline } from '@/core/path/path'
import { transformPath } from '@/core/path/transform'
import type { Mount, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { moveWindow, type Window } from '@/core/placement/window'
import { holderOf } from '@/core/document/background'
import { contentOf } from '@/core/document/content'
import { frameMount, frameOutline } from '@/core/document/read'
import { framesUnder } from '@/core/document/tree'
import type { Fill, Frame, Project, Sheet } from '@/core/document/types'

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
  readonly from: Window
  readonly to: Window
  readonly mount: Mount
  readonly outline: Outline
}

/**
 * A placement under another outline, its picture where it was set: what keep-covered corrects is left for when it is drawn.
 * One that cannot be stored so stays as it is stored.
 */
const rebased = (placed: Placed, { from, to, mount, outline }: Rebasing): Placed => {
  const after: Mount = { ...mount, outline, box: { w: to.box.w, h: to.box.h } }
  const was = compose(boxMatrix(from.box, from.turn), resolvePlacement(asSet(placed), mount).matrix)
  const would = compose(boxMatrix(to.box, to.turn), resolvePlacement(asSet(placed), after).matrix)
  if (isSameMatrix(was, would)) return placed
  const moved = moveWindow(asSet(placed), mount, from, to, outline).placed
  return isStorable(moved) ? { ...moved, keepCovered: placed.keepCovered } : placed
}

/**
 * What fills a frame whose outline becomes that of `after`, with every take's picture where and as large on the sheet as
 * it was set. `scale` enlarges what the picture was seen in first, where the whole grew with it; 1 without it.
 * Windows and echoes are placed elsewhere: they are given back as they are.
 */
export const rebasedFill = (project: Project, sheet: Sheet, held: Frame, after: Frame, scale = 1): Fill => {
  const { fill } = held
  if (fill.kind !== 'taken') return fill
  const outline = frameOutline(after)
  const takes = fill.takes.map((take) => {
    const mount = frameMount(project, sheet, held, take.placed.pictureId)
    const grown = scale === 1 ? mount : scaledMount(mount, scale)
    const box: Box = { ...held.box, w: grown.box.w, h: grown.box.h }
    const placed = rebased(take.placed, { from: { box, turn: held.turn }, to: after, mount: grown, outline })
    return placed === take.placed ? take : { ...take, placed }
  })
  return takes.every((take, i) => take === fill.takes[i]) ? fill : { ...fill, takes }
}

const scaledMount = (mount: Mount, scale: number): Mount => ({
  ...mount,
  outline: { ...mount.outline, path: transformPath(scaling(scale), mount.outline.path) },
  box: { w: mount.box.w * scale, h: mount.box.h * scale },
})

/** Frames, those within groups too, whose picture shows larger or moved so that it covers: what was set would not. */
export const correctedFrames = (project: Project, sheet: Sheet, ids: readonly string[]): readonly string[] =>
  framesUnder(sheet, ids)
    .filter((frame) => {
      const content = contentOf(project, sheet, holderOf(sheet, frame.id))
      return content?.placed.keepCovered && !resolvePlacement(asSet(content.placed), content.mount).isCovered
    })
    .map(({ id }) => id)
