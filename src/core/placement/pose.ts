import { normalTurn } from '@/core/geometry/angle'
import { boxMatrix, type Box } from '@/core/geometry/box'
import { apply, compose, invert } from '@/core/geometry/matrix'
import type { Size } from '@/core/geometry/vector'
import type { Outline } from '@/core/path/path'
import { keptAspect, type PictureHolder, type Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import { fitScale, reachOf } from '@/core/placement/scale'

/** A frame as a window: its box and turn on the sheet. */
export interface FramePose {
  readonly box: Box
  readonly turn: number
}

/**
 * Changes the window over a picture that stays where it is on the sheet (the outline way).
 * `outline` is the outline in the new box. What is covered is the caller's question: the
 * result is exact only while the picture covers or gaps are allowed.
 */
export const moveFramePose = (
  placed: Placed,
  holder: PictureHolder,
  from: FramePose,
  to: FramePose,
  outline: Outline,
): { readonly placed: Placed; readonly holder: PictureHolder } => {
  const seen = resolvePlacement(placed, holder)
  const toSheet = compose(boxMatrix(from.box, from.turn), seen.matrix)
  const centre = apply(invert(toSheet), { x: to.box.cx, y: to.box.cy })
  const newHolder: PictureHolder = { ...holder, outline, box: { w: to.box.w, h: to.box.h } }
  const moved: Placed = {
    ...placed,
    fit: placed.fit === 'stretch' ? 'cover' : placed.fit,
    aspect: keptAspect(seen.aspect),
    turn: from.turn === to.turn ? placed.turn : normalTurn(placed.turn + from.turn - to.turn),
    focus: { u: centre.x / holder.picture.w, v: centre.y / holder.picture.h },
  }
  const reach = reachOf(outline, moved.turn)
  return {
    placed: { ...moved, zoom: seen.scale / fitScale(moved, newHolder, reach, moved.aspect) },
    holder: newHolder,
  }
}

/** Is the outline wholly over the picture at this placement, without help from keep-covered? */
export const isCoveredAt = (placed: Placed, holder: PictureHolder): boolean =>
  resolvePlacement({ ...placed, keepCovered: false }, holder).isCovered

/** The window that shows the whole picture: centre, size and turn of the picture as it lies on the sheet. */
export const wholePicturePose = (placed: Placed, holder: PictureHolder, from: FramePose): FramePose => {
  const seen = resolvePlacement(placed, holder)
  const toSheet = compose(boxMatrix(from.box, from.turn), seen.matrix)
  const size: Size = holder.picture
  const centre = apply(toSheet, { x: size.w / 2, y: size.h / 2 })
  return {
    box: { cx: centre.x, cy: centre.y, w: size.w * seen.scale * seen.aspect, h: size.h * seen.scale },
    turn: normalTurn(from.turn + placed.turn),
  }
}
