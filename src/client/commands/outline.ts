import { toolOf } from '@/client/store/modes'
import { COMBINATIONS, type Combination } from '@/core/path/combinations'
import { shownPlaced } from '@/core/document/read'
import type { Command } from '@/client/commands/command'
import { always, needsFrame, needsFrames } from '@/client/commands/command'
import { startUpright } from '@/client/gestures/tools/uprightHand'
import { breakSelected, combineSelected, openSelectedAsOne } from '@/client/store/combine'
import { togglePoints } from '@/client/store/points'
import { openSelectedOpenings, selectedSource } from '@/client/store/artSources'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import { takeOff } from '@/client/store/stencils'
import { startTrace } from '@/client/store/trace'
import type { BenchState } from '@/client/store/state'
import { showTab } from '@/client/store/slices/supplies'
import { setDrawsOut, putToolDown } from '@/client/store/slices/mode'
import { openDialog } from '@/client/store/slices/dialogs'
import { TOOL_COMMANDS } from '@/client/commands/tools'

const HELD = ['frame', 'letter'] as const

export const COMBINATION_WORDS: Readonly<Record<Combination, readonly [string, string, string]>> = {
  unite: ['Unite', 'Unite the outlines: one frame of all', 'merge add join weld'],
  subtract: ['Subtract', 'Subtract: the lowest frame less all above it', 'minus punch hole'],
  intersect: ['Intersect', 'Intersect: only what all of them share', 'overlap common'],
  exclude: ['Exclude', 'Exclude: what an odd number of them share', 'xor difference'],
}

const needsOwnPicture = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame && shownPlaced(frame) ? null : 'Select a frame with a picture of its own first.'
}

export const OUTLINE_COMMANDS: readonly Command[] = [
  {
    id: 'points',
    family: 'Outline',
    words: 'Edit points',
    short: 'Points',
    does: 'Points of the outline',
    synonyms: 'edit path nodes shape',
    key: 'y',
    keyGroup: 'Frames',
    menus: HELD,
    whyNot: needsFrame,
    isOn: (state) => toolOf(state)?.kind === 'points',
    run: togglePoints,
  },
  {
    id: 'trace',
    family: 'Outline',
    words: 'Trace an outline',
    does: 'Trace an outline on the sheet',
    synonyms: 'draw pen lasso freehand shape',
    key: 'q',
    keyGroup: 'Frames',
    menus: ['sheet'],
    whyNot: always,
    isOn: (state) => toolOf(state)?.kind === 'trace',
    run: (bench) => startTrace(bench),
  },
  {
    id: 'drawOut',
    family: 'Outline',
    words: 'Draw out a stencil',
    does: 'Choose a stencil, then draw it out on the sheet',
    synonyms: 'new frame shape insert',
    menus: ['sheet'],
    whyNot: always,
    isOn: ({ drawsOut }) => drawsOut,
    run: (bench) => {
      showTab(bench, 'Stencils')
      setDrawsOut(bench, !bench.get().drawsOut)
    },
  },
  {
    id: 'upright',
    family: 'Outline',
    words: 'Set upright',
    does: 'Set the box upright along an edge that is pressed',
    synonyms: 'straighten level rotate box',
    whyNot: needsFrame,
    isOn: (state) => toolOf(state)?.kind === 'upright',
    run: (bench) => (toolOf(bench.get())?.kind === 'upright' ? putToolDown(bench) : startUpright(bench)),
  },
  {
    id: 'breakOutline',
    family: 'Outline',
    words: 'Into pieces',
    does: 'Into pieces: a frame for each piece of the outline',
    synonyms: 'separate split parts',
    whyNot: needsFrame,
    run: breakSelected,
  },
  {
    id: 'takeOff',
    family: 'Outline',
    words: 'Take the stencil off',
    short: 'Take off',
    does: 'Take the stencil off: the whole picture shows where it is',
    synonyms: 'unmask release uncrop',
    menus: HELD,
    whyNot: needsOwnPicture,
    run: takeOff,
  },
  {
    id: 'openings',
    family: 'Outline',
    words: 'Frames for its holes…',
    short: 'Holes',
    does: 'Find the openings of this picture and put frames beneath them, the picture on top as art',
    synonyms: 'overlay art openings transparent windows template',
    menus: ['frame'],
    whyNot: (state) => (selectedSource(state) ? null : 'Select a frame with a picture of its own first.'),
    run: openSelectedOpenings,
  },
  {
    id: 'keepOutline',
    family: 'Outline',
    words: 'Keep the outline',
    does: 'Keep the outline of what is selected among your own stencils',
    synonyms: 'save custom shape several',
    whyNot: (state) => (selectedFrames(state).length ? null : 'Select one frame or more first.'),
    run: (bench) => openDialog(bench, 'keep'),
  },
  ...COMBINATIONS.map((how): Command => ({
    id: `combine-${how}`,
    family: 'Outline',
    words: `${COMBINATION_WORDS[how][0]} the outlines`,
    short: COMBINATION_WORDS[how][0],
    does: COMBINATION_WORDS[how][1],
    synonyms: `combine boolean ${COMBINATION_WORDS[how][2]}`,
    menus: ['several'],
    whyNot: needsFrames,
    run: (bench) => void combineSelected(bench, how),
  })),
  {
    id: 'oneOpening',
    family: 'Outline',
    words: 'One opening of all',
    short: 'One opening',
    does: 'Make one frame of all outlines and texts that are selected, showing one picture',
    synonyms: 'compound merge letters shapes mask together',
    menus: ['text', 'group'],
    whyNot: needsFrames,
    run: (bench) => void openSelectedAsOne(bench),
  },
  ...TOOL_COMMANDS,
  {
    id: 'allStencils',
    family: 'Outline',
    words: 'All stencils',
    does: 'Show all stencils in the supplies',
    synonyms: 'shapes browse',
    whyNot: always,
    run: (bench) => showTab(bench, 'Stencils'),
  },
  {
    id: 'artwork',
    family: 'Outline',
    words: 'Stencils from artwork',
    does: 'Take stencils from a drawing or a picture with transparency',
    synonyms: 'import svg shapes',
    whyNot: always,
    run: (bench) => openDialog(bench, 'artwork'),
  },
  {
    id: 'yourStencils',
    family: 'Outline',
    words: 'Your stencils',
    does: 'Look through the outlines you have kept',
    synonyms: 'custom shapes saved',
    whyNot: always,
    run: (bench) => openDialog(bench, 'stencils'),
  },
]
