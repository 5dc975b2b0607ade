import type { Command } from '@/client/commands/command'
import { always, needsItems } from '@/client/commands/command'
import { shownSheet } from '@/client/store/benchStore'
import { selectedFrame } from '@/client/store/selection'
import { goBack, openSheetIn, putOnOwnSheet, sheetInSelected, takeSheetBack, wayBack } from '@/client/store/shownSheets'
import { openDialog } from '@/client/store/slices/dialogs'
import { showPictures, showTab } from '@/client/store/slices/supplies'
import type { BenchState } from '@/client/store/state'
import { isLocked } from '@/core/document/tree'

const needsShownSheet = (state: BenchState): string | null =>
  sheetInSelected(state) === null ? 'Select a frame that shows a sheet first.' : null

const needsLoose = (state: BenchState): string | null =>
  state.selection.some((id) => isLocked(shownSheet(state), id)) ? 'What is selected is locked. Unlock it first.' : null

/** Sheets within sheets. */
export const WITHIN_COMMANDS: readonly Command[] = [
  {
    id: 'openShown',
    family: 'Sheet',
    words: 'Open the sheet it shows',
    does: 'Go to the sheet that this frame shows, to work on it; Esc comes back',
    synonyms: 'edit inside nested design enter',
    menus: ['frame', 'letter'],
    whyNot: needsShownSheet,
    run: (bench) => void openSheetIn(bench, selectedFrame(bench.get())?.id ?? ''),
  },
  {
    id: 'backToSheet',
    family: 'Sheet',
    words: 'Back to where this is shown',
    does: 'Go back to the sheet from which this one was opened',
    synonyms: 'return leave up',
    menus: ['sheet'],
    fixedKey: 'Esc',
    whyNot: (state) => (wayBack(state) ? null : 'This sheet was not opened from another.'),
    run: (bench) => void goBack(bench),
  },
  {
    id: 'showSheets',
    family: 'Sheet',
    words: 'Show a sheet in a frame',
    does: 'Choose one of the project’s sheets to be shown within frames, as it is at any time',
    synonyms: 'nested live design mock-up inset',
    menus: ['sheet'],
    whyNot: (state) => (state.project.order.length > 1 ? null : 'Add a second sheet first.'),
    run: (bench) => {
      showTab(bench, 'Pictures')
      showPictures(bench, 'sheets')
    },
  },
  {
    id: 'mockups',
    family: 'Sheet',
    words: 'Show on mock-ups…',
    short: 'Mock-ups',
    does: 'Show this sheet on screens, mugs, walls and the like, each a sheet that follows it; and export them in one go',
    synonyms: 'device product scene present phone laptop mug shirt',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => openDialog(bench, 'mockups'),
  },
  {
    id: 'ownSheet',
    family: 'Sheet',
    words: 'Put on a sheet of its own',
    does: 'Put what is selected on a sheet of its own, shown here and wherever else it is wanted',
    synonyms: 'nest compose inset component reuse',
    menus: ['frame', 'group', 'several', 'text', 'block'],
    whyNot: (state) => needsItems(state) ?? needsLoose(state),
    run: putOnOwnSheet,
  },
  {
    id: 'takeSheetBack',
    family: 'Sheet',
    words: 'Take back what it shows',
    does: 'Put what the shown sheet holds here, in place of this frame',
    synonyms: 'unnest expand flatten inset release',
    menus: ['frame'],
    whyNot: needsShownSheet,
    run: takeSheetBack,
  },
]
