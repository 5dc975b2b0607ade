import { liesOnPlane } from '@/client/store/planes'
import { placedIn } from '@/core/document/content'
import { isLinked } from '@/core/document/edits/echoes'
import type { Command } from '@/client/commands/command'
import { allOf, needsBackground, needsFrame, needsFrames, needsItems } from '@/client/commands/command'
import { chosenPictures, clearSet, exchangeTwo, fillFromSet, setFrames, shuffleSet } from '@/client/store/arrangement'
import { startMatching } from '@/client/store/matching'
import { shownSheet } from '@/client/store/benchStore'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import {
  becomeIndependent,
  echoFirst,
  echoSelected,
  goToOriginal,
  joinTogether,
  showTogether,
  windowsOntoBackground,
} from '@/client/store/sharing'
import { followersOfSelected, goToFollower } from '@/client/store/follow'
import type { BenchState } from '@/client/store/state'
import { openDialog } from '@/client/store/slices/dialogs'

const MANY = ['several', 'group'] as const

const needsFilled = (state: BenchState): string | null =>
  selectedFrames(state).some((frame) => placedIn(shownSheet(state), frame))
    ? null
    : 'Select a frame with a picture first.'

const needsAnyFrame = (state: BenchState): string | null =>
  selectedFrames(state).some(({ takesPictures }) => takesPictures) ? null : 'Select a frame that takes pictures first.'

const needsShared = (state: BenchState): string | null =>
  selectedFrames(state).some(isLinked) ? null : 'Select a frame that shows a shared picture first.'

const needsSpan = (state: BenchState): string | null =>
  selectedFrames(state).some(({ fill }) => fill.kind === 'span')
    ? null
    : 'Select a frame of a span, and those that should join it.'

/** How many frames with pictures a set is about: among several that are selected, or all at hand. */
const inSet = (state: BenchState): number => {
  const sheet = shownSheet(state)
  return setFrames(state).filter((frame) => placedIn(sheet, frame)).length
}

const needsTwo = (state: BenchState): string | null =>
  selectedFrames(state).length === 2 ? null : 'Select exactly two frames.'

const needsEcho = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame?.fill.kind === 'echo' || frame?.follows
    ? null
    : 'Select an echo, or a frame that follows another, first.'
}

const needsOtherSheet = ({ project }: BenchState): string | null =>
  project.order.length > 1 ? null : 'There is no other sheet yet. Add or duplicate one first.'

const needsOffPlanes = (state: BenchState): string | null =>
  liesOnPlane(state) ? 'What lies on a plane is no window onto the background. Take it off its plane first.' : null

