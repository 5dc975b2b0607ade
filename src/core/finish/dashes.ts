import { partsAlong } from '@/core/finish/along'
import { contoursOf } from '@/core/path/contours'
import { measuredContour, type MeasuredContour } from '@/core/path/measured'
import type { Outline, Path } from '@/core/path/path'

/** A contour that turns by more degrees than this has a corner there, which a dash goes round. */
const CORNER = 25
/** A side shorter than this share of dash and gap is one dash. */
const SHORT = 0.6
/** More dashes than this are left to the painter. */
const MOST = 4000

/** A stretch of a contour that is drawn, by its lengths. */
type Stretch = readonly [number, number]

/** The dashes of one side: half a dash at either end, so that with those beside it they go whole round its corners. */
const sideDashes = ([from, to]: Stretch, dash: number, gap: number): readonly Stretch[] => {
  const length = to - from
  if (length < SHORT * (dash + gap)) return [[from, to]]
  const count = partsAlong(length, dash + gap)
  const part = length / count
  const half = (part * dash) / (dash + gap) / 2
  return Array.from({ length: count + 1 }, (_, i): Stretch => {
    const middle = from + part * i
    return [Math.max(from, middle - half), Math.min(to, middle + half)]
  })
}

/** Stretches that meet as one. */
const joined = (stretches: readonly Stretch[]): readonly Stretch[] =>
  stretches.reduce<readonly Stretch[]>((sofar, next) => {
    const last = sofar.at(-1)
    return last && next[0] <= last[1] + 1e-9 ? [...sofar.slice(0, -1), [last[0], next[1]]] : [...sofar, next]
  }, [])

/** Sides from corner to corner; a closed contour without corners is one side from its start round to it. */
const sidesOf = (contour: MeasuredContour): readonly Stretch[] => {
  const found = contour.corners(CORNER)
  const corners = contour.isClosed ? (found.length ? found : [0]) : [...new Set([0, ...found])]
  const end = contour.isClosed ? (corners[0] ?? 0) + contour.length : contour.length
  return corners.map((from, i): Stretch => [from, corners[i + 1] ?? end])
}

/** The dashes of one contour as open lines; null where they are too many, or leave no gap. */
const contourDashes = (contour: MeasuredContour, dash: number, gap: number): Path | null => {
  const { length, isClosed } = contour
  if (!(gap > 0) || !(length > 0) || length / (dash + gap) > MOST) return null
  const stretches = joined(sidesOf(contour).flatMap((side) => sideDashes(side, dash, gap)))
  const [first, last] = [stretches[0], stretches.at(-1)]
  if (!first || !last || (stretches.length === 1 && first[1] - first[0] >= length - 1e-9)) return null
  // The last half dash of a closed contour is one with the first.
  const isRound = isClosed && stretches.length > 1 && last[1] - length >= first[0] - 1e-9
  const whole: readonly Stretch[] = isRound ? [[last[0] - length, first[1]], ...stretches.slice(1, -1)] : stretches
  return whole.flatMap(([from, to]) => contour.between(from, to))
}

/** The contours of an outline, each with its dashes as open lines; of one that is not to be cut they are null. */
export const dashesAlong = (
  outline: Outline,
  dash: number,
  gap: number,
): readonly { readonly contour: Path; readonly length: number; readonly dashes: Path | null }[] =>
  contoursOf(outline.path).map((contour) => {
    const measured = measuredContour(contour)
    return { contour, length: measured.length, dashes: contourDashes(measured, dash, gap) }
  })
