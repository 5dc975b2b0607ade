import { zoomSelected } from '@/client/gestures/nudge'
import { flipSelected, groupSelected, restackSelected, toggleMark, ungroupSelected } from '@/client/store/arrangement'
import { toggleBefore } from '@/client/store/adjust'
import type { Bench } from '@/client/store/benchStore'
import { duplicateSelected, pastePlacement } from '@/client/store/clipboard'
import { say } from '@/client/store/notices'
import { togglePoints } from '@/client/store/points'
import { startTrace } from '@/client/store/trace'
import { stepLetter } from '@/client/store/letterPictures'
import { toggleTyping } from '@/client/store/typing'
import { nextTake } from '@/client/store/sharing'
import { selectAlike, selectNeighbour, setWay } from '@/client/store/selection'
import { goToNeighbour } from '@/client/store/sheets'
import { fitView, fullView, zoomView } from '@/client/store/view'

export const KEY_GROUPS = ['Moving', 'Selecting', 'Frames', 'View'] as const
export type KeyGroup = (typeof KEY_GROUPS)[number]

/** What one key does on the table or the stack. Its key can be changed by the person. */
export interface TableKey {
  readonly id: string
  readonly key: string
  readonly does: string
  readonly group: KeyGroup
  readonly act: (bench: Bench) => void
}

const ZOOM_STEP = 1.1
const VIEW_STEP = 1.25

const zoomBy = (bench: Bench, step: 1 | -1): void => {
  if (bench.get().way === 'picture') zoomSelected(bench, step > 0 ? ZOOM_STEP : 1 / ZOOM_STEP)
  else zoomView(bench, step > 0 ? VIEW_STEP : 1 / VIEW_STEP)
}

/** Turns snapping on or off for good; the held key does so for one drag. */
export const toggleSnaps = (bench: Bench): void => {
  const snaps = !bench.get().snaps
  bench.set({ snaps })
  say(bench, snaps ? 'Drags snap to edges, middles, gaps and guides.' : 'Drags no longer snap.')
}

export const TABLE_KEYS: readonly TableKey[] = [
  { id: 'whole', key: 'w', does: 'A drag moves the whole', group: 'Moving', act: (b) => setWay(b, 'whole') },
  {
    id: 'picture',
    key: 'p',
    does: 'A drag moves the picture inside',
    group: 'Moving',
    act: (b) => setWay(b, 'picture'),
  },
  {
    id: 'outline',
    key: 'o',
    does: 'A drag moves the outline over the picture',
    group: 'Moving',
    act: (b) => setWay(b, 'outline'),
  },
  {
    id: 'larger',
    key: '+',
    does: 'Zoom in: the picture in the Picture way, else the view',
    group: 'Moving',
    act: (b) => zoomBy(b, 1),
  },
  { id: 'smaller', key: '-', does: 'Zoom out', group: 'Moving', act: (b) => zoomBy(b, -1) },
  { id: 'snap', key: 's', does: 'Snapping on or off', group: 'Moving', act: toggleSnaps },
  { id: 'next', key: '.', does: 'Next frame in reading order', group: 'Selecting', act: (b) => selectNeighbour(b, 1) },
  { id: 'previous', key: ',', does: 'Previous frame', group: 'Selecting', act: (b) => selectNeighbour(b, -1) },
  { id: 'alike', key: 'a', does: 'All of the same stencil', group: 'Selecting', act: (b) => selectAlike(b, 'stencil') },
  { id: 'empty', key: 'e', does: 'All empty frames', group: 'Selecting', act: (b) => selectAlike(b, 'empty') },
  { id: 'points', key: 'y', does: 'Points of the outline', group: 'Frames', act: togglePoints },
  { id: 'trace', key: 'q', does: 'Trace an outline on the sheet', group: 'Frames', act: (b) => startTrace(b) },
  { id: 'duplicate', key: 'd', does: 'Duplicate with pictures', group: 'Frames', act: duplicateSelected },
  { id: 'placement', key: 'v', does: 'Paste only the placement copied last', group: 'Frames', act: pastePlacement },
  { id: 'group', key: 'g', does: 'Group', group: 'Frames', act: groupSelected },
  { id: 'ungroup', key: 'u', does: 'Ungroup', group: 'Frames', act: ungroupSelected },
  { id: 'take', key: 'n', does: 'Next take of the selected frames', group: 'Frames', act: nextTake },
  { id: 'type', key: '3', does: 'Type in the selected letters', group: 'Frames', act: toggleTyping },
  {
    id: 'letterBefore',
    key: '2',
    does: 'The letter before, moved the same way',
    group: 'Selecting',
    act: (b) => stepLetter(b, -1),
  },
  {
    id: 'letterNext',
    key: '4',
    does: 'The next letter, moved the same way',
    group: 'Selecting',
    act: (b) => stepLetter(b, 1),
  },
  { id: 'before', key: '5', does: 'Pictures without adjustments, to compare', group: 'View', act: toggleBefore },
  { id: 'forward', key: 'f', does: 'One forward', group: 'Frames', act: (b) => restackSelected(b, 'forward') },
  { id: 'back', key: 'b', does: 'One back', group: 'Frames', act: (b) => restackSelected(b, 'back') },
  { id: 'front', key: 't', does: 'To the front', group: 'Frames', act: (b) => restackSelected(b, 'front') },
  { id: 'rear', key: 'r', does: 'To the rear', group: 'Frames', act: (b) => restackSelected(b, 'rear') },
  { id: 'flip', key: 'i', does: 'Flip left to right', group: 'Frames', act: (b) => flipSelected(b, 'x') },
  { id: 'hide', key: 'x', does: 'Hide, or show again', group: 'Frames', act: (b) => toggleMark(b, 'hidden') },
  { id: 'lock', key: 'k', does: 'Lock, or unlock', group: 'Frames', act: (b) => toggleMark(b, 'locked') },
  { id: 'fit', key: '0', does: 'Fit the sheet', group: 'View', act: fitView },
  { id: 'full', key: '1', does: 'Show at 100%', group: 'View', act: fullView },
  {
    id: 'rulers',
    key: 'l',
    does: 'Rulers and guides',
    group: 'View',
    act: (b) => b.set({ hasRulers: !b.get().hasRulers }),
  },
  {
    id: 'clean',
    key: 'z',
    does: 'Clean view without marks',
    group: 'View',
    act: (b) => b.set({ isClean: !b.get().isClean }),
  },
  {
    id: 'strip',
    key: 'j',
    does: 'Strip of sheets',
    group: 'View',
    act: (b) => b.set({ hasSheetStrip: !b.get().hasSheetStrip }),
  },
]

