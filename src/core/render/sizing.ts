import type { Size } from '@/core/geometry/vector'
import { RANGE } from '@/core/tolerance'
import { POINTS_PER_INCH } from '@/core/units'
import { needsOf } from '@/core/render/needs'
import type { DrawList } from '@/core/render/ops'

export const OUTPUT_SIDES = ['longest', 'width', 'height'] as const
export type OutputSide = (typeof OUTPUT_SIDES)[number]

/** How large a file becomes: by its resolution, by the sheet's own resolution times a factor, or by one side in pixels. */
export type Sizing =
  | { readonly by: 'ppi'; readonly ppi: number }
  | { readonly by: 'scale'; readonly scale: number }
  | { readonly by: 'side'; readonly side: OutputSide; readonly pixels: number }

/** What may be asked for. */
export const SIZING_RANGE = {
  scale: { min: 0.05, max: 20 },
  pixels: { min: 1, max: 65535 },
} as const

const sideOf = (side: OutputSide, { w, h }: Size): number =>
  side === 'width' ? w : side === 'height' ? h : Math.max(w, h)

/** Output pixels an inch of an area of a size in points; `own` is the resolution of its sheet. */
export const ppiFor = (sizing: Sizing, area: Size, own: number): number => {
  switch (sizing.by) {
    case 'ppi':
      return sizing.ppi
    case 'scale':
      return own * sizing.scale
    case 'side':
      return (sizing.pixels * POINTS_PER_INCH) / Math.max(sideOf(sizing.side, area), 1e-6)
  }
}

/**
 * The resolution up to which no picture of lists is enlarged, in whole ppi and at most as much as can be asked for; null
 * without pictures, or where they carry less than can be asked for.
 */
export const carriedPpi = (lists: readonly DrawList[]): number | null => {
  const densest = lists.flatMap((list) => needsOf(list, 1)).reduce((most, { density }) => Math.max(most, density), 0)
  const carried = densest > 0 ? Math.floor(POINTS_PER_INCH / densest + 1e-9) : 0
  return carried < RANGE.ppi.min ? null : Math.min(carried, RANGE.ppi.max)
}
