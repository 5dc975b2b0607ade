import { WHITE } from '@/client/store/colours'
import { BACKGROUND_ID } from '@/core/document/background'
import type { Command } from '@/client/commands/command'
import { always, needsBackground } from '@/client/commands/command'
import { makeAgain, takeBack } from '@/client/gestures/undo'
import { choosePicture } from '@/client/store/choosing'
import { select } from '@/client/store/selection'
import { addNewSheet, duplicateSheet, goToNeighbour, takeSheetAway, placeSheet, changePpi } from '@/client/store/sheets'
import type { BenchState, OpenDialog } from '@/client/store/state'
import type { Bench } from '@/client/store/bench'
import { openDialog } from '@/client/store/slices/dialogs'
import { choosingOf, toolOf } from '@/client/store/modes'
import { putBackground, putVeil } from '@/client/store/backgrounds'
import { FIRST_GRADIENT } from '@/client/store/colours'
import { hiddenItems, hideEmpty, showHidden } from '@/client/store/hidden'
import { emptyOpenings } from '@/core/document/openings'
import { shownSheet } from '@/client/store/benchStore'
import { sheetOf } from '@/core/document/read'
import { clearGuides } from '@/client/gestures/guides'

const needsSheets = (state: BenchState): string | null =>
  state.project.order.length > 1 ? null : 'A project keeps at least one sheet.'

const isEdge = (state: BenchState, step: 1 | -1): string | null => {
  const at = state.project.order.indexOf(state.sheetId) + step
  return at < 0 || at >= state.project.order.length ? 'There is no sheet beyond this one.' : null
}

const opens =
  (dialog: Exclude<OpenDialog, 'none'>) =>
  (bench: Bench): void =>
    openDialog(bench, dialog)

const FIRST_VEIL = { colour: WHITE, opacity: 0.4 }
/** Common practice for print. */
const PRINT_PPI = 300

const shiftSheet = (bench: Bench, by: 1 | -1): void => {
  const { project, sheetId } = bench.get()
  placeSheet(bench, sheetId, project.order.indexOf(sheetId) + by)
}

