import { TOLERANCE } from '@/core/tolerance'
import type { Box } from '@/core/geometry/box'
import { convexHull } from '@/core/geometry/hull'
import { apply, applyVector, rotation, scaling } from '@/core/geometry/matrix'
import { rectAround, rectCentre } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { grownFlat } from '@/core/path/flat'
import { polygonPath } from '@/core/path/path'
import { polylineOf } from '@/core/path/polyline'
import { parseSvgPath } from '@/core/path/svgPath'
import { svgTextOf } from '@/core/path/svgText'
import { transformPath } from '@/core/path/transform'
import { standingOutlineOf } from '@/core/document/outline'
import { frameOutline } from '@/core/document/read'
import type { Frame, Span } from '@/core/document/types'

/** Decimals of a hull's text: far finer than anything that is placed by it. */
const DECIMALS = 9

/** Where a span's picture is placed, and what it must cover. */
export type SpanExtent = Pick<Span, 'box' | 'turn' | 'hull'>

const outlinePoints = (frame: Frame): readonly Point[] =>
  polylineOf(standingOutlineOf(frame).path, TOLERANCE.flatness).flat()

/** The extent of frames, each moved back by its shift, in a box turned by `turn`. */
export const extentOf = (
  frames: readonly Frame[],
  turn: number,
  shifts: readonly Point[] = frames.map(() => ({ x: 0, y: 0 })),
): SpanExtent => {
  const upright = rotation(-turn)
  const points = frames.flatMap((frame, i) => {
    const { x, y } = shifts[i] ?? { x: 0, y: 0 }
    return outlinePoints(frame).map((p) => apply(upright, { x: p.x - x, y: p.y - y }))
  })
  const r = rectAround(points)
  const middle = rectCentre(r)
  const centre = apply(rotation(turn), middle)
  const hull = convexHull(points).map((p) => ({ x: p.x - middle.x, y: p.y - middle.y }))
  const box: Box = { cx: centre.x, cy: centre.y, w: r.x1 - r.x0, h: r.y1 - r.y0 }
  return { box, turn, hull: svgTextOf(polygonPath(hull), DECIMALS) }
}

/** The extent of one frame: its own outline, exactly; grown by the bleed that its picture must cover too. */
export const extentOfFrame = (frame: Frame, bleed = 0): SpanExtent => {
  const outline = frameOutline(frame)
  const covered = bleed > 0 ? grownFlat(outline, bleed) : outline
  return { box: frame.box, turn: frame.turn, hull: svgTextOf(covered.path, DECIMALS) }
}

/** A hull whose points are farther apart by these factors. */
export const scaledHull = (hull: string, kx: number, ky: number): string =>
  svgTextOf(transformPath(scaling(kx, ky), parseSvgPath(hull)), DECIMALS)

interface Stretch {
  readonly from: number
  readonly to: number
}

/** The stretches of one axis that frames stand on, from the first. */
const occupied = (stretches: readonly Stretch[]): readonly Stretch[] =>
  [...stretches]
    .sort((p, q) => p.from - q.from)
    .reduce<Stretch[]>((sofar, next) => {
      const last = sofar.at(-1)
      if (last && next.from <= last.to + TOLERANCE.samePoint)
        return [...sofar.slice(0, -1), { from: last.from, to: Math.max(last.to, next.to) }]
      return [...sofar, next]
    }, [])

/** For each stretch, the sum of the gaps before it less half of all gaps: what it moves back by to close them. */
const closing = (stretches: readonly Stretch[]): readonly number[] => {
  const runs = occupied(stretches)
  const gaps = runs.slice(1).map((run, i) => run.from - (runs[i]?.to ?? run.from))
  const half = gaps.reduce((sum, gap) => sum + gap, 0) / 2
  return stretches.map(({ from }) => {
    const place = runs.findIndex(
      (run) => from >= run.from - TOLERANCE.samePoint && from <= run.to + TOLERANCE.samePoint,
    )
    return gaps.slice(0, Math.max(0, place)).reduce((sum, gap) => sum + gap, 0) - half
  })
}

/**
 * How far each window is moved over the picture so that no gap hides any of it: bands of the sheet, upright and level in
 * the span's turn, in which no frame stands are passed over. The middle stays where it is.
 */
export const gapShifts = (frames: readonly Frame[], turn: number): readonly Point[] => {
  const upright = rotation(-turn)
  const rects = frames.map((frame) => rectAround(outlinePoints(frame).map((p) => apply(upright, p))))
  const across = closing(rects.map(({ x0, x1 }) => ({ from: x0, to: x1 })))
  const down = closing(rects.map(({ y0, y1 }) => ({ from: y0, to: y1 })))
  return frames.map((_, i) => applyVector(rotation(turn), { x: across[i] ?? 0, y: down[i] ?? 0 }))
}

/** The turn that all frames share, or 0. */
export const sharedTurn = (frames: readonly Frame[]): number => {
  const [first] = frames
  return first && frames.every(({ turn }) => Math.abs(turn - first.turn) < TOLERANCE.samePoint) ? first.turn : 0
}
