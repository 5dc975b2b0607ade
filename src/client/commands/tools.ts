import { BACKGROUND_ID } from '@/core/document/background'
import { NODE_KINDS, type NodeKind } from '@/core/path/nodes'
import type { Command } from '@/client/commands/command'
import type { Bench } from '@/client/store/bench'
import { applyColour, type ColourUse } from '@/client/store/colourCut'
import { toolOf } from '@/client/store/modes'
import { chosenKind, makeNodes, makeSides, removeChosen, splitSides, toggleOpen } from '@/client/store/points'
import { putToolDown } from '@/client/store/slices/mode'
import type { BenchState } from '@/client/store/state'
import type { ColourTool } from '@/client/store/modes'
import { closeTrace, draftPieces, leaveTrace, setDraft, startTrace } from '@/client/store/trace'

export const NODE_KIND_WORDS: Readonly<Record<NodeKind, string>> = {
  corner: 'Corner',
  smooth: 'Smooth',
  symmetric: 'Symmetric',
}

const needsPoints = (state: BenchState): string | null => {
  const tool = toolOf(state)
  if (tool?.kind !== 'points') return 'Take the points of an outline in hand first.'
  return tool.chosen.length ? null : 'Press a point of the outline first.'
}

const needsTool = (state: BenchState): string | null => (toolOf(state) ? null : 'Take a tool in hand first.')

const needsTrace = (state: BenchState): string | null =>
  toolOf(state)?.kind === 'trace' ? null : 'Take up tracing first.'

const needsDraft = (state: BenchState): string | null =>
  needsTrace(state) ?? (draftPieces(state).length ? null : 'Trace something first.')

const colourTool = (state: BenchState): ColourTool | null => {
  const tool = toolOf(state)
  return tool?.kind === 'colour' ? tool : null
}

const needsColour = (state: BenchState): string | null => {
  const tool = colourTool(state)
  if (!tool) return 'Cut a part of a picture out by its colour first.'
  return tool.isWorking ? 'The part is still being looked for.' : null
}

const needsFramedColour = (state: BenchState): string | null =>
  needsColour(state) ??
  (colourTool(state)?.frameId === BACKGROUND_ID ? 'The background has no outline to add to.' : null)

const CUTS: readonly (readonly [ColourUse, string, string])[] = [
  ['frames', 'Frames', 'An empty frame for each part found'],
  ['frame', 'One frame', 'One empty frame of all that was found'],
  ['add', 'Add to the outline', 'Add what was found to the outline that this picture has'],
  ['clip', 'Clip picture', 'Clip this picture to what was found'],
]

/** What tools offer while they have the table. */
export const TOOL_COMMANDS: readonly Command[] = [
  ...NODE_KINDS.map((kind): Command => ({
    id: `points-${kind}`,
    family: 'Outline',
    words: `${NODE_KIND_WORDS[kind]} points`,
    does: `Make the chosen points ${kind}`,
    synonyms: 'anchor node handle convert',
    whyNot: needsPoints,
    isOn: (state) => chosenKind(state) === kind,
    run: (bench) => makeNodes(bench, kind),
  })),
  {
    id: 'sideStraight',
    family: 'Outline',
    words: 'Straight side',
    does: 'Make the side after each chosen point straight',
    synonyms: 'line segment',
    whyNot: needsPoints,
    run: (bench) => makeSides(bench, true),
  },
  {
    id: 'sideCurve',
    family: 'Outline',
    words: 'Curved side',
    does: 'Make the side after each chosen point a curve',
    synonyms: 'bezier segment bend',
    whyNot: needsPoints,
    run: (bench) => makeSides(bench, false),
  },
  {
    id: 'sideSplit',
    family: 'Outline',
    words: 'Add a point',
    does: 'Add a point in the middle of the side after each chosen one',
    synonyms: 'insert node subdivide',
    whyNot: needsPoints,
    run: splitSides,
  },
  {
    id: 'pointsRemove',
    family: 'Outline',
    words: 'Remove points',
    does: 'Remove the chosen points',
    synonyms: 'delete node',
    fixedKey: 'Delete',
    whyNot: needsPoints,
    run: removeChosen,
  },
  {
    id: 'outlineOpen',
    family: 'Outline',
    words: 'Open · close',
    does: 'Open the outline at the chosen point, or close it',
    synonyms: 'break path join ends',
    whyNot: needsPoints,
    run: toggleOpen,
  },
  {
    id: 'tracePoints',
    family: 'Outline',
    words: 'Trace point by point',
    does: 'Press for a corner, drag for a curve',
    synonyms: 'pen path bezier',
    whyNot: needsTrace,
    isOn: (state) => isFreehand(state) === false,
    run: (bench) => startTrace(bench, 'points'),
  },
  {
    id: 'traceFreehand',
    family: 'Outline',
    words: 'Trace freehand',
    does: 'Draw the outline by hand',
    synonyms: 'pencil lasso sketch',
    whyNot: needsTrace,
    isOn: (state) => isFreehand(state) === true,
    run: (bench) => startTrace(bench, 'freehand'),
  },
  {
    id: 'traceBack',
    family: 'Outline',
    words: 'Last point back',
    does: 'Take back the last point',
    synonyms: 'undo trace',
    fixedKey: 'Backspace',
    whyNot: needsDraft,
    run: (bench) => setDraft(bench, draftPieces(bench.get()).slice(0, -1)),
  },
  {
    id: 'traceClear',
    family: 'Outline',
    words: 'Throw the outline away',
    does: 'Throw the outline away',
    synonyms: 'clear delete trace',
    whyNot: needsDraft,
    run: (bench) => setDraft(bench, []),
  },
  {
    id: 'traceClose',
    family: 'Outline',
    words: 'Close the outline',
    does: 'Close the outline',
    synonyms: 'finish trace path',
    fixedKey: 'Enter',
    whyNot: needsDraft,
    run: closeTrace,
  },
  ...CUTS.map(([use, words, does]): Command => ({
    id: `colour-${use}`,
    family: 'Outline',
    words,
    does,
    synonyms: 'magic selection cut out colour range',
    whyNot: use === 'add' ? needsFramedColour : needsColour,
    run: (bench) => void applyColour(bench, use),
  })),
  {
    id: 'leaveTool',
    family: 'Outline',
    words: 'Leave',
    does: 'Leave',
    synonyms: 'stop quit done cancel put down tool',
    fixedKey: 'Esc',
    whyNot: needsTool,
    run: (bench) => leaveTool(bench),
  },
]

const isFreehand = (state: BenchState): boolean | null => {
  const tool = toolOf(state)
  return tool?.kind === 'trace' ? tool.isFreehand : null
}

/** What was traced is kept for later. */
const leaveTool = (bench: Bench): void =>
  toolOf(bench.get())?.kind === 'trace' ? leaveTrace(bench) : putToolDown(bench)
