import type { ColourRef } from '@/core/colour/slots'
import { boxMatrix, clampSide, type Box } from '@/core/geometry/box'
import { apply, applyVector, compose, invert, rotation, scaling } from '@/core/geometry/matrix'
import type { Point } from '@/core/geometry/vector'
import { mirrorPath } from '@/core/path/mirror'
import { polygonPath, type Outline } from '@/core/path/path'
import { flowOf, type Flow } from '@/core/text/flow'
import type { TextStencil } from '@/core/text/block'
import type { Frame, Item, Sheet } from '@/core/document/types'

/** A frame whose outline is a text that wraps in its box. */
export interface TextFrame extends Frame {
  readonly stencil: TextStencil
}

export const isText = (item: Item | null | undefined): item is TextFrame =>
  item?.kind === 'frame' && item.stencil.kind === 'text'

/** The frame of this id, if it is a text. */
export const textOf = (sheet: Sheet, frameId: string | undefined): TextFrame | null => {
  const item = frameId === undefined ? undefined : sheet.items[frameId]
  return isText(item) ? item : null
}

/** The text of a frame as it lies in its box. */
export const flowIn = ({ stencil, box }: TextFrame): Flow => flowOf(stencil, box)

/** Letters of a name that is taken from a text. */
const NAME_LENGTH = 28

/** What a text is called until it is given a name: its first words. */
export const textName = (text: string): string => {
  const line = text.trim().split('\n')[0]?.trim() ?? ''
  if (line.length <= NAME_LENGTH) return line || 'Text'
  const cut = line.slice(0, NAME_LENGTH)
  return `${cut.slice(0, cut.lastIndexOf(' ') > NAME_LENGTH / 2 ? cut.lastIndexOf(' ') : NAME_LENGTH).trimEnd()}…`
}

/** A point of the sheet in the frame's own points, as its lines are measured. */
export const ownPoint = ({ box, turn, flip }: Frame, p: Point): Point =>
  apply(invert(compose(boxMatrix(box, turn), scaling(flip ? -1 : 1, 1))), p)

/** Does a point of the sheet lie within the box of a frame? */
export const boxHolds = (frame: Frame, p: Point): boolean => {
  const { x, y } = ownPoint(frame, p)
  return Math.abs(x) <= frame.box.w / 2 && Math.abs(y) <= frame.box.h / 2
}

/** The box made so high that the text just fits; its top stays. */
export const fittedBox = (frame: TextFrame): Box => {
  const { box, turn } = frame
  const h = clampSide(flowIn(frame).height)
  const by = applyVector(rotation(turn), { x: 0, y: (h - box.h) / 2 })
  return { cx: box.cx + by.x, cy: box.cy + by.y, w: box.w, h }
}

/** Where a press meets a text, in the frame's own points: its lines, so that what shows between box and text is reached. */
export const textHitOutline = (frame: TextFrame): Outline => {
  const { lines } = flowIn(frame)
  const path = lines.flatMap(({ x, width, baseline, up, down }, i) => {
    const next = lines[i + 1]
    const [y0, y1] = [baseline - up, Math.max(baseline + down, next ? next.baseline - next.up : -Infinity)]
    const x1 = x + Math.max(width, 1)
    return polygonPath([
      { x, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x, y: y1 },
    ])
  })
  return { path: frame.flip ? mirrorPath(path) : path, fillRule: 'nonzero' }
}

/** How many lines of a text do not fit its box: below it, or wider. */
export const linesOver = (frame: TextFrame): number => {
  const { linesBelow, linesWide } = flowIn(frame)
  return Math.max(linesBelow, linesWide)
}

/** Why a text does not fit its box, in words; null where it does. */
export const overflowWords = (frame: TextFrame): string | null => {
  const { linesBelow, linesWide } = flowIn(frame)
  const lines = (count: number): string => (count === 1 ? '1 line' : `${count} lines`)
  const said = [
    ...(linesBelow ? [`${lines(linesBelow)} below the box`] : []),
    ...(linesWide ? [`${lines(linesWide)} wider than it`] : []),
  ]
  return said.length ? `The text does not fit: ${said.join(', ')}` : null
}

/** A text as it first stands on a sheet: its letters in a colour; pictures that are dropped pass through it. */
export const newText = (id: string, stencil: TextStencil, box: Box, colour: ColourRef): TextFrame => ({
  kind: 'frame',
  id,
  name: textName(stencil.text),
  takesPictures: false,
  box,
  turn: 0,
  stencil,
  fill: { kind: 'colour', colour },
})