/** A shortcut that is always the same. */
export interface FixedKey {
  readonly keys: readonly string[]
  readonly does: string
  readonly group: KeyGroup | 'Everywhere'
}

export const FIXED_KEYS: readonly FixedKey[] = [
  { keys: ['Arrows'], does: 'Nudge by a step; Shift for ten', group: 'Moving' },
  { keys: ['N'], does: 'Held during a drag: nothing snaps', group: 'Moving' },
  { keys: ['Enter'], does: 'Down: group, frame, its picture', group: 'Selecting' },
  { keys: ['Esc'], does: 'Cancel a drag, then up: picture, frame, group, nothing', group: 'Selecting' },
  { keys: ['Shift'], does: 'Pressing: add to the selection', group: 'Selecting' },
  { keys: ['Ctrl', 'A'], does: 'Everything on the sheet, or in the group entered', group: 'Selecting' },
  { keys: ['Delete'], does: 'Remove; in the Picture way, take the picture out', group: 'Frames' },
  { keys: ['Shift'], does: 'Drawing: equal sides. Sizing a corner: freely. Turning: 15° steps', group: 'Frames' },
  { keys: ['C'], does: 'Held while drawing: from the centre', group: 'Frames' },
  { keys: ['M'], does: 'Held while drawing: move what is being drawn', group: 'Frames' },
  { keys: ['C'], does: 'Held while moving: a copy stays where it was', group: 'Moving' },
  { keys: ['C'], does: 'Held while gathering a selection: what it touches counts too', group: 'Selecting' },
  { keys: ['Ctrl'], does: 'Pressing: add to the selection, as Shift', group: 'Selecting' },
  { keys: ['H'], does: 'Held: a drag pans anywhere', group: 'View' },
  { keys: ['PgUp', 'PgDn'], does: 'Previous and next sheet', group: 'View' },
  { keys: ['Ctrl', 'C'], does: 'Copy frames with pictures; X cuts, V pastes', group: 'Everywhere' },
  { keys: ['Ctrl', 'Z'], does: 'Undo', group: 'Everywhere' },
  { keys: ['Ctrl', 'Shift', 'Z'], does: 'Redo', group: 'Everywhere' },
  { keys: ['Ctrl', 'S'], does: 'Save now', group: 'Everywhere' },
  { keys: ['F6'], does: 'Next region: bar, card, table, rail, stack, supplies', group: 'Everywhere' },
  { keys: ['?'], does: 'This list', group: 'Everywhere' },
]

/** Sheets by key, fixed like paging anywhere. */
export const pageKey = (bench: Bench, key: string): boolean => {
  if (key !== 'PageUp' && key !== 'PageDown') return false
  goToNeighbour(bench, key === 'PageDown' ? 1 : -1)
  return true
}
