import { contentOf } from '@/core/document/content'
import { frameOrBackground } from '@/core/document/background'
import { outlineOnSheet } from '@/core/document/outline'
import { layOf } from '@/core/document/laid'
import { type Frame, type Project, type Sheet } from '@/core/document/types'
import { boxMatrix } from '@/core/geometry/box'
import { IDENTITY, type Matrix } from '@/core/geometry/matrix'
import type { DrawOp, Shape } from '@/core/render/ops'
import { aroundOutline, covers, pictureOp } from '@/core/render/picture'

/** The shade of the surface on which a frame is seen, over all that it shows. */
export const shadeOps = (project: Project, sheet: Sheet, frame: Frame): readonly DrawOp[] => {
  const { shade } = frame
  const holder = shade && shade.of !== frame.id ? frameOrBackground(sheet, shade.of) : null
  const content = holder && !layOf(sheet, holder) ? contentOf(project, sheet, holder) : null
  if (!shade || !content) return []
  const { placed, holder: held, at } = content
  const seen = outlineOnSheet(sheet, frame)
  const shape: Shape = { outline: aroundOutline(seen), toSheet: IDENTITY }
  const onSheet = {
    matrix: boxMatrix(at.box, at.turn),
    isCovered: (matrix: Matrix) => covers(matrix, held.picture, shape.outline),
  }
  const op = pictureOp(project, placed, held, shape, onSheet)
  const { white, strength, smooth = 0 } = shade
  const blur = Math.max(smooth, op.adjustments?.blur ?? 0)
  const adjustments = { ...op.adjustments, ...(blur > 0 ? { blur } : {}), cast: { white, strength } }
  return op.tileGap === undefined ? [{ ...op, adjustments }] : []
}
