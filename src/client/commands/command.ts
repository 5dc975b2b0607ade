import { BACKGROUND_ID } from '@/core/document/background'
import { holdsPicture } from '@/core/document/content'
import { isWord } from '@/core/document/lettering'
import { isText } from '@/core/document/text'
import type { Frame } from '@/core/document/types'
import type { Bench } from '@/client/store/bench'
import { shownSheet } from '@/client/store/benchStore'
import { selectedWord } from '@/client/store/lettering'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

export const FAMILIES = [
  'Frame',
  'Picture',
  'Outline',
  'Sharing',
  'Set',
  'Arrange',
  'Perspective',
  'Finish',
  'Letters',
  'Sheet',
  'View',
] as const
export type Family = (typeof FAMILIES)[number]

/** Where a key stands in the list of keys. */
export const KEY_GROUPS = ['Moving', 'Selecting', 'Frames', 'View'] as const
export type KeyGroup = (typeof KEY_GROUPS)[number]

/** What a menu is about. */
export const PLACES = ['frame', 'group', 'letter', 'text', 'block', 'several', 'background', 'sheet'] as const
export type Place = (typeof PLACES)[number]

/** Something that a person can ask for: it stands once, and buttons, menus, keys and the search are drawn from it. */
export interface Command {
  readonly id: string
  readonly family: Family
  /** As short as a menu has it. */
  readonly words: string
  /** Shorter still, for a button under its sign. */
  readonly short?: string
  /** What it does, in a sentence. */
  readonly does: string
  /** Other words that a person may look for. */
  readonly synonyms?: string
  /** Its key at first; the person may give it another. */
  readonly key?: string
  /** Under which heading its key is listed. */
  readonly keyGroup?: KeyGroup
  /** A key that cannot be changed, as it is shown. */
  readonly fixedKey?: string
  /** Menus that it stands in. */
  readonly menus?: readonly Place[]
  /** Why it does not apply now, in words that say what to do; null where it does. */
  readonly whyNot: (state: BenchState) => string | null
  /** Is what it switches on? */
  readonly isOn?: (state: BenchState) => boolean
  readonly run: (bench: Bench) => void
}

export const always = (): null => null

const frameOnly = (state: BenchState): Frame | null => {
  const frame = selectedFrame(state)
  return frame && frame.id !== BACKGROUND_ID ? frame : null
}

/** One frame, whatever fills it. */
export const needsFrame = (state: BenchState): string | null => (frameOnly(state) ? null : 'Select one frame first.')

/** One frame with a picture, or the background picture. */
export const needsPicture = (state: BenchState): string | null =>
  holdsPicture(selectedFrame(state)?.fill) ? null : 'Select a frame with a picture first.'

/** One frame with a picture; not the background. */
export const needsFramedPicture = (state: BenchState): string | null =>
  holdsPicture(frameOnly(state)?.fill) ? null : 'Select a frame with a picture first.'

/** Anything on the sheet. */
export const needsItems = (state: BenchState): string | null =>
  state.selection.some((id) => id !== BACKGROUND_ID) ? null : 'Select something on the sheet first.'

export const needsSeveral = (state: BenchState): string | null =>
  state.selection.length > 1 ? null : 'Select two or more: Shift and press, or draw around them.'

/** Several frames, those within a selected group too. */
export const needsFrames = (state: BenchState): string | null =>
  selectedFrames(state).length > 1 ? null : 'Select two or more frames, or a group of them.'

export const needsGroup = (state: BenchState): string | null =>
  state.selection.some((id) => shownSheet(state).items[id]?.kind === 'group') ? null : 'Select a group first.'

/** A text, or one of its letters. */
export const needsWord = (state: BenchState): string | null => (selectedWord(state) ? null : 'Select letters first.')

/** The sheet has a background picture. */
export const needsBackground = (state: BenchState): string | null =>
  shownSheet(state).background.kind === 'picture' ? null : 'Give the sheet a background picture first.'

/** The first reason among several. */
export const allOf =
  (...needs: readonly Command['whyNot'][]): Command['whyNot'] =>
  (state) => {
    for (const need of needs) {
      const reason = need(state)
      if (reason !== null) return reason
    }
    return null
  }

/** What a menu opened on the selection is about. */
export const placeOf = (state: BenchState): Place => {
  const [only, ...others] = state.selection
  if (only === undefined) return 'sheet'
  if (others.length) return 'several'
  if (only === BACKGROUND_ID) return 'background'
  const item = shownSheet(state).items[only]
  if (isWord(item)) return 'text'
  if (item?.kind === 'group') return 'group'
  if (isText(item)) return 'block'
  return selectedWord(state) ? 'letter' : 'frame'
}
