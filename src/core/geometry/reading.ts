import type { Box } from '@/core/geometry/box'
import { TOLERANCE } from '@/core/tolerance'

/** What has a box row by row from the top, each row from the left. */
export const readingRows = <T extends { readonly box: Pick<Box, 'cx' | 'cy' | 'h'> }>(
  all: readonly T[],
): readonly (readonly T[])[] => {
  const byTop = [...all].sort((f, g) => f.box.cy - g.box.cy || f.box.cx - g.box.cx)
  const rows: T[][] = []
  for (const one of byTop) {
    const row = rows.at(-1)
    const head = row?.[0]
    const near = head && one.box.cy - head.box.cy < TOLERANCE.sameRow * Math.min(head.box.h, one.box.h)
    if (row && near) row.push(one)
    else rows.push([one])
  }
  return rows.map((row) => row.sort((f, g) => f.box.cx - g.box.cx))
}
