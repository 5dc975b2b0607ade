import { COMMANDS, runCommand } from '@/client/commands'
import { KEY_GROUPS, type KeyGroup } from '@/client/commands/command'
import type { Bench } from '@/client/store/bench'
import { goToNeighbour } from '@/client/store/sheets'

export { KEY_GROUPS, type KeyGroup }

/** What one key does on the table or the stack. Its key can be changed by the person. */
export interface TableKey {
  readonly id: string
  readonly key: string
  readonly does: string
  readonly group: KeyGroup
  readonly act: (bench: Bench) => void
}

/** The keys that commands have at first. */
export const TABLE_KEYS: readonly TableKey[] = COMMANDS.flatMap((command) => {
  const { id, key, does, keyGroup } = command
  return key !== undefined && keyGroup
    ? [{ id, key, does, group: keyGroup, act: (bench) => runCommand(bench, command) }]
    : []
})

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
  { keys: ['Shift'], does: 'Drawing a corner in perspective: along one of its sides', group: 'Frames' },
  { keys: ['C'], does: 'Held while drawing: from the centre', group: 'Frames' },
  { keys: ['M'], does: 'Held while drawing: move what is being drawn', group: 'Frames' },
  { keys: ['C'], does: 'Held while moving: a copy stays where it was', group: 'Moving' },
  { keys: ['M'], does: 'Held while moving: it stays, and a linked copy comes along', group: 'Moving' },
  { keys: ['F2'], does: 'Name what is selected', group: 'Frames' },
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
