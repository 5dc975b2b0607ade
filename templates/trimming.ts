import { frameMatrix, frameOutline, frameRect } from '@/core/document/read'
import type { Frame, Item, Sheet } from '@/core/document/types'
import { growRect, rectCentre, rectSize, type Rect } from '@/core/geometry/rect'
import { translation } from '@/core/geometry/matrix'
import { combineOutlines } from '@/core/path/combine'
import { boundsOf } from '@/core/path/extent'
import { parseSvgPath } from '@/core/path/svgPath'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'

const EDGE = 0.01

const isWithin = (r: Rect, most: Rect): boolean =>
  r.x0 >= most.x0 - EDGE && r.y0 >= most.y0 - EDGE && r.x1 <= most.x1 + EDGE && r.y1 <= most.y1 + EDGE

const rectPath = ({ x0, y0, x1, y1 }: Rect) => `M${x0} ${y0}L${x1} ${y0}L${x1} ${y1}L${x0} ${y1}Z`

/** Art that reaches beyond the bleed, cut off there: nothing of a template lies where no printer prints. */
const trimmed = (frame: Frame, most: Rect): Frame => {
  const { path, fillRule } = frameOutline(frame)
  const there = { path: transformPath(frameMatrix(frame), path), fillRule }
  const { outline } = combineOutlines(there, { path: parseSvgPath(rectPath(most)), fillRule: 'nonzero' }, 'intersect')
  const bounds = boundsOf(outline.path)
  const { x, y } = rectCentre(bounds)
  const { w, h } = rectSize(bounds)
  const d = svgTextOf(transformPath(translation(-x, -y), outline.path))
  const { fillRule: rule } = outline
  const cut: Frame = { ...frame, turn: 0, stencil: { kind: 'path', d, fillRule: rule }, box: { cx: x, cy: y, w, h } }
  return 'flip' in cut ? { ...cut, flip: false } : cut
}

/** A sheet of a template with its art cut at the bleed. */
export const trimmedSheet = (sheet: Sheet): Sheet => {
  const most = growRect({ x0: 0, y0: 0, x1: sheet.size.w, y1: sheet.size.h }, sheet.bleed)
  const cut = (item: Item): Item =>
    item.kind === 'frame' && !item.takesPictures && !isWithin(frameRect(sheet, item), most) ? trimmed(item, most) : item
  return { ...sheet, items: Object.fromEntries(Object.entries(sheet.items).map(([id, item]) => [id, cut(item)])) }
}
