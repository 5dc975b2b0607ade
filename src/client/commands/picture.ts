import { choosingOf, cuts } from '@/client/store/modes'
import { PICTURES } from '@/core/document/fill'
import { holdsPicture } from '@/core/document/content'
import { FITS } from '@/core/placement/placed'
import type { Command } from '@/client/commands/command'
import { needsFramedPicture, needsPicture } from '@/client/commands/command'
import { zoomSelected } from '@/client/gestures/nudge'
import { backToHow } from '@/client/store/placing'
import { hasMovedOn } from '@/client/store/session'
import { setFinderMode } from '@/client/store/slices/mode'
import { placedFrame } from '@/client/store/placed'
import { standAlone } from '@/client/store/arrangement'
import { selectedWord } from '@/client/store/lettering'
import { choosePicture } from '@/client/store/choosing'
import { startColour } from '@/client/store/colourCut'
import { startCutting } from '@/client/store/cutting'
import {
  FIT_WORDS,
  fitSelected,
  flipSelectedPicture,
  openUp,
  startFresh,
  takePictureOut,
  toggleKeepCovered,
  turnQuarter,
} from '@/client/store/placing'
import { selectedFrame, setWay } from '@/client/store/selection'
import { startTake, nextTake } from '@/client/store/sharing'
import type { BenchState } from '@/client/store/state'
import { zoomView } from '@/client/store/view'
import type { Bench } from '@/client/store/bench'

const ZOOM_STEP = 1.1
const VIEW_STEP = 1.25

const zoomBy = (bench: Bench, step: 1 | -1): void => {
  if (bench.get().way === 'picture') zoomSelected(bench, step > 0 ? ZOOM_STEP : 1 / ZOOM_STEP)
  else zoomView(bench, step > 0 ? VIEW_STEP : 1 / VIEW_STEP)
}

/** What the viewfinder's hand does next; asked for a second time it moves the picture again. */
const toggleFinder = (bench: Bench, wanted: 'subject' | 'level'): void => {
  const { finderMode } = bench.get()
  const isOn = wanted === 'level' ? finderMode === 'level' : finderMode === 'subject' || finderMode === 'line'
  setFinderMode(bench, isOn ? 'move' : wanted)
}

const HELD = ['frame', 'letter'] as const
const ANY = ['frame', 'letter', 'background'] as const

const needsTakes = (state: BenchState): string | null =>
  selectedFrame(state)?.fill.kind === PICTURES ? null : 'Select a frame with a picture of its own first.'

/** A drag can move the picture of one frame; of a text it goes on in its first letter that has one. */
const needsInner = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  if (!frame) return selectedWord(state) ? null : 'Select a frame with a picture first.'
  return holdsPicture(frame.fill) ? null : 'An empty frame moves as a whole. Put a picture in it first.'
}

