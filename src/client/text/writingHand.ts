import { boxMatrix } from '@/core/geometry/box'
import { compose, scaling, type Matrix } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import type { TextFrame } from '@/core/document/text'
import type { View } from '@/client/store/state'
import { viewMatrix } from '@/client/store/view'

/** A press further beyond the box than this, in table pixels, leaves the text. */
const REACH = 10

/** Does a press at a point of the frame leave the text? `pixel` is one of the table, in points. */
export const isBeyond = ({ box: { w, h } }: TextFrame, { x, y }: Point, pixel: number): boolean =>
  Math.abs(x) > w / 2 + REACH * pixel || Math.abs(y) > h / 2 + REACH * pixel

/** The frame's own points → table pixels. */
export const tableMatrix = ({ box, turn, flip }: TextFrame, view: View): Matrix =>
  compose(viewMatrix(view), boxMatrix(box, turn), scaling(flip ? -1 : 1, 1))

/** Presses on one spot that follow one another faster than this, in milliseconds, are counted together. */
const AGAIN_MS = 450
const SAME_SPOT = 5

interface Press {
  readonly clientX: number
  readonly clientY: number
  readonly timeStamp: number
}

/** Counts presses: the browser does not, where a press is kept from it. */
export const pressCounter = () => {
  let last = { x: -1e9, y: -1e9, time: 0, count: 0 }
  return ({ clientX: x, clientY: y, timeStamp: time }: Press): number => {
    const isAgain = time - last.time < AGAIN_MS && Math.hypot(x - last.x, y - last.y) < SAME_SPOT
    last = { x, y, time, count: isAgain ? last.count + 1 : 1 }
    return last.count
  }
}

/** The word, or what stands between words, around a place. */
export const wordAround = (text: string, place: number): readonly [number, number] => {
  for (const { index, segment } of new Intl.Segmenter('en', { granularity: 'word' }).segment(text))
    if (place >= index && place < index + segment.length) return [index, index + segment.length]
  return [place, place]
}

/** The paragraph around a place, without its end. */
export const paragraphAround = (text: string, place: number): readonly [number, number] => {
  const end = text.indexOf('\n', place)
  return [text.lastIndexOf('\n', Math.max(0, place - 1)) + 1, end < 0 ? text.length : end]
}