export const SHEET_COMMANDS: readonly Command[] = [
  {
    id: 'hideEmpty',
    family: 'Sheet',
    words: 'Hide what is empty',
    does: 'Hide frames that nothing fills, and art whose openings are all empty',
    synonyms: 'unused unfilled openings placeholders',
    menus: ['sheet'],
    whyNot: (state) => (emptyOpenings(shownSheet(state)).length ? null : 'Every frame of this sheet is filled.'),
    run: hideEmpty,
  },
  {
    id: 'showHidden',
    family: 'Sheet',
    words: 'Show all that is hidden',
    does: 'Show everything of this sheet that is hidden',
    synonyms: 'unhide visible reveal',
    menus: ['sheet'],
    whyNot: (state) => (hiddenItems(state).length ? null : 'Nothing of this sheet is hidden.'),
    run: showHidden,
  },
  {
    id: 'newSheet',
    family: 'Sheet',
    words: 'New sheet',
    does: 'Add an empty sheet of the same size after this one',
    synonyms: 'page add',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => addNewSheet(bench),
  },
  {
    id: 'duplicateSheet',
    family: 'Sheet',
    words: 'Duplicate the sheet',
    does: 'Add a copy of this sheet after it',
    synonyms: 'page copy',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => duplicateSheet(bench, bench.get().sheetId),
  },
  {
    id: 'removeSheet',
    family: 'Sheet',
    words: 'Remove the sheet',
    does: 'Remove this sheet with all that is on it',
    synonyms: 'page delete',
    menus: ['sheet'],
    whyNot: needsSheets,
    run: (bench) => takeSheetAway(bench, bench.get().sheetId),
  },
  {
    id: 'sheetBefore',
    family: 'Sheet',
    words: 'Previous sheet',
    does: 'Go to the sheet before this one',
    synonyms: 'page',
    fixedKey: 'PgUp',
    whyNot: (state) => isEdge(state, -1),
    run: (bench) => goToNeighbour(bench, -1),
  },
  {
    id: 'sheetNext',
    family: 'Sheet',
    words: 'Next sheet',
    does: 'Go to the sheet after this one',
    synonyms: 'page',
    fixedKey: 'PgDn',
    whyNot: (state) => isEdge(state, 1),
    run: (bench) => goToNeighbour(bench, 1),
  },
  {
    id: 'backgroundPicture',
    family: 'Sheet',
    words: 'Background picture',
    does: 'Choose a picture that covers the sheet',
    synonyms: 'backdrop photo',
    menus: ['sheet'],
    whyNot: always,
    isOn: (state) => choosingOf(state)?.kind === 'background',
    run: (bench) => choosePicture(bench, { kind: 'background' }),
  },
  {
    id: 'placeBackground',
    family: 'Sheet',
    words: 'Place the background',
    does: 'Move, zoom, turn or blur the background picture',
    synonyms: 'backdrop',
    menus: ['sheet'],
    whyNot: needsBackground,
    run: (bench) => select(bench, BACKGROUND_ID),
  },
  {
    id: 'noBackground',
    family: 'Sheet',
    words: 'No background',
    does: 'Leave the sheet transparent',
    synonyms: 'clear transparent',
    whyNot: always,
    run: (bench) => putBackground(bench, 'No background', { kind: 'none' }),
  },
  {
    id: 'backgroundColour',
    family: 'Sheet',
    words: 'Background colour',
    does: 'Give the sheet a background of one colour',
    synonyms: 'paper backdrop fill',
    whyNot: always,
    run: (bench) => putBackground(bench, 'Background colour', { kind: 'colour', colour: WHITE }),
  },
  {
    id: 'backgroundGradient',
    family: 'Sheet',
    words: 'Background gradient',
    does: 'Give the sheet a background that runs from colour to colour',
    synonyms: 'backdrop blend ramp',
    whyNot: always,
    run: (bench) => putBackground(bench, 'Background gradient', { kind: 'gradient', ...FIRST_GRADIENT }),
  },
  {
    id: 'veil',
    family: 'Sheet',
    words: 'Veil',
    does: 'Lay a veil of one colour over the background',
    synonyms: 'tint wash overlay',
    whyNot: (state) => (shownSheet(state).background.kind === 'none' ? 'Give the sheet a background first.' : null),
    run: (bench) => putVeil(bench, FIRST_VEIL),
  },
  {
    id: 'noVeil',
    family: 'Sheet',
    words: 'No veil',
    does: 'Take the veil away',
    synonyms: 'remove tint',
    whyNot: (state) => (shownSheet(state).veil ? null : 'There is no veil over the background.'),
    run: (bench) => putVeil(bench, null),
  },
  {
    id: 'clearGuides',
    family: 'Sheet',
    words: 'Remove all guides',
    does: 'Remove all guides',
    synonyms: 'clear rulers lines',
    whyNot: ({ project, sheetId }) => {
      const { x, y } = sheetOf(project, sheetId).guides
      return x.length + y.length ? null : 'There are no guides on this sheet.'
    },
    run: clearGuides,
  },
  {
    id: 'printPpi',
    family: 'Sheet',
    words: 'Resolution for print',
    does: 'Take 300 ppi, for print',
    synonyms: 'dpi quality',
    whyNot: always,
    run: (bench) => changePpi(bench, PRINT_PPI),
  },
  {
    id: 'sheetEarlier',
    family: 'Sheet',
    words: 'Move the sheet earlier',
    does: 'Move this sheet before the one in front of it',
    synonyms: 'reorder page',
    whyNot: ({ project, sheetId }) => (project.order.indexOf(sheetId) > 0 ? null : 'This sheet is the first.'),
    run: (bench) => shiftSheet(bench, -1),
  },
  {
    id: 'sheetLater',
    family: 'Sheet',
    words: 'Move the sheet later',
    does: 'Move this sheet behind the one after it',
    synonyms: 'reorder page',
    whyNot: ({ project, sheetId }) =>
      project.order.indexOf(sheetId) < project.order.length - 1 ? null : 'This sheet is the last.',
    run: (bench) => shiftSheet(bench, 1),
  },
  {
    id: 'export',
    family: 'Sheet',
    words: 'Export',
    does: 'Save the sheet, or several, as PNG, JPEG or WebP',
    synonyms: 'save download image print file',
    menus: ['sheet'],
    whyNot: always,
    run: opens('export'),
  },
  {
    id: 'record',
    family: 'Picture',
    words: 'Record a clip…',
    does: 'Record a clip from a camera into the selected frame, or among the pictures',
    synonyms: 'camera video film capture webcam',
    whyNot: always,
    run: opens('record'),
  },
  {
    id: 'film',
    family: 'Sheet',
    words: 'Film…',
    does: 'Save sheets in sequence as one film: MP4, WebM, GIF, APNG, WebP, or its pictures',
    synonyms: 'video export clip animation mp4 webm gif movie',
    menus: ['sheet'],
    whyNot: always,
    run: opens('film'),
  },
  {
    id: 'undo',
    family: 'Sheet',
    words: 'Undo',
    does: 'Take back the last step',
    fixedKey: 'Ctrl Z',
    whyNot: (state) => (state.history.undo.length || toolOf(state) ? null : 'There is nothing to take back.'),
    run: takeBack,
  },
  {
    id: 'redo',
    family: 'Sheet',
    words: 'Redo',
    does: 'Make the last step again that was taken back',
    fixedKey: 'Ctrl Shift Z',
    whyNot: ({ history }) => (history.redo.length ? null : 'There is nothing to make again.'),
    run: makeAgain,
  },
  {
    id: 'history',
    family: 'Sheet',
    words: 'History',
    does: 'Look through all steps and go back to any',
    synonyms: 'versions steps',
    whyNot: always,
    run: opens('history'),
  },
  {
    id: 'library',
    family: 'Sheet',
    words: 'Library of pictures',
    does: 'Look through all pictures, with names and tags',
    synonyms: 'photos manage',
    whyNot: always,
    run: opens('library'),
  },
  {
    id: 'stock',
    family: 'Sheet',
    words: 'Stock pictures',
    does: 'Fetch a picture from the stock service',
    synonyms: 'photos search',
    whyNot: always,
    run: opens('stock'),
  },
  {
    id: 'shortcuts',
    family: 'Sheet',
    words: 'Keys',
    does: 'List all keys, and change them',
    synonyms: 'shortcuts keyboard help',
    fixedKey: '?',
    whyNot: always,
    run: opens('shortcuts'),
  },
]
