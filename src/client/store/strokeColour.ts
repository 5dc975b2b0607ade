import type { Colour } from '@/core/colour/colour'
import { standingOut } from '@/core/colour/contrast'
import type { Point } from '@/core/geometry/vector'
import { outlineOnSheet } from '@/core/document/outline'
import { framesUnder } from '@/core/document/tree'
import { polylineOf } from '@/core/path/polyline'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { DARK_INK, WHITE } from '@/client/store/colours'
import { paintedAt } from '@/client/store/painted'

/** Points looked at along the outline, and how far to either side, as shares of the way to its middle. */
const PROBES = 24
const SIDES = [0.06, -0.04] as const
const FLATNESS = 0.5

/** Points on both sides of the outlines of what is selected. */
const besideEdges = (bench: Bench): readonly Point[] => {
  const { selection } = bench.get()
  const sheet = shownSheet(bench.get())
  const points = framesUnder(sheet, selection).flatMap((frame) => {
    const { cx, cy } = frame.box
    const edge = polylineOf(outlineOnSheet(sheet, frame).path, FLATNESS).flat()
    return edge.flatMap((p) => SIDES.map((t): Point => ({ x: p.x + (cx - p.x) * t, y: p.y + (cy - p.y) * t })))
  })
  const step = Math.max(1, Math.ceil(points.length / (PROBES * SIDES.length)))
  return points.filter((_, i) => Math.floor(i / SIDES.length) % step === 0)
}

/** White or ink, whichever stands out from what is painted where a new stroke will lie. */
export const newStrokeColour = (bench: Bench): Colour =>
  standingOut([WHITE, DARK_INK], paintedAt(bench, besideEdges(bench)))