export const SHARING_COMMANDS: readonly Command[] = [
  {
    id: 'showTogether',
    family: 'Sharing',
    words: 'Show one together',
    short: 'Together',
    does: 'Show one picture together: placed once, seen through all these frames',
    synonyms: 'span across panels triptych one image',
    menus: MANY,
    whyNot: needsFrames,
    run: showTogether,
  },
  {
    id: 'joinSpan',
    family: 'Sharing',
    words: 'Join span',
    does: 'Let all of these join the span',
    menus: MANY,
    whyNot: needsSpan,
    run: joinTogether,
  },
  {
    id: 'independent',
    family: 'Sharing',
    words: 'Make independent',
    does: 'Give each a picture of its own that looks the same',
    synonyms: 'unlink detach',
    menus: ['frame', ...MANY],
    whyNot: needsShared,
    run: becomeIndependent,
  },
  {
    id: 'echo',
    family: 'Sharing',
    words: 'Echo',
    does: 'Echo: duplicates that go on showing these pictures',
    synonyms: 'linked copy instance reflection repeat',
    menus: ['frame', ...MANY],
    whyNot: needsFilled,
    run: echoSelected,
  },
  {
    id: 'followFirst',
    family: 'Sharing',
    words: 'Follow the first',
    short: 'Follow',
    does: 'Let all show, from now on, what the frame selected first shows',
    synonyms: 'linked same',
    menus: ['group'],
    whyNot: allOf(needsFrames, needsFilled),
    run: echoFirst,
  },
  {
    id: 'followOther',
    family: 'Sharing',
    words: 'Follow a frame of another sheet…',
    short: 'Follow…',
    does: 'Show from now on what a frame of another sheet shows',
    synonyms: 'echo linked copy same across pages',
    menus: ['frame', ...MANY],
    whyNot: allOf(needsAnyFrame, needsOtherSheet),
    run: (bench) => openDialog(bench, 'follow'),
  },
  {
    id: 'toFollowers',
    family: 'Sharing',
    words: 'Go to what follows it',
    does: 'Open the sheet of a frame that follows this one',
    synonyms: 'linked copies',
    whyNot: (state) => (followersOfSelected(state).length ? null : 'Select a frame that others follow first.'),
    run: goToFollower,
  },
  {
    id: 'toOriginal',
    family: 'Sharing',
    words: 'Go to the original',
    does: 'Select the frame whose picture this one shows, on this sheet or another',
    menus: ['frame'],
    whyNot: needsEcho,
    run: goToOriginal,
  },
  {
    id: 'windows',
    family: 'Sharing',
    words: 'Windows onto the background',
    does: 'Make them windows onto the background picture',
    synonyms: 'hole see through',
    menus: MANY,
    whyNot: allOf(needsItems, needsBackground, needsOffPlanes),
    run: windowsOntoBackground,
  },
  {
    id: 'split',
    family: 'Sharing',
    words: 'Split…',
    does: 'Split the frame into rows, columns, strips or a grid',
    synonyms: 'divide panels slice',
    menus: ['frame'],
    whyNot: needsFrame,
    run: (bench) => openDialog(bench, 'split'),
  },
]

export const SET_COMMANDS: readonly Command[] = [
  {
    id: 'fillSet',
    family: 'Set',
    words: 'Fill from the marked pictures',
    does: 'Fill the empty frames with the pictures marked in the supplies',
    synonyms: 'place many batch autofill',
    menus: ['sheet', ...MANY, 'text'],
    whyNot: (state) => (state.marked.length ? null : 'Choose pictures first: Shift and press them in the supplies.'),
    run: (bench) => fillFromSet(bench, chosenPictures(bench.get())),
  },
  {
    id: 'shuffle',
    family: 'Set',
    words: 'Shuffle the pictures',
    short: 'Shuffle',
    does: 'Shuffle the pictures among these frames',
    synonyms: 'random mix',
    menus: ['sheet', ...MANY],
    whyNot: (state) => (inSet(state) > 1 ? null : 'Fill two frames first: their pictures are shuffled among them.'),
    run: shuffleSet,
  },
  {
    id: 'clearSet',
    family: 'Set',
    words: 'Clear the pictures',
    short: 'Clear',
    does: 'Take all pictures out of these frames',
    synonyms: 'empty remove all',
    menus: ['sheet', ...MANY],
    whyNot: (state) => (inSet(state) > 0 ? null : 'There is no picture here to take out.'),
    run: clearSet,
  },
  {
    id: 'exchange',
    family: 'Set',
    words: 'Exchange the two',
    short: 'Exchange',
    does: 'Exchange what fills the two frames',
    synonyms: 'swap pictures',
    menus: ['several'],
    whyNot: needsTwo,
    run: (bench) => exchangeTwo(bench, selectedFrames(bench.get())),
  },
  {
    id: 'match',
    family: 'Set',
    words: 'Match the subjects',
    does: 'Match the subjects: same height and line in every frame',
    synonyms: 'heads faces eyes align portraits',
    menus: MANY,
    whyNot: allOf(needsFrames, needsFilled),
    run: (bench) => startMatching(bench, true),
  },
]
