import { placedIn } from '@/core/document/content'
import { readingOrder } from '@/core/document/read'
import type { Frame } from '@/core/document/types'
import { matchSelected } from '@/client/store/arrangement'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { say } from '@/client/store/notices'
import { select, selectedFrames, selectItems } from '@/client/store/selection'
import { putMarking } from '@/client/store/slices/card'
import { setFinderMode } from '@/client/store/slices/mode'

/** Filled frames among these whose picture has no marked subject, in reading order; each picture once. */
const unmarked = (bench: Bench, ids: ReadonlySet<string>): readonly Frame[] => {
  const { project } = bench.get()
  const sheet = shownSheet(bench.get())
  const seen = new Set<string>()
  return readingOrder(sheet).filter((frame) => {
    const pictureId = ids.has(frame.id) ? placedIn(sheet, frame)?.pictureId : undefined
    if (pictureId === undefined || seen.has(pictureId) || project.pictures[pictureId]?.subject) return false
    seen.add(pictureId)
    return true
  })
}

const goTo = (bench: Bench, frame: Frame, left: number): void => {
  select(bench, frame.id, 'picture')
  setFinderMode(bench, 'subject')
  say(
    bench,
    `Draw a box around the head in the viewfinder of ${frame.name}${left > 1 ? `; ${left - 1} more after it` : ''}. Then all are matched.`,
  )
}

/**
 * Matches the subjects of the selected frames. Where some are not marked yet the viewfinder asks for them, one after
 * another; with the last of them all are matched.
 */
export const startMatching = (bench: Bench, rows: boolean): void => {
  bench.endBurst()
  const { selection } = bench.get()
  const frameIds = selectedFrames(bench.get()).map(({ id }) => id)
  const left = unmarked(bench, new Set(frameIds))
  const [first] = left
  if (!first || frameIds.length < 2) return matchSelected(bench, rows)
  putMarking(bench, { selection, frameIds, rows })
  goTo(bench, first, left.length)
}

/** A subject was marked: on to the next picture that has none, or to the match. Does nothing where none was asked for. */
export const goOnMarking = (bench: Bench): boolean => {
  const { marking, selection } = bench.get()
  const [chosen] = selection
  if (!marking) return false
  // Whoever goes elsewhere meanwhile has left it.
  if (chosen === undefined || !marking.frameIds.includes(chosen)) {
    putMarking(bench, null)
    return false
  }
  const left = unmarked(bench, new Set(marking.frameIds))
  const [next] = left
  if (next) {
    goTo(bench, next, left.length)
    return true
  }
  putMarking(bench, null)
  setFinderMode(bench, 'move')
  selectItems(bench, marking.selection)
  matchSelected(bench, marking.rows)
  return true
}
