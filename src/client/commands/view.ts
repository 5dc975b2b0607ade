import { folds, forgetFolds } from '@/client/parts/folds'
import { always, type Command } from '@/client/commands/command'
import { type Bench } from '@/client/store/bench'
import { setSnaps, showRulers, setClean, showSheetStrip } from '@/client/store/slices/view'
import { say } from '@/client/store/notices'
import { fitView, fullView } from '@/client/store/view'
import { showTab } from '@/client/store/slices/supplies'
import { stopPlaying, togglePlay, whyNoPlay } from '@/client/store/playing'
import { toggleBefore } from '@/client/store/adjust'

/** Turns snapping on or off for good; the held key does so for one drag. */
export const toggleSnaps = (bench: Bench): void => {
  const snaps = !bench.get().snaps
  setSnaps(bench, snaps)
  say(bench, snaps ? 'Drags snap to edges, middles, gaps and guides.' : 'Drags no longer snap.')
}

export const VIEW_COMMANDS: readonly Command[] = [
  {
    id: 'fit',
    family: 'View',
    words: 'Fit the sheet',
    does: 'Fit the sheet',
    synonyms: 'zoom all',
    key: '0',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: always,
    run: fitView,
  },
  {
    id: 'full',
    family: 'View',
    words: 'Show at 100%',
    does: 'Show at 100%',
    synonyms: 'zoom actual',
    key: '1',
    keyGroup: 'View',
    whyNot: always,
    run: fullView,
  },
  {
    id: 'snap',
    family: 'View',
    words: 'Snapping',
    does: 'Snapping on or off',
    synonyms: 'magnet align guides',
    key: 's',
    keyGroup: 'Moving',
    whyNot: always,
    isOn: ({ snaps }) => snaps,
    run: toggleSnaps,
  },
  {
    id: 'rulers',
    family: 'View',
    words: 'Rulers and guides',
    does: 'Rulers and guides',
    synonyms: 'measure lines',
    key: 'l',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: always,
    isOn: ({ hasRulers }) => hasRulers,
    run: (bench) => showRulers(bench, !bench.get().hasRulers),
  },
  {
    id: 'clean',
    family: 'View',
    words: 'Clean view',
    does: 'Clean view without marks',
    synonyms: 'preview hide handles',
    key: 'z',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: always,
    isOn: ({ isClean }) => isClean,
    run: (bench) => setClean(bench, !bench.get().isClean),
  },
  {
    id: 'strip',
    family: 'View',
    words: 'Strip of sheets',
    does: 'Strip of sheets',
    synonyms: 'pages overview',
    key: 'j',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: always,
    isOn: ({ hasSheetStrip }) => hasSheetStrip,
    run: (bench) => showSheetStrip(bench, !bench.get().hasSheetStrip),
  },
  {
    id: 'play',
    family: 'View',
    words: 'Play',
    does: 'Play the sheet: its clips and what comes in; once more to stand still',
    synonyms: 'pause clip film video animate motion',
    key: '7',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: whyNoPlay,
    isOn: ({ isPlaying }) => isPlaying,
    run: togglePlay,
  },
  {
    id: 'stills',
    family: 'View',
    words: 'Back to stills',
    does: 'Leave the time of the sheet: stills show, as pictures and exports have them',
    synonyms: 'stop clip film video',
    key: '8',
    keyGroup: 'View',
    menus: ['sheet'],
    whyNot: ({ time }) => (time === null ? 'Stills show already.' : null),
    run: stopPlaying,
  },
  {
    id: 'timeLine',
    family: 'View',
    words: 'Time line',
    does: 'Show the clips of the sheet and what comes in along its time',
    synonyms: 'clip film video sequence timeline',
    whyNot: always,
    run: (bench) => showTab(bench, 'Time'),
  },
  {
    id: 'followWay',
    family: 'View',
    words: 'Sections follow what moves',
    does: 'Forget which sections of the card were opened and closed by hand: they follow what a drag moves again',
    synonyms: 'card panel fold collapse accordion reset',
    menus: ['sheet'],
    whyNot: () => (Object.keys(folds()).length ? null : 'They do: none was opened or closed by hand.'),
    run: forgetFolds,
  },
  {
    id: 'before',
    family: 'View',
    words: 'Without adjustments',
    short: 'Before',
    does: 'Pictures without adjustments, to compare',
    synonyms: 'before after original',
    key: '5',
    keyGroup: 'View',
    whyNot: always,
    isOn: ({ isBefore }) => isBefore,
    run: toggleBefore,
  },
]
