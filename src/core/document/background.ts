import { refuse } from '@/core/failure'
import { coverPlaced, type Placed } from '@/core/placement/placed'
import { backgroundBox } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { type Background, type Frame, type Sheet } from '@/core/document/types'
import { PICTURES } from '@/core/document/fill'

/** Names the background where a frame is named. No item has it: ids begin with a letter or digit. */
export const BACKGROUND_ID = '@background'

const BACKGROUND_TAKE = 'background'

const frames = new WeakMap<Sheet, Frame>()

const makeFrame = (sheet: Sheet, placed: Placed): Frame => ({
  kind: 'frame',
  id: BACKGROUND_ID,
  name: 'Background',
  takesPictures: true,
  box: backgroundBox(sheet),
  turn: 0,
  stencil: { kind: 'rectangle' },
  fill: {
    kind: PICTURES,
    shown: BACKGROUND_TAKE,
    takes: [{ id: BACKGROUND_TAKE, name: '', placed }],
  },
})

/**
 * The background's picture as a frame over sheet and bleed, so that every placement tool works on it; or null. The same
 * sheet gives the same frame.
 */
export const backgroundFrame = (sheet: Sheet): Frame | null => {
  const { background } = sheet
  if (background.kind !== 'picture') return null
  const known = frames.get(sheet)
  if (known) return known
  const frame = makeFrame(sheet, background.placed)
  frames.set(sheet, frame)
  return frame
}

/** The frame with this id, or the background's picture as one; null for a group or what is not there. */
export const frameOrBackground = (sheet: Sheet, id: string): Frame | null => {
  if (id === BACKGROUND_ID) return backgroundFrame(sheet)
  const item = sheet.items[id]
  return item?.kind === 'frame' ? item : null
}

/** The frame with this id, or the background as one. Refuses an id of neither. */
export const holderOf = (sheet: Sheet, id: string): Frame =>
  id === BACKGROUND_ID
    ? (backgroundFrame(sheet) ?? refuse('the background', 'a picture', sheet.background.kind))
    : frameOf(sheet, id)

/** A picture background of its own or in place of another; opacity and blur stay. */
export const pictureBackground = (before: Background, pictureId: string): Background =>
  before.kind === 'picture'
    ? { ...before, placed: { ...before.placed, pictureId } }
    : { kind: 'picture', placed: coverPlaced(pictureId) }
