import { apply, applyVector, compose, type Matrix } from '@/core/geometry/matrix'
import { unitVector } from '@/core/geometry/angle'
import type { Point } from '@/core/geometry/vector'
import { isLineEnd } from '@/core/lettering/graphemes'
import type { Caret } from '@/core/lettering/layout'
import { poseMatrix } from '@/core/document/lettering'
import type { LetterPose } from '@/core/document/types'
import { viewMatrix } from '@/client/store/view'
import type { View } from '@/client/store/state'

/** A caret on the table: its foot and head, in table pixels. */
export interface CaretLine {
  readonly foot: Point
  readonly head: Point
}

const toTable = (pose: LetterPose, view: View): Matrix => compose(viewMatrix(view), poseMatrix(pose))

/** Where a caret of a text stands on the table. */
export const caretLine = (caret: Caret, pose: LetterPose, view: View): CaretLine => {
  const m = toTable(pose, view)
  const along = unitVector(caret.turn)
  const up = { x: along.y, y: -along.x }
  const at = apply(m, caret)
  const rise = applyVector(m, { x: up.x * caret.up, y: up.y * caret.up })
  const fall = applyVector(m, { x: -up.x * caret.down, y: -up.y * caret.down })
  return { foot: { x: at.x + fall.x, y: at.y + fall.y }, head: { x: at.x + rise.x, y: at.y + rise.y } }
}

/** The stretches between carets that a selection covers, as corners on the table; line ends have none. */
export const selectedQuads = (
  carets: readonly Caret[],
  graphemes: readonly string[],
  [from, to]: readonly [number, number],
  pose: LetterPose,
  view: View,
): readonly (readonly Point[])[] => {
  const [first, last] = from < to ? [from, to] : [to, from]
  return Array.from({ length: last - first }, (_, i) => first + i).flatMap((i) => {
    const [left, right] = [carets[i], carets[i + 1]]
    if (!left || !right || isLineEnd(graphemes[i] ?? '')) return []
    const [p, q] = [caretLine(left, pose, view), caretLine(right, pose, view)]
    return [[p.foot, p.head, q.head, q.foot]]
  })
}

/** How long a caret is, in table pixels. */
export const caretHeight = ({ foot, head }: CaretLine): number => Math.hypot(head.x - foot.x, head.y - foot.y)

const distanceTo = ({ foot, head }: CaretLine, p: Point): number => {
  const [dx, dy] = [head.x - foot.x, head.y - foot.y]
  const length = dx * dx + dy * dy || 1
  const share = Math.min(1, Math.max(0, ((p.x - foot.x) * dx + (p.y - foot.y) * dy) / length))
  return Math.hypot(p.x - foot.x - share * dx, p.y - foot.y - share * dy)
}

/** The caret nearest to a point of the table, and how far it is. */
export const nearestCaret = (
  carets: readonly Caret[],
  pose: LetterPose,
  view: View,
  p: Point,
): { readonly index: number; readonly distance: number } =>
  carets.reduce(
    (best, caret, index) => {
      const distance = distanceTo(caretLine(caret, pose, view), p)
      return distance < best.distance ? { index, distance } : best
    },
    { index: 0, distance: Infinity },
  )
