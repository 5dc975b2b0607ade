import { framesOf } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'

const keyOf = ({ name }: Frame): string => name.trim().toLowerCase()

/** The other openings of a sheet that show what an opening shows: all of its name that are marked so, it among them. */
export const alikeOf = (sheet: Sheet, frame: Frame): readonly Frame[] =>
  frame.opening?.alike
    ? framesOf(sheet).filter(
        (other) => other.id !== frame.id && other.opening?.alike === true && keyOf(other) === keyOf(frame),
      )
    : []

/** Of openings that show the same only the first: what is chosen for it is chosen for all. */
export const withoutAlike = (frames: readonly Frame[]): readonly Frame[] => {
  const seen = new Set<string>()
  return frames.filter((frame) => {
    if (!frame.opening?.alike) return true
    const key = keyOf(frame)
    const isFirst = !seen.has(key)
    seen.add(key)
    return isFirst
  })
}
