import { frameMatrix, frameOutline } from '@/core/document/read'
import { layOf } from '@/core/document/laid'
import type { Frame, Sheet } from '@/core/document/types'
import { compose, scaling, translation } from '@/core/geometry/matrix'
import { mapRect, rectCentre, rectSize } from '@/core/geometry/rect'
import { boundsOf } from '@/core/path/extent'
import type { Outline } from '@/core/path/path'
import { laidItem } from '@/core/render/laid'
import type { DrawItem } from '@/core/render/ops'
import { fillOp } from '@/core/render/style'

/** Light enough for dark words upon it, dark enough to be told from paper. */
const TILE = '#c9c9c9'
const WORDS = '#3a3a3a'

/** The words take at most this share of the frame's box, and are at most so high in points. */
const WORDS_SHARE = 0.7
const WORDS_HIGHEST = 28

/**
 * A grey tile in place of a frame that waits for a picture. `words` (its name and size, as an outline in any points) are
 * fitted into its middle, upright in the frame; without them the tile stays bare.
 */
export const renderPlaceholder = (sheet: Sheet, frame: Frame, words: Outline | null): DrawItem => {
  const flat = flatPlaceholder(frame, words)
  const lay = layOf(sheet, frame)
  if (!lay) return flat
  const whole = { outline: frameOutline(frame), toSheet: frameMatrix(frame) }
  const { id, ops } = flat
  return laidItem({ id, whole, feather: 0, soft: null, back: [], front: ops, layers: [] }, lay)
}

const flatPlaceholder = (frame: Frame, words: Outline | null): DrawItem => {
  const outline = frameOutline(frame)
  const toSheet = frameMatrix(frame)
  const tile = fillOp({ kind: 'colour', colour: TILE }, { outline, toSheet })
  const bounds = mapRect(toSheet, boundsOf(outline.path))
  if (!words?.path.length) return { id: frame.id, bounds, ops: [tile] }
  const extent = boundsOf(words.path)
  const { w, h } = rectSize(extent)
  const room = { w: frame.box.w * WORDS_SHARE, h: Math.min(frame.box.h * WORDS_SHARE, WORDS_HIGHEST) }
  const scale = Math.min(room.w / Math.max(w, 1e-6), room.h / Math.max(h, 1e-6))
  const middle = rectCentre(extent)
  const place = compose(toSheet, compose(scaling(scale), translation(-middle.x, -middle.y)))
  return {
    id: frame.id,
    bounds,
    ops: [tile, fillOp({ kind: 'colour', colour: WORDS }, { outline: words, toSheet: place })],
  }
}
