import { type Sheet, type Frame } from '@/core/document/types'
import { type PictureFill, PICTURES } from '@/core/document/fill'
import { originalOf } from '@/core/document/content'
import { framesOf } from '@/core/document/tree'

/** The takes of what a frame shows, an echo's being those of its original; null where it holds no picture of its own. */
export const takesOf = (sheet: Sheet, frame: Frame): PictureFill | null => {
  const { fill } = originalOf(sheet, frame)
  return fill.kind === PICTURES ? fill : null
}

/** The names of takes on a sheet, in the order in which they are first met, with how many frames have each. */
export const takeNames = (sheet: Sheet): readonly { readonly name: string; readonly frames: number }[] => {
  const counts = new Map<string, number>()
  for (const { fill } of framesOf(sheet)) {
    if (fill.kind !== PICTURES || fill.takes.length < 2) continue
    for (const name of new Set(fill.takes.map((take) => take.name))) counts.set(name, (counts.get(name) ?? 0) + 1)
  }
  return [...counts].map(([name, frames]) => ({ name, frames }))
}
