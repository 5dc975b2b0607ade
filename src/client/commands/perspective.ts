import { layOf } from '@/core/document/laid'
import type { Command } from '@/client/commands/command'
import { allOf, always, needsFrame, needsFramedPicture, needsItems } from '@/client/commands/command'
import { shownSheet } from '@/client/store/benchStore'
import { matchLight, toggleShade } from '@/client/store/placeLight'
import { toggleEdgeSnap } from '@/client/store/edgeSnap'
import { findAlike, layFound, layFoundAsMockUp, startFinding } from '@/client/store/finding'
import { toolOf, type FoundOnSheet } from '@/client/store/modes'
import {
  hangSelected,
  liesOnPlane,
  planeInHand,
  planeUnder,
  removePlaneInHand,
  newPlane,
  workOnItsPlane,
  takeSelectedOff,
} from '@/client/store/planes'
import { bendOf, bendSelected } from '@/client/store/bends'
import { areLaid, forgetPerspective, layByOutline, ownCorners, togglePerspective } from '@/client/store/laid'
import { selectedFrame, selectedFrames } from '@/client/store/selection'
import type { BenchState } from '@/client/store/state'

const HELD = ['frame', 'letter', 'block', 'several', 'group'] as const

const needsFramesHeld = (state: BenchState): string | null =>
  selectedFrames(state).length > 0 ? null : 'Select a frame first.'

const needsPlane = (state: BenchState): string | null =>
  Object.keys(shownSheet(state).planes).length > 0 ? null : 'Make a plane first: “Work on a plane”.'

const needsOnPlane = (state: BenchState): string | null =>
  liesOnPlane(state) ? null : 'Select something that lies on a plane.'

const foundOf = (state: BenchState): readonly FoundOnSheet[] => {
  const tool = toolOf(state)
  return tool?.kind === 'find' ? tool.found : []
}

const needsFound = (state: BenchState): string | null =>
  foundOf(state).length > 0 ? null : 'Find four corners first: “Find four corners”, then press something plain.'

const needsLaidOrPlane = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  if (toolOf(state)?.kind === 'plane') return null
  return frame && (frame.planeId !== undefined || (frame.laid && !frame.laid.isFlat))
    ? null
    : 'Select a frame that lies in perspective first.'
}

const needsInPerspective = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame && layOf(shownSheet(state), frame) ? null : 'Select a frame that lies in perspective first.'
}

const needsLaid = (state: BenchState): string | null =>
  selectedFrames(state).some(({ laid }) => laid !== undefined) ? null : 'Lay a frame in perspective first.'

const needsOffPlane = (state: BenchState): string | null => {
  const reason = needsFrame(state)
  if (reason !== null) return reason
  return selectedFrame(state)?.planeId === undefined ? null : 'It lies on a plane. Take it off the plane first.'
}

const needsOwnCorners = (state: BenchState): string | null => {
  const frame = selectedFrame(state)
  return frame && ownCorners(state, frame)
    ? null
    : 'Select a frame whose outline has four straight sides, such as one that was traced.'
}

