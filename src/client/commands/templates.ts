import { fillingOf } from '@/core/document/filling'
import { always, type Command } from '@/client/commands/command'
import { shownSheet } from '@/client/store/benchStore'
import { emptyAll, goToEmpty } from '@/client/store/filling'
import { tonesToOffer } from '@/client/store/sheetLooks'
import { previewRefill } from '@/client/store/retemplate'
import { cannotShuffle, shuffleLayout, shuffleSheet } from '@/client/store/shuffle'
import { openDialog } from '@/client/store/slices/dialogs'
import { setTemplateUse, showTab } from '@/client/store/slices/supplies'
import type { BenchState } from '@/client/store/state'
import { newerVersion, previewVersion } from '@/client/store/versions'

const needsEmpty = (state: BenchState): string | null =>
  fillingOf(shownSheet(state)).empty.length ? null : 'Every opening of this sheet is filled.'

const needsFilled = (state: BenchState): string | null =>
  fillingOf(shownSheet(state)).filled ? null : 'No opening of this sheet holds a picture.'

/** What can be done with templates: choosing, filling, changing, making. */
export const TEMPLATE_COMMANDS: readonly Command[] = [
  {
    id: 'templates',
    family: 'Sheet',
    words: 'Templates',
    does: 'Show the templates: sheets that are filled, not built',
    synonyms: 'gallery layout collage card new sheet from template',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => {
      setTemplateUse(bench, 'add')
      showTab(bench, 'Templates')
    },
  },
  {
    id: 'nextEmpty',
    family: 'Sheet',
    words: 'Next empty opening',
    does: 'Select the next opening that no picture fills',
    synonyms: 'unfilled vacant frame template',
    menus: [],
    whyNot: needsEmpty,
    run: goToEmpty,
  },
  {
    id: 'makeTemplate',
    family: 'Sheet',
    words: 'Make a template of this…',
    does: 'Mark what is to be filled and written, and keep the sheets in the gallery',
    synonyms: 'save keep as template openings fields placeholders gallery version',
    menus: ['sheet'],
    whyNot: always,
    run: (bench) => openDialog(bench, 'template'),
  },
  {
    id: 'offerLook',
    family: 'Picture',
    words: 'Offer these tones as a look…',
    does: 'A switch of this sheet that gives all its openings the tones of this picture, on or off',
    synonyms: 'look switch vintage tones template named',
    menus: [],
    whyNot: (state) => (tonesToOffer(state) ? null : 'Give the selected picture its tones first.'),
    run: (bench) => openDialog(bench, 'offerLook'),
  },
  {
    id: 'shuffleSheet',
    family: 'Sheet',
    words: 'Try it otherwise',
    does: 'The pictures in another order, the sheet in other colours; press again for more, undo goes back',
    synonyms: 'shuffle random surprise colours palette arrangement',
    menus: [],
    whyNot: cannotShuffle,
    run: shuffleSheet,
  },
  {
    id: 'shuffleLayout',
    family: 'Sheet',
    words: 'Try another layout',
    does: 'The sheet in another template that takes as many pictures; press again for more, undo goes back',
    synonyms: 'shuffle random surprise template variant',
    menus: [],
    whyNot: always,
    run: (bench) => void shuffleLayout(bench),
  },
  {
    id: 'takeVersion',
    family: 'Sheet',
    words: 'Take the template’s new version over…',
    does: 'See this sheet with the new version of its template; what was filled and changed by hand stays',
    synonyms: 'update upgrade merge template version',
    menus: [],
    whyNot: (state) => (newerVersion(state) ? null : 'There is no newer version of this sheet’s template.'),
    run: (bench) => void previewVersion(bench),
  },
  {
    id: 'changeTemplate',
    family: 'Sheet',
    words: 'Change the template',
    does: 'Show the templates: a press shows this sheet with another one, its pictures and texts moved',
    synonyms: 'retemplate swap layout another',
    menus: [],
    whyNot: always,
    run: (bench) => {
      setTemplateUse(bench, 'change')
      showTab(bench, 'Templates')
    },
  },
  {
    id: 'refill',
    family: 'Sheet',
    words: 'Refill with the marked pictures',
    does: 'Other pictures in the openings; finishes, tones and rules of placement stay',
    synonyms: 'replace all set again',
    menus: [],
    whyNot: (state) => (state.marked.length ? null : 'Mark pictures first: Shift and press them in the supplies.'),
    run: previewRefill,
  },
  {
    id: 'emptyAll',
    family: 'Sheet',
    words: 'Take all pictures out',
    does: 'Empty every opening of this sheet; the pictures stay in the project',
    synonyms: 'clear unfill openings template',
    menus: [],
    whyNot: needsFilled,
    run: emptyAll,
  },
]
