import type { SnapField } from '@/core/geometry/snap'
import { itemRect, spaceOf } from '@/core/document/extent'
import { planesFrames } from '@/core/document/laid'
import { standingRect } from '@/core/document/read'
import { idsUnder, isHidden, listOf } from '@/core/document/tree'
import type { Sheet } from '@/core/document/types'

const edges = (length: number, bleed: number, safe: number): readonly number[] => [
  0,
  length / 2,
  length,
  ...(bleed > 0 ? [-bleed, length + bleed] : []),
  ...(safe > 0 ? [safe, length - safe] : []),
]

/**
 * What items can snap to on a sheet: its edges, bleed, safe margin and middles, guides, the grid, and the items beside
 * them that show. Groups count as one, except those that hold one of `moving`. What lies on a plane snaps to that and to what
 * else lies there, in the plane's own points.
 */
export const snapFieldOf = (sheet: Sheet, moving: readonly string[]): SnapField => {
  const gone = idsUnder(sheet, moving)
  const beside = (list: readonly string[]): readonly string[] =>
    list.flatMap((id) => {
      const item = sheet.items[id]
      if (gone.has(id) || !item || isHidden(sheet, id)) return []
      const holdsMoving = item.kind === 'group' && [...idsUnder(sheet, [id])].some((below) => gone.has(below))
      return item.kind === 'group' && holdsMoving ? beside(item.order) : [id]
    })
  const space = spaceOf(sheet, moving)
  if (space.kind === 'plane') {
    const { id: planeId, size } = space.plane
    return {
      rects: planesFrames(sheet, planeId)
        .filter(({ id }) => !gone.has(id) && !isHidden(sheet, id))
        .map(standingRect),
      x: edges(size.w, 0, 0),
      y: edges(size.h, 0, 0),
      grid: 0,
    }
  }
  return {
    rects: beside(listOf(sheet, null)).map((id) => itemRect(sheet, id)),
    x: [...edges(sheet.size.w, sheet.bleed, sheet.safe), ...sheet.guides.x],
    y: [...edges(sheet.size.h, sheet.bleed, sheet.safe), ...sheet.guides.y],
    grid: sheet.grid ?? 0,
  }
}