/** Frames that are seen from the side. */
export const PERSPECTIVE_COMMANDS: readonly Command[] = [
  {
    id: 'perspective',
    family: 'Perspective',
    words: 'In perspective',
    does: 'Lay into four corners in perspective, or take up flat again',
    synonyms: 'distort skew warp quad corners wall screen lay flat tilt 3d',
    menus: HELD,
    whyNot: allOf(needsItems, needsFramesHeld),
    isOn: areLaid,
    run: togglePerspective,
  },
  {
    id: 'bendCylinder',
    family: 'Perspective',
    words: 'Bend round a cylinder',
    does: 'Bend the frame round a cylinder: a mug, a bottle, a column',
    synonyms: 'curve wrap cup can tube roll warp',
    whyNot: needsOffPlane,
    isOn: (state) => bendOf(state)?.kind === 'cylinder',
    run: (bench) => bendSelected(bench, bendOf(bench.get())?.kind === 'cylinder' ? null : 'cylinder'),
  },
  {
    id: 'bendMesh',
    family: 'Perspective',
    words: 'Bend by a mesh',
    does: 'Bend the frame by a net of points: cloth, a page',
    synonyms: 'warp distort curve fabric shirt flag grid',
    whyNot: needsOffPlane,
    isOn: (state) => bendOf(state)?.kind === 'mesh',
    run: (bench) => bendSelected(bench, bendOf(bench.get())?.kind === 'mesh' ? null : 'mesh'),
  },
  {
    id: 'ownCorners',
    family: 'Perspective',
    words: 'Lay into its own corners',
    short: 'Its own corners',
    does: 'Make a traced outline of four corners a rectangle seen in perspective',
    synonyms: 'quad traced corners wall screen card',
    whyNot: needsOwnCorners,
    run: layByOutline,
  },
  {
    id: 'findCorners',
    family: 'Perspective',
    words: 'Find four corners',
    short: 'Find corners',
    does: 'Find the corners of a screen, a card or a hung picture by a press on it',
    synonyms: 'detect quad screen mock card wall automatic',
    menus: ['sheet'],
    whyNot: always,
    isOn: (state) => toolOf(state)?.kind === 'find',
    run: startFinding,
  },
  {
    id: 'findAlike',
    family: 'Perspective',
    words: 'All alike',
    does: 'Find all that have the colour of the one found last',
    whyNot: needsFound,
    run: findAlike,
  },
  {
    id: 'layFound',
    family: 'Perspective',
    words: 'Lay into what was found',
    short: 'Put there',
    does: 'Put frames into the corners found, or lay the selected frame there',
    whyNot: needsFound,
    run: (bench) => layFound(bench, false),
  },
  {
    id: 'layFoundAsMockUp',
    family: 'Perspective',
    words: 'Make a mock-up of what was found',
    short: 'As a mock-up',
    does: 'Put openings there that all show one design, with the photograph’s own shade over it',
    synonyms: 'screen photo design scene template',
    whyNot: needsFound,
    run: (bench) => void layFoundAsMockUp(bench),
  },
  {
    id: 'layFoundOnPlane',
    family: 'Perspective',
    words: 'All found on one plane',
    short: 'On one plane',
    does: 'Put frames into the corners found, all on the plane of the first',
    whyNot: (state) => needsFound(state) ?? (foundOf(state).length > 1 ? null : 'Find two or more first: Shift adds.'),
    run: (bench) => layFound(bench, true),
  },
  {
    id: 'newPlane',
    family: 'Perspective',
    words: 'New plane',
    does: 'A new plane, such as a wall or a table top, to draw frames on',
    synonyms: 'wall table perspective grid several room ground floor',
    menus: ['sheet'],
    whyNot: always,
    run: newPlane,
  },
  {
    id: 'plane',
    family: 'Perspective',
    words: 'Work on its plane',
    short: 'Its plane',
    does: 'Take the plane of the frame in hand, or make one of its corners, so that more can lie on it',
    synonyms: 'wall table perspective grid several room ground floor',
    whyNot: needsLaidOrPlane,
    isOn: (state) => toolOf(state)?.kind === 'plane',
    run: workOnItsPlane,
  },
  {
    id: 'hangOnPlane',
    family: 'Perspective',
    words: 'Put on the plane',
    short: 'Put on',
    does: 'Put what is selected on the plane that lies under it',
    synonyms: 'hang wall lay perspective',
    whyNot: allOf(needsItems, needsFramesHeld, needsPlane),
    run: (bench) => hangSelected(bench, planeUnder(bench.get())),
  },
  {
    id: 'takeOffPlane',
    family: 'Perspective',
    words: 'Take off the plane',
    short: 'Take off',
    does: 'Take off the plane; it is seen as it was, in four corners of its own',
    synonyms: 'wall free loosen',
    whyNot: needsOnPlane,
    run: takeSelectedOff,
  },
  {
    id: 'removePlane',
    family: 'Perspective',
    words: 'Remove the plane',
    does: 'Remove the plane in hand; what lies on it stays as it is seen',
    synonyms: 'delete wall',
    whyNot: (state) => (planeInHand(state) ? null : 'Take a plane in hand first.'),
    run: removePlaneInHand,
  },
  {
    id: 'snapToEdges',
    family: 'Perspective',
    words: 'Snap corners to edges',
    short: 'To edges',
    does: 'Corners in perspective snap to strong edges of the picture beneath',
    synonyms: 'magnetic picture wall corner detect',
    whyNot: always,
    isOn: (state) => state.snapsToEdges,
    run: toggleEdgeSnap,
  },
  {
    id: 'matchLight',
    family: 'Perspective',
    words: 'Match the light of its place',
    short: 'Match its light',
    does: 'Bring brightness and warmth of the picture towards what surrounds it, as tones',
    synonyms: 'tone colour ambient exposure warmth blend in',
    whyNot: allOf(needsInPerspective, needsFramedPicture),
    run: (bench) => void matchLight(bench),
  },
  {
    id: 'surfaceShade',
    family: 'Perspective',
    words: 'Shade of the surface',
    does: 'Lay the shade of the surface beneath over the frame, multiplied',
    synonyms: 'shadow multiply wall texture light',
    whyNot: needsInPerspective,
    isOn: (state) => selectedFrame(state)?.shade !== undefined,
    run: (bench) => void toggleShade(bench),
  },
  {
    id: 'forgetPerspective',
    family: 'Perspective',
    words: 'Forget the perspective',
    short: 'Forget',
    does: 'Stand flat and forget the corners in perspective',
    synonyms: 'reset straight remove corners',
    whyNot: needsLaid,
    run: forgetPerspective,
  },
]
