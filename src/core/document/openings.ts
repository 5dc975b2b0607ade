import { isVacant } from '@/core/document/lettering'
import { framesUnder, isHidden } from '@/core/document/tree'
import type { Frame, Item, Sheet } from '@/core/document/types'

/** A frame that takes pictures, and whether it still waits for one. */
interface Opening {
  readonly frame: Frame
  readonly isEmpty: boolean
}

const isArt = (item: Item): item is Frame => item.kind === 'frame' && !item.takesPictures

const openingsIn = (sheet: Sheet, frames: readonly Frame[]): readonly Opening[] =>
  frames.filter(({ takesPictures }) => takesPictures).map((frame) => ({ frame, isEmpty: isVacant(sheet, frame) }))

/** What comes and goes together: art with the openings beneath it, or a group with those in it. */
interface Layer {
  readonly ids: readonly string[]
  readonly openings: readonly Opening[]
  readonly hasArt: boolean
}

/** The items of a list as layers from the bottom: art with what lies between it and the art beneath; a group by itself. */
const layersOf = (sheet: Sheet, order: readonly string[]): readonly Layer[] => {
  const layers: Layer[] = []
  let beneath: Opening[] = []
  for (const id of order) {
    const item = sheet.items[id]
    if (!item || isHidden(sheet, id)) continue
    if (item.kind === 'group') {
      const members = framesUnder(sheet, [id])
      layers.push({ ids: [id], openings: openingsIn(sheet, members), hasArt: members.some(isArt) })
    } else if (isArt(item)) {
      layers.push({ ids: [id], openings: beneath, hasArt: true })
      beneath = []
    } else beneath.push(...openingsIn(sheet, [item]))
  }
  return [...layers, { ids: [], openings: beneath, hasArt: false }]
}

/**
 * What goes out of sight where nothing came: frames that wait for a picture, and art or groups with art whose openings all
 * do. Where no opening is filled at all the art stays.
 */
export const emptyOpenings = (sheet: Sheet): readonly string[] => {
  const layers = layersOf(sheet, sheet.order)
  const isFilled = layers.some(({ openings }) => openings.some(({ isEmpty }) => !isEmpty))
  return layers.flatMap(({ ids, openings, hasArt }) => {
    const empty = openings.filter(({ isEmpty }) => isEmpty).map(({ frame }) => frame.id)
    const goes = isFilled && hasArt && openings.length > 0 && empty.length === openings.length
    return goes ? [...empty, ...ids] : empty
  })
}
