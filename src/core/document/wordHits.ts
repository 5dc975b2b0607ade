import { apply, invert } from '@/core/geometry/matrix'
import { cornersOf, rectAround, rectContains, unionRects, type Rect } from '@/core/geometry/rect'
import type { Point } from '@/core/geometry/vector'
import { isLineEnd } from '@/core/lettering/graphemes'
import { frameMatrix } from '@/core/document/read'
import { isWord, letterFrames, poseMatrix, wordSlots, type Word } from '@/core/document/lettering'
import { framesOf, isAtHand } from '@/core/document/tree'
import type { Frame, Sheet } from '@/core/document/types'
import { centredRect } from '@/core/geometry/rect'

/** The lines of a text as it stands: the frames of their letters, from left to right. */
const linesOf = (sheet: Sheet, word: Word): readonly (readonly Frame[])[] => {
  const frames = new Map(letterFrames(sheet, word).map((frame) => [frame.id, frame]))
  return wordSlots(word).reduce<Frame[][]>(
    (lines, { grapheme, id }) => {
      if (grapheme !== null && isLineEnd(grapheme)) lines.push([])
      const frame = id === null ? undefined : frames.get(id)
      if (frame) lines.at(-1)?.push(frame)
      return lines
    },
    [[]],
  )
}

/** A letter's bounds in the text's own points. */
const boundsIn = (frame: Frame, word: Word): Rect => {
  const inward = invert(poseMatrix(word.lettering.pose))
  const { w, h } = frame.box
  return rectAround(cornersOf(centredRect({ w, h })).map((p) => apply(inward, apply(frameMatrix(frame), p))))
}

/** Does the point lie within a line of the text: in a letter's box, or between two that follow one another? */
const holds = (sheet: Sheet, word: Word, p: Point): boolean => {
  const at = apply(invert(poseMatrix(word.lettering.pose)), p)
  return linesOf(sheet, word).some((line) => {
    const boxes = line.map((frame) => boundsIn(frame, word))
    return boxes.some((box, i) => {
      const next = boxes[i + 1]
      return rectContains(next ? unionRects([box, next]) : box, at)
    })
  })
}

/**
 * The topmost text in one of whose lines the point lies, letters and what is between them; null where there is none, or
 * where `above`, what was hit there, lies over it.
 */
export const wordLineAt = (sheet: Sheet, p: Point, above: Frame | null): Word | null => {
  const order = framesOf(sheet).map(({ id }) => id)
  const words = Object.values(sheet.items).filter((item): item is Word => isWord(item) && isAtHand(sheet, item.id))
  const height = (word: Word): number => order.indexOf(letterFrames(sheet, word)[0]?.id ?? '')
  const least = above ? order.indexOf(above.id) : -1
  return (
    words
      .filter((word) => height(word) > least)
      .sort((a, b) => height(b) - height(a))
      .find((word) => holds(sheet, word, p)) ?? null
  )
}
