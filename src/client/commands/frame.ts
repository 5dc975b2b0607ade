import { FIRST_COLOUR } from '@/client/store/colours'
import type { Command } from '@/client/commands/command'
import { needsGroup, needsItems, needsSeveral, always, needsFrame } from '@/client/commands/command'
import { flipSelected, groupSelected, restackSelected, toggleMark, ungroupSelected } from '@/client/store/arrangement'
import { duplicateSelected, pastePlacement } from '@/client/store/clipboard'
import { copyImage } from '@/client/store/copyImage'
import { removeSelected } from '@/client/store/removal'
import { selectedFrame } from '@/client/store/selection'
import { shownSheet } from '@/client/store/benchStore'
import type { BenchState } from '@/client/store/state'
import { putWay } from '@/client/store/slices/selection'
import { holdsPicture } from '@/core/document/content'
import { type Bench } from '@/client/store/bench'
import { type PlainFill } from '@/core/document/edits/fills'
import { putFill, squareSelected } from '@/client/store/frameFields'
import { FIRST_GRADIENT } from '@/client/store/colours'

const ITEM = ['frame', 'group', 'letter', 'text', 'block', 'several'] as const

const areAll = (state: BenchState, mark: 'hidden' | 'locked'): boolean => {
  const items = state.selection.flatMap((id) => shownSheet(state).items[id] ?? [])
  return items.length > 0 && items.every((item) => item[mark])
}

/** A frame that shows no picture: its own fill can be any other. */
const needsPlainFill = (state: BenchState): string | null =>
  needsFrame(state) ?? (holdsPicture(selectedFrame(state)?.fill) ? 'Take the picture out of the frame first.' : null)

const fillWith = (bench: Bench, step: string, fill: PlainFill): void => {
  const { sheetId, selection } = bench.get()
  const [frameId] = selection
  if (frameId !== undefined) putFill(bench, step, { sheetId, frameId }, fill)
}

export const FRAME_COMMANDS: readonly Command[] = [
  {
    id: 'duplicate',
    family: 'Frame',
    words: 'Duplicate',
    does: 'Duplicate with pictures',
    synonyms: 'copy clone twice',
    key: 'd',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: duplicateSelected,
  },
  {
    id: 'copyImage',
    family: 'Frame',
    words: 'Copy as an image',
    does: 'Put what is selected, or the sheet, on the clipboard as an image',
    synonyms: 'clipboard bitmap',
    menus: [...ITEM, 'sheet'],
    whyNot: always,
    run: (bench) => void copyImage(bench),
  },
  {
    id: 'flip',
    family: 'Frame',
    words: 'Flip left to right',
    does: 'Flip left to right',
    synonyms: 'mirror horizontal',
    key: 'i',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => flipSelected(bench, 'x'),
  },
  {
    id: 'flipDown',
    family: 'Frame',
    words: 'Flip top to bottom',
    does: 'Flip what is selected top to bottom',
    synonyms: 'mirror vertical upside down',
    whyNot: needsItems,
    run: (bench) => flipSelected(bench, 'y'),
  },
  {
    id: 'group',
    family: 'Frame',
    words: 'Group',
    does: 'Group',
    synonyms: 'join together bundle',
    key: 'g',
    keyGroup: 'Frames',
    menus: ['several'],
    whyNot: needsSeveral,
    run: groupSelected,
  },
  {
    id: 'ungroup',
    family: 'Frame',
    words: 'Ungroup',
    does: 'Ungroup',
    synonyms: 'dissolve separate',
    key: 'u',
    keyGroup: 'Frames',
    menus: ['group', 'several'],
    whyNot: needsGroup,
    run: ungroupSelected,
  },
  {
    id: 'forward',
    family: 'Frame',
    words: 'One forward',
    does: 'One forward',
    synonyms: 'raise order up above',
    key: 'f',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => restackSelected(bench, 'forward'),
  },
  {
    id: 'back',
    family: 'Frame',
    words: 'One back',
    does: 'One back',
    synonyms: 'lower order down below',
    key: 'b',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => restackSelected(bench, 'back'),
  },
  {
    id: 'front',
    family: 'Frame',
    words: 'To the front',
    does: 'To the front',
    synonyms: 'top order above all',
    key: 't',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => restackSelected(bench, 'front'),
  },
  {
    id: 'rear',
    family: 'Frame',
    words: 'To the rear',
    does: 'To the rear',
    synonyms: 'bottom order behind all',
    key: 'r',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => restackSelected(bench, 'rear'),
  },
  {
    id: 'hide',
    family: 'Frame',
    words: 'Hide',
    does: 'Hide, or show again',
    synonyms: 'visible invisible eye',
    key: 'x',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    isOn: (state) => areAll(state, 'hidden'),
    run: (bench) => toggleMark(bench, 'hidden'),
  },
  {
    id: 'lock',
    family: 'Frame',
    words: 'Lock',
    does: 'Lock, or unlock',
    synonyms: 'protect fix fasten',
    key: 'k',
    keyGroup: 'Frames',
    menus: ITEM,
    whyNot: needsItems,
    isOn: (state) => areAll(state, 'locked'),
    run: (bench) => toggleMark(bench, 'locked'),
  },
  {
    id: 'square',
    family: 'Frame',
    words: 'As wide as high',
    short: '1 : 1',
    does: 'Make the frame as wide as it is high, by its shorter side',
    synonyms: 'square equal ratio circle',
    whyNot: needsFrame,
    run: squareSelected,
  },
  {
    id: 'fillColour',
    family: 'Frame',
    words: 'Fill with a colour',
    short: 'Colour',
    does: 'Fill with a colour',
    synonyms: 'paint solid',
    whyNot: needsPlainFill,
    isOn: (state) => selectedFrame(state)?.fill.kind === 'colour',
    run: (bench) => fillWith(bench, 'Fill with colour', { kind: 'colour', colour: FIRST_COLOUR }),
  },
  {
    id: 'fillGradient',
    family: 'Frame',
    words: 'Fill with a gradient',
    short: 'Gradient',
    does: 'Fill with a gradient',
    synonyms: 'paint blend ramp',
    whyNot: needsPlainFill,
    isOn: (state) => selectedFrame(state)?.fill.kind === 'gradient',
    run: (bench) => fillWith(bench, 'Fill with gradient', { kind: 'gradient', ...FIRST_GRADIENT }),
  },
  {
    id: 'emptyFrame',
    family: 'Frame',
    words: 'Empty the frame',
    short: 'Empty',
    does: 'Empty the frame',
    synonyms: 'no fill clear',
    whyNot: needsPlainFill,
    run: (bench) => fillWith(bench, 'Empty frame', { kind: 'none' }),
  },
  {
    id: 'placement',
    family: 'Frame',
    words: 'Paste only the placement',
    does: 'Paste only the placement copied last',
    synonyms: 'zoom position same',
    key: 'v',
    keyGroup: 'Frames',
    whyNot: needsItems,
    run: pastePlacement,
  },
  {
    id: 'remove',
    family: 'Frame',
    words: 'Remove',
    does: 'Remove what is selected with what it holds',
    synonyms: 'delete erase bin trash',
    fixedKey: 'Delete',
    menus: ITEM,
    whyNot: needsItems,
    run: (bench) => {
      putWay(bench, 'whole')
      removeSelected(bench)
    },
  },
]