export const PICTURE_COMMANDS: readonly Command[] = [
  {
    id: 'whole',
    family: 'Picture',
    words: 'Move the whole',
    does: 'A drag moves the whole',
    key: 'w',
    keyGroup: 'Moving',
    whyNot: () => null,
    isOn: ({ way }) => way === 'whole',
    run: (bench) => setWay(bench, 'whole'),
  },
  {
    id: 'picture',
    family: 'Picture',
    words: 'Move the picture inside',
    does: 'A drag moves the picture inside',
    synonyms: 'pan content position crop',
    key: 'p',
    keyGroup: 'Moving',
    menus: HELD,
    whyNot: needsInner,
    isOn: ({ way }) => way === 'picture',
    run: (bench) => setWay(bench, 'picture'),
  },
  {
    id: 'outline',
    family: 'Picture',
    words: 'Move the outline over the picture',
    does: 'A drag moves the outline over the picture',
    synonyms: 'crop trim window',
    key: 'o',
    keyGroup: 'Moving',
    whyNot: needsInner,
    isOn: ({ way }) => way === 'outline',
    run: (bench) => setWay(bench, 'outline'),
  },
  {
    id: 'larger',
    family: 'Picture',
    words: 'Zoom in',
    does: 'Zoom in: the picture in the Picture way, else the view',
    synonyms: 'bigger enlarge scale resize',
    key: '+',
    keyGroup: 'Moving',
    whyNot: () => null,
    run: (bench) => zoomBy(bench, 1),
  },
  {
    id: 'smaller',
    family: 'Picture',
    words: 'Zoom out',
    does: 'Zoom out',
    synonyms: 'reduce scale resize',
    key: '-',
    keyGroup: 'Moving',
    whyNot: () => null,
    run: (bench) => zoomBy(bench, -1),
  },
  ...FITS.map((fit): Command => ({
    id: `fit-${fit}`,
    family: 'Picture',
    words: FIT_WORDS[fit][0],
    does: FIT_WORDS[fit][1],
    synonyms: 'fit fill scale resize',
    whyNot: needsPicture,
    isOn: (state) => placedFrame(state)?.placed.fit === fit,
    run: (bench) => fitSelected(bench, fit),
  })),
  {
    id: 'turnPicture',
    family: 'Picture',
    words: 'Turn the picture by 90°',
    does: 'Turn the picture by 90°',
    synonyms: 'rotate quarter',
    menus: ['background'],
    whyNot: needsPicture,
    run: turnQuarter,
  },
  {
    id: 'flipPicture',
    family: 'Picture',
    words: 'Flip the picture left to right',
    does: 'Flip the picture left to right',
    synonyms: 'mirror horizontal',
    menus: ['background'],
    whyNot: needsPicture,
    run: (bench) => flipSelectedPicture(bench, 'x'),
  },
  {
    id: 'flipPictureDown',
    family: 'Picture',
    words: 'Flip the picture top to bottom',
    does: 'Flip the picture top to bottom',
    synonyms: 'mirror vertical',
    whyNot: needsPicture,
    run: (bench) => flipSelectedPicture(bench, 'y'),
  },
  {
    id: 'keepCovered',
    family: 'Picture',
    words: 'Keep covered',
    does: 'Keep the frame covered by the picture',
    synonyms: 'gaps edges',
    whyNot: needsPicture,
    isOn: (state) => placedFrame(state)?.placed.keepCovered ?? false,
    run: toggleKeepCovered,
  },
  {
    id: 'replace',
    family: 'Picture',
    words: 'Replace the picture',
    short: 'Replace',
    does: 'Replace the picture, keeping all settings',
    synonyms: 'swap change exchange photo',
    menus: HELD,
    whyNot: needsPicture,
    isOn: (state) => choosingOf(state)?.kind === 'frame',
    run: (bench) => {
      const frame = selectedFrame(bench.get())
      if (frame) choosePicture(bench, { kind: 'frame', frameId: frame.id })
    },
  },
  {
    id: 'takeOut',
    family: 'Picture',
    words: 'Take out',
    does: 'Take the picture out; the frame stays',
    synonyms: 'empty clear remove photo',
    menus: ANY,
    whyNot: needsPicture,
    run: takePictureOut,
  },
  {
    id: 'startFresh',
    family: 'Picture',
    words: 'Reset placement',
    short: 'Reset',
    does: 'Reset placement: cover the frame, no turn, no flip',
    synonyms: 'reset placement original',
    whyNot: needsPicture,
    run: startFresh,
  },
  {
    id: 'openUp',
    family: 'Picture',
    words: 'Show whole picture',
    does: 'Open the frame to the whole picture',
    synonyms: 'uncrop full',
    whyNot: needsTakes,
    run: openUp,
  },
  {
    id: 'backToHow',
    family: 'Picture',
    words: 'Back to how it was',
    does: 'Bring the picture back to how it was when the hand went into it',
    synonyms: 'revert give up cancel reset undo session',
    whyNot: (state) => (hasMovedOn(state) ? null : 'Move the picture inside its frame first: this brings it back.'),
    run: backToHow,
  },
  {
    id: 'markSubject',
    family: 'Picture',
    words: 'Mark the subject',
    does: 'Mark the subject: draw a box around it in the viewfinder',
    synonyms: 'face head eyes line match',
    whyNot: needsPicture,
    isOn: ({ finderMode }) => finderMode === 'subject' || finderMode === 'line',
    run: (bench) => toggleFinder(bench, 'subject'),
  },
  {
    id: 'level',
    family: 'Picture',
    words: 'Level by a line',
    does: 'Level: draw along the horizon in the viewfinder',
    synonyms: 'straighten horizon rotate upright',
    whyNot: needsPicture,
    isOn: ({ finderMode }) => finderMode === 'level',
    run: (bench) => toggleFinder(bench, 'level'),
  },
  {
    id: 'standAlone',
    family: 'Picture',
    words: 'Stand alone',
    does: 'Take the picture out of its frame to stand alone on the sheet',
    synonyms: 'extract release unclip',
    whyNot: needsFramedPicture,
    run: standAlone,
  },
  {
    id: 'cut',
    family: 'Picture',
    words: 'Cut with a stencil',
    does: 'Cut this picture with a stencil drawn over it',
    synonyms: 'crop clip mask shape',
    menus: ANY,
    whyNot: needsPicture,
    isOn: cuts,
    run: startCutting,
  },
  {
    id: 'byColour',
    family: 'Picture',
    words: 'Cut by colour',
    does: 'Cut a part of this picture out by its colour',
    synonyms: 'crop background removal color key select',
    menus: ANY,
    whyNot: needsPicture,
    run: startColour,
  },
  {
    id: 'addTake',
    family: 'Picture',
    words: 'Add a take',
    does: 'Add a take: another picture for this frame',
    synonyms: 'alternative version variant',
    menus: HELD,
    whyNot: needsTakes,
    isOn: (state) => choosingOf(state)?.kind === 'take',
    run: startTake,
  },
  {
    id: 'take',
    family: 'Picture',
    words: 'Next take',
    does: 'Next take of the selected frames',
    synonyms: 'alternative version variant',
    key: 'n',
    keyGroup: 'Frames',
    whyNot: () => null,
    run: nextTake,
  },
]
