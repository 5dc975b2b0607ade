import { focusOnSubject, USUAL_LINE, type SubjectMark } from '@/core/placement/subject'
import type { PictureHolder, Placed } from '@/core/placement/placed'
import { resolvePlacement } from '@/core/placement/resolve'
import type { Wants } from '@/core/template/wants'

/**
 * A placement with the subject as near as covering lets it come to where the opening wants it: its line at the height
 * that is wanted, else its middle at the place that is wanted, else the line at the usual height.
 */
export const aimedPlaced = (placed: Placed, holder: PictureHolder, subject: SubjectMark, wants: Wants): Placed => {
  const { box, line } = subject
  const across = wants.subject?.x ?? 0.5
  if (wants.line !== undefined) return focusOnSubject(placed, holder, subject, { line: wants.line, across })
  if (!wants.subject) return focusOnSubject(placed, holder, subject, { line: USUAL_LINE, across })
  const middle = (box.v0 + box.v1) / 2
  const { scale } = resolvePlacement(placed, holder)
  const below = (((line ?? middle) - middle) * holder.picture.h * scale) / holder.box.h
  return focusOnSubject(placed, holder, subject, { line: wants.subject.y + below, across })
}
