import type { Command } from '@/client/commands/command'
import { always } from '@/client/commands/command'
import { selectAlike, selectAll, selectNeighbour, selectedFrames } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'
import { setAdding } from '@/client/store/slices/selection'
const needsModel = (state: BenchState): string | null =>
  selectedFrames(state).length ? null : 'Select a frame first, then those that are like it.'

/** Frames chosen by what they are, or one after another. */
export const SELECTING_COMMANDS: readonly Command[] = [
  {
    id: 'alike',
    family: 'Frame',
    words: 'Select all of the same stencil',
    does: 'All of the same stencil',
    synonyms: 'similar',
    key: 'a',
    keyGroup: 'Selecting',
    whyNot: needsModel,
    run: (bench) => selectAlike(bench, 'stencil'),
  },
  {
    id: 'alikeSize',
    family: 'Frame',
    words: 'Select all of the same size',
    does: 'Select every frame that is as wide and high as this one',
    synonyms: 'similar equal',
    whyNot: needsModel,
    run: (bench) => selectAlike(bench, 'size'),
  },
  {
    id: 'alikeFinish',
    family: 'Frame',
    words: 'Select all of the same finish',
    does: 'Select every frame with the same finish',
    synonyms: 'similar look',
    whyNot: needsModel,
    run: (bench) => selectAlike(bench, 'finish'),
  },
  {
    id: 'adding',
    family: 'Frame',
    words: 'Add to the selection',
    does: 'A press adds to the selection, as with Shift',
    synonyms: 'several multi select',
    whyNot: always,
    isOn: ({ isAdding }) => isAdding,
    run: (bench) => setAdding(bench, !bench.get().isAdding),
  },
  {
    id: 'empty',
    family: 'Frame',
    words: 'Select all empty frames',
    does: 'All empty frames',
    synonyms: 'vacant missing',
    key: 'e',
    keyGroup: 'Selecting',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => selectAlike(bench, 'empty'),
  },
  {
    id: 'all',
    family: 'Frame',
    words: 'Select all',
    does: 'Select everything on the sheet, or in the group entered',
    synonyms: 'everything',
    fixedKey: 'Ctrl A',
    menus: ['sheet'],
    whyNot: always,
    run: selectAll,
  },
  {
    id: 'next',
    family: 'Frame',
    words: 'Next frame',
    does: 'Next frame in reading order',
    key: '.',
    keyGroup: 'Selecting',
    whyNot: always,
    run: (bench) => selectNeighbour(bench, 1),
  },
  {
    id: 'previous',
    family: 'Frame',
    words: 'Previous frame',
    does: 'Previous frame',
    key: ',',
    keyGroup: 'Selecting',
    whyNot: always,
    run: (bench) => selectNeighbour(bench, -1),
  },
]
